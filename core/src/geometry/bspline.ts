import type { Cubic } from './cubic.ts';
import { hypot, lerp } from './point.ts';
import type { Point } from './point.ts';

/** A place with its weight: x and y are carried multiplied by it. */
interface Weighted {
  readonly x: number;
  readonly y: number;
  readonly w: number;
}

/** A B-spline, rational where the weights differ: knots are one more than control points and degree together. */
export interface BSpline {
  readonly degree: number;
  readonly knots: readonly number[];
  readonly controls: readonly Point[];
  readonly weights: readonly number[];
}

const between = (a: Weighted, b: Weighted, t: number): Weighted => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
  w: a.w + (b.w - a.w) * t,
});
const placeOf = (p: Weighted): Point => ({ x: p.x / p.w, y: p.y / p.w });

/**
 * The Bézier control points of one span, by the polar form (L. Ramshaw, Blossoms are polar forms, 1989): control
 * k is the blossom at the span's start, degree − k times, and its end, k times.
 */
function spanBezier(s: BSpline, span: number): readonly Weighted[] {
  const { degree: p, knots } = s;
  const local = Array.from({ length: p + 1 }, (_, j): Weighted => {
    const i = span - p + j;
    const w = s.weights[i]!;
    return { x: s.controls[i]!.x * w, y: s.controls[i]!.y * w, w };
  });
  const [a, b] = [knots[span]!, knots[span + 1]!];
  return Array.from({ length: p + 1 }, (_, k) => {
    let level = local;
    for (let r = 1; r <= p; r += 1) {
      const u = r <= p - k ? a : b;
      level = Array.from({ length: p + 1 - r }, (__, j) => {
        const i = span - p + j + r;
        const [from, to] = [knots[i]!, knots[i + p - r + 1]!];
        return between(level[j]!, level[j + 1]!, (u - from) / (to - from));
      });
    }
    return level[0]!;
  });
}

/** Halves a Bézier of any degree (de Casteljau). */
function halves(points: readonly Weighted[]): readonly [readonly Weighted[], readonly Weighted[]] {
  const left = [points[0]!];
  const right = [points.at(-1)!];
  let level = points;
  while (level.length > 1) {
    level = level.slice(1).map((b, i) => between(level[i]!, b, 0.5));
    left.push(level[0]!);
    right.unshift(level.at(-1)!);
  }
  return [left, right];
}

function at(points: readonly Weighted[], t: number): Point {
  let level = points;
  while (level.length > 1) level = level.slice(1).map((b, i) => between(level[i]!, b, t));
  return placeOf(level[0]!);
}

/** Halvings at most of one span. */
const DEEPEST = 12;

/** Weights nearer than this, as a share, are one: rounding of a file's figures. */
const SAME_WEIGHT = 1e-12;

/** A Bézier as cubics: itself where it is one or less, else by end tangents, halved until near enough. */
function cubicsOf(points: readonly Weighted[], tolerance: number, depth = 0): readonly Cubic[] {
  const p = points.length - 1;
  const isPlain = points.every((q) => Math.abs(q.w - points[0]!.w) <= SAME_WEIGHT * Math.abs(points[0]!.w));
  if (isPlain && p <= 3) {
    const q = points.map(placeOf);
    if (p === 1)
      return [{ p0: q[0]!, p1: lerp(q[0]!, q[1]!, 1 / 3), p2: lerp(q[0]!, q[1]!, 2 / 3), p3: q[1]! }];
    if (p === 2)
      return [{ p0: q[0]!, p1: lerp(q[0]!, q[1]!, 2 / 3), p2: lerp(q[2]!, q[1]!, 2 / 3), p3: q[2]! }];
    return [{ p0: q[0]!, p1: q[1]!, p2: q[2]!, p3: q[3]! }];
  }
  const [first, second] = [points[0]!, points[1]!];
  const [last, lastBut] = [points[p]!, points[p - 1]!];
  const [p0, p3] = [placeOf(first), placeOf(last)];
  // The derivative at an end of a rational Bézier: degree × (neighbour's weight / own) × the leg.
  const [from, to] = [placeOf(second), placeOf(lastBut)];
  const [k0, k3] = [(p * second.w) / first.w / 3, (p * lastBut.w) / last.w / 3];
  const cubic: Cubic = {
    p0,
    p1: { x: p0.x + (from.x - p0.x) * k0, y: p0.y + (from.y - p0.y) * k0 },
    p2: { x: p3.x + (to.x - p3.x) * k3, y: p3.y + (to.y - p3.y) * k3 },
    p3,
  };
  const flat: readonly Weighted[] = [cubic.p0, cubic.p1, cubic.p2, cubic.p3].map((q) => ({ ...q, w: 1 }));
  const off = Math.max(
    ...[1 / 6, 1 / 3, 1 / 2, 2 / 3, 5 / 6].map((t) => {
      const [a, b] = [at(points, t), at(flat, t)];
      return hypot(a.x - b.x, a.y - b.y);
    }),
  );
  if (off <= tolerance || depth >= DEEPEST) return [cubic];
  const [a, b] = halves(points);
  return [...cubicsOf(a, tolerance, depth + 1), ...cubicsOf(b, tolerance, depth + 1)];
}

/**
 * A B-spline as cubics over its own domain: exact up to degree three without weights, else within the
 * tolerance, in the points' unit.
 */
export function bsplineCubics(s: BSpline, tolerance: number): readonly Cubic[] {
  const pieces: Cubic[] = [];
  for (let span = s.degree; span < s.controls.length; span += 1)
    if (s.knots[span + 1]! > s.knots[span]!) pieces.push(...cubicsOf(spanBezier(s, span), tolerance));
  return pieces;
}
