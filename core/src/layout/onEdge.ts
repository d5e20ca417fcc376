import { changePart, moveParts, movedTogether } from '../design/layoutEdits.ts';
import type { Design, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { cubicAt } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { cubicRootsInUnit } from '../geometry/roots.ts';
import { edgePlace } from './edgePlace.ts';

const tidy = (v: number): number => Number(v.toFixed(2));

/** Where the edge runs through a line along (`axis` y) or across (`axis` x) the instrument, mm, nearest to a place. */
function crossingNear(path: ClosedPath, axis: 'x' | 'y', value: number, near: Point): Point | null {
  let best: Point | null = null;
  for (const c of path) {
    const [a, b, d, e] = [c.p0[axis], c.p1[axis], c.p2[axis], c.p3[axis]];
    if (Math.min(a, b, d, e) > value || Math.max(a, b, d, e) < value) continue;
    const roots = cubicRootsInUnit(e - 3 * d + 3 * b - a, 3 * (d - 2 * b + a), 3 * (b - a), a - value);
    for (const t of a === value ? [0, ...roots] : roots) {
      const p = cubicAt(c, t);
      if (!best || distance(p, near) < distance(best, near)) best = p;
    }
  }
  return best;
}

/** A part's place on the edge, square into the wood. */
export type EdgePlacing = Pick<PlacedPart, 'at' | 'turn'>;

/** The place of the edge nearest to a point, square into the wood; null where there is no edge. */
export function squareOnEdge(path: ClosedPath, at: Point): EdgePlacing | null {
  const edge = edgePlace(path, at);
  return edge && { at: { x: tidy(edge.at.x), y: tidy(edge.at.y) }, turn: edge.inward };
}

/**
 * Where a part of the edge goes when one number of its place is typed: along the edge to where that number holds, the
 * nearest of such places; to the nearest place of all where the edge does not reach it. Square into the wood.
 */
export function slideOnEdge(
  path: ClosedPath,
  from: Point,
  axis: 'x' | 'y',
  value: number,
): EdgePlacing | null {
  const wanted = axis === 'x' ? { x: value, y: from.y } : { x: from.x, y: value };
  return squareOnEdge(path, crossingNear(path, axis, value, from) ?? wanted);
}

/** How a part of the edge lies to it: so far off it, mm, and so far from square to it, degrees counter-clockwise. */
export function edgeSeat(
  path: ClosedPath,
  { at, turn }: EdgePlacing,
): { readonly off: number; readonly fromSquare: number } {
  const edge = edgePlace(path, at);
  if (!edge) return { off: Infinity, fromSquare: 0 };
  const by = (((turn - edge.inward) % 360) + 360) % 360;
  return { off: distance(edge.at, at), fromSquare: tidy(by > 180 ? by - 360 : by) };
}

/** Moves parts by a vector, mm, each with its group; those in the edge slide along it and turn with it. */
export function moveOnBody(design: Design, ids: readonly string[], by: Point, path: ClosedPath): Design {
  const all = movedTogether(design, ids);
  return moveParts(design, ids, by).parts.reduce(
    (now, part) => {
      const seat = part.face === 'edge' && all.includes(part.id) ? squareOnEdge(path, part.at) : null;
      return seat ? changePart(now, part.id, seat) : now;
    },
    moveParts(design, ids, by),
  );
}
