import { describe, expect, it } from 'vitest';
import type { Sweep } from './sweep.ts';
import { sweepAt, sweepHeight, sweepInFrame } from './sweep.ts';

const section = { depth: 14, left: 2, right: 2 };
const sweep: Sweep = {
  half: { left: { at: 20, slope: -0.02 }, right: { at: 20, slope: -0.02 } },
  stretches: [
    { kind: 'flat', from: -300, to: -240, at: [20, 20] },
    { kind: 'blend', from: -240, to: -200, slopes: [0, null] },
    { kind: 'section', from: -200, to: 0, at: [{ ...section, depth: 16 }, section] },
  ],
  swells: [],
  frame: { tilt: 0, over: 0 },
};

describe('a sweep', () => {
  it('is half an ellipse across a section of power 2, and stays at its edge beyond it', () => {
    const half = 20 + 0.02 * 100;
    expect(sweepHeight(sweep, -100, 0)).toBeCloseTo(-15, 12);
    expect(sweepHeight(sweep, -100, half * 0.6)).toBeCloseTo(-15 * 0.8, 12);
    expect(sweepHeight(sweep, -100, -half * 0.6)).toBeCloseTo(-15 * 0.8, 12);
    expect(sweepHeight(sweep, -100, 2 * half)).toBeCloseTo(0, 12);
  });
  it('runs from one stretch into the next without a step, at every share of its width', () => {
    for (const share of [0, 0.3, 0.7, 0.99])
      for (const border of [-240, -200])
        expect(sweepAt(sweep, border + 1e-9, share, 'left')).toBeCloseTo(
          sweepAt(sweep, border, share, 'left'),
          6,
        );
  });
  it('has more wood in a swell, most in its middle and none at its ends and edges', () => {
    const swelled = { ...sweep, swells: [{ at: -50, half: 15, height: 3 }] };
    const more = (x: number, share: number): number =>
      sweepAt(sweep, x, share, 'left') - sweepAt(swelled, x, share, 'left');
    expect(more(-50, 0)).toBeCloseTo(3, 12);
    expect(more(-50, 1)).toBeCloseTo(0, 12);
    expect(more(-35, 0)).toBeCloseTo(0, 12);
    expect(more(-42, 0)).toBeGreaterThan(0);
  });
  it('refuses a blend that has no stretch to run from', () => {
    const lone: Sweep = { ...sweep, stretches: sweep.stretches.slice(1) };
    expect(() => sweepAt(lone, -220, 0, 'left')).toThrow(/between two stretches/);
  });
  it('lies so far over the face as its frame says, and no deeper than it is looked for', () => {
    const over = sweepInFrame({ ...sweep, frame: { tilt: 0, over: 4 } }, -100);
    expect(over(-100, 0)).toBeCloseTo(-11, 12);
    const tilted = sweepInFrame({ ...sweep, frame: { tilt: 0.1, over: 0 } }, -3);
    expect(tilted(-20, 0)).toBe(-3);
  });
});
