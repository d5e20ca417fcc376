import type { BalanceMend, Design, DisplayUnit } from '@pelkin/core';
import { lengthWithUnit } from '@pelkin/core';
import { PIECE_WORDS } from '../../../woods/words.ts';

/** What a fix does, in a few words, and as the name of its step. */
export function titleOf(
  { change, amount }: Pick<BalanceMend, 'change' | 'amount'>,
  design: Design,
  units: DisplayUnit,
): string {
  const mm = (v: number): string => lengthWithUnit(v, units, 1);
  switch (change.kind) {
    case 'button along':
      return `Horn button ${mm(Math.abs(change.along))} along the edge, ${change.along > 0 ? 'towards the nut’s end' : 'away from the nut’s end'}`;
    case 'button to screw':
      return `Horn button under neck screw ${change.screw + 1}`;
    case 'button on heel':
      return 'Horn button on the back, at the heel';
    case 'button behind horn':
      return 'Horn button on the back, behind the horn';
    case 'longer horn':
      return `Horn ${mm(amount ?? 0)} longer`;
    case 'longer tail':
      return `Tail ${mm(amount ?? 0)} longer`;
    case 'thinner body':
      return `Body ${mm(amount ?? 0)} thinner`;
    case 'other wood':
      return `${PIECE_WORDS[change.piece]} of ${change.name}`;
    case 'lighter tuners':
      return `Lighter tuners: ${design.headstock.tuners.length} × ${amount ?? 0} g less`;
    case 'shorter headstock':
      return `Headstock ${mm(amount ?? 0)} shorter`;
    case 'chamber':
      return `Chamber under the front, ${mm(change.across)} across`;
    case 'weight': {
      const slug = `${mm(change.slug.across)} across, ${mm(change.slug.high)} high`;
      return change.hole
        ? `${change.mass} g of lead, ${slug}, in a hole drilled ${mm(change.hole.deep)} deep from the back`
        : `${change.mass} g of lead, ${slug}, in ${change.place}`;
    }
    case 'two': {
      const [a, b] = change.amounts;
      const second = titleOf({ change: change.second, amount: b }, design, units);
      return `${titleOf({ change: change.first, amount: a }, design, units)}, and ${second.charAt(0).toLowerCase()}${second.slice(1)}`;
    }
  }
}

const signed = (v: number, digits: number): string => `${v > 0 ? '+' : '−'}${Math.abs(v).toFixed(digits)}`;

/** What else it changes. */
export function changesOf({ before, after }: BalanceMend): string {
  const grams = after.mass - before.mass;
  const point = before.tailward !== null && after.tailward !== null ? after.tailward - before.tailward : 0;
  return [
    Math.abs(grams) >= 1 ? `${signed(grams, 0)} g` : 'same weight',
    ...(Math.abs(point) >= 0.5 ? [`balance point ${signed(point, 0)} mm`] : []),
  ].join(', ');
}

/** Points of a cost up to which it is called so. */
const LEVELS = [
  [0.5, 'none'],
  [6, 'little'],
  [14, 'some'],
  [Infinity, 'much'],
] as const;
const level = (points: number): string => LEVELS.find(([most]) => points <= most)![1];

/** What it costs besides its weight. */
export const costWords = ({ costs: { looks, work } }: Pick<BalanceMend, 'costs'>): string =>
  `Change of looks: ${level(looks)}. Work: ${level(work)}.`;
