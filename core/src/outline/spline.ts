import type { Cubic } from '../geometry/cubic.ts';
import { cubicLength } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { add, distance, scale, subtract } from '../geometry/point.ts';

/**
 * Fair curves through nodes: the parametric cubic spline, twice continuously differentiable and so
 * continuous in curvature, on knots first spaced by chord length and then by the arc length of the
 * curve so found (C. de Boor, A Practical Guide to Splines, ch. IV; G. Farin, Curves and Surfaces
 * for CAGD, ch. 9). With the parameter near arc length, curvature runs almost straight from node to
 * node, which is what a bent batten does.
 */

/** Re-spacings by arc length; why two, and always two, is in docs/decisions/fair-curves.md. */
const RESPACINGS = 2;

/**
 * Tension of each node, 0 for none: the diagonal of its equation grows by this share. The second derivative
 * then jumps by a multiple of the first, so the curvature stays continuous (G. M. Nielson, Some piecewise
 * polynomial alternatives to splines under tension, 1974), and the edge draws nearer to its chords.
 */
export type Tensions = readonly number[];

/** Knots that are given, one a segment; null where they follow the curve's own length. */
export type Spans = readonly number[] | null;

/** How a run of nodes ends: its handle (vector from the end node into the run), or none. */
export type RunEnd = Point | null;

const toSegments = (points: readonly Point[], knots: readonly number[], slopes: readonly Point[]): Cubic[] =>
  knots.map((h, i) => {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    return {
      p0: a,
      p1: add(a, scale(slopes[i]!, h / 3)),
      p2: subtract(b, scale(slopes[(i + 1) % points.length]!, h / 3)),
      p3: b,
    };
  });

/** Solves a tridiagonal system for points by the Thomas algorithm; needs diagonal dominance or better. */
function solveTridiagonal(
  below: readonly number[],
  diagonal: readonly number[],
  above: readonly number[],
  right: readonly Point[],
): Point[] {
  const n = diagonal.length;
  const ratio: number[] = [];
  const value: Point[] = [];
  for (let i = 0; i < n; i += 1) {
    const pivot = diagonal[i]! - (i > 0 ? below[i]! * ratio[i - 1]! : 0);
    ratio.push(above[i]! / pivot);
    const known = i > 0 ? subtract(right[i]!, scale(value[i - 1]!, below[i]!)) : right[i]!;
    value.push(scale(known, 1 / pivot));
  }
  for (let i = n - 2; i >= 0; i -= 1) value[i] = subtract(value[i]!, scale(value[i + 1]!, ratio[i]!));
  return value;
}

/** Right-hand side of the continuity of the second derivative at a node between two knots. */
function bend(before: Point, at: Point, after: Point, hBefore: number, hAfter: number): Point {
  return {
    x: 3 * ((hAfter * (at.x - before.x)) / hBefore + (hBefore * (after.x - at.x)) / hAfter),
    y: 3 * ((hAfter * (at.y - before.y)) / hBefore + (hBefore * (after.y - at.y)) / hAfter),
  };
}

/**
 * Slopes dp/du of an open run. An end with a handle is clamped to it (slope 3·handle/h); without,
 * the second derivative is constant over the end segment, so that the curve runs out into its
 * corner with the bend it has rather than going flat.
 */
function openSlopes(
  points: readonly Point[],
  knots: readonly number[],
  first: RunEnd,
  last: RunEnd,
  tensions: Tensions,
): Point[] {
  const n = points.length;
  const below: number[] = [0];
  const diagonal: number[] = [1];
  const above: number[] = [first ? 0 : 1];
  const right: Point[] = [
    first ? scale(first, 3 / knots[0]!) : scale(subtract(points[1]!, points[0]!), 2 / knots[0]!),
  ];
  for (let i = 1; i < n - 1; i += 1) {
    const hBefore = knots[i - 1]!;
    const hAfter = knots[i]!;
    below.push(hAfter);
    diagonal.push(2 * (hBefore + hAfter) * (1 + tensions[i]!));
    above.push(hBefore);
    right.push(bend(points[i - 1]!, points[i]!, points[i + 1]!, hBefore, hAfter));
  }
  const h = knots[n - 2]!;
  below.push(last ? 0 : 1);
  diagonal.push(1);
  above.push(0);
  right.push(last ? scale(last, -3 / h) : scale(subtract(points[n - 1]!, points[n - 2]!), 2 / h));
  return solveTridiagonal(below, diagonal, above, right);
}

/** Slopes of a closed run: the cyclic system, by the Sherman-Morrison correction of a tridiagonal one. */
function closedSlopes(points: readonly Point[], knots: readonly number[], tensions: Tensions): Point[] {
  const n = points.length;
  const around = (i: number): number => (i + n) % n;
  const below = points.map((_, i) => knots[i]!);
  const above = points.map((_, i) => knots[around(i - 1)]!);
  const diagonal = points.map((_, i) => 2 * (knots[around(i - 1)]! + knots[i]!) * (1 + tensions[i]!));
  const right = points.map((p, i) =>
    bend(points[around(i - 1)]!, p, points[around(i + 1)]!, knots[around(i - 1)]!, knots[i]!),
  );
  const corner = -diagonal[0]!;
  const topRight = below[0]!;
  const bottomLeft = above[n - 1]!;
  const reduced = diagonal.map((d, i) =>
    i === 0 ? d - corner : i === n - 1 ? d - (topRight * bottomLeft) / corner : d,
  );
  const plain = solveTridiagonal(below, reduced, above, right);
  const column = points.map((_, i) => ({ x: i === 0 ? corner : i === n - 1 ? bottomLeft : 0, y: 0 }));
  const unit = solveTridiagonal(below, reduced, above, column).map((p) => p.x);
  const weight = topRight / corner;
  const divisor = 1 + unit[0]! + weight * unit[n - 1]!;
  const factor = scale(add(plain[0]!, scale(plain[n - 1]!, weight)), 1 / divisor);
  return plain.map((p, i) => subtract(p, scale(factor, unit[i]!)));
}

/** A fair curve and the knots that it has in the end, one a segment. */
export interface FairCurve {
  readonly curve: readonly Cubic[];
  readonly spans: readonly number[];
}

function respaced(
  points: readonly Point[],
  closed: boolean,
  slopes: (knots: readonly number[]) => readonly Point[],
  spans: Spans,
): FairCurve {
  if (spans) return { curve: toSegments(points, spans, slopes(spans)), spans };
  const count = closed ? points.length : points.length - 1;
  let knots = Array.from({ length: count }, (_, i) => distance(points[i]!, points[(i + 1) % points.length]!));
  let curve = toSegments(points, knots, slopes(knots));
  for (let pass = 0; pass < RESPACINGS; pass += 1) {
    knots = curve.map((c) => cubicLength(c));
    curve = toSegments(points, knots, slopes(knots));
  }
  return { curve, spans: knots };
}

const none = (points: readonly Point[]): Tensions => points.map(() => 0);

/** A fair curve through an open run of three or more points, each apart from the next. */
export const fairRun = (
  points: readonly Point[],
  first: RunEnd,
  last: RunEnd,
  tensions: Tensions = none(points),
  spans: Spans = null,
): FairCurve => respaced(points, false, (knots) => openSlopes(points, knots, first, last, tensions), spans);

/** A fair closed curve through three or more points, each apart from the next; segment i starts at point i. */
export const fairLoop = (
  points: readonly Point[],
  tensions: Tensions = none(points),
  spans: Spans = null,
): FairCurve => respaced(points, true, (knots) => closedSlopes(points, knots, tensions), spans);
