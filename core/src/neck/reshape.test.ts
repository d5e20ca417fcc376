import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import { fullnessThrough, thicknessThrough } from './reshape.ts';
import { shareOfDepth, thicknessAt } from './shaft.ts';

describe('a section that is pulled', () => {
  it('goes through the place that it is pulled to, as far as it may be typed', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (s, ratio) => {
          const p = fullnessThrough(s, ratio);
          expect(p).toBeGreaterThanOrEqual(1);
          expect(p).toBeLessThanOrEqual(6);
          if (p > 1 && p < 6) expect(shareOfDepth(s, p)).toBeCloseTo(ratio, 3);
        },
      ),
    ));
  it('is as thick there as it is pulled, by the nearer of the typed thicknesses', () => {
    const design = demo('windrow');
    const derive = createDeriver();
    const { shaft } = derive(design).neckPlan;
    for (const [u, of] of [
      [40, 'atFret1'],
      [330, 'atFret12'],
    ] as const) {
      const change = thicknessThrough(shaft, u, 23);
      expect(Object.keys(change)).toEqual([of]);
      const changed = derive(edits.editShaft(design, change)).neckPlan.shaft;
      expect(thicknessAt(changed, u)).toBeCloseTo(23, 1);
    }
  });
});
