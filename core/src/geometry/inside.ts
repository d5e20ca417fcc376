import type { ClosedPath } from './closedPath.ts';
import { nearestOnPath } from './closedPath.ts';
import { cubicAt } from './cubic.ts';
import type { Point } from './point.ts';
import { cubicRootsInUnit } from './roots.ts';

/** Whether a point lies within a closed path: a ray to the right crosses it an odd number of times. */
export function pathHolds(path: ClosedPath, p: Point): boolean {
  let crossings = 0;
  for (const c of path) {
    const [a, b, d, e] = [c.p0.y - p.y, c.p1.y - p.y, c.p2.y - p.y, c.p3.y - p.y];
    if (Math.min(a, b, d, e) > 0 || Math.max(a, b, d, e) < 0) continue;
    // An end on the ray counts where the curve leaves it upward or comes to it from above, not both.
    const ts = cubicRootsInUnit(e - 3 * d + 3 * b - a, 3 * (d - 2 * b + a), 3 * (b - a), a);
    crossings += ts.filter((t) => cubicAt(c, t).x > p.x).length;
    if (a === 0 && e < 0 && c.p0.x > p.x) crossings += 1;
    if (e === 0 && a < 0 && c.p3.x > p.x) crossings += 1;
  }
  return crossings % 2 === 1;
}

/** How far inside a closed path a point lies, mm; negative outside. */
export function depthInside(path: ClosedPath, p: Point): number {
  const near = nearestOnPath(path, p);
  if (!near) return -Infinity;
  return pathHolds(path, p) ? near.distance : -near.distance;
}
