import type { BalanceChange } from './change.ts';

/**
 * What a change asks of a maker besides what it weighs, in points: how much it alters the looks, how much work or money it takes. A maker’s judgement
 * (docs/balance.md); a button that is moved 20 mm is about 5, a body of another wood 20.
 */
export interface Costs {
  readonly looks: number;
  readonly work: number;
}

interface Rate {
  readonly looks: readonly [once: number, each: number];
  readonly work: readonly [once: number, each: number];
}

/** Of each kind: so many points at once, so many for each mm (or g of a tuner). */
const RATES: Readonly<Record<Exclude<BalanceChange['kind'], 'two'>, Rate>> = {
  'button along': { looks: [0, 0.1], work: [2, 0] },
  'button to screw': { looks: [4, 0], work: [7, 0] },
  'button on heel': { looks: [5, 0], work: [6, 0] },
  'button behind horn': { looks: [6, 0], work: [5, 0] },
  'longer horn': { looks: [4, 1], work: [2, 0] },
  'longer tail': { looks: [4, 1.2], work: [2, 0] },
  'thinner body': { looks: [2, 2], work: [3, 0.5] },
  'other wood': { looks: [14, 0], work: [6, 0] },
  'lighter tuners': { looks: [3, 0.1], work: [6, 0.4] },
  'shorter headstock': { looks: [4, 1.2], work: [3, 0] },
  chamber: { looks: [0, 0], work: [18, 0] },
  weight: { looks: [1, 0], work: [5, 0] },
};
/** A hole that is drilled and plugged for a weight. */
const DRILLED: Costs = { looks: 4, work: 6 };

/** Added weight costs a point for so many g: a kilogram is worse than anything else here. */
const GRAMS_A_POINT = 12;

/** What a change costs in looks and work. `amount`: mm or g; null for what is done or not. */
export function costsOf(change: BalanceChange, amount: number | null): Costs {
  if (change.kind === 'two') {
    const [a, b] = [costsOf(change.first, change.amounts[0]), costsOf(change.second, change.amounts[1])];
    return { looks: a.looks + b.looks, work: a.work + b.work };
  }
  const { looks, work } = RATES[change.kind];
  const of = ([once, each]: readonly [number, number]): number =>
    once + (change.kind === 'weight' ? 0 : each * (amount ?? 0));
  const more = change.kind === 'weight' && change.hole ? DRILLED : { looks: 0, work: 0 };
  return { looks: of(looks) + more.looks, work: of(work) + more.work };
}

/** All that a change costs, in points: looks, work, and the weight that it adds (g). */
export const wholeCost = ({ looks, work }: Costs, grams: number): number =>
  looks + work + Math.max(0, grams) / GRAMS_A_POINT;
