import { describe, expect, it } from 'vitest';
import { cornered, demo, hits, limited } from '../../../tests/findings.ts';
import { bridgeOff } from './bridgeOff.ts';

const box = (tail: number, half: number) =>
  cornered(demo('windrow'), [
    [240, half],
    [tail, half],
    [tail, -half],
    [240, -half],
  ]);

describe('a bridge off the body', () => {
  it('is found where a saddle stands outside, with how far', () => {
    const [hit] = hits(bridgeOff, box(20, 150));
    expect(hit!.subject).toBe('bridge');
    // The saddles stand a little tailward of the bridge line, which is 20 mm outside.
    expect(hit!.measured).toBeLessThan(-20);
    expect(hit!.measured).toBeGreaterThan(-25);
  });
  it('is found where too little wood lies round it', () => {
    const narrow = box(-150, 30);
    const outer = demo('windrow').strings.bridgeSpread / 2;
    expect(hits(bridgeOff, narrow)[0]!.measured).toBeCloseTo(30 - outer, 6);
    expect(hits(bridgeOff, limited(narrow, 'bridgeToEdge', 3))).toEqual([]);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)('is not found in %s', (name) =>
    expect(hits(bridgeOff, demo(name))).toEqual([]),
  );
});
