import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance, dot } from '../geometry/point.ts';
import { footNear } from './matching.ts';

/** A place of a sampled curve with the direction in which the curve runs there. */
export interface Directed {
  readonly at: Point;
  /** Unit vector. */
  readonly way: Point;
}

/** Rounds in which the samples' parameters follow the curve. */
const ROUNDS = 6;
/** Legs under this share of the chord are no fit: the thirds of the chord are taken. */
const LEAST_LEG = 1e-3;

/**
 * The cubic of given ends and end directions nearest to the samples between them, by least squares of its two
 * leg lengths (P. J. Schneider, An algorithm for automatically fitting digitized curves, Graphics Gems, 1990),
 * and its largest distance from them, mm.
 */
function cubicThrough(samples: readonly Directed[]): { readonly cubic: Cubic; readonly off: number } {
  const [first, last] = [samples[0]!, samples.at(-1)!];
  const [p0, p3] = [first.at, last.at];
  const chord = distance(p0, p3);
  if (samples.length < 3) return { cubic: straightCubic(p0, p3), off: 0 };
  const along = [0];
  samples.slice(1).forEach(({ at }, i) => along.push(along[i]! + distance(samples[i]!.at, at)));
  const long = along.at(-1)!;
  let u = along.map((s) => s / long);
  let cubic: Cubic | null = null;
  let off = Infinity;
  for (let round = 0; round < ROUNDS; round += 1) {
    let [a, b, c, x, y] = [0, 0, 0, 0, 0];
    samples.forEach(({ at }, i) => {
      const t = u[i]!;
      const m = 1 - t;
      const [b0, b1, b2, b3] = [m * m * m, 3 * t * m * m, 3 * t * t * m, t * t * t];
      const rest = {
        x: at.x - p0.x * (b0 + b1) - p3.x * (b2 + b3),
        y: at.y - p0.y * (b0 + b1) - p3.y * (b2 + b3),
      };
      a += b1 * b1;
      b -= b1 * b2 * dot(first.way, last.way);
      c += b2 * b2;
      x += b1 * dot(first.way, rest);
      y -= b2 * dot(last.way, rest);
    });
    const d = a * c - b * b;
    let [legA, legB] = d === 0 ? [0, 0] : [(x * c - y * b) / d, (a * y - b * x) / d];
    if (!(legA > LEAST_LEG * chord && legB > LEAST_LEG * chord)) [legA, legB] = [long / 3, long / 3];
    const next: Cubic = {
      p0,
      p1: { x: p0.x + first.way.x * legA, y: p0.y + first.way.y * legA },
      p2: { x: p3.x - last.way.x * legB, y: p3.y - last.way.y * legB },
      p3,
    };
    u = samples.map(({ at }, i) => (i === 0 ? 0 : i === samples.length - 1 ? 1 : footNear(next, at, u[i]!)));
    const nextOff = samples.reduce((m, { at }, i) => Math.max(m, distance(cubicAt(next, u[i]!), at)), 0);
    if (nextOff < off) [cubic, off] = [next, nextOff];
    // Each round gains less; one that gains nearly nothing ends it.
    else break;
  }
  return { cubic: cubic!, off };
}

/**
 * Cubics that follow a run of samples within the tolerance, mm, each as long as will do, with common directions
 * where they meet.
 */
export function fitCubics(samples: readonly Directed[], tolerance: number): readonly Cubic[] {
  const pieces: Cubic[] = [];
  let from = 0;
  let step = Math.max(2, samples.length >> 2);
  while (from < samples.length - 1) {
    const tried = (to: number): Cubic | null => {
      const { cubic, off } = cubicThrough(samples.slice(from, to + 1));
      return off <= tolerance ? cubic : null;
    };
    const rest = samples.length - 1;
    let [good, bad] = [from + 1, rest + 1];
    let cubic = tried(good)!;
    let to = Math.min(rest, from + step);
    while (good + 1 < bad) {
      const fit = to > good ? tried(to) : null;
      if (fit) [good, cubic] = [to, fit];
      else bad = Math.min(bad, to);
      if (good === rest) break;
      to = bad > rest ? Math.min(rest, good + 2 * step) : (good + bad) >> 1;
      if (to <= good) break;
    }
    pieces.push(cubic);
    step = Math.max(2, good - from);
    from = good;
  }
  return pieces;
}
