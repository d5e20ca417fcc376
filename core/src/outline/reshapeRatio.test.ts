import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { RATIOS } from './proportion.ts';
import type { Ratio } from './reshapeRatio.ts';
import { isExact, ratioNow, reshapeRatio } from './reshapeRatio.ts';
import { shapeMeasures } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

const windrow = demo('windrow');
const of = (d: typeof windrow) => shapeMeasures(solveOutline(d.outline.nodes));
const made = (
  d: typeof windrow,
  ...wish: Parameters<typeof reshapeRatio> extends [unknown, ...infer A] ? A : never
) => {
  const answer = reshapeRatio(d, ...wish);
  if (!answer.ok) throw new Error(answer.message);
  return answer.design;
};

describe('a ratio made exact', () => {
  const first: Ratio = { of: 'length', to: 'lowerBout', value: 1.5 };
  const second: Ratio = { of: 'lowerBout', to: 'waist', value: Math.SQRT2 };
  it('is had by the measurement that gives way, either of the two', () => {
    for (const gives of ['length', 'lowerBout'] as const) {
      const d = made(windrow, first, gives);
      expect(isExact(of(d), first)).toBe(true);
      const stays = gives === 'length' ? 'lowerBout' : 'length';
      expect(of(d)[stays]).toBeCloseTo(of(windrow)[stays]!, 1);
    }
  });
  it('does not undo the one made before, when that is held', () => {
    const one = made(windrow, first, 'length');
    const two = made(one, second, 'waist', [first]);
    expect([isExact(of(two), first), isExact(of(two), second)]).toEqual([true, true]);
    // The lower bout gives way: the length goes with it.
    const other = made(one, second, 'lowerBout', [first]);
    expect([isExact(of(other), first), isExact(of(other), second)]).toEqual([true, true]);
    expect(of(other).waist).toBeCloseTo(of(one).waist!, 1);
  });
  it('that held ratios forbid is refused with the reason', () => {
    const one = made(windrow, first, 'length');
    const tied: Ratio = { of: 'length', to: 'lowerBout', value: 2 };
    expect(reshapeRatio(one, tied, 'length', [first]).ok).toBe(reshapeRatio(one, tied, 'length').ok);
    const two = made(one, second, 'waist', [first]);
    expect(
      reshapeRatio(two, { of: 'length', to: 'waist', value: 2 }, 'length', [first, second]),
    ).toMatchObject({
      ok: false,
      message: expect.stringContaining('release one of them'),
    });
  });
  it('can be 2:1 too', () => {
    expect(RATIOS.map((r) => r.name)).toContain('2:1');
    expect(ratioNow({ length: 400, lowerBout: 200 }, { of: 'lowerBout', to: 'length' })).toBe(2);
    expect(ratioNow({ length: 400 }, { of: 'lowerBout', to: 'length' })).toBeNull();
  });
});
