import type { Box } from './box.ts';
import { boxOfPoints, unionBox } from './box.ts';
import type { Cubic } from './cubic.ts';
import {
  cubicAt,
  cubicBox,
  cubicFirst,
  cubicLength,
  flattenCubic,
  mapCubic,
  nearestOnCubic,
  reverseCubic,
} from './cubic.ts';
import type { Point } from './point.ts';
import { cross, hypot } from './point.ts';
import { gauss8 } from './quadrature.ts';
import { remember } from './remember.ts';

/** A closed chain of cubics: each begins where the one before ends, the first where the last ends. */
export type ClosedPath = readonly Cubic[];

/** Enclosed area, mm², positive counter-clockwise. Green's theorem; ½(x y' − y x') has degree 5, so the rule is exact. */
export function signedArea(path: ClosedPath): number {
  let sum = 0;
  for (const c of path) sum += gauss8((t) => cross(cubicAt(c, t), cubicFirst(c, t)), 0, 1);
  return sum / 2;
}

/**
 * Centroid of the enclosed area, mm; null when the area is zero. Green's theorem:
 * A x̄ = ⅓ ∮ x (x y' − y x') dt and likewise y, degree 8, so the rule is exact.
 */
export function centroid(path: ClosedPath): Point | null {
  const area = signedArea(path);
  if (area === 0) return null;
  let x = 0;
  let y = 0;
  for (const c of path) {
    const turn = (t: number): number => cross(cubicAt(c, t), cubicFirst(c, t));
    x += gauss8((t) => cubicAt(c, t).x * turn(t), 0, 1);
    y += gauss8((t) => cubicAt(c, t).y * turn(t), 0, 1);
  }
  return { x: x / (3 * area), y: y / (3 * area) };
}

export const perimeter = (path: ClosedPath): number => path.reduce((sum, c) => sum + cubicLength(c), 0);

/** The tight box of the path; null for a path without segments. */
export const pathBox = (path: ClosedPath): Box | null =>
  path.reduce<Box | null>((box, c) => unionBox(box, cubicBox(c)), null);

export const mapPath = (path: ClosedPath, f: (p: Point) => Point): ClosedPath =>
  path.map((c) => mapCubic(c, f));

/** The same outline run the other way round. */
export const reversePath = (path: ClosedPath): ClosedPath => path.map(reverseCubic).reverse();

/** Mirrored along the centre line (x → −x), its sense of turning kept: how left-handed drawings are made. */
export const mirrorPath = (path: ClosedPath): ClosedPath =>
  reversePath(mapPath(path, (p) => ({ x: -p.x, y: p.y })));

/** A polygon within the chord error of the path. */
export const flattenPath = (path: ClosedPath, chordErrorMm: number): Point[] =>
  path.flatMap((c) => flattenCubic(c, chordErrorMm));

export interface PlaceOnPath {
  readonly segment: number;
  readonly t: number;
  readonly at: Point;
  readonly distance: number;
}

/** Boxes round the handles of each segment: the curve lies within them. */
const handleBoxes = remember((path: ClosedPath): readonly Box[] =>
  path.map((c) => boxOfPoints([c.p0, c.p1, c.p2, c.p3])!),
);

/** Distance from a point to a box, mm; 0 within. */
const offBox = (box: Box, p: Point): number =>
  hypot(Math.max(box.minX - p.x, 0, p.x - box.maxX), Math.max(box.minY - p.y, 0, p.y - box.maxY));

/** The place on the path nearest to p; null for a path without segments. Segments too far to win are not looked at. */
export function nearestOnPath(path: ClosedPath, p: Point): PlaceOnPath | null {
  const bounds = handleBoxes(path).map((box, segment) => ({ segment, least: offBox(box, p) }));
  bounds.sort((a, b) => a.least - b.least || a.segment - b.segment);
  let best: PlaceOnPath | null = null;
  for (const { segment, least } of bounds) {
    if (best && least >= best.distance) break;
    const c = path[segment]!;
    const { t, distance } = nearestOnCubic(c, p);
    if (!best || distance < best.distance) best = { segment, t, distance, at: cubicAt(c, t) };
  }
  return best;
}
