import type { Box } from './box.ts';
import { boxOfPoints } from './box.ts';
import type { Point } from './point.ts';
import { cross, distance, dot, hypot, length, lerp, subtract } from './point.ts';
import { adaptiveGauss } from './quadrature.ts';
import { cubicRootsInUnit, goldenSectionMinimum, quadraticRoots } from './roots.ts';

/** One cubic Bézier segment: ends p0 and p3, handles p1 and p2, mm; t runs from 0 to 1. */
export interface Cubic {
  readonly p0: Point;
  readonly p1: Point;
  readonly p2: Point;
  readonly p3: Point;
}

/** A straight edge as a cubic with its handles at the thirds, so that t is proportional to length. */
export const straightCubic = (a: Point, b: Point): Cubic => ({
  p0: a,
  p1: lerp(a, b, 1 / 3),
  p2: lerp(a, b, 2 / 3),
  p3: b,
});

/** Handles this near to the thirds of the chord, mm, make a straight edge. */
const AT_THIRDS = 1e-9;

/** Whether a cubic is a straight edge, made as {@link straightCubic} makes it or turned and moved since. */
export const isStraight = ({ p0, p1, p2, p3 }: Cubic): boolean =>
  distance(p1, lerp(p0, p3, 1 / 3)) < AT_THIRDS && distance(p2, lerp(p0, p3, 2 / 3)) < AT_THIRDS;

export function cubicAt(c: Cubic, t: number): Point {
  const u = 1 - t;
  const b0 = u * u * u;
  const b1 = 3 * u * u * t;
  const b2 = 3 * u * t * t;
  const b3 = t * t * t;
  return {
    x: b0 * c.p0.x + b1 * c.p1.x + b2 * c.p2.x + b3 * c.p3.x,
    y: b0 * c.p0.y + b1 * c.p1.y + b2 * c.p2.y + b3 * c.p3.y,
  };
}

/** dp/dt, mm per unit of t. */
export function cubicFirst(c: Cubic, t: number): Point {
  const u = 1 - t;
  const b0 = 3 * u * u;
  const b1 = 6 * u * t;
  const b2 = 3 * t * t;
  return {
    x: b0 * (c.p1.x - c.p0.x) + b1 * (c.p2.x - c.p1.x) + b2 * (c.p3.x - c.p2.x),
    y: b0 * (c.p1.y - c.p0.y) + b1 * (c.p2.y - c.p1.y) + b2 * (c.p3.y - c.p2.y),
  };
}

/** d²p/dt². */
export function cubicSecond(c: Cubic, t: number): Point {
  const u = 1 - t;
  return {
    x: 6 * u * (c.p2.x - 2 * c.p1.x + c.p0.x) + 6 * t * (c.p3.x - 2 * c.p2.x + c.p1.x),
    y: 6 * u * (c.p2.y - 2 * c.p1.y + c.p0.y) + 6 * t * (c.p3.y - 2 * c.p2.y + c.p1.y),
  };
}

/** Signed curvature 1/mm, positive turning counter-clockwise; null where the curve stands still. */
export function cubicCurvature(c: Cubic, t: number): number | null {
  const first = cubicFirst(c, t);
  const speed = length(first);
  return speed === 0 ? null : cross(first, cubicSecond(c, t)) / speed ** 3;
}

/** The same segment run the other way. */
export const reverseCubic = (c: Cubic): Cubic => ({ p0: c.p3, p1: c.p2, p2: c.p1, p3: c.p0 });

export const mapCubic = (c: Cubic, f: (p: Point) => Point): Cubic => ({
  p0: f(c.p0),
  p1: f(c.p1),
  p2: f(c.p2),
  p3: f(c.p3),
});

/** The two parts at t, by de Casteljau. */
export function splitCubic(c: Cubic, t: number): readonly [Cubic, Cubic] {
  const a = lerp(c.p0, c.p1, t);
  const b = lerp(c.p1, c.p2, t);
  const d = lerp(c.p2, c.p3, t);
  const e = lerp(a, b, t);
  const f = lerp(b, d, t);
  const m = lerp(e, f, t);
  return [
    { p0: c.p0, p1: a, p2: e, p3: m },
    { p0: m, p1: f, p2: d, p3: c.p3 },
  ];
}

/** Parameters strictly inside (0, 1) where x (or y) stands still. */
export function cubicExtremes(c: Cubic, axis: 'x' | 'y'): number[] {
  const d0 = c.p1[axis] - c.p0[axis];
  const d1 = c.p2[axis] - c.p1[axis];
  const d2 = c.p3[axis] - c.p2[axis];
  return quadraticRoots(d0 - 2 * d1 + d2, 2 * (d1 - d0), d0).filter((t) => t > 0 && t < 1);
}

/** The tight box of the curve itself (not of its handles). */
export function cubicBox(c: Cubic): Box {
  const places = [...cubicExtremes(c, 'x'), ...cubicExtremes(c, 'y')].map((t) => cubicAt(c, t));
  return boxOfPoints([c.p0, c.p3, ...places])!;
}

/** Length relative accuracy asked of outlines by the formulas (section 4); a hundredfold margin on it. */
const LENGTH_RELATIVE = 1e-8;

/**
 * Parameters where the speed is least or most, of a curve that may stand still on its way: there the speed is
 * kinked, and a quadrature rule must begin again. None where all three handle legs point one way, since the
 * velocity, a blend of them, cannot then vanish.
 */
function speedStops(c: Cubic): readonly number[] {
  const [a, b, d] = [subtract(c.p1, c.p0), subtract(c.p2, c.p1), subtract(c.p3, c.p2)];
  if (dot(a, b) > 0 && dot(b, d) > 0 && dot(a, d) > 0) return [];
  // Velocity / 3 = a + 2 (b − a) t + (a − 2 b + d) t²; its product with its own derivative vanishes.
  const u = { x: b.x - a.x, y: b.y - a.y };
  const v = { x: a.x - 2 * b.x + d.x, y: a.y - 2 * b.y + d.y };
  return cubicRootsInUnit(dot(v, v), 3 * dot(u, v), 2 * dot(u, u) + dot(a, v), dot(a, u));
}

/** Arc length from t0 to t1, mm, by Gauss-Legendre with halving, from one stop of the speed to the next. */
export function cubicLength(c: Cubic, t0 = 0, t1 = 1): number {
  // As `cubicFirst`, its legs taken once: lengths are the most of what a fair curve costs.
  const [ax, ay] = [3 * (c.p1.x - c.p0.x), 3 * (c.p1.y - c.p0.y)];
  const [bx, by] = [6 * (c.p2.x - c.p1.x), 6 * (c.p2.y - c.p1.y)];
  const [dx, dy] = [3 * (c.p3.x - c.p2.x), 3 * (c.p3.y - c.p2.y)];
  const speed = (t: number): number => {
    const u = 1 - t;
    return hypot(u * u * ax + u * t * bx + t * t * dx, u * u * ay + u * t * by + t * t * dy);
  };
  const inside = speedStops(c).filter((t) => t > t0 && t < t1);
  const ends = [t0, ...inside, t1];
  return inside.length === 0
    ? adaptiveGauss(speed, t0, t1, LENGTH_RELATIVE)
    : ends.slice(1).reduce((sum, end, i) => sum + adaptiveGauss(speed, ends[i]!, end, LENGTH_RELATIVE), 0);
}

/**
 * How many equal steps of t keep a chord within `chordErrorMm` of the curve: from the bound
 * |p''|max / 8 on a chord's distance over a unit step.
 */
export function stepsForChordError(c: Cubic, chordErrorMm: number): number {
  const second = Math.max(length(cubicSecond(c, 0)), length(cubicSecond(c, 1)));
  return Math.max(1, Math.ceil(Math.sqrt(second / (8 * chordErrorMm))));
}

/** Points along the curve within a chord error, the first end included, the last left out. */
export function flattenCubic(c: Cubic, chordErrorMm: number): Point[] {
  const steps = stepsForChordError(c, chordErrorMm);
  return Array.from({ length: steps }, (_, i) => cubicAt(c, i / steps));
}

/** Number of starting samples for a nearest-point search: two per possible foot of a normal (at most five). */
const NEAREST_SAMPLES = 16;
/** A stretch of the parameter this short has one dip of the distance, however wild the curve. */
const ONE_DIP = 1 / 64;

/**
 * The place on the curve nearest to p: parameter and distance. By sampling, then golden section in every stretch
 * that may hold a nearer place: along it the distance can fall no faster than the curve can run.
 */
export function nearestOnCubic(c: Cubic, p: Point): { readonly t: number; readonly distance: number } {
  const off = (t: number): number => distance(cubicAt(c, t), p);
  const squared = (t: number): number => {
    const d = subtract(cubicAt(c, t), p);
    return dot(d, d);
  };
  const samples = Array.from({ length: NEAREST_SAMPLES + 1 }, (_, i) => off(i / NEAREST_SAMPLES));
  let best = samples.reduce((m, d, i) => (d < samples[m]! ? i : m), 0) / NEAREST_SAMPLES;
  let least = samples[best * NEAREST_SAMPLES]!;
  const take = (t: number): void => {
    const d = off(t);
    if (d < least) [best, least] = [t, d];
  };
  take(
    goldenSectionMinimum(
      squared,
      Math.max(0, best - 1 / NEAREST_SAMPLES),
      Math.min(1, best + 1 / NEAREST_SAMPLES),
    ),
  );
  /** No part of the curve runs faster, mm per unit of t: its velocity is a blend of its legs. */
  const fastest = 3 * Math.max(distance(c.p0, c.p1), distance(c.p1, c.p2), distance(c.p2, c.p3));
  const look = (from: number, fromOff: number, to: number, toOff: number): void => {
    if ((fromOff + toOff - fastest * (to - from)) / 2 >= least) return;
    if (to - from <= ONE_DIP) return take(goldenSectionMinimum(squared, from, to));
    const middle = (from + to) / 2;
    const middleOff = off(middle);
    if (middleOff < least) [best, least] = [middle, middleOff];
    look(from, fromOff, middle, middleOff);
    look(middle, middleOff, to, toOff);
  };
  for (let i = 0; i < NEAREST_SAMPLES; i += 1)
    look(i / NEAREST_SAMPLES, samples[i]!, (i + 1) / NEAREST_SAMPLES, samples[i + 1]!);
  return { t: best, distance: least };
}
