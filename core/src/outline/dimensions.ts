import type { Layer, Mark, TextMark } from '../drawing/drawing.ts';
import type { Ink } from '../drawing/inks.ts';
import { lineMark, polylineMark } from '../drawing/drawing.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';
import type { Point } from '../geometry/point.ts';
import type { OutlineMeasures } from './measures.ts';

/** Height of a figure, mm on paper. */
const FIGURE_MM = 3.2;
/** Dimension line outside the outline, and how far its witness lines run past it, mm. */
const OUTSIDE_MM = 22;
const PAST_MM = 3;
/** Room that a width's figure takes beside its line at the usual zoom, mm. */
const FIGURE_ROOM = 70;

const text = (id: string, at: Point, words: string, align: TextMark['align'], turn = 0): TextMark => ({
  kind: 'text',
  id,
  ink: 'dimension',
  at,
  text: words,
  sizeMm: FIGURE_MM,
  align,
  turn,
});

/**
 * A width taken at two places: across from the bass side's place to the centre line, along it to the
 * treble side's place, and across to that. Figure beside the bass half, nutward (1) or tailward (−1) of it.
 */
function width(
  id: string,
  name: string,
  bass: Point,
  treble: Point,
  unit: DisplayUnit,
  beside: 1 | -1,
): Mark[] {
  const ink: Ink = 'dimension';
  return [
    polylineMark(`dimension-${id}`, ink, [bass, { x: bass.x, y: 0 }, { x: treble.x, y: 0 }, treble]),
    text(
      `figure-${id}`,
      { x: bass.x + 3 * beside, y: bass.y * 0.62 },
      `${lengthWithUnit(bass.y - treble.y, unit)} ${name}`,
      beside > 0 ? 'start' : 'end',
    ),
  ];
}

/** Length and widths of bouts and waist, drawn where they are taken; instrument frame, mm. */
export function drawDimensions(m: OutlineMeasures, unit: DisplayUnit): Layer {
  const y = m.box.minY - OUTSIDE_MM;
  const witness = (x: number, end: string): Mark =>
    lineMark(`witness-length-${end}`, 'witness', { x, y: m.box.minY - PAST_MM }, { x, y: y - PAST_MM });
  const marks: Mark[] = [
    witness(m.box.minX, 'tail'),
    witness(m.box.maxX, 'nut'),
    lineMark('dimension-length', 'dimension', { x: m.box.minX, y }, { x: m.box.maxX, y }),
    text(
      'figure-length',
      { x: (m.box.minX + m.box.maxX) / 2, y: y + PAST_MM },
      `${lengthWithUnit(m.length, unit)} long`,
      'middle',
    ),
  ];
  const pairs = [
    ['lower-bout', 'lower bout', m.bass.lowerBout, m.treble.lowerBout, 1],
    ['waist', 'waist', m.bass.waist, m.treble.waist, -1],
    ['upper-bout', 'upper bout', m.bass.upperBout, m.treble.upperBout, 1],
  ] as const;
  for (const [id, name, bass, treble, beside] of pairs)
    if (bass && treble) {
      // Near the nut's end the figure would run off what is in sight.
      const side = bass.x > m.box.maxX - FIGURE_ROOM ? -1 : beside;
      marks.push(...width(id, name, bass, treble, unit, side));
    }
  return { name: 'dimensions', marks };
}

const SIDE_KEYS = [
  ['lower-bout', 'lowerBout'],
  ['waist', 'waist'],
  ['upper-bout', 'upperBout'],
] as const;

/** Bouts and waist of each side by itself, from the centre line. */
export function drawSides(m: OutlineMeasures, unit: DisplayUnit): Layer {
  const marks: Mark[] = [];
  for (const side of ['bass', 'treble'] as const)
    for (const [id, key] of SIDE_KEYS) {
      const p = m[side][key];
      if (!p) continue;
      marks.push(
        lineMark(`side-${side}-${id}`, 'dimension', { x: p.x, y: 0 }, p),
        text(
          `figure-${side}-${id}`,
          { x: p.x - 3, y: p.y * 0.36 },
          lengthWithUnit(Math.abs(p.y), unit),
          'end',
        ),
      );
    }
  return { name: 'sides', marks };
}

/** First dimension line beside the body and the step from line to line, mm. */
const PLACES_OUTSIDE = 16;
const PLACES_STEP = 11;

/** Along the centre line: places from the tail, horns past the neck's edge, cutaways, the tail behind the bridge. */
export function drawPlaces(m: OutlineMeasures, unit: DisplayUnit): Layer {
  const marks: Mark[] = [];
  const along = (id: string, words: string, from: number, to: number, y: number): void => {
    marks.push(
      lineMark(`place-${id}`, 'dimension', { x: from, y }, { x: to, y }),
      text(
        `figure-place-${id}`,
        { x: (from + to) / 2, y: y + 2 },
        `${lengthWithUnit(Math.abs(to - from), unit)} ${words}`,
        'middle',
      ),
    );
  };
  SIDE_KEYS.forEach(([id, key], i) => {
    const [a, b] = [m.bass[key], m.treble[key]];
    if (a && b)
      along(
        id,
        `to the ${id.replace('-', ' ')}`,
        m.box.minX,
        (a.x + b.x) / 2,
        m.box.maxY + PLACES_OUTSIDE + i * PLACES_STEP,
      );
  });
  const { neck } = m;
  if (neck) {
    for (const side of ['bass', 'treble'] as const) {
      const { tip, reach, cutaway } = neck[side];
      if (!cutaway) continue;
      const out = side === 'bass' ? 1 : -1;
      if (reach > 1) along(`reach-${side}`, 'reach', neck.heelX, tip.x, tip.y + out * 8);
      along(`cutaway-${side}`, 'deep', cutaway.at.x, tip.x, (tip.y + cutaway.at.y) / 2);
    }
    if (neck.tailX < 0) along('tail', 'behind the bridge', neck.tailX, 0, 6);
  }
  return { name: 'places', marks };
}
