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

/**
 * Shares of a side at which it is looked at: over a ridge, and where a cut runs out of the wood, a surface bends one way and then the other, and
 * the middle alone may be on it.
 */
const LOOKS = [0.5, 0.25, 0.75];
const MIDDLE = [0.5];
/** Sides within a face that are shorter than this, mm, bend one way only. */
const BENDS_ONCE = 2;

type Height = (x: number, y: number) => number;

/** Whether a side, each end a place with its height, leaves the surface by too much at a share t of it. */
function isOffAt(p: Point, zp: number, q: Point, zq: number, t: number, height: Height): boolean {
  const at = { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) };
  const z = height(at.x, at.y);
  const up = Math.abs(z - zp - t * (zq - zp));
  if (up <= SURFACE_OFF) return false;
  const long = distance(p, q);
  return (up * long) / hypot(long, zq - zp) > SURFACE_OFF && up / steep(height, at, z) > SURFACE_OFF;
}

/**
 * Whether a side, each end with its height, leaves the surface by too much, square to that: where it is steep, much less than up and down.
 * `bendsOnce` for sides so short that their middle tells; those of an edge are looked at in more places.
 */
export function isOff(
  [p, zp]: readonly [Point, number],
  [q, zq]: readonly [Point, number],
  height: Height,
  bendsOnce = false,
): boolean {
  if (distance(p, q) <= LEAST_SIDE) return false;
  return (bendsOnce ? MIDDLE : LOOKS).some((t) => isOffAt(p, zp, q, zq, t, height));
}

/** What is known of sides between two places, the lower number first. */
interface Sides {
  readonly get: (low: number, high: number) => number | undefined;
  readonly set: (low: number, high: number, value: number) => void;
}

/** Sides by their lower place: each has few. */
function sides(): Sides {
  const first: number[] = [];
  const [highs, values, next]: [number[], number[], number[]] = [[], [], []];
  return {
    get: (low, high) => {
      for (let i = first[low] ?? -1; i >= 0; i = next[i]!) if (highs[i] === high) return values[i];
      return undefined;
    },
    set: (low, high, value) => {
      next.push(first[low] ?? -1);
      first[low] = highs.length;
      highs.push(high);
      values.push(value);
    },
  };
}

/**
 * A surface whose sides are halved where they are off by more than {@link SURFACE_OFF}, square to them. Sides of its edge stay, and those
 * that are sure to follow it.
 */
export function refined(
  surface: Surface,
  height: Height,
  isSure: (i: number, j: number) => boolean = () => false,
): Surface {
  const points = [...surface.points];
  const heights = [...surface.heights];
  const { edge } = surface;
  const isEdge = (low: number, high: number): boolean =>
    high < edge && (high - low === 1 || (low === 0 && high === edge - 1));
  /** The middle of a side, by both of its places; −1 for one that is near enough. */
  const middles = sides();
  const look = (i: number, j: number): number => {
    const low = Math.min(i, j);
    const high = Math.max(i, j);
    const known = middles.get(low, high);
    if (known !== undefined) return known;
    let found = -1;
    if (isEdge(low, high) || isSure(low, high) || points.length >= MOST_PLACES) return -1;
    const [p, q] = [points[low]!, points[high]!];
    if (isOff([p, heights[low]!], [q, heights[high]!], height, distance(p, q) < BENDS_ONCE)) {
      found = points.length;
      const at = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
      points.push(at);
      heights.push(height(at.x, at.y));
    }
    middles.set(low, high, found);
    return found;
  };
  // A triangle none of whose sides was halved stays as it is; the others are looked at again in their parts.
  const done: number[] = [];
  let open: readonly number[] = surface.triangles;
  for (let round = 0; round < ROUNDS && open.length > 0; round += 1) {
    const next: number[] = [];
    for (let t = 0; t < open.length; t += 3) {
      const [a, b, c] = [open[t]!, open[t + 1]!, open[t + 2]!];
      const [ab, bc, ca] = [look(a, b), look(b, c), look(c, a)];
      if (ab < 0 && bc < 0 && ca < 0) done.push(a, b, c);
      else for (const i of parted(a, b, c, ab, bc, ca)) next.push(i);
    }
    open = next;
  }
  for (const i of open) done.push(i);
  return { points, heights, triangles: done, edge };
}

/** How long a way up the surface is for 1 mm square to it: by its steepest slope beside a place. */
function steep(height: Height, { x, y }: Point, z: number): number {
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
