import { describe, expect, it } from 'vitest';
import { cornered, hits, limited, pointed } from '../../../tests/findings.ts';
import { hollowBit } from './hollowBit.ts';

describe('a hollow tighter than the smallest bit', () => {
  const windrow = pointed('windrow');
  it('is found at a corner that points inward, with radius 0', () => {
    const notched = cornered(windrow, [
      [200, 40],
      [-150, 150],
      [-100, 0],
      [-150, -150],
      [200, -40],
    ]);
    expect(hits(hollowBit, notched)).toEqual([
      { subject: 'n3', where: expect.objectContaining({ x: -100, y: 0 }) as unknown, measured: 0 },
    ]);
  });
  it('is found where the bit is larger than the hollow, and only there', () => {
    // Windrow's tightest hollow has a radius of 14.3 mm.
    expect(hits(hollowBit, limited(windrow, 'smallestBit', 28))).toEqual([]);
    const found = hits(hollowBit, limited(windrow, 'smallestBit', 29));
    expect(found.length).toBeGreaterThan(0);
    for (const hit of found) {
      expect(hit.measured).toBeGreaterThan(14);
      expect(hit.measured).toBeLessThan(14.5);
    }
  });
  it('goes by the tools that are listed, where there are any', () => {
    const owning = (...diameters: readonly (number | null)[]) => ({
      ...windrow,
      tools: diameters.map((diameter, i) => ({ id: `t${i}`, kind: 'spindle' as const, diameter })),
    });
    expect(hits(hollowBit, owning(50, null)).length).toBeGreaterThan(0);
    expect(hits(hollowBit, owning(50, 25))).toEqual([]);
    expect(hits(hollowBit, owning(null))).toEqual([]);
  });
});
