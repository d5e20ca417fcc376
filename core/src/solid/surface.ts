import Delaunator from 'delaunator';
import type { Point } from '../geometry/point.ts';
import { cross, distance, subtract } from '../geometry/point.ts';
import { divided } from '../geometry/polygons.ts';
import { offsetPolygon } from '../geometry/offset.ts';
import type { Depth } from './depths.ts';
import { nearChain } from './near.ts';
import { regionBox, regionHolds } from './region.ts';
import type { Region, Removal } from './solid.ts';

/** A face as triangles over its plan. */
export interface Surface {
  readonly points: readonly Point[];
  /** Counter-clockwise in plan, three to a triangle. */
  readonly triangles: readonly number[];
  /** How many of the points, the first, are the region’s edge in order. */
  readonly edge: number;
}

/** Triangles leave the face by no more than this, mm: less than sanding takes. */
export const SURFACE_OFF = 0.035;
/**
 * Places of the edge are no further apart than this, mm: near enough for each piece of it to be a side of a triangle, in
 * hollows too; where one is not, all are halved. Those of rings beside it need not be.
 */
const ALONG = 1;
const HALVINGS = 4;
const ALONG_RING = 3;
/** Places to begin with between them, mm: a face that is flat needs none, one that bends is looked at from here. */
const APART = 5;
/** And not so near to the edge, mm: on it, they would break it. */
const OFF_EDGE = 0.3;
/** Rounds of looking, and places at most. */
const ROUNDS = 5;
const MOST_PLACES = 80_000;
/** Triangles with sides shorter than this, mm, are not divided. */
const LEAST_SIDE = 0.3;

/** Where a bit's cut ends, its turned end climbs out of the wood along the edge: there places are so near, mm, and so far round. */
const AT_ENDS = 0.1;

/** An edge with more places where cuts along it end. */
function dividedAtEnds(edge: readonly Point[], removals: readonly Removal[]): readonly Point[] {
  const ends = removals.flatMap((r) =>
    r.kind === 'edge round' || r.kind === 'edge chamfer'
      ? (r.stretch ?? []).map((at) => ({
          at,
          reach: r.bearingRadius + (r.kind === 'edge round' ? r.radius : r.width),
        }))
      : [],
  );
  if (ends.length === 0) return edge;
  return divided(edge, (a) => (ends.some(({ at, reach }) => distance(a, at) < reach) ? AT_ENDS : Infinity));
}

/** How far inside the edge a removal along it bends most, so that its curve is followed from the beginning, mm. */
function ringsOf(removals: readonly Removal[]): readonly number[] {
  const rings = new Set<number>();
  for (const r of removals)
    if (r.kind === 'edge round') {
      const step = 2 * Math.acos(1 - SURFACE_OFF / 2 / r.radius);
      const parts = Math.ceil(Math.PI / 2 / step);
      for (let k = 1; k <= parts; k += 1) rings.add(r.radius * (1 - Math.cos((k * Math.PI) / 2 / parts)));
    } else if (r.kind === 'edge chamfer') rings.add(r.width);
    else if (r.kind === 'arch') for (const [s] of r.pairs) if (s > 0) rings.add(s);
  return [...rings].sort((a, b) => a - b);
}

/**
 * The faces of a solid as triangles, on one edge that is kept exactly; their depth followed within {@link SURFACE_OFF} by places that
 * are added where a triangle leaves it. `depth` of removals without steps: openings and rabbets are cut from the solid
 * itself.
 */
export function surfacesOf(
  region: Region,
  faces: readonly { readonly depth: Depth; readonly removals: readonly Removal[] }[],
): readonly Surface[] {
  const removals = faces.flatMap((f) => f.removals);
  for (let along = ALONG, k = 0; ; along /= 2, k += 1) {
    const edge = dividedAtEnds(
      divided(region.outer, () => along),
      removals,
    );
    const made = faces.map(({ depth, removals }) => surfaceOn(region, edge, depth, removals));
    if (made.every((s) => s !== null)) return made;
    if (k === HALVINGS) throw new Error('the body’s edge runs too near to itself to be made into a mesh');
  }
}

/** Null where a piece of the edge is no side of a triangle. */
function surfaceOn(
  region: Region,
  edge: readonly Point[],
  depth: Depth,
  removals: readonly Removal[],
): Surface | null {
  const holds = regionHolds(region);
  const points: Point[] = [...edge];
  const seen = new Set<string>();
  const add = (p: Point): boolean => {
    const key = `${Math.round(p.x * 200)} ${Math.round(p.y * 200)}`;
    if (seen.has(key) || !holds(p.x, p.y)) return false;
    seen.add(key);
    points.push(p);
    return true;
  };
  for (const p of edge) seen.add(`${Math.round(p.x * 200)} ${Math.round(p.y * 200)}`);
  for (const s of ringsOf(removals))
    for (const ring of offsetPolygon(region.outer, -s, SURFACE_OFF))
      for (const p of divided(ring, () => ALONG_RING)) add(p);
  const line = nearChain(region.outer, true);
  const { minX, minY, maxX, maxY } = regionBox(region);
  for (let r = 0, y = minY; y < maxY; y += APART * 0.866, r += 1)
    for (let x = minX + (r % 2 ? APART / 2 : 0); x < maxX; x += APART)
      if (line.distance(x, y, OFF_EDGE) === Infinity) add({ x, y });
  const depths: number[] = [];
  const depthAt = (i: number): number => (depths[i] ??= depth(points[i]!.x, points[i]!.y));
  /** Adds places where a triangle leaves the face. */
  const divide = (a: number, b: number, c: number): void => {
    const [p, q, r] = [points[a]!, points[b]!, points[c]!];
    if (Math.max(distance(p, q), distance(q, r), distance(r, p)) < LEAST_SIDE) return;
    const [da, db, dc] = [depthAt(a), depthAt(b), depthAt(c)];
    // How far off a place is square to the triangle: where it is steep, much less than up and down.
    const plan = cross(subtract(q, p), subtract(r, p));
    const [ux, uy] = [
      (q.y - p.y) * (dc - da) - (r.y - p.y) * (db - da),
      (r.x - p.x) * (db - da) - (q.x - p.x) * (dc - da),
    ];
    const square = plan / (Math.hypot(plan, ux, uy) || 1);
    const off = (place: Point, flat: number): boolean =>
      Math.abs(depth(place.x, place.y) - flat) * square > SURFACE_OFF;
    for (const [i, j, u, v, du, dv] of [
      [a, b, p, q, da, db],
      [b, c, q, r, db, dc],
      [c, a, r, p, dc, da],
    ] as const) {
      // The edge itself is kept as it is: front and back share its places.
      const between = Math.abs(i - j);
      if (i < edge.length && j < edge.length && (between === 1 || between === edge.length - 1)) continue;
      if (distance(u, v) < LEAST_SIDE) continue;
      const half = { x: (u.x + v.x) / 2, y: (u.y + v.y) / 2 };
      if (off(half, (du + dv) / 2)) add(half);
    }
    const middle = { x: (p.x + q.x + r.x) / 3, y: (p.y + q.y + r.y) / 3 };
    if (off(middle, (da + db + dc) / 3)) add(middle);
  };
  for (let round = 0; ; round += 1) {
    const inside = trianglesWithin(points, edge.length);
    if (!inside) return null;
    const before = points.length;
    if (round < ROUNDS && before <= MOST_PLACES)
      for (let t = 0; t < inside.length; t += 3) divide(inside[t]!, inside[t + 1]!, inside[t + 2]!);
    if (points.length === before) return { points, triangles: inside, edge: edge.length };
  }
}

/**
 * The triangles (B. Delaunay’s) within the edge, which is the first places in order, counter-clockwise. Told by the edge
 * itself: from the triangles on its inner side on, not over it. Null where a piece of it is no side of a triangle.
 */
function trianglesWithin(points: readonly Point[], edge: number): readonly number[] | null {
  const { triangles, halfedges } = Delaunator.from(
    points as Point[],
    (p) => p.x,
    (p) => p.y,
  );
  const next = (e: number): number => (e % 3 === 2 ? e - 2 : e + 1);
  const follows = (i: number, j: number): boolean => i < edge && j === (i + 1) % edge;
  // The library winds all alike; which way is seen by the first that has an area.
  let turn = 0;
  for (let t = 0; turn === 0 && t < triangles.length; t += 3) {
    const [p, q, r] = [points[triangles[t]!]!, points[triangles[t + 1]!]!, points[triangles[t + 2]!]!];
    turn = Math.sign(cross(subtract(q, p), subtract(r, p)));
  }
  const isIn = new Uint8Array(triangles.length / 3);
  const waiting: number[] = [];
  let seen = 0;
  for (let e = 0; e < triangles.length; e += 1) {
    const [i, j] = [triangles[e]!, triangles[next(e)]!];
    if (!(turn > 0 ? follows(i, j) : follows(j, i))) continue;
    seen += 1;
    const t = Math.floor(e / 3);
    if (!isIn[t]) waiting.push(t);
    isIn[t] = 1;
  }
  if (seen < edge) return null;
  for (let t = waiting.pop(); t !== undefined; t = waiting.pop())
    for (let e = 3 * t; e < 3 * t + 3; e += 1) {
      const [i, j] = [triangles[e]!, triangles[next(e)]!];
      const beside = halfedges[e]!;
      if (beside < 0 || follows(i, j) || follows(j, i)) continue;
      const u = Math.floor(beside / 3);
      if (isIn[u]) continue;
      isIn[u] = 1;
      waiting.push(u);
    }
  const kept: number[] = [];
  for (let t = 0; t < isIn.length; t += 1)
    if (isIn[t])
      kept.push(
        triangles[3 * t]!,
        triangles[3 * t + (turn > 0 ? 1 : 2)]!,
        triangles[3 * t + (turn > 0 ? 2 : 1)]!,
      );
  return kept;
}
