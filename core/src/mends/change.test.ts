import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { buttonsOf } from '../balance/buttons.ts';
import { createDeriver } from '../derived/derive.ts';
import { setWeighed } from '../design/balanceEdits.ts';
import { designRefusals } from '../design/check.ts';
import { PENDING } from '../design/later.ts';
import type { Design } from '../design/schema.ts';
import { solveOutline } from '../outline/solve.ts';
import { measureOf } from '../parts/kinds.ts';
import { shelfWood } from '../parts/woods.ts';
import { standingAfter } from './approximate.ts';
import type { BalanceChange } from './change.ts';
import { applyChange } from './change.ts';
import { standingOf } from './findMends.ts';

const derive = createDeriver(() => PENDING as never);
const windrow = demo('windrow');
const horn = buttonsOf(windrow.parts)!.horn.part;
const { measures, path } = derive(windrow);
const tip = { x: measures.neck!.bass.tip!.x, y: measures.neck!.bass.tip!.y };

/** Sections that a change may touch beside those that it is about: the stage is worked on. */
const BESIDE = new Set(['progress']);
const touched = (next: Design, before = windrow): readonly string[] =>
  (Object.keys(before) as (keyof Design)[]).filter((k) => next[k] !== before[k] && !BESIDE.has(k)).sort();

const CHANGES: readonly (readonly [BalanceChange, readonly string[]])[] = [
  [
    { kind: 'button along', part: horn.id, along: 8, at: { x: horn.at.x + 4, y: horn.at.y + 3 }, turn: 190 },
    ['parts'],
  ],
  [{ kind: 'button to screw', part: horn.id, screw: 1 }, ['neck', 'parts']],
  [{ kind: 'button on heel', part: horn.id, at: { x: 200, y: 0 } }, ['parts']],
  [{ kind: 'longer horn', tip, by: 12 }, ['outline', 'parts']],
  [{ kind: 'longer tail', tail: measures.box.minX, by: 12 }, ['outline', 'parts']],
  [{ kind: 'thinner body', by: 2.5 }, ['body']],
  [{ kind: 'other wood', piece: 'neck', name: 'Sapele' }, ['weight']],
  [{ kind: 'lighter tuners', by: 9 }, ['headstock']],
  [{ kind: 'shorter headstock', by: 15 }, ['headstock']],
  [{ kind: 'chamber', at: { x: -100, y: 80 }, across: 50, deep: 30 }, ['openings']],
  [
    {
      ...{ kind: 'weight', mass: 120, place: 'Control cavity', hole: null },
      slug: { at: { x: -120, y: 0 }, deep: 20, across: 30, high: 15 },
    },
    ['weight'],
  ],
  [
    {
      ...{ kind: 'weight', mass: 120, place: 'Hole for a weight', hole: { across: 30, deep: 19 } },
      slug: { at: { x: -120, y: 0 }, deep: 31, across: 30, high: 15 },
    },
    ['openings', 'weight'],
  ],
  [{ kind: 'button behind horn', part: horn.id, at: { x: 300, y: 100 } }, ['parts']],
  [
    {
      ...{ kind: 'two', amounts: [2.5, 9] },
      first: { kind: 'thinner body', by: 2.5 },
      second: { kind: 'lighter tuners', by: 9 },
    },
    ['body', 'headstock'],
  ],
];

describe('a change of the balance', () => {
  it.each(CHANGES.map(([change, about]) => [change.kind, change, about] as const))(
    '%s touches what it is about, and a design that can be kept is left',
    (_, change, about) => {
      const next = applyChange(windrow, change);
      // Parts of the edge follow an outline only where it moved under them.
      for (const key of touched(next)) expect(about).toContain(key);
      expect(touched(next).length).toBeGreaterThan(0);
      expect(designRefusals(next)).toEqual([]);
    },
  );
  it.each(CHANGES.map(([change]) => [change.kind, change] as const))(
    '%s told quickly is what it is in full, to a few grams and a tenth of a newton',
    (_, change) => {
      const before = derive(windrow);
      const quick = standingAfter(windrow, before, change);
      if (!quick) return;
      const full = standingOf(derive(applyChange(windrow, change)));
      expect(Math.abs(quick.mass - full.mass)).toBeLessThan(12);
      expect(Math.abs(quick.load! - full.load!)).toBeLessThan(0.1);
      expect(Math.abs(quick.tailward! - full.tailward!)).toBeLessThan(1);
    },
  );
  it('of the horn and the tail moves their ends by so much, and leaves the other end', () => {
    const longer = (change: BalanceChange) => derive(applyChange(windrow, change)).measures;
    const hornLonger = longer({ kind: 'longer horn', tip, by: 12 });
    expect(hornLonger.neck!.bass.tip!.x - tip.x).toBeGreaterThan(9);
    expect(hornLonger.box.minX).toBeCloseTo(measures.box.minX, 2);
    expect(hornLonger.neck!.treble.tip!.x).toBeCloseTo(measures.neck!.treble.tip!.x, 2);
    const tailLonger = longer({ kind: 'longer tail', tail: measures.box.minX, by: 12 });
    expect(measures.box.minX - tailLonger.box.minX).toBeGreaterThan(11);
    expect(measures.box.minX - tailLonger.box.minX).toBeLessThan(13);
    expect(tailLonger.box.maxX).toBeCloseTo(measures.box.maxX, 2);
    // The design that it was made from is as it was.
    expect(solveOutline(windrow.outline.nodes)).toEqual(path);
  });
  it('of a wood takes the shelf’s densities; one that is not on it changes nothing', () => {
    const { low, usual, high } = shelfWood('Sapele')!;
    const { neck } = applyChange(windrow, { kind: 'other wood', piece: 'neck', name: 'Sapele' }).weight.woods;
    expect(neck).toEqual({ name: 'Sapele', density: { likely: usual, from: low, to: high }, board: null });
    expect(applyChange(windrow, { kind: 'other wood', piece: 'neck', name: 'Plywood of dreams' })).toBe(
      windrow,
    );
  });
  it('of the tuners makes each lighter by so much; what they weighed before is forgotten, so that it counts', () => {
    const [tuner] = windrow.headstock.tuners;
    const weighed = setWeighed(windrow, `tuner:${tuner!.id}`, { mass: 60, at: null });
    const change = { kind: 'lighter tuners', by: 9 } as const;
    const next = applyChange(weighed, change);
    for (const [i, t] of next.headstock.tuners.entries())
      expect(measureOf(t.spec, 'mass')).toBeCloseTo(
        measureOf(windrow.headstock.tuners[i]!.spec, 'mass') - 9,
        6,
      );
    const line = derive(next).weighed!.items.find((i) => i.key === `tuner:${tuner!.id}`)!;
    expect(line.mass.likely).toBeCloseTo(measureOf(tuner!.spec, 'mass') - 9, 6);
    // The quick way does not know it: it is asked in full.
    expect(standingAfter(weighed, derive(weighed), change)).toBeNull();
  });
  it('of the headstock shortens it by so much, its tuners with it', () => {
    const next = applyChange(windrow, { kind: 'shorter headstock', by: 15 });
    const long = (d: Design): number => Math.max(...d.headstock.outline.nodes.map((n) => n.x));
    expect(long(windrow) - long(next)).toBeCloseTo(15, 2);
    for (const [i, t] of next.headstock.tuners.entries()) {
      const was = windrow.headstock.tuners[i]!.at;
      expect(t.at.x / was.x).toBeCloseTo(1 - 15 / long(windrow), 3);
      expect(t.at.y).toBe(was.y);
    }
  });
});
