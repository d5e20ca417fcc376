import type { ClosedPath } from '../geometry/closedPath.ts';
import { nearestOnPath, signedArea } from '../geometry/closedPath.ts';
import { cubicFirst } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';

/** So near to a segment's end a place counts as the node itself. */
const AT_END = 1e-6;

const unit = (v: Point): Point => {
  const long = hypot(v.x, v.y) || 1;
  return { x: v.x / long, y: v.y / long };
};

/** The place of the body's edge nearest to a point, and the way square into the wood there, degrees from the centre line. */
export function edgePlace(
  path: ClosedPath,
  p: Point,
): { readonly at: Point; readonly inward: number } | null {
  const near = nearestOnPath(path, p);
  if (!near) return null;
  const here = unit(cubicFirst(path[near.segment]!, near.t));
  const atStart = near.t < AT_END;
  const beside = (near.segment + (atStart ? path.length - 1 : 1)) % path.length;
  // In a corner, midway between both of its sides.
  const other =
    atStart || near.t > 1 - AT_END ? unit(cubicFirst(path[beside]!, atStart ? 1 : 0)) : { x: 0, y: 0 };
  const d = { x: here.x + other.x, y: here.y + other.y };
  // The wood lies to the left of an edge that is run counter-clockwise.
  const way = signedArea(path) >= 0 ? { x: -d.y, y: d.x } : { x: d.y, y: -d.x };
  const degrees = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  return { at: near.at, inward: Number(degrees.toFixed(2)) };
}
