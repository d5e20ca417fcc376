import type { Axes } from '../solid/depths.ts';
import { BadRemoval, cutOf } from '../solid/depths.ts';
import { nearChain } from '../solid/near.ts';
import type { Region, Removal } from '../solid/solid.ts';

/**
 * Why a removal makes no cut, in words; null where it does. An arc is tried where it is deepest: at the place of the edge
 * that is furthest from its line.
 */
export function faultOf(region: Region, removal: Removal, axes?: Axes): string | null {
  try {
    const cut = cutOf(region, removal, axes);
    if (removal.kind !== 'contour' || cut.kind !== 'from line') return null;
    const { far } = cut;
    if (!(far > 0)) return 'nothing of the body lies on the carved side of its line';
    const deep = cut.deep(far);
    if (!Number.isFinite(deep)) return 'its numbers give no depth';
    return crossesItself(removal.start) ? 'its start line crosses itself' : null;
  } catch (error) {
    if (error instanceof BadRemoval) return error.message;
    throw error;
  }
}

/** Whether a chain meets itself other than from one piece to the next. */
function crossesItself(chain: readonly { readonly x: number; readonly y: number }[]): boolean {
  const { xs, ys, count } = nearChain(chain, false);
  const side = (i: number, j: number): number =>
    (xs[i + 1]! - xs[i]!) * (ys[j]! - ys[i]!) - (ys[i + 1]! - ys[i]!) * (xs[j]! - xs[i]!);
  for (let i = 0; i < count; i += 1)
    for (let j = i + 2; j < count; j += 1)
      if (side(i, j) * side(i, j + 1) < 0 && side(j, i) * side(j, i + 1) < 0) return true;
  return false;
}
