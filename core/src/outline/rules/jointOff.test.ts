import { describe, expect, it } from 'vitest';
import { demo, hits, limited, withNodes } from '../../../tests/findings.ts';
import { jointOff } from './jointOff.ts';

describe('a joint off the body', () => {
  const windrow = demo('windrow');
  const moved = withNodes(windrow, (n) => ({ ...n, x: n.x - 30 }));
  it('is found with its distance from the body’s edge', () => {
    const [hit] = hits(jointOff, moved);
    // The edge stands at 236 − 30, the joint at 628 · 2^(−17/12).
    expect(hit!.measured).toBeCloseTo(628 * 2 ** (-17 / 12) - 206, 6);
  });
  it('is found where the body does not lie across the centre line at all', () => {
    const beside = withNodes(windrow, (n) => ({ ...n, y: n.y + 300 }));
    expect(hits(jointOff, beside)).toEqual([
      { subject: 'joint', where: expect.anything() as unknown, measured: null },
    ]);
  });
  it('is not found within the limit', () => {
    expect(hits(jointOff, windrow)).toEqual([]);
    expect(hits(jointOff, limited(moved, 'jointToEdge', 40))).toEqual([]);
  });
});
