import type { Point } from '../../geometry/point.ts';
import { distance, hypot, hypot3 } from '../../geometry/point.ts';
import type { Surface } from './surface.ts';

/** Triangles leave a surface by no more than this, mm: less than sanding takes. */
export const SURFACE_OFF = 0.022;
/** Rounds of looking, and places at most. */
const ROUNDS = 7;
const MOST_PLACES = 60_000;
/** Sides that are shorter than this, mm, are not halved. */
const LEAST_SIDE = 0.06;
/** Slopes are taken over so much to either side, mm. */
const BESIDE = 0.02;
/** More than there are places: numbers of two places as one. */
const MOST_SIDES = 2 ** 22;

/** The middle of a side from `p` to `q`, at heights `zp` and `zq`, where the surface is off the side there; null where it is near enough. */
export function middleOff(
  p: Point,
  q: Point,
  zp: number,
  zq: number,
  height: (x: number, y: number) => number,
): { readonly at: Point; readonly height: number } | null {
  const long = distance(p, q);
  if (long <= LEAST_SIDE) return null;
  const at = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const z = height(at.x, at.y);
  const up = Math.abs(z - (zp + zq) / 2);
  // How far off is square to the surface: where it is steep, much less than up and down.
  const isOff = (up * long) / hypot(long, zq - zp) > SURFACE_OFF && up / steep(height, at, z) > SURFACE_OFF;
  return isOff ? { at, height: z } : null;
}

/**
 * A surface whose sides are halved where their middle is off by more than {@link SURFACE_OFF}, square to them. Sides of its edge stay, and those
 * that are sure to follow it.
 */
export function refined(
  surface: Surface,
  height: (x: number, y: number) => number,
  isSure: (i: number, j: number) => boolean = () => false,
): Surface {
  const points = [...surface.points];
  const heights = [...surface.heights];
  let triangles = surface.triangles;
  const { edge } = surface;
  const isEdge = (low: number, high: number): boolean =>
    high < edge && (high - low === 1 || (low === 0 && high === edge - 1));
  /** The middle of a side, by both of its places; −1 for one that is near enough. */
  const middles = new Map<number, number>();
  const look = (i: number, j: number): number => {
    const [low, high] = i < j ? [i, j] : [j, i];
    const key = low * MOST_SIDES + high;
    const known = middles.get(key);
    if (known !== undefined) return known;
    let found = -1;
    const middle =
      isEdge(low, high) || isSure(low, high) || points.length >= MOST_PLACES
        ? null
        : middleOff(points[low]!, points[high]!, heights[low]!, heights[high]!, height);
    if (middle) {
      found = points.length;
      points.push(middle.at);
      heights.push(middle.height);
    }
    middles.set(key, found);
    return found;
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    const before = points.length;
    const next: number[] = [];
    for (let t = 0; t < triangles.length; t += 3) {
      const [a, b, c] = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
      next.push(...parted(a, b, c, look(a, b), look(b, c), look(c, a)));
    }
    triangles = next;
    if (points.length === before) break;
  }
  return { points, heights, triangles, edge };
}

/** How long a way up the surface is for 1 mm square to it: by its steepest slope beside a place. */
function steep(height: (x: number, y: number) => number, { x, y }: Point, z: number): number {
  const along = (dx: number, dy: number): number =>
    Math.max(Math.abs(height(x + dx, y + dy) - z), Math.abs(height(x - dx, y - dy) - z)) / BESIDE;
  return hypot3(1, along(BESIDE, 0), along(0, BESIDE));
}

/** A triangle in parts, by the middles of its sides a to b, b to c, c to a (−1 for none). */
function parted(a: number, b: number, c: number, ab: number, bc: number, ca: number): readonly number[] {
  const count = Number(ab >= 0) + Number(bc >= 0) + Number(ca >= 0);
  if (count === 0) return [a, b, c];
  if (count === 3) return [a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca];
  // Turned until the side from a to b is halved, and, of two, the one from c to a is not.
  if (ab < 0 || (count === 2 && ca >= 0)) return parted(b, c, a, bc, ca, ab);
  return count === 1 ? [a, ab, c, ab, b, c] : [a, ab, c, ab, bc, c, ab, b, bc];
}
