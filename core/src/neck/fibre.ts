import { sweepAt } from '../solid/sweep.ts';
import { neckSweep } from './neckSolid.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';

/** Looked at every so many mm behind the nut. */
const EVERY = 1;

/**
 * How long fibres along the neck stay in the wood of a tilted one-piece headstock, between the nut and where its back is flat, where that is
 * least: the wood there, square to the face, over the sine of the tilt (as a scarf’s face, formulas section 12). A truss-rod slot that is open
 * there takes its depth. Null without a tilt, or with a scarf, whose fibres run along the headstock. `x` from the nut along the neck.
 */
export function shortestFibre(
  source: NeckSource,
  plan: NeckPlan,
): { readonly length: number; readonly x: number; readonly wood: number } | null {
  const { tilt } = plan.headstock.side;
  const { headstock, shaft } = source;
  if (tilt === 0 || headstock.built === 'scarf') return null;
  const sweep = neckSweep(source, plan);
  const to = sweep.stretches.at(-1)!.from;
  const open = shaft.rod && shaft.rod.from < 0 ? shaft.rod : null;
  let best = { length: Infinity, x: 0, wood: 0 };
  for (let x = shaft.nut.thickness; x <= Math.max(to, shaft.nut.thickness); x += EVERY) {
    const face = -plan.faceDrop - x * Math.tan(tilt);
    const top = open && x <= -open.from ? Math.min(face, -open.depth) : face;
    const wood = (top - sweepAt(sweep, x, 0, 'left')) * Math.cos(tilt);
    const length = Math.max(0, wood) / Math.sin(tilt);
    if (length < best.length) best = { length, x, wood };
  }
  return best;
}
