import type { ClosedPath } from './closedPath.ts';
import { nearestOnPath } from './closedPath.ts';
import type { Cubic } from './cubic.ts';
import { cubicAt, cubicExtremes } from './cubic.ts';
import type { Point } from './point.ts';

/** A crossing is found by so many halvings of a stretch that only rises or only falls: to the last figures. */
const HALVINGS = 60;

/** x where a curve passes a height between two parameters between which it only rises or only falls. */
function xAtHeight(c: Cubic, y: number, from: number, to: number): number {
  const rises = cubicAt(c, to).y > cubicAt(c, from).y;
  let [a, b] = [from, to];
  for (let i = 0; i < HALVINGS && b - a > Number.EPSILON; i += 1) {
    const middle = (a + b) / 2;
    if (cubicAt(c, middle).y > y === rises) b = middle;
    else a = middle;
  }
  return cubicAt(c, (a + b) / 2).x;
}

/**
 * Whether a point lies within a closed path: a ray to the right crosses it an odd number of times. Curves are divided where they turn in height, and each
 * stretch counts where one end is over the ray and the other not: a ray through a node, or along one, is counted once.
 */
export function pathHolds(path: ClosedPath, p: Point): boolean {
  let isIn = false;
  for (const c of path) {
    const { p0, p1, p2, p3 } = c;
    if (Math.min(p0.y, p1.y, p2.y, p3.y) > p.y || Math.max(p0.y, p1.y, p2.y, p3.y) <= p.y) continue;
    if (Math.max(p0.x, p1.x, p2.x, p3.x) <= p.x) continue;
    const ts = [0, ...cubicExtremes(c, 'y').sort((a, b) => a - b), 1];
    // The ends’ own heights, so that neighbours agree on them.
    const heights = ts.map((t) => (t === 0 ? p0.y : t === 1 ? p3.y : cubicAt(c, t).y));
    const isRight = Math.min(p0.x, p1.x, p2.x, p3.x) > p.x;
    for (let i = 0; i + 1 < ts.length; i += 1) {
      if (heights[i]! > p.y === heights[i + 1]! > p.y) continue;
      if (isRight || xAtHeight(c, p.y, ts[i]!, ts[i + 1]!) > p.x) isIn = !isIn;
    }
  }
  return isIn;
}

/** How far inside a closed path a point lies, mm; negative outside. */
export function depthInside(path: ClosedPath, p: Point): number {
  const near = nearestOnPath(path, p);
  if (!near) return -Infinity;
  return pathHolds(path, p) ? near.distance : -near.distance;
}
