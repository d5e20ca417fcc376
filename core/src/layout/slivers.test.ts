import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design, OpeningStep } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/run.ts';
import { mended, wordsOfMend } from './mending.ts';

const derive = createDeriver();
const plain: Design = { ...demo('windrow'), parts: [], runs: [], openings: [], guards: [] };
const opening = (
  d: Design,
  name: string,
  shape: OpeningStep['shape'],
  at: { x: number; y: number },
  depth: number,
  turn = 0,
): Design =>
  edits.addOpening(d, { name, face: 'front', at, turn, steps: [edits.plainStep(name, shape, depth)] }).design;
const rect = (long: number, wide: number) => ({ kind: 'rect', long, wide, radius: 4 }) as const;
const slivers = (d: Design) => findAll(d, derive(d)).filter((f) => f.rule === 'sliver');

describe('a sliver between two routs', () => {
  it('is found, and closed in one press as deep as the shallower of them', () => {
    const left = opening(plain, 'Left', rect(40, 30), { x: 0, y: 50 }, 20);
    const both = opening(left, 'Right', rect(30, 24), { x: 36, y: 48 }, 12);
    const [found, ...more] = slivers(both);
    expect(more).toEqual([]);
    expect(found!.measured).toBeCloseTo(1, 6);
    expect(wordsOfMend(found!.mend!, both, 'mm')).toBe(
      'Rout the wood between them away, 12.0 mm deep from the front.',
    );
    const closed = mended(both, found!.mend!, derive(both));
    expect(closed.openings).toHaveLength(3);
    expect(slivers(closed)).toEqual([]);
    expect(findAll(closed, derive(closed)).filter((f) => f.rule === 'wall-thin')).toEqual([]);
  });
  it('is none where the wall is thicker, where a hole is drilled beside a rout, or under the user’s own limit', () => {
    const left = opening(plain, 'Left', rect(40, 30), { x: 0, y: 50 }, 20);
    expect(slivers(opening(left, 'Right', rect(30, 24), { x: 38, y: 50 }, 12))).toEqual([]);
    expect(slivers(opening(left, 'Hole', { kind: 'circle', diameter: 8 }, { x: 25, y: 50 }, 12))).toEqual([]);
    const near = opening(left, 'Right', rect(30, 24), { x: 36, y: 48 }, 12);
    expect(slivers(edits.setLimit(near, 'sliver', 0.5))).toEqual([]);
  });
  it('is closed wherever and however it lies, and nothing beside it is cut', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -80, max: 80 }),
        fc.integer({ min: 2, max: 18 }),
        fc.integer({ min: -8, max: 8 }),
        (turn, tenths, aside) => {
          const rad = (turn * Math.PI) / 180;
          const apart = 30 + tenths / 10;
          const at = {
            x: Number((apart * Math.cos(rad) - aside * Math.sin(rad)).toFixed(3)),
            y: Number((30 + apart * Math.sin(rad) + aside * Math.cos(rad)).toFixed(3)),
          };
          const left = opening(plain, 'Left', rect(30, 40), { x: 0, y: 30 }, 20, turn);
          const both = opening(left, 'Right', rect(30, 30), at, 15, turn);
          const [found] = slivers(both);
          expect(found?.mend?.kind).toBe('join');
          const closed = mended(both, found!.mend!, derive(both));
          expect(slivers(closed)).toEqual([]);
        },
      ),
      { numRuns: 25 },
    );
  });
});
