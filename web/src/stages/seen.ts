import type { Derived } from '@pelkin/core';
import { asSeenFrom } from '@pelkin/core';
import { useBoard } from '../board/boardStore.ts';
import { useDerived } from '../design/derived.ts';

/** What follows from the design, as the board shows it: from the front, or turned over. */
export function useSeen(): Derived {
  const from = useBoard((s) => s.from);
  return asSeenFrom(useDerived(), from);
}
