import { placesFromCorners } from './coverCorners.ts';
import { placesAlong } from './placesAlong.ts';
import type { Cover, Opening, OpeningStep } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Flat } from '../parts/part.ts';
import { grown } from '../parts/part.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygons.ts';

/** A cover to begin with, mm: a plate of 2 let in flush, held by small screws. */
export const PLAIN_COVER: Cover = {
  ledge: 8,
  thickness: 2,
  deeper: 0.2,
  gap: 0.3,
  apart: 70,
  screws: 'corners',
  screw: { length: 12, thread: 3, root: 2.1 },
};

/** A step's shape, so much larger all round; null for holes in rows or rings, which have no wall to follow. */
export function ledgeShape({ shape }: OpeningStep, by: number): OpeningStep['shape'] | null {
  if (shape.kind === 'inset') return { ...shape, by: shape.by - by };
  if (shape.kind === 'grid' || shape.kind === 'ring') return null;
  // A free line's offset is none of a few nodes: it is taken as a line where it is cut.
  if (shape.kind === 'free') return null;
  return grown(shape as Flat, by) as OpeningStep['shape'];
}

/** Whether an opening can have a cover: its first step has a wall that a ledge can follow. */
export const canBeCovered = ({ steps }: Pick<Opening, 'steps'>): boolean =>
  steps[0] !== undefined && steps[0].shape.kind !== 'grid' && steps[0].shape.kind !== 'ring';

/** Where a cover's screws are: along the middle of its ledge, evenly, or from its corners on. `line`: the opening's own, instrument frame. */
export function coverScrewPlaces(line: ClosedPath, { apart, ledge, screws }: Cover): readonly Point[] {
  if (apart <= 0) return [];
  const [middle] = [...offsetPath(line, ledge / 2)].sort((a, b) => polygonArea(b) - polygonArea(a));
  if (!middle) return [];
  return screws === 'corners' ? placesFromCorners(middle, apart) : placesAlong(middle, apart);
}
