import type { Derived, Design } from '@pelkin/core';
import { usePicked } from './derived.ts';

/**
 * A word or figure that follows the design. Only its own text is drawn again while a node is dragged:
 * the layout round it stays as it is.
 */
export function Live({ of }: { of: (design: Design, derived: Derived) => string }) {
  return usePicked(of);
}
