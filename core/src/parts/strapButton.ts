import type { PartSpec } from '../design/schema.ts';
import { measureOf } from './kinds.ts';

/** A strap holds on a plain button so far out, as a share of its height: behind its head. */
const HELD_AT = 0.55;

/** How far a strap button and the washer under it stand out of the wood, mm: what a screw through both gives to them. */
export const standsOut = (spec: PartSpec): number => measureOf(spec, 'washer') + measureOf(spec, 'high');

/** Whether a lock keeps the strap on, whatever way it pulls: one on the button, or one let into the wood. */
export const isLocked = (spec: PartSpec): boolean =>
  measureOf(spec, 'lock') > 0 || (measureOf(spec, 'recess') > 0 && measureOf(spec, 'recessDeep') > 0);

/** How far out of the wood the strap holds on it, mm: at its lock, else behind the button’s head. */
export function strapHoldsAt(spec: PartSpec): number {
  const lock = measureOf(spec, 'lock');
  return measureOf(spec, 'washer') + (lock > 0 ? lock : measureOf(spec, 'high') * HELD_AT);
}
