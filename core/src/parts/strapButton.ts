import type { PartSpec } from '../design/schema.ts';
import { measureOf } from './kinds.ts';
import { SHELF, specOf } from './shelf.ts';

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

/** What keeps a strap on its button: the button’s head, a lock on it, or a lock let into the wood. */
export type StrapHolder = 'head' | 'lock' | 'let in';

export const holderOf = (spec: PartSpec): StrapHolder =>
  !isLocked(spec) ? 'head' : measureOf(spec, 'lock') > 0 ? 'lock' : 'let in';

/** A lock on a button stands out so far as a rule, mm. */
const USUAL_LOCK = 11;
/** The measures of the shelf’s own button, and of its lock that is let in. */
const usual = (key: 'strap-button' | 'strap-lock'): PartSpec['measures'] =>
  specOf(SHELF.find((s) => s.key === key)!).measures;

/** A strap button that holds its strap in another way, in usual sizes: what was measured of the old way is assumed of the new one. */
export function heldBy(spec: PartSpec, holder: StrapHolder): PartSpec {
  const now = holderOf(spec);
  if (now === holder) return spec;
  const { high, recess, recessDeep } = usual(holder === 'let in' ? 'strap-lock' : 'strap-button');
  const changed = {
    ...{ recess: recess!, recessDeep: recessDeep!, lock: holder === 'lock' ? USUAL_LOCK : 0 },
    // A button stands as high as it did, but for one that is let in, or was.
    ...(holder === 'let in' || now === 'let in' ? { high: high! } : null),
  };
  const others = Object.entries(changed)
    .filter(([key, value]) => measureOf(spec, key) !== value)
    .map(([key]) => key);
  return {
    ...spec,
    measures: { ...spec.measures, ...changed },
    assumed: [...new Set([...spec.assumed, ...others])],
  };
}
