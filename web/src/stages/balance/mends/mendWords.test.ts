import type { BalanceChange, BalanceMend, Standing } from '@pelkin/core';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../../../core/tests/findings.ts';
import { changesOf, costWords, titleOf } from './mendWords.ts';

const standing = (mass: number, tailward: number | null): Standing => ({ load: 1, mass, tailward });
const mend = (change: BalanceChange, amount: number | null, after = standing(3500, 210)): BalanceMend => ({
  change,
  amount,
  before: standing(3500, 210),
  after,
  mends: true,
  costs: { looks: 5, work: 0 },
  cost: 1,
});
const windrow = demo('windrow');
const at = { x: 0, y: 0 };

describe('a mend in words', () => {
  it.each([
    [
      { kind: 'button along', part: 'p1', along: 12, at, turn: 0 },
      12,
      'Horn button 12.0 mm along the edge, towards the nut’s end',
    ],
    [
      { kind: 'button along', part: 'p1', along: -12, at, turn: 0 },
      12,
      'Horn button 12.0 mm along the edge, away from the nut’s end',
    ],
    [{ kind: 'button to screw', part: 'p1', screw: 2 }, null, 'Horn button under neck screw 3'],
    [{ kind: 'button on heel', part: 'p1', at }, null, 'Horn button on the back, at the heel'],
    [{ kind: 'longer horn', tip: at, by: 8 }, 8, 'Horn 8.0 mm longer'],
    [{ kind: 'longer tail', tail: -170, by: 5 }, 5, 'Tail 5.0 mm longer'],
    [{ kind: 'thinner body', by: 2.5 }, 2.5, 'Body 2.5 mm thinner'],
    [{ kind: 'other wood', piece: 'neck', name: 'Maple, hard' }, null, 'Neck of Maple, hard'],
    [{ kind: 'lighter tuners', by: 9 }, 9, 'Lighter tuners: 6 × 9 g less'],
    [{ kind: 'shorter headstock', by: 10 }, 10, 'Headstock 10.0 mm shorter'],
    [{ kind: 'chamber', at, across: 60, deep: 30 }, null, 'Chamber under the front, 60.0 mm across'],
    [{ kind: 'button behind horn', part: 'p1', at }, null, 'Horn button on the back, behind the horn'],
    [
      {
        ...{ kind: 'weight', mass: 120, place: 'Control cavity', hole: null },
        slug: { at, deep: 20, across: 30, high: 15 },
      },
      120,
      '120 g of lead, 30.0 mm across, 15.0 mm high, in Control cavity',
    ],
    [
      {
        ...{ kind: 'weight', mass: 120, place: 'Hole for a weight', hole: { across: 30, deep: 19 } },
        slug: { at, deep: 30, across: 30, high: 15 },
      },
      120,
      '120 g of lead, 30.0 mm across, 15.0 mm high, in a hole drilled 19.0 mm deep from the back',
    ],
    [
      {
        ...{ kind: 'two', amounts: [8, 9] },
        first: { kind: 'longer horn', tip: at, by: 8 },
        second: { kind: 'lighter tuners', by: 9 },
      },
      null,
      'Horn 8.0 mm longer, and lighter tuners: 6 × 9 g less',
    ],
  ] as const)('%o', (change, amount, words) => {
    expect(titleOf(mend(change as BalanceChange, amount), windrow, 'mm')).toBe(words);
  });
  it('is in the user’s unit', () => {
    expect(titleOf(mend({ kind: 'longer tail', tail: 0, by: 25.4 }, 25.4), windrow, 'in')).toMatch(
      /^Tail 1\.000? in longer$/,
    );
  });
  it('says what it costs in looks and work', () => {
    expect(costWords({ costs: { looks: 0, work: 5 } })).toBe('Change of looks: none. Work: little.');
    expect(costWords({ costs: { looks: 12, work: 40 } })).toBe('Change of looks: some. Work: much.');
  });
  it('says what else changes, and nothing of what does not', () => {
    const kind = { kind: 'longer tail', tail: 0, by: 1 } as const;
    expect(changesOf(mend(kind, 1, standing(3500.4, 210.3)))).toBe('same weight');
    expect(changesOf(mend(kind, 1, standing(3512, 214)))).toBe('+12 g, balance point +4 mm');
    expect(changesOf(mend(kind, 1, standing(3400, 200)))).toBe('−100 g, balance point −10 mm');
    expect(changesOf(mend(kind, 1, standing(3400, null)))).toBe('−100 g');
  });
});
