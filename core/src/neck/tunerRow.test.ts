import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { removeTuners } from '../design/neckEdits.ts';
import type { Design } from '../design/schema.ts';
import { depthInside } from '../geometry/inside.ts';
import { distance } from '../geometry/point.ts';
import { startHeadstock } from './startHeadstock.ts';
import { addTuner, placeRow, sideOf, tunersOn } from './tunerRow.ts';

const derive = createDeriver();
const begun = (kind: 'in-line' | 'reversed' | 'both-sides', onBass?: number): Design => {
  const windrow = demo('windrow');
  return startHeadstock(windrow, derive(windrow).stringPlan, kind, onBass);
};
const apart = (design: Design, side: 'bass' | 'treble'): readonly number[] => {
  const places = tunersOn(design, side).map((t) => t.at);
  return places.slice(1).map((p, i) => distance(p, places[i]!));
};

describe('tuners in a row', () => {
  it('stand on a straight line, a pitch apart, the first where it is told to', () => {
    const design = placeRow(begun('in-line'), { side: 'bass', from: 35, pitch: 24, along: 'line' })!;
    expect(tunersOn(design, 'bass')[0]!.at.x).toBe(35);
    for (const d of apart(design, 'bass')) expect(d).toBeCloseTo(24, 1);
    const places = tunersOn(design, 'bass').map((t) => t.at);
    const slope = (places.at(-1)!.y - places[0]!.y) / (places.at(-1)!.x - places[0]!.x);
    for (const p of places) expect(p.y).toBeCloseTo(places[0]!.y + slope * (p.x - 35), 1);
  });
  it.each([
    ['in-line', 'bass'],
    ['reversed', 'treble'],
  ] as const)(
    'follow the edge of a headstock that is %s, so far inside it, and turn with it',
    (kind, side) => {
      const design = placeRow(begun(kind), { side, from: 34, pitch: 23, along: { inset: 11 } })!;
      const { path } = derive(design).neckPlan.headstock;
      for (const t of tunersOn(design, side)) {
        expect(depthInside(path, t.at)).toBeCloseTo(11, 1);
        expect(sideOf(t)).toBe(side);
      }
      for (const d of apart(design, side)) expect(d).toBeCloseTo(23, 1);
      expect(new Set(tunersOn(design, side).map((t) => t.turn)).size).toBeGreaterThan(1);
    },
  );
  it('have no place where the edge is too short for them, or nothing lies so far inside', () => {
    expect(
      placeRow(begun('in-line'), { side: 'bass', from: 34, pitch: 80, along: { inset: 11 } }),
    ).toBeNull();
    expect(
      placeRow(begun('in-line'), { side: 'bass', from: 34, pitch: 20, along: { inset: 60 } }),
    ).toBeNull();
    const none = begun('in-line');
    expect(placeRow(none, { side: 'treble', from: 34, pitch: 20, along: 'line' })).toBe(none);
  });
});

it('more stand on one side than on the other where they are told to', () => {
  const design = begun('both-sides', 4);
  expect([tunersOn(design, 'bass').length, tunersOn(design, 'treble').length]).toEqual([4, 2]);
  const { headstock } = derive(design).neckPlan;
  for (const t of headstock.tuners) expect(t.holeToEdge).toBeGreaterThan(3);
});

it('a tuner that was removed is added again, on the side of its neighbour and on its string', () => {
  const design = begun('both-sides');
  const without = removeTuners(design, ['t2']);
  const again = addTuner(without, derive(without).stringPlan, 5);
  const made = again.headstock.tuners.find((t) => t.string === 5)!;
  expect(sideOf(made)).toBe('bass');
  expect(Math.abs(derive(again).neckPlan.headstock.tuners[4]!.path!.sideways)).toBeLessThan(0.01);
  const first = addTuner(
    { ...design, headstock: { ...design.headstock, tuners: [] } },
    derive(design).stringPlan,
    1,
  );
  expect(first.headstock.tuners).toHaveLength(1);
});
