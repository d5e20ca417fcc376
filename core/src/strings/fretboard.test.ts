import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { editStrings, setCourses, setStringCount, startCompensation } from '../design/edits.ts';
import type { Strings } from '../design/schema.ts';
import { fretTableCsv, saddleTableCsv } from '../files/csv.ts';
import type { Point } from '../geometry/point.ts';
import { cross, distance, subtract } from '../geometry/point.ts';
import { planStrings } from './stringPlan.ts';
import { equalGap, stringPlaces } from './places.ts';
import { fitSaddleLine } from './saddle.ts';
import { boardEdge, yAt } from './taper.ts';

const plain = newDesign('Board', 7, 660).strings;
const fan: Strings = { ...plain, fan: { bassScale: 686, perpendicularFret: 8 } };

/** How far a point lies from the line through two others, mm. */
const offLine = (p: Point, a: Point, b: Point): number =>
  Math.abs(cross(subtract(b, a), subtract(p, a))) / distance(a, b);

const fans = fc.record({
  bassScale: fc.double({ min: 600, max: 780, noNaN: true }),
  perpendicularFret: fc.integer({ min: 0, max: 20 }),
});

describe('a fanned board', () => {
  it('has frets through the outer strings’ points, ending on the board’s edges', () => {
    fc.assert(
      fc.property(fans, (f) => {
        const strings = { ...plain, fan: f };
        const { frets, lines } = planStrings(strings);
        const [bass, treble] = [lines[0]!, lines.at(-1)!];
        return frets.every((fret) => {
          const share = 2 ** (-fret.number / 12);
          const on = (l: typeof bass): Point => ({
            x: l.bridge.x + (l.nut.x - l.bridge.x) * share,
            y: l.bridge.y + (l.nut.y - l.bridge.y) * share,
          });
          return (
            offLine(on(bass), fret.bass, fret.treble) < 1e-9 &&
            offLine(on(treble), fret.bass, fret.treble) < 1e-9 &&
            Math.abs(yAt(boardEdge(strings, 'bass'), fret.bass.x) - fret.bass.y) < 1e-9 &&
            Math.abs(yAt(boardEdge(strings, 'treble'), fret.treble.x) - fret.treble.y) < 1e-9
          );
        });
      }),
    );
  });
  it('has one fret square to the centre line, those beside it turned either way', () => {
    const { frets } = planStrings(fan);
    expect(frets[8]!.turn).toBeCloseTo(0, 12);
    // The longer bass scale leans the nut's bass end nutward and the last frets' bass end tailward.
    expect(frets[0]!.turn).toBeLessThan(0);
    expect(frets[22]!.turn).toBeGreaterThan(0);
  });
  it('is the plain board when both scales are the same', () => {
    const same = planStrings({ ...plain, fan: { bassScale: 660, perpendicularFret: 12 } });
    const one = planStrings(plain);
    same.frets.forEach((f, i) => {
      expect(f.bass.x).toBeCloseTo(one.frets[i]!.bass.x, 9);
      expect(f.slot).toBeCloseTo(one.frets[i]!.slot, 9);
    });
    expect(same.board).toHaveLength(4);
  });
  it('ends in a line parallel to its last fret', () => {
    const { board, frets } = planStrings(fan);
    const last = frets.at(-1)!;
    const end = board.filter((p) => p.x < last.treble.x);
    const way = subtract(end[0]!, end[1]!);
    const along = subtract(last.bass, last.treble);
    expect(Math.abs(cross(way, along)) / (distance(end[0]!, end[1]!) * last.slot)).toBeLessThan(1e-12);
  });
});

describe('courses', () => {
  const twelve = {
    gauges: Array.from({ length: 12 }, (_, i) => (i % 2 ? 0.25 : 1.1)),
    courses: [2, 2, 2, 2, 2, 2],
  };
  it('keep their strings together and their middles in even steps', () => {
    const places = stringPlaces(60, twelve.gauges, 'equal-centres', twelve.courses, 3);
    const middles = [0, 2, 4, 6, 8, 10].map((i) => (places[i]! + places[i + 1]!) / 2);
    for (const i of [0, 2, 4, 6, 8, 10]) expect(places[i]! - places[i + 1]!).toBeCloseTo(3, 12);
    for (let k = 1; k < 6; k += 1) expect(middles[k - 1]! - middles[k]!).toBeCloseTo((60 - 3) / 5, 12);
    expect([places[0], places[11]]).toEqual([30, expect.closeTo(-30, 9)]);
  });
  it('leave one clear gap between courses when gaps are equal', () => {
    const places = stringPlaces(60, twelve.gauges, 'equal-gaps', twelve.courses, 3);
    const gap = equalGap(60, twelve.gauges, twelve.courses, 3)!;
    for (const i of [1, 3, 5, 7, 9])
      expect(places[i]! - places[i + 1]! - (twelve.gauges[i]! + twelve.gauges[i + 1]!) / 2).toBeCloseTo(
        gap,
        9,
      );
    expect(places[11]).toBeCloseTo(-30, 9);
  });
  it('bring their count of strings with them, and are kept within what can be strung', () => {
    const design = newDesign('Courses', 6, 640);
    const twelveString = setCourses(design, [2, 2, 2, 2, 2, 2]);
    expect(twelveString.strings.count).toBe(12);
    expect(twelveString.strings.compensation).toHaveLength(12);
    expect(setStringCount(twelveString, 8).strings.courses).toBeNull();
    expect(designRefusals(editStrings(twelveString, { courses: [2, 2] })).map((r) => r.where)).toContain(
      'strings.courses',
    );
    expect(
      designRefusals(editStrings(twelveString, { courseSpread: { nut: 0.8, bridge: 0.9 } })).map(
        (r) => r.message,
      ),
    ).toEqual(expect.arrayContaining([expect.stringMatching(/lets them touch/)]));
  });
  it('stay on the nut and spread of the instrument, in octaves below and unisons above', () => {
    const six = newDesign('Courses', 6, 640);
    const { strings } = setCourses(six, [2, 2, 2, 2, 2, 2]);
    expect([strings.nutWidth, strings.bridgeSpread]).toEqual([
      six.strings.nutWidth,
      six.strings.bridgeSpread,
    ]);
    const pairs = six.strings.gauges.map((g, i) => [strings.gauges[2 * i]!, strings.gauges[2 * i + 1]!, g]);
    for (const [i, [fellow, own, was]] of pairs.entries()) {
      expect(own).toBe(was);
      // An octave string is about half as thick, a unison one just as thick.
      if (i < 4) expect(fellow! / was!).toBeGreaterThan(0.44);
      if (i < 4) expect(fellow! / was!).toBeLessThan(0.52);
      else expect(fellow).toBe(was);
    }
    expect(designRefusals(setCourses(six, [2, 2, 2, 2, 2, 2]))).toEqual([]);
    const { lines } = planStrings(strings);
    expect(lines[0]!.nut.y - lines.at(-1)!.nut.y).toBeCloseTo(six.strings.nutWidth - 7, 9);
    // Taken apart they are what they were; and made again.
    const apart = setCourses(setCourses(six, [2, 2, 2, 2, 2, 2]), null);
    expect(apart.strings).toEqual({ ...six.strings, courseSpread: strings.courseSpread });
    expect(setCourses(apart, [2, 2, 2, 2, 2, 2]).strings).toEqual(strings);
  });
  it.each([
    ['twelve strings of a guitar', newDesign('Twelve', 12, 640), 43],
    ['eight strings of a bass', setCourses(newDesign('Bass', 4, 860), [2, 2, 2, 2]), 40],
    ['a bass in threes', setCourses(newDesign('Bass', 4, 860), [3, 3, 3, 3]), 40],
  ] as const)('%s have the nut of the instrument', (_, design, most) => {
    expect(design.strings.nutWidth).toBeLessThan(most);
    expect(designRefusals(design)).toEqual([]);
    expect(design.strings.gauges).toHaveLength(design.strings.count);
  });
  it('of every size up to 18 strings can be laid out', () => {
    for (let n = 1; n <= 18; n += 1) {
      const { strings } = setCourses(
        newDesign('Any', 6, 640),
        Array.from({ length: n }, () => 1),
      );
      expect(planStrings(strings).lines).toHaveLength(n);
    }
  });
});

describe('partial and extended boards', () => {
  const more: Strings = { ...plain, extraFrets: { frets: 2, strings: 3, side: 'treble' } };
  it('end the further frets midway between two strings', () => {
    const { frets, lines, board } = planStrings(more);
    expect(frets.at(-1)!.number).toBe(plain.frets + 2);
    const extra = frets.at(-1)!;
    const share = 2 ** (-extra.number / 12);
    const at = (i: number): number => lines[i]!.bridge.y + (lines[i]!.nut.y - lines[i]!.bridge.y) * share;
    expect(extra.bass.y).toBeCloseTo((at(3) + at(4)) / 2, 9);
    expect(extra.slot).toBeLessThan(frets.at(-3)!.slot);
    expect(board).toHaveLength(6);
    expect(Math.min(...board.map((p) => p.x))).toBeCloseTo(extra.x - plain.boardEnd, 9);
  });
  it('run on behind the nut under the strings that were chosen', () => {
    const { frets, lines, board } = planStrings({
      ...plain,
      extension: { frets: 2, strings: 1, side: 'bass' },
    });
    expect(frets[0]!.number).toBe(-2);
    expect(frets[0]!.fromNut).toBeCloseTo(660 * (1 - 2 ** (2 / 12)), 9);
    expect(lines[0]!.start.x).toBeCloseTo(660 * 2 ** (2 / 12), 9);
    expect(lines[1]!.start).toEqual(lines[1]!.nut);
    expect(Math.max(...board.map((p) => p.x))).toBeCloseTo(660 * 2 ** (2 / 12), 9);
    expect(frets[0]!.bass.y).toBeGreaterThan(frets[0]!.treble.y);
  });
  it('are refused under all the strings', () =>
    expect(
      designRefusals(editStrings(newDesign('All'), { extraFrets: { frets: 1, strings: 6, side: 'bass' } })),
    ).toHaveLength(1));
  it('with a zero fret carry the nut behind it', () => {
    const { guide, board } = planStrings({ ...plain, zeroFret: { behind: 5 } });
    expect(guide![0].x).toBeCloseTo(665, 9);
    expect(Math.max(...board.map((p) => p.x))).toBeCloseTo(665, 9);
    expect(planStrings(plain).guide).toBeNull();
  });
});

describe('a radiused board', () => {
  it('falls to its edges by the arc, its wire longer than its slot', () => {
    const { frets } = planStrings({ ...plain, boardRadius: { nut: 254, end: 254 } });
    for (const f of frets) {
      const half = Math.max(Math.abs(f.bass.y), Math.abs(f.treble.y));
      expect(f.arc!.radius).toBe(254);
      expect(f.arc!.drop).toBeCloseTo(254 - Math.sqrt(254 ** 2 - half ** 2), 9);
      expect(f.arc!.wire).toBeCloseTo(2 * 254 * Math.asin(f.slot / 508), 9);
      expect(f.arc!.wire).toBeGreaterThan(f.slot);
    }
  });
  it('goes from one radius to the other along a cone', () => {
    const { frets } = planStrings({ ...plain, boardRadius: { nut: 240, end: 400 } });
    expect(frets[0]!.arc!.radius).toBeCloseTo(240, 9);
    const radii = frets.map((f) => f.arc!.radius);
    expect(radii).toEqual([...radii].sort((a, b) => a - b));
    expect(radii.at(-1)!).toBeLessThan(400);
  });
});

describe('saddles', () => {
  it('stand tailward of each string’s end by its compensation', () => {
    const strings = { ...fan, compensation: fan.gauges.map((_, i) => 3 - i * 0.3) };
    const { lines } = planStrings(strings);
    lines.forEach((l, i) => expect(l.bridge.x - l.saddle.x).toBeCloseTo(3 - i * 0.3, 12));
  });
  it('on one straight line are met by the saddle line exactly', () => {
    const line = fitSaddleLine([0, 1, 2, 3].map((i) => ({ x: -1 - 0.1 * (30 - 20 * i), y: 30 - 20 * i })))!;
    expect(line.turn).toBeCloseTo(Math.atan(0.1), 12);
    expect(Math.abs(line.worst.by)).toBeLessThan(1e-12);
    expect(fitSaddleLine([{ x: 0, y: 0 }])).toBeNull();
  });
  it('begin between nothing and a few millimetres, more for thick cores', () => {
    const { strings } = startCompensation(newDesign('Start', 6, 640));
    for (const c of strings.compensation) {
      expect(c).toBeGreaterThan(0.1);
      expect(c).toBeLessThan(8);
    }
    expect(strings.compensation[0]).toBeGreaterThan(strings.compensation.at(-1)!);
  });
});

describe('tables for the workshop', () => {
  it('hold every fret with both ends of its slot, as laid out', () => {
    const plan = planStrings({ ...fan, boardRadius: { nut: 254, end: 305 } });
    const rows = fretTableCsv(plan)
      .trim()
      .split('\r\n')
      .map((r) => r.split(','));
    const column = (name: string): number => rows[0]!.findIndex((h) => h.startsWith(name));
    expect(rows).toHaveLength(plan.frets.length + 1);
    plan.frets.forEach((f, i) => {
      const row = rows[i + 1]!;
      expect(row).toHaveLength(rows[0]!.length);
      expect(Number(row[column('slot bass end x')])).toBeCloseTo(f.bass.x, 3);
      expect(Number(row[column('slot treble end y')])).toBeCloseTo(f.treble.y, 3);
      expect(Number(row[column('slot length')])).toBeCloseTo(f.slot, 3);
    });
  });
  it('are mirrored along the centre line for a left-handed instrument, distances as they are', () => {
    const plan = planStrings(fan);
    const [right, left] = (['right', 'left'] as const).map((hand) =>
      fretTableCsv(plan, hand)
        .trim()
        .split('\r\n')
        .map((r) => r.split(',')),
    );
    const x = right![0]!.findIndex((h) => h.startsWith('slot bass end x'));
    right!.slice(1).forEach((row, i) => {
      expect(Number(left![i + 1]![x])).toBe(-Number(row[x]));
      expect(left![i + 1]![1]).toBe(row[1]);
      expect(left![i + 1]![x + 1]).toBe(row[x + 1]);
    });
  });
  it('hold every string with its saddle', () => {
    const rows = saddleTableCsv(planStrings(fan)).trim().split('\r\n');
    expect(rows).toHaveLength(8);
    expect(rows[1]).toMatch(/^7,/);
  });
});
