import { deepest } from '../solid/depths.ts';
import type { BodySolid } from './bodySolid.ts';

/** The contour that is deepest at a place, by its id; null where none cuts. */
export function deepestContour(
  { solid, ...faces }: BodySolid,
  face: 'front' | 'back',
  x: number,
  y: number,
): string | null {
  let best: { readonly id: string; readonly deep: number } | null = null;
  for (const { by, removal } of faces[face]) {
    if (by.kind !== 'contour') continue;
    const deep = deepest(solid.region, [removal])(x, y);
    if (deep > (best?.deep ?? 0)) best = { id: by.id, deep };
  }
  return best?.id ?? null;
}
