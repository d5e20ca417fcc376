import type { Point } from '../geometry/point.ts';

/** A change that mends a finding where the distance is known: what is to be done, as data. */
export type Mend =
  | { readonly kind: 'move'; readonly what: 'part' | 'opening'; readonly id: string; readonly by: Point }
  /** A part turned so far, degrees counter-clockwise. */
  | { readonly kind: 'turn'; readonly id: string; readonly by: number }
  /** A part of the edge: on it, square. */
  | { readonly kind: 'square'; readonly id: string };
