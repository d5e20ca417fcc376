import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { simulatedScale, simulatedTrial } from './trial.ts';

describe('a simulated trial', () => {
  const derive = createDeriver();
  const design = demo('windrow');
  const trials = Array.from({ length: 12 }, (_, i) => simulatedTrial(design, derive, i + 1)!);
  it('finds what was made within the estimate’s range, and weighing narrows that', () => {
    expect(trials.filter((t) => t.holds.estimated).length).toBeGreaterThanOrEqual(10);
    for (const { made, weighed, estimated, holds } of trials) {
      expect(holds.weighed).toBe(true);
      expect(weighed.to - weighed.from).toBeLessThan((estimated.to - estimated.from) / 4);
      expect(Math.abs(weighed.likely - made)).toBeLessThan(8);
    }
  });
  it('is the same for the same seed, and hangs it on three players', () => {
    expect(simulatedTrial(design, derive, 3)).toEqual(trials[2]);
    expect(trials[0]!.players.map((p) => p.name)).toEqual(['small', 'middling', 'tall']);
    for (const p of trials[0]!.players) expect(p.load).not.toBeNull();
  });
  it('weighs in steps of a gram, nearly right', () => {
    const { read } = simulatedScale(7);
    for (const mass of [3, 40, 612, 3500]) {
      expect(Number.isInteger(read(mass))).toBe(true);
      expect(Math.abs(read(mass) - mass)).toBeLessThan(1.5 + mass * 0.001);
    }
  });
});
