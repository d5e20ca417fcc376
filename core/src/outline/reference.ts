import { cross, dot, subtract } from '../geometry/point.ts';
import type { EdgeRun } from './edgeRuns.ts';

/**
 * The faired reference of a run of edge: the edge itself where it is fair, and over a lump the smoothest bridge.
 * It is where the edge would have to go, across itself, for the least sum of ∫ κ′² ds (the square of the slope of
 * curvature: a batten's second look, H. P. Moreton and C. H. Séquin, Minimum variation curves, 1992) and of a
 * price of leaving the edge that soon grows no further (a redescending weight, P. J. Huber and E. M. Ronchetti,
 * Robust Statistics, 2009, ch. 4; solved by weights that follow the last answer). So a small, short rise is left
 * for good, and a wide one stays. The curvature of the moved edge is taken as κ + δ″ + κ²δ.
 */

/** The price of a bend against that of leaving the edge, mm⁵: a rise of 0.3 mm over 45 mm is left, the same over 70 mm stays. */
const STIFFNESS = 4e7;
/**
 * Near bends tighter than this radius, mm, the edge is finer work and its batten thinner: stiffness falls with the
 * fourth power of the tightest radius within so many mm.
 */
const OPEN_RADIUS = 80;
const NEAR = 30;
/** Distance from the edge at which leaving it stops to cost more, mm. */
const LEAVES = 0.03;
/** Rounds of weights at most, and the change, mm, at which the answer has settled. */
const ROUNDS = 10;
const STILL = 2e-4;
/** A bend tighter than this radius, mm, is a tip or a hollow and meant: the edge is held there. */
const TIGHT = 22;
/** Samples at a run's ends that stay: place, direction and curvature there are the corner's own. */
const HELD_ENDS = 3;
/** Weight of a held place against the others'. */
const HOLD = 1e6;

/** Solves a symmetric banded system (diagonal and three above it) by LDLᵀ; the bands are used up. */
function solveBanded(bands: readonly Float64Array[], right: Float64Array): Float64Array {
  const [d, a, b, c] = bands as [Float64Array, Float64Array, Float64Array, Float64Array];
  const n = right.length;
  for (let i = 0; i < n; i += 1) {
    const pivot = d[i]!;
    const la = a[i]! / pivot;
    const lb = b[i]! / pivot;
    const lc = c[i]! / pivot;
    if (i + 1 < n) {
      d[i + 1]! -= la * a[i]!;
      a[i + 1]! -= la * b[i]!;
      b[i + 1]! -= la * c[i]!;
      right[i + 1]! -= la * right[i]!;
    }
    if (i + 2 < n) {
      d[i + 2]! -= lb * b[i]!;
      a[i + 2]! -= lb * c[i]!;
      right[i + 2]! -= lb * right[i]!;
    }
    if (i + 3 < n) {
      d[i + 3]! -= lc * c[i]!;
      right[i + 3]! -= lc * right[i]!;
    }
    a[i] = la;
    b[i] = lb;
    c[i] = lc;
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    let x = right[i]! / d[i]!;
    if (i + 1 < n) x -= a[i]! * right[i + 1]!;
    if (i + 2 < n) x -= b[i]! * right[i + 2]!;
    if (i + 3 < n) x -= c[i]! * right[i + 3]!;
    right[i] = x;
  }
  return right;
}

/** What bending asks of the displacements: the diagonal of its normal equations with three bands above it, and their right side. */
interface Bending {
  readonly bands: readonly [Float64Array, Float64Array, Float64Array, Float64Array];
  readonly right: Float64Array;
}

function bendingOf(curvature: readonly number[], step: number, stiffness: Float64Array): Bending {
  const n = curvature.length;
  const [d, a, b, c] = [new Float64Array(n), new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const right = new Float64Array(n);
  const h3 = step ** 3;
  // κ′ at the middle of i and i + 1 is p δ(i−1) + q δ(i) + r δ(i+1) − p δ(i+2) + known.
  for (let i = 1; i + 2 < n; i += 1) {
    const [k, m] = [curvature[i]!, curvature[i + 1]!];
    const p = -1 / h3;
    const q = 3 / h3 - (k * k) / step;
    const r = -3 / h3 + (m * m) / step;
    const w = stiffness[i]! * step;
    const known = (w * (m - k)) / step;
    d[i - 1]! += w * p * p;
    d[i]! += w * q * q;
    d[i + 1]! += w * r * r;
    d[i + 2]! += w * p * p;
    a[i - 1]! += w * p * q;
    a[i]! += w * q * r;
    a[i + 1]! -= w * r * p;
    b[i - 1]! += w * p * r;
    b[i]! -= w * q * p;
    c[i - 1]! -= w * p * p;
    right[i - 1]! -= p * known;
    right[i]! -= q * known;
    right[i + 1]! -= r * known;
    right[i + 2]! += p * known;
  }
  return { bands: [d, a, b, c], right };
}

/** The displacement of least bending for given weights of staying. */
function relaxed({ bands, right }: Bending, step: number, weights: Float64Array): Float64Array {
  const [d, a, b, c] = bands;
  const diagonal = d.slice();
  for (let i = 0; i < diagonal.length; i += 1) diagonal[i]! += weights[i]! * step;
  return solveBanded([diagonal, a.slice(), b.slice(), c.slice()], right.slice());
}

/** Curvature without the small rises: its mean over so many mm on either side, which a bump or dip hardly changes. */
const MEAN_OVER = 14;

function meanCurvature(curvature: readonly number[], step: number): readonly number[] {
  const reach = Math.round(MEAN_OVER / step);
  const sums = [0];
  for (const k of curvature) sums.push(sums.at(-1)! + k);
  return curvature.map((_, i) => {
    const [from, to] = [Math.max(0, i - reach), Math.min(curvature.length, i + reach + 1)];
    return (sums[to]! - sums[from]!) / (to - from);
  });
}

/** The largest value within so many places, for each place (a queue of falling values). */
function largestNear(values: readonly number[], reach: number): readonly number[] {
  const queue: number[] = [];
  return values.map((_, i) => {
    const last = Math.min(values.length - 1, i + reach);
    for (let j = i === 0 ? 0 : last; j <= last && (i === 0 || i + reach < values.length); j += 1) {
      while (queue.length && values[queue.at(-1)!]! <= values[j]!) queue.pop();
      queue.push(j);
    }
    while (queue[0]! < i - reach) queue.shift();
    return values[queue[0]!]!;
  });
}

/** How stiff the batten is at each place of a run. */
const stiffnessOf = (mean: readonly number[], step: number): Float64Array =>
  Float64Array.from(
    largestNear(
      mean.map((k) => Math.max(1 / OPEN_RADIUS, Math.abs(k))),
      Math.ceil(NEAR / step),
    ),
    (tightest) => STIFFNESS / (tightest * OPEN_RADIUS) ** 4,
  );

/** A stretch of a run where the edge stands off its faired reference. */
export interface Rise {
  /** Samples of the run from the first that leaves the reference to the last; past the end of a closed run it goes on. */
  readonly from: number;
  readonly to: number;
  /** How far the reference lies to the left of each of these samples, mm. */
  readonly offsets: readonly number[];
}

/**
 * Curvature as the turn from one chord to the next: what the displacements' own second differences can undo
 * exactly, where the curve's curvature at the samples alone would miss what lies between them.
 */
function turnOfChords({ samples, step, closed }: EdgeRun, i: number): number {
  const n = samples.length;
  if (!closed && (i === 0 || i === n - 1)) return samples[i]!.curvature;
  const a = samples[(i + n - 1) % n]!.at;
  const p = samples[i]!.at;
  const b = samples[(i + 1) % n]!.at;
  const u = subtract(p, a);
  const v = subtract(b, p);
  return Math.atan2(cross(u, v), dot(u, v)) / step;
}

/** A closed run is solved opened, with so much of it repeated at either end, mm: more than any rise sees. */
const OVERLAP = 150;
/** A rise is told from where it first stands off by this share of its height. */
const FOOT = 0.03;
/** Further from the reference than this, mm, is off it: what lies at the feet of a rise, too, is part of it. */
const STANDS = 0.015;
/** Nearer to the reference than this, mm, is on it. */
const LOW = 0.004;

/** The stretches where a run stands off its faired reference by at least so many mm. */
export function risesOf(run: EdgeRun, least: number): readonly Rise[] {
  const { samples, step, closed } = run;
  const n = samples.length;
  const over = closed ? Math.min(n - 1, Math.ceil(OVERLAP / step)) : 0;
  const index = Array.from({ length: n + 2 * over }, (_, i) => (((i - over) % n) + n) % n);
  const curvature = index.map((i) => turnOfChords(run, i));
  const mean = meanCurvature(curvature, step);
  const held = mean.map((k, i) => Math.abs(k) > 1 / TIGHT || i < HELD_ENDS || i >= index.length - HELD_ENDS);
  const bending = bendingOf(curvature, step, stiffnessOf(mean, step));
  const weights = new Float64Array(index.length);
  let offsets: Float64Array = new Float64Array(index.length);
  for (let round = 0; round < ROUNDS; round += 1) {
    for (let i = 0; i < weights.length; i += 1)
      weights[i] = held[i] ? HOLD : 2 / (offsets[i]! ** 2 + LEAVES ** 2);
    const next = relaxed(bending, step, weights);
    const change = next.reduce((most, v, i) => Math.max(most, Math.abs(v - offsets[i]!)), 0);
    offsets = next;
    if (change < STILL) break;
  }
  const rises: { from: number; to: number }[] = [];
  for (let i = 0; i < offsets.length; i += 1) {
    if (Math.abs(offsets[i]!) < STANDS) continue;
    let to = i;
    let top = 0;
    while (to + 1 < offsets.length && Math.abs(offsets[to + 1]!) >= Math.max(LOW, FOOT * top)) {
      to += 1;
      top = Math.max(top, Math.abs(offsets[to]!));
    }
    let from = i;
    while (from > 0 && Math.abs(offsets[from - 1]!) >= Math.max(LOW, FOOT * top)) from -= 1;
    const last = rises.at(-1);
    if (last && from <= last.to + 2) last.to = to;
    else rises.push({ from, to });
    i = to;
  }
  // Where it left the edge it is solved once more with nothing that holds it: the bridge itself.
  for (let i = 0; i < weights.length; i += 1) weights[i] = HOLD;
  for (const { from, to } of rises) for (let i = from; i <= to; i += 1) weights[i] = held[i] ? HOLD : 0;
  const bridged = rises.length ? relaxed(bending, step, weights) : offsets;
  return rises.flatMap(({ from, to }) => {
    const own = Array.from(bridged.subarray(from, to + 1));
    const high = own.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
    const middle = (from + to) / 2;
    // Of a closed run each rise is reported once.
    const isOurs = !closed || (middle >= over && middle < over + n);
    return high >= least && isOurs
      ? [
          {
            from: (((from - over) % n) + n) % n,
            to: ((((from - over) % n) + n) % n) + (to - from),
            offsets: own,
          },
        ]
      : [];
  });
}
