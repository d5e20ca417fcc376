import { deepest } from '../solid/depths.ts';
import type { Depth } from '../solid/depths.ts';
import type { BodySolid, Carved } from './bodySolid.ts';

/** Whether a removal bends the face: a contour or an arch, no opening and no work along the edge. */
export const bends = ({ by }: Carved): boolean => by.kind === 'contour' || by.kind === 'arch';

/** How deep one face was carved by contours and arches alone, mm, at each place. */
export const carveDepth = ({ solid, ...faces }: BodySolid, face: 'front' | 'back'): Depth =>
  deepest(
    solid.region,
    faces[face].filter(bends).map((c) => c.removal),
  );

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
