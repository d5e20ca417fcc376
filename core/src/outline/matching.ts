import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicFirst, cubicLength, cubicSecond } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { dot, subtract } from '../geometry/point.ts';

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
  const looks: { readonly segment: number; readonly t: number; readonly at: Point }[] = [];
  curve.forEach((c, segment) => {
    const steps = Math.max(2, Math.ceil(cubicLength(c) / LOOK));
    for (let i = 0; i < steps; i += 1) looks.push({ segment, t: i / steps, at: cubicAt(c, i / steps) });
  });
  const last = curve.at(-1)!;
  if (!closed) looks.push({ segment: curve.length - 1, t: 1, at: last.p3 });
  const squared = (p: Point, i: number): number => {
    const d = subtract(looks[i]!.at, p);
    return dot(d, d);
  };
  const nearest = (p: Point, from: number, to: number): number => {
    let [best, least] = [-1, Infinity];
    for (let j = from; j <= to; j += 1) {
      const i = closed ? (j + looks.length) % looks.length : j;
      if (i < 0 || i >= looks.length) continue;
      const d = squared(p, i);
      if (d < least) [best, least] = [i, d];
    }
    return best;
  };
  let at = nearest(samples[0]!, 0, looks.length - 1);
  return samples.map((p) => {
    at = nearest(p, at - WINDOW, at + WINDOW);
    // The foot lies in the look's own segment, or at its end in the one before.
    const { segment, t } = looks[at]!;
    const own = footIn(curve, segment, footNear(curve[segment]!, p, t), p);
    if (t > 0 || (segment === 0 && !closed)) return own;
    const before = (segment + curve.length - 1) % curve.length;
    const other = footIn(curve, before, footNear(curve[before]!, p, 1), p);
    return other.distance < own.distance ? other : own;
  });
}

function footIn(curve: readonly Cubic[], segment: number, t: number, p: Point): Foot {
  const at = cubicAt(curve[segment]!, t);
  return { segment, t, at, distance: Math.hypot(at.x - p.x, at.y - p.y) };
}
