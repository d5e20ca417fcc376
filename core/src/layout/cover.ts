import type { Cover, Opening, OpeningStep } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Flat } from '../parts/part.ts';
import { grown } from '../parts/part.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { polygonArea } from '../geometry/polygons.ts';

/** A cover to begin with, mm: a plate of 2 let in flush, held by small screws. */
export const PLAIN_COVER: Cover = {
  ledge: 8,
  thickness: 2,
  deeper: 0.2,
  gap: 0.3,
  apart: 70,
  screw: { length: 12, thread: 3, root: 2.1 },
};

/** Places along a closed line, evenly about so far apart; at least three, so that the plate lies flat. */
export function placesAlong(polygon: readonly Point[], apart: number): readonly Point[] {
  const sides = polygon.map((p, i) => distance(p, polygon[(i + 1) % polygon.length]!));
  const total = sides.reduce((s, v) => s + v, 0);
  const count = Math.max(3, Math.round(total / apart));
  const places: Point[] = [];
  let [i, walked] = [0, 0];
  // Half a step in, so that no screw stands just in the first corner.
  for (let k = 0; k < count; k += 1) {
    const at = ((k + 0.5) * total) / count;
    while (walked + sides[i]! < at) {
      walked += sides[i]!;
      i = (i + 1) % polygon.length;
    }
    const t = (at - walked) / sides[i]!;
    const [a, b] = [polygon[i]!, polygon[(i + 1) % polygon.length]!];
    places.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
  }
  return places;
}

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

/** Where a cover's screws stand: along the middle of its ledge, evenly. `line`: the opening's own, instrument frame. */
export function coverScrewPlaces(line: ClosedPath, { apart, ledge }: Cover): readonly Point[] {
  if (apart <= 0) return [];
  const [middle] = [...offsetPath(line, ledge / 2)].sort((a, b) => polygonArea(b) - polygonArea(a));
  return middle ? placesAlong(middle, apart) : [];
}
