import type { ClosedPath } from '../geometry/closedPath.ts';
import { cubicAt } from '../geometry/cubic.ts';
import { cubicRootsInUnit } from '../geometry/roots.ts';

/** y of every place where the outline crosses a line square to the centre line, ascending. */
export function yCrossings(path: ClosedPath, x: number): readonly number[] {
  const found: number[] = [];
  for (const c of path) {
    const [a, b, d, e] = [c.p0.x, c.p1.x, c.p2.x, c.p3.x];
    if (Math.min(a, b, d, e) > x || Math.max(a, b, d, e) < x) continue;
    if (a === x) found.push(c.p0.y);
    for (const t of cubicRootsInUnit(e - 3 * d + 3 * b - a, 3 * (d - 2 * b + a), 3 * (b - a), a - x))
      found.push(cubicAt(c, t).y);
  }
  return found.sort((p, q) => p - q);
}

/** The body's whole width at x, from its outermost edge to the other; null where it does not reach. */
export function widthAt(path: ClosedPath, x: number): number | null {
  const ys = yCrossings(path, x);
  return ys.length < 2 ? null : ys.at(-1)! - ys[0]!;
}

/** How far wood reaches from the centre line without a break at x, on each side; null where there is none on it. */
export function seatAt(
  path: ClosedPath,
  x: number,
): { readonly bass: number; readonly treble: number } | null {
  const ys = yCrossings(path, x);
  const bass = ys.find((y) => y > 0);
  const treble = [...ys].reverse().find((y) => y <= 0);
  if (bass === undefined || treble === undefined) return null;
  return ys.filter((y) => y <= 0).length % 2 === 1 ? { bass, treble: -treble } : null;
}
