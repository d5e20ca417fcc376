import { describe, expect, it } from 'vitest';
import { demo, pointed } from '../../tests/findings.ts';
import { FAMILY_STARTS } from './families.ts';
import { reshapeDesign } from './reshapeDesign.ts';
import { startDesign } from './startDesign.ts';
import type { ShapeKey } from './shapeMeasures.ts';
import { RATIOS } from './proportion.ts';
import type { Ratio } from './reshapeRatio.ts';
import { isExact, ratioNow, reshapeHolding, reshapeRatio } from './reshapeRatio.ts';
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

describe('a measure typed beside held ratios', () => {
  const ratio: Ratio = { of: 'lowerBout', to: 'waist', value: Math.SQRT2 };
  const one = made(windrow, ratio, 'waist');
  it('takes along what they tie to it, and they stay exact, however often', () => {
    let now = one;
    for (const mm of [224, 226, 223.5, 230]) {
      const next = reshapeHolding(now, 'waist', mm, [ratio]);
      if (!next.ok) throw new Error(next.message);
      now = next.design;
      expect(of(now).waist).toBeCloseTo(mm, 1);
      expect(isExact(of(now), ratio)).toBe(true);
    }
    // Released, the other stays where it is.
    const free = reshapeHolding(now, 'waist', 226, []);
    if (!free.ok) throw new Error(free.message);
    expect(of(free.design).lowerBout).toBeCloseTo(of(now).lowerBout!, 1);
    expect(free.also).toEqual([]);
  });
});

describe('hand-drawn bodies', () => {
  it.each([
    ['Windrow', windrow],
    ['Skerry', demo('skerry')],
    ['Fathom', demo('fathom')],
    ['pointed Windrow', pointed('windrow')],
    ['pointed Fathom', pointed('fathom')],
  ] as const)('%s takes every measure 6 mm more and less; what moved with it is listed', (_, design) => {
    const shape = of(design);
    for (const key of Object.keys(shape) as ShapeKey[])
      for (const by of [-6, 6]) {
        const next = reshapeDesign(design, key, shape[key]! + by, 'all measures');
        if (!next.ok) throw new Error(`${key} ${by}: ${next.message}`);
        const after = of(next.design);
        expect([key, Math.abs(after[key]! - shape[key]! - by) < 0.5]).toEqual([key, true]);
        for (const other of Object.keys(shape) as ShapeKey[]) {
          const moved = after[other] === undefined ? 0 : after[other] - shape[other]!;
          if (other !== key && Math.abs(moved) > 0.1)
            expect(next.also.find((a) => a.key === other)?.by).toBeCloseTo(moved, 6);
        }
      }
  });
  it('that are linked list what the link moved on the other side', () => {
    const started = startDesign(
      'Skiff',
      'two-horns',
      { ...FAMILY_STARTS['two-horns'], waistOffset: 0, hornReachTreble: 98, cutawayTreble: 112 },
      6,
      640,
    );
    if (!started.ok) throw new Error(started.contradictions[0]!.message);
    expect(started.design.outline.mirror.length).toBeGreaterThan(2);
    const next = reshapeDesign(started.design, 'hornReachBass', 110);
    if (!next.ok) throw new Error(next.message);
    expect(next.also.find((a) => a.key === 'hornReachTreble')!.by).toBeCloseTo(12, 0);
  });
});
