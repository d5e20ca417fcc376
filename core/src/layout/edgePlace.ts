import type { ClosedPath } from '../geometry/closedPath.ts';
import { nearestOnPath, signedArea } from '../geometry/closedPath.ts';
import { cubicFirst } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';

/** The place of the body's edge nearest to a point, and the way square into the wood there, degrees from the centre line. */
export function edgePlace(
  path: ClosedPath,
  p: Point,
): { readonly at: Point; readonly inward: number } | null {
  const near = nearestOnPath(path, p);
  if (!near) return null;
  const d = cubicFirst(path[near.segment]!, near.t);
  // The wood lies to the left of an edge that is run counter-clockwise.
  const way = signedArea(path) >= 0 ? { x: -d.y, y: d.x } : { x: d.y, y: -d.x };
  const degrees = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  return { at: near.at, inward: Number(degrees.toFixed(2)) };
}
