import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design, Shape } from '../design/schema.ts';
import { findAll } from '../findings/run.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { CUT_CHORD } from './cut.ts';
import { createDeriver } from '../derived/derive.ts';

const derive = createDeriver();
const plain: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const routed = (shape: Shape, bit: number | null) =>
  edits.addOpening(plain, {
    name: 'Rout',
    face: 'front',
    at: { x: -40, y: 10 },
    turn: 20,
    steps: [{ ...edits.plainStep('rout', shape, 15), bit }],
  }).design;
const areaOf = (design: Design): number =>
  polygonArea(derive(design).layout.cuts.find((c) => c.owner.kind === 'opening')!.area.polygon);
const tooFat = (design: Design) => findAll(design, derive(design)).filter((f) => f.rule === 'bit-too-fat');
const corner = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
const square: Shape = {
  kind: 'free',
  nodes: [corner('a', 20, -20), corner('b', 20, 20), corner('c', -20, 20), corner('d', -20, -20)],
};

describe('corners that follow the bit', () => {
  it('of a rectangle are the bit’s radius, or its own where that is larger', () => {
    const rect: Shape = { kind: 'rect', long: 50, wide: 30, radius: 2 };
    const expectRadius = (design: Design, r: number): void => {
      // Chords stay within CUT_CHORD of the round corners.
      const off = Math.abs(areaOf(design) - (50 * 30 - (4 - Math.PI) * r * r));
      expect(off).toBeLessThan(CUT_CHORD * 2 * Math.PI * r);
    };
    expectRadius(routed(rect, 12), 6);
    expectRadius(routed({ ...rect, radius: 9 }, 12), 9);
    expectRadius(routed(rect, null), 2);
  });
  it('of a free line are what the bit sweeps within it', () => {
    expect(areaOf(routed(square, 16))).toBeCloseTo(1600 - (4 - Math.PI) * 64, 0);
    expect(areaOf(routed(square, null))).toBeCloseTo(1600, 6);
  });
  it('never reach past the line, and a thinner bit leaves no less', () => {
    const size = fc.double({ min: 12, max: 60, noNaN: true });
    const bit = fc.double({ min: 1, max: 10, noNaN: true });
    fc.assert(
      fc.property(size, size, bit, bit, (long, wide, a, b) => {
        const [thin, fat] = [Math.min(a, b), Math.max(a, b)];
        const shape: Shape = {
          kind: 'free',
          nodes: [
            corner('a', long, 0),
            corner('b', 0, wide),
            corner('c', -long / 2, wide / 3),
            corner('d', 0, -wide),
          ],
        };
        const whole = areaOf(routed(shape, null));
        expect(areaOf(routed(shape, thin))).toBeLessThanOrEqual(whole + 1e-3);
        expect(areaOf(routed(shape, fat))).toBeLessThanOrEqual(areaOf(routed(shape, thin)) + 0.3);
      }),
      { numRuns: 60 },
    );
  });
  it('a bit that does not get in is found, one that just fits is not', () => {
    for (const shape of [
      { kind: 'slot', long: 40, wide: 10 },
      { kind: 'rect', long: 40, wide: 10, radius: 1 },
      { kind: 'circle', diameter: 10 },
      { kind: 'ring', diameter: 10, holes: 3, across: 60 },
    ] as const satisfies readonly Shape[]) {
      expect(tooFat(routed(shape, 10)), shape.kind).toEqual([]);
      const hits = tooFat(routed(shape, 10.5));
      expect(hits.length, shape.kind).toBe(shape.kind === 'ring' ? 3 : 1);
      expect(hits[0]!.measured).toBe(10.5);
    }
    expect(tooFat(routed(square, 41))).toHaveLength(1);
    expect(tooFat(routed(square, null))).toEqual([]);
  });
});
