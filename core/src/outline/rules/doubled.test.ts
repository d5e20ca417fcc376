import { describe, expect, it } from 'vitest';
import { cornered, demo, hits } from '../../../tests/findings.ts';
import { doubled } from './doubled.ts';

describe('a doubled line', () => {
  const plain = demo('windrow');
  it('is found, with its length', () => {
    // Out to the right and back over the same line for 40 mm.
    const spur = cornered(plain, [
      [0, 0],
      [100, 0],
      [140, 0],
      [100, 0.001],
      [100, 100],
      [0, 100],
    ]);
    const [hit] = hits(doubled, spur);
    expect(hit!.measured).toBeGreaterThan(39);
    expect(hit!.measured).toBeLessThan(41);
  });
  it('is not found where lines only meet, or run beside each other', () => {
    expect(hits(doubled, plain)).toEqual([]);
    const near = cornered(plain, [
      [0, 0],
      [100, 0],
      [140, 0],
      [100, 0.5],
      [100, 100],
      [0, 100],
    ]);
    expect(hits(doubled, near)).toEqual([]);
  });
});
