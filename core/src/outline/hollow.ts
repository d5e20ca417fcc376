import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicCurvature } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { cross, dot, subtract } from '../geometry/point.ts';
import { goldenSectionMinimum } from '../geometry/roots.ts';

/** A place where the outline bends inward: radius 0 at a corner that points into the body. */
export interface Hollow {
  readonly kind: 'corner' | 'curve';
  readonly radius: number;
  readonly at: Point;
}

/** A turn inward by less than this, rad, is a joint between smooth segments and no corner (0.5°). */
export const CORNER_TURN = 0.0087;
/** A bend flatter than this radius, mm, is straight to any tool. */
const STRAIGHT_RADIUS = 1e5;
/** Samples a segment; a cubic’s few curvature extremes each span several of them, and the best is then refined. */
const SAMPLES = 14;

/** Direction in which the curve leaves its first end, or arrives at its last: handles on the end are skipped. */
function endDirection(c: Cubic, end: 'start' | 'end'): Point {
  const [a, b, d, e] = end === 'start' ? [c.p0, c.p1, c.p2, c.p3] : [c.p3, c.p2, c.p1, c.p0];
  const other = [b, d, e].find((p) => p.x !== a.x || p.y !== a.y) ?? e;
  return end === 'start' ? subtract(other, a) : subtract(a, other);
}

/** Turn at the joint before segment i, rad, counter-clockwise positive. */
export function turnAt(path: ClosedPath, i: number): number {
  const arrives = endDirection(path[(i + path.length - 1) % path.length]!, 'end');
  const leaves = endDirection(path[i]!, 'start');
  return Math.atan2(cross(arrives, leaves), dot(arrives, leaves));
}

/** Corners that point into the body, of a counter-clockwise path. */
export const concaveCorners = (path: ClosedPath): readonly Point[] =>
  path.filter((_, i) => turnAt(path, i) < -CORNER_TURN).map((c) => c.p0);

/** The smallest concave radius of the curves alone, of a counter-clockwise path; null where nothing is concave. */
export function tightestCurve(path: ClosedPath): Hollow | null {
  let least = -1 / STRAIGHT_RADIUS;
  let at: Point | null = null;
  for (const c of path) {
    const curvature = (t: number): number => cubicCurvature(c, t) ?? 0;
    const samples = Array.from({ length: SAMPLES + 1 }, (_, k) => curvature(k / SAMPLES));
    samples.forEach((value, k) => {
      const before = samples[k - 1] ?? Infinity;
      const after = samples[k + 1] ?? Infinity;
      // Only a local least that could still win is worth refining; half covers what lies between samples.
      if (value > before || value > after || value > least / 2) return;
      const t = goldenSectionMinimum(
        curvature,
        Math.max(0, (k - 1) / SAMPLES),
        Math.min(1, (k + 1) / SAMPLES),
      );
      const [place, deepest] = curvature(t) < value ? [t, curvature(t)] : [k / SAMPLES, value];
      if (deepest < least) {
        least = deepest;
        at = cubicAt(c, place);
      }
    });
  }
  return at ? { kind: 'curve', radius: -1 / least, at } : null;
}

/**
 * The tightest hollow of a counter-clockwise outline (formulas section 4): 0 at a corner that points
 * inward, else the smallest concave radius; null for an outline that is convex all round.
 */
export function tightestHollow(path: ClosedPath): Hollow | null {
  const [corner] = concaveCorners(path);
  return corner ? { kind: 'corner', radius: 0, at: corner } : tightestCurve(path);
}

/** Every place where a counter-clockwise outline bends inward more tightly than `radius`, mm: corners, and each hollow once. */
export function hollowsUnder(
  path: ClosedPath,
  radius: number,
): readonly (Hollow & { readonly segment: number })[] {
  const found: (Hollow & { readonly segment: number })[] = [];
  path.forEach((c, segment) => {
    if (turnAt(path, segment) < -CORNER_TURN) found.push({ kind: 'corner', radius: 0, at: c.p0, segment });
    const curvature = (t: number): number => cubicCurvature(c, t) ?? 0;
    const samples = Array.from({ length: SAMPLES + 1 }, (_, k) => curvature(k / SAMPLES));
    samples.forEach((value, k) => {
      // A hollow that peaks at a joint is taken with the segment that begins there.
      const [before, after] = [samples[k - 1] ?? value, samples[k + 1] ?? Infinity];
      if (value >= -1 / radius / 2 || value > before || value >= after) return;
      const t = goldenSectionMinimum(
        curvature,
        Math.max(0, (k - 1) / SAMPLES),
        Math.min(1, (k + 1) / SAMPLES),
      );
      const deepest = Math.min(value, curvature(t));
      if (deepest < -1 / radius)
        found.push({
          kind: 'curve',
          radius: -1 / deepest,
          at: cubicAt(c, deepest === value ? k / SAMPLES : t),
          segment,
        });
    });
  });
  return found;
}
