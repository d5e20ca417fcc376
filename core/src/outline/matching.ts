import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicFirst, cubicSecond } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance, dot, hypot, subtract } from '../geometry/point.ts';

/** The place on a curve that a sample lies beside. */
export interface Foot {
  readonly segment: number;
  readonly t: number;
  readonly at: Point;
  readonly distance: number;
}

/** The curve is first looked at about every so many mm, and this many looks to either side of the last foot. */
const LOOK = 2;
const WINDOW = 24;
/** Steps of Newton's method on the foot of the normal: each doubles the figures, and a look is 2 mm near. */
const REFINEMENTS = 4;

/** The parameter of the nearest place within one segment, from one near to it. */
export function footNear(c: Cubic, p: Point, start: number): number {
  let t = start;
  for (let k = 0; k < REFINEMENTS; k += 1) {
    const off = subtract(cubicAt(c, t), p);
    const first = cubicFirst(c, t);
    const slope = dot(first, first) + dot(off, cubicSecond(c, t));
    if (!(slope > 0)) break;
    t = Math.max(0, Math.min(1, t - dot(off, first) / slope));
  }
  return t;
}

/**
 * Where each of a run of samples lies beside a curve that follows them in the same order: the foot is looked
 * for near the foot of the sample before, so that a curve that comes back close by is not mistaken.
 */
export function feetOf(curve: readonly Cubic[], samples: readonly Point[], closed: boolean): readonly Foot[] {
  // Places of the looks in plain arrays: a fit asks for the feet of a thousand samples hundreds of times.
  const steps = curve.map((c) => Math.max(2, Math.ceil(legs(c) / LOOK)));
  const count = steps.reduce((sum, n) => sum + n, closed ? 0 : 1);
  const [xs, ys, ts] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  const segments = new Int32Array(count);
  let filled = 0;
  const look = (segment: number, t: number): void => {
    const at = cubicAt(curve[segment]!, t);
    xs[filled] = at.x;
    ys[filled] = at.y;
    ts[filled] = t;
    segments[filled] = segment;
    filled += 1;
  };
  steps.forEach((n, segment) => {
    for (let i = 0; i < n; i += 1) look(segment, i / n);
  });
  if (!closed) look(curve.length - 1, 1);
  const nearest = (p: Point, from: number, to: number): number => {
    let best = -1;
    let least = Infinity;
    const last = closed ? to : Math.min(to, count - 1);
    for (let j = closed ? from : Math.max(from, 0); j <= last; j += 1) {
      const i = j < 0 ? j + count : j >= count ? j - count : j;
      const dx = xs[i]! - p.x;
      const dy = ys[i]! - p.y;
      const d = dx * dx + dy * dy;
      if (d < least) {
        best = i;
        least = d;
      }
    }
    return best;
  };
  let at = nearest(samples[0]!, 0, count - 1);
  const window = Math.min(WINDOW, Math.floor(count / 2));
  return samples.map((p) => {
    at = nearest(p, at - window, at + window);
    // The foot lies in the look's own segment, or at its end in the one before.
    const [segment, t] = [segments[at]!, ts[at]!];
    const own = footIn(curve, segment, footNear(curve[segment]!, p, t), p);
    if (t > 0 || (segment === 0 && !closed)) return own;
    const before = (segment + curve.length - 1) % curve.length;
    const other = footIn(curve, before, footNear(curve[before]!, p, 1), p);
    return other.distance < own.distance ? other : own;
  });
}

/** No shorter than the curve, and near enough to it for a look every so many mm. */
const legs = (c: Cubic): number => distance(c.p0, c.p1) + distance(c.p1, c.p2) + distance(c.p2, c.p3);

function footIn(curve: readonly Cubic[], segment: number, t: number, p: Point): Foot {
  const at = cubicAt(curve[segment]!, t);
  return { segment, t, at, distance: hypot(at.x - p.x, at.y - p.y) };
}
