import { changePart, moveParts, movedTogether } from '../design/layoutEdits.ts';
import type { Design, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { cubicAt } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance, dot } from '../geometry/point.ts';
import { remember } from '../geometry/remember.ts';
import { solveOutline } from '../outline/solve.ts';
import { cubicRootsInUnit } from '../geometry/roots.ts';
import { edgePlace } from './edgePlace.ts';

const tidy = (v: number): number => Number(v.toFixed(2));

/** Where the edge runs through the line of a normal, `normal · p = value`, nearest to a place; null where it does not. */
export function crossingNear(path: ClosedPath, normal: Point, value: number, near: Point): Point | null {
  let best: Point | null = null;
  for (const c of path) {
    const [a, b, d, e] = [c.p0, c.p1, c.p2, c.p3].map((p) => dot(normal, p)) as [
      number,
      number,
      number,
      number,
    ];
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
  const normal = axis === 'x' ? { x: 1, y: 0 } : { x: 0, y: 1 };
  return squareOnEdge(path, crossingNear(path, normal, value, from) ?? wanted);
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

/** A part this near to the edge, mm, stands on it. */
const ON_EDGE = 0.3;
/** The edge is looked for so far along the way a part points, mm; beyond that the nearest place of it. */
const FURTHEST = 80;
const RAD = Math.PI / 180;

/**
 * A design whose outline was changed, with the parts that stood on its edge put back on it: each along the way it points,
 * as far from square as it was. Parts that stood off the edge before stay where they are. `before`: the design with the
 * old outline.
 */
export function edgePartsFollow(
  next: Design,
  before: Design,
  solve: (nodes: Design['outline']['nodes']) => ClosedPath = remember(solveOutline),
): Design {
  if (next.outline.nodes === before.outline.nodes || !next.parts.some((p) => p.face === 'edge')) return next;
  const [old, now] = [solve(before.outline.nodes), solve(next.outline.nodes)];
  return next.parts.reduce((design, part) => {
    const was = before.parts.find((p) => p.id === part.id);
    // One that the same step moved is where that step wants it.
    if (part.face !== 'edge' || !was || was.at !== part.at || was.turn !== part.turn) return design;
    const { off, fromSquare } = edgeSeat(old, part);
    if (off > ON_EDGE) return design;
    const normal = { x: -Math.sin(part.turn * RAD), y: Math.cos(part.turn * RAD) };
    const ahead = crossingNear(now, normal, dot(normal, part.at), part.at);
    const seat = squareOnEdge(now, ahead && distance(ahead, part.at) <= FURTHEST ? ahead : part.at);
    return seat ? changePart(design, part.id, { at: seat.at, turn: tidy(seat.turn + fromSquare) }) : design;
  }, next);
}
