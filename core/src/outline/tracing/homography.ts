import { Matrix, SingularValueDecomposition, solve } from 'ml-matrix';
import type { Point } from '../../geometry/point.ts';
import { cross, distance, hypot, subtract } from '../../geometry/point.ts';

/** A plane seen in another, row by row: (x, y, 1) goes to (X, Y, W), shown at X / W, Y / W. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** A place and where it is seen. */
export interface Pair {
  readonly from: Point;
  readonly to: Point;
}

export const mapBy = (h: Homography, { x, y }: Point): Point => {
  const w = h[6] * x + h[7] * y + h[8];
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
};

/** The way back; null where the plane is seen edge on. */
export function inverseOf(h: Homography): Homography | null {
  const [a, b, c, d, e, f, g, i, j] = h;
  const det = a * (e * j - f * i) - b * (d * j - f * g) + c * (d * i - e * g);
  if (!(Math.abs(det) > 0)) return null;
  const m = [
    e * j - f * i,
    c * i - b * j,
    b * f - c * e,
    f * g - d * j,
    a * j - c * g,
    c * d - a * f,
    d * i - e * g,
    b * g - a * i,
    a * e - b * d,
  ];
  return m.map((v) => v / det) as unknown as Homography;
}

const product = (p: Homography, q: Homography): Homography =>
  [0, 1, 2].flatMap((r) =>
    [0, 1, 2].map((c) => p[3 * r]! * q[c]! + p[3 * r + 1]! * q[3 + c]! + p[3 * r + 2]! * q[6 + c]!),
  ) as unknown as Homography;

/** Moves places about their middle to a mean distance of √2 (R. Hartley, In defense of the eight-point algorithm, 1997). */
function normalising(points: readonly Point[]): Homography {
  const n = points.length;
  const cx = points.reduce((s, p) => s + p.x, 0) / n;
  const cy = points.reduce((s, p) => s + p.y, 0) / n;
  const mean = points.reduce((s, p) => s + hypot(p.x - cx, p.y - cy), 0) / n || 1;
  const k = Math.SQRT2 / mean;
  return [k, 0, -k * cx, 0, k, -k * cy, 0, 0, 1];
}

/** Three of four marks so nearly in line (share of the largest triangle) tell no perspective. */
const LEAST_TRIANGLE = 0.01;

/** Whether four of the places span a plane: no three of them in line. */
function spans(points: readonly Point[]): boolean {
  const areas: number[] = [];
  for (let i = 0; i < points.length; i += 1)
    for (let j = i + 1; j < points.length; j += 1)
      for (let k = j + 1; k < points.length; k += 1)
        areas.push(Math.abs(cross(subtract(points[j]!, points[i]!), subtract(points[k]!, points[i]!))));
  const largest = Math.max(...areas);
  if (!(largest > 0)) return false;
  return points.length > 4
    ? areas.filter((a) => a > LEAST_TRIANGLE * largest).length >= 4
    : Math.min(...areas) > LEAST_TRIANGLE * largest;
}

/** Rounds of Gauss and Newton's method on the distances where the places are seen. */
const ROUNDS = 8;

/**
 * The homography that takes each pair's place to where it is seen: exactly for four, by least squares of the
 * distances for more (direct linear transform, then Gauss and Newton's method; R. Hartley and A. Zisserman,
 * Multiple View Geometry, 2004, sections 4.1 and 4.5). Null with fewer than four, or where three of four lie in line.
 */
export function homographyOf(pairs: readonly Pair[]): Homography | null {
  const [from, to] = [pairs.map((p) => p.from), pairs.map((p) => p.to)];
  if (pairs.length < 4 || !spans(from) || !spans(to)) return null;
  const [n, m] = [normalising(from), normalising(to)];
  const rows = pairs.flatMap((pair) => {
    const { x, y } = mapBy(n, pair.from);
    const { x: u, y: v } = mapBy(m, pair.to);
    return [
      [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
      [0, 0, 0, -x, -y, -1, v * x, v * y, v],
    ];
  });
  // A ninth row of nothing lets four pairs have the null vector among the right ones.
  while (rows.length < 9) rows.push([0, 0, 0, 0, 0, 0, 0, 0, 0]);
  const svd = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true });
  const least = svd.diagonal.reduce((best, v, i) => (v < svd.diagonal[best]! ? i : best), 0);
  const h = svd.rightSingularVectors.getColumn(least) as unknown as Homography;
  const back = inverseOf(m);
  if (!back) return null;
  let found = product(back, product(h, n));
  const last = found[8];
  if (!(Math.abs(last) > 0)) return null;
  found = found.map((v) => v / last) as unknown as Homography;
  return pairs.length > 4 ? refined(found, pairs) : found;
}

function refined(start: Homography, pairs: readonly Pair[]): Homography {
  let h = start;
  for (let round = 0; round < ROUNDS; round += 1) {
    const rows: number[][] = [];
    const right: number[][] = [];
    for (const { from, to } of pairs) {
      const { x, y } = from;
      const w = h[6] * x + h[7] * y + h[8];
      const seen = mapBy(h, from);
      rows.push([x / w, y / w, 1 / w, 0, 0, 0, (-seen.x * x) / w, (-seen.x * y) / w]);
      rows.push([0, 0, 0, x / w, y / w, 1 / w, (-seen.y * x) / w, (-seen.y * y) / w]);
      right.push([to.x - seen.x], [to.y - seen.y]);
    }
    const step = solve(new Matrix(rows), new Matrix(right), true).getColumn(0);
    const next = h.map((v, i) => v + (step[i] ?? 0)) as unknown as Homography;
    if (offOf(next, pairs) >= offOf(h, pairs)) break;
    h = next;
  }
  return h;
}

/** Root mean square of the distances between where places are seen and where they should be. */
export const offOf = (h: Homography, pairs: readonly Pair[]): number =>
  Math.sqrt(pairs.reduce((s, { from, to }) => s + distance(mapBy(h, from), to) ** 2, 0) / pairs.length);

/**
 * How far places come out wrong, root mean square, when every mark is off by `sigma` both ways in the plane of
 * `from`: the marks are moved one by one and what that does is added up in squares.
 */
export function goodTo(pairs: readonly Pair[], sigma: number, places: readonly Point[]): readonly number[] {
  const h = homographyOf(pairs);
  if (!h) return places.map(() => Infinity);
  const sums = places.map(() => 0);
  pairs.forEach((_, i) => {
    for (const axis of ['x', 'y'] as const) {
      const moved = pairs.map((p, j) =>
        j === i ? { ...p, from: { ...p.from, [axis]: p.from[axis] + sigma } } : p,
      );
      const other = homographyOf(moved);
      if (!other) continue;
      places.forEach((p, k) => {
        sums[k]! += distance(mapBy(h, p), mapBy(other, p)) ** 2;
      });
    }
  });
  return sums.map(Math.sqrt);
}
