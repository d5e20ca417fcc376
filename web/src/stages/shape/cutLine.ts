import type { Derived, Point } from '@pelkin/core';
import { useCut } from './chosen.ts';
import { useDerived } from '../../design/derived.ts';

/** A section line stands out past the body by so much, mm. */
const PAST = 14;

/** Across the middle of the body, until it is moved. */
export function usualCut({ measures: { box } }: Pick<Derived, 'measures'>): { from: Point; to: Point } {
  const x = Math.round(box.minX + 0.42 * (box.maxX - box.minX));
  return { from: { x, y: box.maxY + PAST }, to: { x, y: box.minY - PAST } };
}

export function useCutLine(): { readonly from: Point; readonly to: Point } {
  const line = useCut((s) => s.line);
  const derived = useDerived();
  return line ?? usualCut(derived);
}
