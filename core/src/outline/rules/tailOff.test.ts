import { describe, expect, it } from 'vitest';
import { cornered, demo, hits, limited } from '../../../tests/findings.ts';
import { tailOff } from './tailOff.ts';

const ending = (x: number) =>
  cornered(demo('skerry'), [
    [300, 120],
    [x, 120],
    [x, -120],
    [300, -120],
  ]);

describe('a body that ends too near behind the bridge', () => {
  it('is found with what there is', () => {
    expect(hits(tailOff, ending(-18))).toEqual([{ subject: 'tail', where: { x: -18, y: 0 }, measured: 18 }]);
    expect(hits(tailOff, ending(12))[0]!.measured).toBe(-12);
  });
  it('is not found with enough behind it, by the user’s own measure', () => {
    expect(hits(tailOff, ending(-26))).toEqual([]);
    expect(hits(tailOff, limited(ending(-26), 'tailBehindBridge', 30))).toHaveLength(1);
    expect(hits(tailOff, demo('fathom'))).toEqual([]);
  });
});
