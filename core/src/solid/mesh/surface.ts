import Delaunator from 'delaunator';
import type { Point } from '../../geometry/point.ts';
import { regionHolds } from '../region.ts';
import type { Polygon } from '../../geometry/polygons.ts';

/** A surface over its plan. */
export interface Surface {
  readonly points: readonly Point[];
  /** The height of each point, mm. */
  readonly heights: readonly number[];
  /** Counter-clockwise in plan, three to a triangle. */
  readonly triangles: readonly number[];
  /** How many of the points, the first, are the edge in order, counter-clockwise. */
  readonly edge: number;
}

/** Two places nearer to one another than this, mm, are one. */
const APART = 0.02;

/**
 * A surface within a closed line (counter-clockwise; kept exactly) as triangles between places: where the surface bends. Null where a piece of the
 * line is no side of a triangle: its places must be nearer to one another.
 */
export function surfaceWithin(
  edge: Polygon,
  places: Iterable<Point>,
  height: (x: number, y: number) => number,
): Surface | null {
  const points: Point[] = [...edge];
  const seen = new Set<number>();
  const key = ({ x, y }: Point): number => Math.round(x / APART + 1e6) * 4e6 + Math.round(y / APART + 1e6);
  for (const p of edge) seen.add(key(p));
  const holds = regionHolds({ outer: edge, holes: [] });
  for (const p of places) {
    const k = key(p);
    if (seen.has(k) || !holds(p.x, p.y)) continue;
    seen.add(k);
    points.push(p);
  }
  const triangles = trianglesWithin(points, edge.length);
  if (!triangles) return null;
  return { points, heights: points.map(({ x, y }) => height(x, y)), triangles, edge: edge.length };
}

/**
 * The triangles (B. Delaunay’s) within the edge, which is the first places in order, counter-clockwise. Known by the edge
 * itself: from the triangles on its inner side on, not over it. Null where a piece of it is no side of a triangle.
 */
function trianglesWithin(points: readonly Point[], edge: number): readonly number[] | null {
  const flat = new Float64Array(2 * points.length);
  points.forEach(({ x, y }, i) => {
    flat[2 * i] = x;
    flat[2 * i + 1] = y;
  });
  const { triangles, halfedges } = new Delaunator(flat);
  const next = (e: number): number => (e % 3 === 2 ? e - 2 : e + 1);
  const follows = (i: number, j: number): boolean => i < edge && j === (i + 1) % edge;
  // The library winds all alike; which way is seen by the first that has an area.
  let turn = 0;
  for (let t = 0; turn === 0 && t < triangles.length; t += 3) {
    const [a, b, c] = [2 * triangles[t]!, 2 * triangles[t + 1]!, 2 * triangles[t + 2]!];
    turn = Math.sign(
      (flat[b]! - flat[a]!) * (flat[c + 1]! - flat[a + 1]!) -
        (flat[b + 1]! - flat[a + 1]!) * (flat[c]! - flat[a]!),
    );
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
