import { describe, expect, it } from 'vitest';
import { cornered, demo, hits } from '../../../tests/findings.ts';
import { crossing } from './crossing.ts';

describe('an outline that crosses itself', () => {
  const plain = demo('windrow');
  it('is found, at the crossing', () => {
    const bow = cornered(plain, [
      [0, 0],
      [100, 100],
      [100, 0],
      [0, 100],
    ]);
    const [hit] = hits(crossing, bow);
    expect(hit!.where!.x).toBeCloseTo(50, 6);
    expect(hit!.where!.y).toBeCloseTo(50, 6);
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)('is not found in %s', (name) =>
    expect(hits(crossing, demo(name))).toEqual([]),
  );
});
