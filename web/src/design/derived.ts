import type { Derived, Design } from '@pelkin/core';
import { createDeriver } from '@pelkin/core';
import { useFollowed } from './followed.ts';
import { longResults, useLongSteps } from './longResults.ts';
import { carryWith, useDesign } from './store.ts';

/** What follows from a design; this page's own, remembering the last few. What takes long comes from workers. */
const results = longResults();
export const derive = createDeriver(results.long);
carryWith(derive);
/** Ends what is under way for a long result. */
export const stopLong = results.stop;

/** All that follows from the open design; drawn again when a long result takes a step. */
export function useDerived(): Derived {
  useLongSteps();
  return derive(useDesign());
}

/**
 * One thing picked from the open design and what follows from it, for words and figures: the component is drawn again
 * only when that thing changes, during a drag a little behind. What is picked must be a plain value, or keep its
 * identity.
 */
export const usePicked = <T>(pick: (design: Design, derived: Derived) => T): T =>
  useFollowed(({ design }) => {
    if (!design) throw new Error('no design is open');
    return pick(design, derive(design));
  });
