import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import { linkMirror } from '../design/mirrorEdits.ts';
import { isStraight } from '../geometry/cubic.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { createDeriver } from '../derived/derive.ts';
import { findLumps } from './lumps.ts';
import { reshapeDesign } from './reshapeDesign.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_KEYS, shapeMeasures, shapeOf } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';
import { startDesign } from './startDesign.ts';
import type { Family } from './families.ts';
import { FAMILIES, FAMILY_KEYS, FAMILY_STARTS, isStraightSided } from './families.ts';
import { PROMISED, startOutline } from './start.ts';

const seat = { x: 254, half: 29 };
const start = (family: Family, change: ShapeMeasures = {}) =>
  startOutline(family, { ...FAMILY_STARTS[family], ...change }, seat);
const shoulder = (family: Family, m: ShapeMeasures): number | null =>
  isStraightSided(family) ? m.upperBoutAt! : null;

describe.each(FAMILIES)('a body begun as %s', (family) => {
  it('has every measure within half a millimetre, by at most 16 fair nodes', () => {
    const begun = start(family);
    if (!begun.ok) throw new Error(begun.contradictions[0]!.message);
    const { nodes } = begun.outline;
    expect(nodes.filter((n) => n.kind === 'fair').length).toBeLessThanOrEqual(16);
    const path = solveOutline(nodes);
    const has = shapeMeasures(path, shoulder(family, FAMILY_STARTS[family]));
    for (const key of FAMILY_KEYS[family])
      expect(Math.abs(has[key]! - FAMILY_STARTS[family][key]!), key).toBeLessThan(PROMISED);
    expect(pathCrossings(path).crossings).toEqual([]);
    expect(findLumps(path, 0.15)).toEqual([]);
  });
  it('meets any measures near those, or says which contradict each other', () => {
    const keys = FAMILY_KEYS[family];
    let met = 0;
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.93, max: 1.07, noNaN: true }), {
          minLength: keys.length,
          maxLength: keys.length,
        }),
        (ks) => {
          const wanted = Object.fromEntries(keys.map((k, i) => [k, FAMILY_STARTS[family][k]! * ks[i]!]));
          const begun = startOutline(family, wanted, seat);
          if (!begun.ok)
            return (
              begun.contradictions.length > 0 && begun.contradictions.every((c) => c.message.length > 20)
            );
          met += 1;
          const has = shapeMeasures(solveOutline(begun.outline.nodes), shoulder(family, wanted));
          return keys.every((k) => Math.abs(has[k]! - wanted[k]!) < PROMISED);
        },
      ),
      { numRuns: 40, seed: 4 },
    );
    expect(met).toBeGreaterThan(20);
  });
  it('makes a design that can be kept', () => {
    for (const [count, scale] of [
      [4, 762],
      [6, 628],
      [7, 660],
    ] as const) {
      const begun = startDesign('Begun', family, FAMILY_STARTS[family], count, scale);
      if (begun.ok) expect(designRefusals(begun.design)).toEqual([]);
      else expect(begun.contradictions.length).toBeGreaterThan(0);
    }
  });
});

describe('measures that contradict each other', () => {
  const keysOf = (family: Family, change: ShapeMeasures): readonly ShapeKey[] => {
    const begun = start(family, change);
    return begun.ok ? [] : begun.contradictions.flatMap((c) => c.keys);
  };
  it.each([
    ['a waist wider than a bout', 'two-horns', { waist: 300 }, ['waist', 'upperBout']],
    ['a waist before the lower bout', 'rounded', { waistAt: 90 }, ['lowerBoutAt', 'waistAt']],
    ['an upper bout past the horn', 'two-horns', { upperBoutAt: 450 }, ['upperBoutAt']],
    [
      'a cutaway that does not reach the neck',
      'two-horns',
      { cutawayBass: 60 },
      ['cutawayBass', 'hornReachBass'],
    ],
    ['a cutaway down to the waist', 'one-horn', { cutawayTreble: 240 }, ['cutawayTreble', 'waistAt']],
    [
      'a body that ends before the bridge',
      'rounded',
      { length: 250, upperBoutAt: 220, waistAt: 160 },
      ['length'],
    ],
    ['an offset that passes a bout', 'two-horns', { waistOffset: 118, waistAt: 160 }, ['waistOffset']],
    ['a wedge that narrows to its tail', 'wedge', { lowerBout: 150 }, ['upperBout', 'lowerBout']],
    ['no wood beside the neck', 'two-horns', { upperBout: 90, waist: 80 }, ['upperBout']],
    ['a tail that overhangs its bout', 'swept-tail', { tailOverhang: 100 }, ['tailOverhang', 'lowerBoutAt']],
  ] as const)('%s', (_name, family, change, keys) => {
    const found = keysOf(family, change);
    for (const key of keys) expect(found).toContain(key);
  });
  it('that are missing or no numbers are named', () => {
    expect(keysOf('rounded', { length: NaN })).toEqual(['length']);
    const { waist: _gone, ...rest } = FAMILY_STARTS.rounded;
    expect(startOutline('rounded', rest, seat)).toMatchObject({
      ok: false,
      contradictions: [{ keys: ['waist'] }],
    });
  });
});

describe('a typed measure', () => {
  const windrow = demo('windrow');
  const of = (design: typeof windrow): ShapeMeasures => shapeOf(createDeriver()(design).measures);
  it.each(SHAPE_KEYS.filter((k) => of(windrow)[k] !== undefined))(
    'reshapes the demo by its %s and keeps the rest',
    (key) => {
      const before = of(windrow);
      for (const by of [4, -4]) {
        const reshaped = reshapeDesign(windrow, key, before[key]! + by, 'all measures');
        if (!reshaped.ok) throw new Error(reshaped.message);
        const after = of(reshaped.design);
        for (const k of SHAPE_KEYS)
          if (before[k] !== undefined)
            expect(Math.abs(after[k]! - before[k] - (k === key ? by : 0)), k).toBeLessThan(0.5);
        expect(findLumps(solveOutline(reshaped.design.outline.nodes), 0.3)).toEqual([]);
        // The neck's seat is what the strings need it to be.
        expect(createDeriver()(reshaped.design).measures.neck!.heelX).toBeCloseTo(236, 6);
      }
    },
  );
  it('keeps linked sides each other’s image', () => {
    const linked = linkMirror(newDesign('Linked'), 'bass');
    const reshaped = reshapeDesign(linked, 'lowerBout', of(linked).lowerBout! + 12);
    if (!reshaped.ok) throw new Error(reshaped.message);
    const { nodes, mirror } = reshaped.design.outline;
    const at = (id: string) => nodes.find((n) => n.id === id)!;
    for (const [a, b] of mirror) {
      expect(at(a).x).toBe(at(b).x);
      expect(at(a).y).toBeCloseTo(-at(b).y, 12);
    }
    expect(of(reshaped.design).lowerBout).toBeCloseTo(of(linked).lowerBout! + 12, 1);
    expect(reshapeDesign(linked, 'waistOffset', 10)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/linked/) as string,
    });
  });
  it('is refused in words where the outline has no such place, or no smooth change gives it', () => {
    expect(reshapeDesign(windrow, 'tailOverhang', 10)).toMatchObject({ ok: false });
    const wide = reshapeDesign(windrow, 'waist', 600);
    expect(wide).toMatchObject({ ok: false, message: expect.stringMatching(/smaller steps/) as string });
  });
});

it('the sides of a straight-sided body are plain straight lines, and a V’s notch stays clear of the bridge', () => {
  for (const family of ['wedge', 'straight-v'] as const) {
    const begun = start(family);
    if (!begun.ok) throw new Error(begun.contradictions[0]!.message);
    const long = solveOutline(begun.outline.nodes).filter(
      (c) => isStraight(c) && Math.hypot(c.p3.x - c.p0.x, c.p3.y - c.p0.y) > 100,
    );
    expect(long, family).toHaveLength(family === 'wedge' ? 2 : 4);
  }
  const deep = start('straight-v', { tailOverhang: 200 });
  expect(deep.ok ? '' : deep.contradictions[0]!.message).toContain('of the bridge');
  const blunt = start('straight-v', { lowerBoutAt: 120 });
  expect(blunt.ok ? [] : blunt.contradictions[0]!.keys).toContain('lowerBoutAt');
});
