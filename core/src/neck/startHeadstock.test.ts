import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { signedArea } from '../geometry/closedPath.ts';
import { findAll } from '../findings/run.ts';
import { LEAST_TO_EDGE } from './headstockPlan.ts';
import { HEADSTOCK_STARTS, startHeadstock } from './startHeadstock.ts';
import { LEAST_BREAK, LEAST_CLEARANCE, MOST_BREAK, MOST_SIDEWAYS } from './stringPaths.ts';

const derive = createDeriver();
const designs = [
  ...[1, 3, 4, 5, 6, 7, 8, 9, 12].map((n) => newDesign('Skiff', n, 640)),
  ...[4, 5, 6].map((n) => newDesign('Punt', n, 860)),
  ...(['windrow', 'skerry', 'fathom'] as const).map(demo),
];

describe.each(HEADSTOCK_STARTS)('a headstock begun %s', (kind) => {
  it.each(designs.map((d) => [`${d.name}, ${d.strings.count} strings`, d] as const))(
    'of %s needs no mending',
    (_, design) => {
      const begun = startHeadstock(design, derive(design).stringPlan, kind);
      expect(designRefusals(begun)).toEqual([]);
      const { headstock } = derive(begun).neckPlan;
      expect(signedArea(headstock.path)).toBeGreaterThan(0);
      expect(pathCrossings(headstock.path).crossings).toEqual([]);
      expect(headstock.tuners).toHaveLength(kind === 'headless' ? 0 : design.strings.count);
      for (const { path, breakAngle, holeToEdge, over, nearest, string } of headstock.tuners) {
        expect(string).not.toBeNull();
        expect(Math.abs(path!.sideways)).toBeLessThan(MOST_SIDEWAYS);
        expect(path!.clearance ?? Infinity).toBeGreaterThan(LEAST_CLEARANCE);
        expect(breakAngle!).toBeGreaterThan(LEAST_BREAK);
        expect(breakAngle!).toBeLessThan(MOST_BREAK);
        expect(holeToEdge).toBeGreaterThan(LEAST_TO_EDGE);
        expect(over).toBeLessThan(0.5);
        expect(nearest?.apart ?? 10).toBeGreaterThan(0);
      }
    },
  );
});

it.each([
  ['3+3', 6, 3, 640],
  ['4+2', 6, 4, 640],
  ['2+4', 6, 2, 640],
  ['2+2', 4, 2, 860],
  ['3+1', 4, 3, 860],
  ['4+3', 7, 4, 660],
  ['6+6', 12, 6, 640],
] as const)('posts, keys and outline of %s agree: nothing is found', (_, count, onBass, scale) => {
  const design = newDesign('Skiff', count, scale);
  const begun = startHeadstock(design, derive(design).stringPlan, 'both-sides', onBass);
  const found = findAll(begun, derive(begun)).filter((f) => f.stage === 'neck');
  expect(found.map((f) => `${f.rule} ${f.subject}`)).toEqual([]);
  const onSide = begun.headstock.tuners.filter((t) => t.turn === 0);
  expect(onSide).toHaveLength(onBass);
  // Strings are counted from the treble side: the lowest numbers are wound there.
  expect(begun.headstock.tuners.map((t) => t.string)).toEqual(
    Array.from({ length: count }, (_x, i) => i + 1),
  );
  expect(onSide.map((t) => t.string)).toEqual(
    Array.from({ length: onBass }, (_x, i) => count - onBass + 1 + i),
  );
});

it('a key that is over the wood is found', () => {
  const design = demo('windrow');
  const turned: Design = {
    ...design,
    headstock: {
      ...design.headstock,
      tuners: design.headstock.tuners.map((t, i) => (i === 2 ? { ...t, turn: t.turn + 180 } : t)),
    },
  };
  const over = (d: Design) => findAll(d, derive(d)).filter((f) => f.rule === 'tuner-key');
  expect(over(design)).toEqual([]);
  const [hit] = over(turned);
  expect(hit!.subject).toBe(`${design.headstock.tuners[2]!.string}`);
  expect(hit!.measured).toBeGreaterThan(3);
});

it('keeps the tuners that were measured', () => {
  const design = startHeadstock(demo('windrow'), derive(demo('windrow')).stringPlan, 'in-line');
  const spec = {
    ...design.headstock.tuners[0]!.spec,
    name: 'Measured',
    measures: { post: 8, long: 30, wide: 20 },
  };
  const measured = {
    ...design,
    headstock: { ...design.headstock, tuners: [{ ...design.headstock.tuners[0]!, spec }] },
  };
  const again = startHeadstock(measured, derive(measured).stringPlan, 'both-sides');
  expect(again.headstock.tuners).toHaveLength(6);
  expect(new Set(again.headstock.tuners.map((t) => t.spec.name))).toEqual(new Set(['Measured']));
});
