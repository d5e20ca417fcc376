import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicFirst, nearestOnCubic, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { add, cross, distance, dot, hypot, lerp, subtract } from '../geometry/point.ts';
import type { Foot } from './matching.ts';
import { feetOf } from './matching.ts';
import type { FairCurve, RunEnd, Spans } from './spline.ts';
import { fairLoop, fairRun } from './spline.ts';

/**
 * Fair curves fitted to samples: the places of the nodes are found by least squares of the normal distances,
 * Gauss and Newton's way with the feet found again each time (tangent distance minimisation: W. Wang, H. Pottmann
 * and Y. Liu, Fitting B-spline curves to point clouds by curvature-based squared distance minimization, 2006,
 * section 3), the slopes by difference quotients of the whole curve.
 */

/**
 * A closed run, or an open one with the handles that clamp its ends (none where it runs out free); with its spans
 * where its nodes carry them.
 */
export type RunKind = { readonly spans?: Spans } & (
  { readonly closed: true } | { readonly closed: false; readonly first: RunEnd; readonly last: RunEnd }
);
export const LOOP: RunKind = { closed: true };
export const FREE_ENDS: RunKind = { closed: false, first: null, last: null };

/** The curve of a run's nodes as the outline solves it: straight between two, fair through more. */
export const runCurve = (nodes: readonly Point[], kind: RunKind): FairCurve => {
  const spans = kind.spans ?? null;
  if (kind.closed) return fairLoop(nodes, undefined, spans);
  if (nodes.length > 2) return fairRun(nodes, kind.first, kind.last, undefined, spans);
  const [a, b] = [nodes[0]!, nodes[1]!];
  const straight = straightCubic(a, b);
  const p1 = kind.first ? add(a, kind.first) : straight.p1;
  const p2 = kind.last ? add(b, kind.last) : straight.p2;
  return { curve: [{ ...straight, p1, p2 }], spans: [distance(a, b)] };
};

/** Rounds at most, and the change of the nodes, mm, at which they have settled. */
const ROUNDS = 14;
const SETTLED = 2e-3;
/** The first rounds lessen the squares of the distances, the later ones their fourth powers: the largest count most. */
const PLAIN_ROUNDS = 3;
/** Weight that keeps nodes from wandering along the edge, against one sample's: feeble beside a segment's dozens. */
const STAY = 1e-3;
/** Least weight of a sample: those that lie on the curve hold it too. */
const LEAST_WEIGHT = 1e-3;

/** Rounding of a share of the whole. */
const SHARE_ROUNDING = 1e-9;

/** Step of the difference quotients, mm: far above rounding, far below the bends. */
const NUDGE = 1e-3;
/** A node further than so many segments away moves a place by less than a thousandth (0.27 to the power). */
const REACH = 5;

/** What the feet ask of the free nodes' places: the normal equations, as dense rows; of `normal` the lower half alone. */
interface Equations {
  readonly size: number;
  readonly normal: Float64Array;
  readonly right: Float64Array;
}

/**
 * The normal equations of the distances across the curve, by difference quotients of the whole curve, its
 * spacing by arc length included: so a node is also asked along the edge, where it makes the curve fit.
 */
function equations(state: State, kind: RunKind, free: readonly number[], isPlain: boolean): Equations {
  const { nodes, fair, feet, signed } = state;
  const size = free.length * 2;
  const normal = new Float64Array(size * size);
  const right = new Float64Array(size);
  const count = fair.curve.length;
  const bySegment: number[][] = fair.curve.map(() => []);
  feet.forEach((f, k) => void bySegment[f.segment]!.push(k));
  /** Each sample's row: the columns that act on it, and how. */
  const columns: number[][] = feet.map(() => []);
  const slopes: number[][] = feet.map(() => []);
  free.forEach((j, c) => {
    for (const axis of ['x', 'y'] as const) {
      const p = nodes[j]!;
      const { curve } = runCurve(
        nodes.map((q, i) => (i === j ? { ...p, [axis]: p[axis] + NUDGE } : q)),
        kind,
      );
      const { closed } = kind;
      const column = 2 * c + (axis === 'x' ? 0 : 1);
      const reach = closed ? Math.min(REACH, Math.floor((count - 1) / 2)) : REACH;
      for (let d = -reach - 1; d <= reach; d += 1) {
        const segment = closed ? (j + d + 2 * count) % count : j + d;
        if (closed && d === -reach - 1 && 2 * reach + 2 > count) continue;
        for (const k of bySegment[segment] ?? []) {
          const { t, at } = feet[k]!;
          const now = cubicAt(curve[segment]!, t);
          const n = state.across[k]!;
          columns[k]!.push(column);
          slopes[k]!.push(((now.x - at.x) * n.x + (now.y - at.y) * n.y) / NUDGE);
        }
      }
    }
  });
  feet.forEach((f, k) => {
    const at = columns[k]!;
    const w = slopes[k]!;
    const weight = isPlain ? 1 : (f.distance / state.off) ** 2 + LEAST_WEIGHT;
    // A sample's columns lie in order.
    for (let a = 0; a < at.length; a += 1) {
      const row = at[a]! * size;
      const pull = weight * w[a]!;
      right[at[a]!]! += pull * signed[k]!;
      for (let b = 0; b <= a; b += 1) normal[row + at[b]!]! += pull * w[b]!;
    }
  });
  return { size, normal, right };
}

/** The nodes moved so that the distances are least, held back by `hold` where they are; `share` of the way. */
function moved(
  nodes: readonly Point[],
  free: readonly number[],
  { size, normal, right }: Equations,
  hold: number,
  share: number,
): readonly Point[] {
  let most = 0;
  for (let i = 0; i < size; i += 1) most = Math.max(most, normal[i * size + i]!);
  const held = new Matrix(size, size);
  for (let i = 0; i < size; i += 1)
    for (let j = 0; j < size; j += 1)
      held.set(
        i,
        j,
        normal[Math.max(i, j) * size + Math.min(i, j)]! +
          (i === j ? (STAY + hold) * most + hold * normal[i * size + i]! : 0),
      );
  const parts = new CholeskyDecomposition(held);
  // Nodes on one another leave equations without an answer: more hold gives one.
  if (!parts.isPositiveDefinite()) return nodes;
  const step = parts.solve(Matrix.columnVector(right));
  const next = [...nodes];
  free.forEach((j, c) => {
    const p = nodes[j]!;
    next[j] = { x: p.x + share * step.get(2 * c, 0), y: p.y + share * step.get(2 * c + 1, 0) };
  });
  return next;
}

export interface RunFit {
  readonly nodes: readonly Point[];
  readonly curve: readonly Cubic[];
  /** The largest distance of a sample from the curve, mm, and the sample that has it. */
  readonly off: number;
  readonly worst: number;
}

/** A trial: its curve, where the samples lie beside it and how far, signed to the left of the curve. */
interface State {
  readonly nodes: readonly Point[];
  readonly fair: FairCurve;
  readonly feet: readonly Foot[];
  readonly across: readonly Point[];
  readonly signed: readonly number[];
  readonly worst: number;
  readonly off: number;
}

function measured(nodes: readonly Point[], kind: RunKind, samples: readonly Point[]): State {
  const fair = runCurve(nodes, kind);
  const feet = feetOf(fair.curve, samples, kind.closed);
  const across = feet.map(({ segment, t }) => {
    const way = cubicFirst(fair.curve[segment]!, t);
    const speed = hypot(way.x, way.y) || 1;
    return { x: -way.y / speed, y: way.x / speed };
  });
  const signed = feet.map((f, k) => dot(across[k]!, subtract(samples[k]!, f.at)));
  let worst = 0;
  feet.forEach((f, i) => {
    if (f.distance > feet[worst]!.distance) worst = i;
  });
  return { nodes, fair, feet, across, signed, worst, off: feet[worst]!.distance };
}

const powers = (state: State, power: 2 | 4): number =>
  state.feet.reduce((sum, f) => sum + f.distance ** power, 0);

/**
 * The nodes of a fair run or loop moved so that its curve runs as near to the samples as it can. Only those
 * that may move do; the ends of an open run stay. Samples in the run's order, mm. `enough` ends it early.
 */
export function fitNodes(
  nodes: readonly Point[],
  kind: RunKind,
  samples: readonly Point[],
  enough = 0,
  mayMove: (i: number) => boolean = () => true,
): RunFit {
  const free = nodes
    .map((_, i) => i)
    .filter((i) => (kind.closed || (i > 0 && i < nodes.length - 1)) && mayMove(i));
  let state = measured(nodes, kind, samples);
  let best = state;
  let hold = 0;
  let last = Infinity;
  let taken = 0;
  for (let round = 0; round < ROUNDS && free.length > 0 && best.off > enough; round += 1) {
    const isPlain = taken < PLAIN_ROUNDS;
    const power = isPlain ? 2 : 4;
    const asked = equations(state, kind, free, isPlain);
    // Weights that follow the distances want half the step (iteratively reweighted least squares).
    const next = measured(moved(state.nodes, free, asked, hold, isPlain ? 1 : 0.5), kind, samples);
    // Levenberg's way: a step that makes it worse is not taken, and the next one is shorter.
    if (!(powers(next, power) < powers(state, power))) {
      if (hold > MOST_HELD) break;
      hold = Math.max(0.01, hold * 8);
      if (isPlain) taken += 1;
      continue;
    }
    taken += 1;
    hold /= 4;
    const change = next.nodes.reduce((most, p, i) => Math.max(most, distance(p, state.nodes[i]!)), 0);
    state = next;
    if (state.off < best.off) best = state;
    // One that is still far off when it hardly gets nearer will not come within what is enough.
    const gain = last - best.off;
    if (change < SETTLED || (enough > 0 && !isPlain && best.off - enough > MOST_GAINS * gain)) break;
    last = best.off;
  }
  return { nodes: best.nodes, curve: best.fair.curve, off: best.off, worst: best.worst };
}
/** Held back more than this, a step goes nowhere. */
const MOST_HELD = 100;
/** So many times the last round's gain may still be missing: gains shrink from round to round. */
const MOST_GAINS = 6;

const lengthOf = (samples: readonly Point[]): number =>
  samples.reduce((sum, p, i) => sum + (i > 0 ? distance(p, samples[i - 1]!) : 0), 0);

/** Where the first nodes of a fit stand: at equal shares of turning and length along the samples. */
function spread(samples: readonly Point[], closed: boolean, count: number): readonly Point[] {
  const n = samples.length;
  const get = (i: number): Point => samples[closed ? (i + n) % n : Math.max(0, Math.min(n - 1, i))]!;
  const reach = Math.max(2, Math.round((TURN_OVER * n) / Math.max(lengthOf(samples), 1)));
  // Shares: the square root of the turn, so that tight places draw nodes without taking them all, beside the length.
  const shares = samples.map((p, i) => {
    const [a, b] = [subtract(p, get(i - reach)), subtract(get(i + reach), p)];
    const turn = Math.abs(Math.atan2(cross(a, b), dot(a, b)));
    return distance(p, get(i + 1)) * (Math.sqrt(turn) + LENGTH_SHARE);
  });
  const sum = shares.reduce((s, v) => s + v, 0);
  const nodes: Point[] = closed ? [] : [samples[0]!];
  const parts = closed ? count : count - 1;
  let reached = 0;
  let next = closed ? 0 : 1;
  shares.forEach((v, i) => {
    if (nodes.length < count - (closed ? 0 : 1) && reached + v >= (sum * next) / parts - SHARE_ROUNDING) {
      nodes.push(
        lerp(samples[i]!, get(i + 1), v > 0 ? Math.max(0, ((sum * next) / parts - reached) / v) : 0),
      );
      next += 1;
    }
    reached += v;
  });
  if (!closed) nodes.push(samples[n - 1]!);
  return nodes;
}
/** The turn at a sample is taken over so many mm on either side: more than the noise of a traced edge. */
const TURN_OVER = 8;
/** A straight stretch’s share per mm, against the root of the turn elsewhere. */
const LENGTH_SHARE = 0.25;

/** A run that needs more nodes than this within its tolerance is no edge that a batten could follow. */
const MOST_NODES_OF_RUN = 80;
/** The first nodes stand about so far apart, mm: near enough that hardly any edge asks for more. */
const FIRST_APART = 40;

/** A fit with one more node: where it is furthest off, or half-way between its neighbours where that is on one. */
function withOneMore(fit: RunFit, closed: boolean, samples: readonly Point[]): readonly Point[] {
  const { segment } = feetOf(fit.curve, samples, closed)[fit.worst]!;
  const at = samples[fit.worst]!;
  const [a, b] = [fit.nodes[segment]!, fit.nodes[(segment + 1) % fit.nodes.length]!];
  const isClear = Math.min(distance(a, at), distance(b, at)) >= 0.2 * distance(a, b);
  const place = isClear ? at : cubicAt(fit.curve[segment]!, 0.5);
  return [...fit.nodes.slice(0, segment + 1), place, ...fit.nodes.slice(segment + 1)];
}

/** A node’s loss is made up for by so many nodes on either side; past them the curve hardly knows of it. */
const ROUND_ABOUT = 5;

/** A fit without one node, tried on the stretch round it first; null where the rest cannot make up for it. */
function withoutOne(
  fit: RunFit,
  gone: number,
  kind: RunKind,
  samples: readonly Point[],
  tolerance: number,
): RunFit | null {
  const n = fit.nodes.length;
  let next = fit.nodes.filter((_, k) => k !== gone);
  if (n > 2 * ROUND_ABOUT + 3) {
    const from = kind.closed ? gone - ROUND_ABOUT : Math.max(0, gone - ROUND_ABOUT);
    const to = kind.closed ? gone + ROUND_ABOUT : Math.min(n - 1, gone + ROUND_ABOUT);
    const index = Array.from({ length: to - from + 1 }, (_, k) => (((from + k) % n) + n) % n);
    const order = new Map(index.slice(0, -1).map((i, k) => [i, k]));
    const feet = feetOf(fit.curve, samples, kind.closed);
    const near = samples
      .map((p, k) => ({ p, foot: feet[k]! }))
      .filter(({ foot }) => order.has(foot.segment))
      .map(({ p, foot }) => ({ p, at: order.get(foot.segment)! + foot.t }))
      .sort((a, b) => a.at - b.at)
      .map(({ p }) => p);
    const clamp = (i: number, end: 'first' | 'last'): RunEnd => {
      if (!kind.closed && end === 'first' && i === 0) return kind.first;
      if (!kind.closed && end === 'last' && i === n - 1) return kind.last;
      const c = end === 'first' ? fit.curve[i]! : fit.curve[(i + n - 1) % n]!;
      return end === 'first' ? subtract(c.p1, c.p0) : subtract(c.p2, c.p3);
    };
    // No sample beside it: the nodes have run together there.
    if (near.length < 2) return null;
    const stretch = fitNodes(
      index.filter((i) => i !== gone).map((i) => fit.nodes[i]!),
      { closed: false, first: clamp(index[0]!, 'first'), last: clamp(index.at(-1)!, 'last') },
      near,
      tolerance,
    );
    if (stretch.off > tolerance) return null;
    const moved = new Map(index.filter((i) => i !== gone).map((i, k) => [i, stretch.nodes[k]!]));
    next = fit.nodes.map((p, i) => moved.get(i) ?? p).filter((_, k) => k !== gone);
  }
  const whole = fitNodes(next, kind, samples, tolerance);
  return whole.off <= tolerance ? whole : null;
}

/** The node, of those not kept, whose loss would move the curve least; the ends of an open run are none. */
function leastMissed(fit: RunFit, closed: boolean, kept: ReadonlySet<Point>): number | null {
  const { nodes } = fit;
  const n = nodes.length;
  let [best, least]: [number | null, number] = [null, Infinity];
  nodes.forEach((p, i) => {
    if (kept.has(p) || (!closed && (i === 0 || i === n - 1))) return;
    // Across the gap, with the neighbours' own directions: what the curve would do there by itself.
    const [a, b] = [fit.curve[(i + n - 1) % n]!, fit.curve[i % n]!];
    const long = distance(a.p0, b.p3);
    const reach = (v: Point): Point => {
      const size = hypot(v.x, v.y) || 1;
      return { x: (v.x * long) / (3 * size), y: (v.y * long) / (3 * size) };
    };
    const bridge = {
      p0: a.p0,
      p1: add(a.p0, reach(subtract(a.p1, a.p0))),
      p2: add(b.p3, reach(subtract(b.p2, b.p3))),
      p3: b.p3,
    };
    const { distance: off } = nearestOnCubic(bridge, p);
    if (off < least) [best, least] = [i, off];
  });
  return best;
}

/** Passes over the nodes: what could not go at first sometimes can once others went. */
const PASSES = 2;

/** How far the work has gone, 0 to 1, told now and then; throw from it to stop. */
export type Progress = (share: number) => void;

/**
 * The fewest nodes found whose fair curve runs within the tolerance of every sample, mm: begun with many, and
 * one after another taken away while the rest can make up for it. Samples lie in order, a few mm apart at most;
 * an open run keeps its first and last as its ends. Null when even many nodes do not do.
 */
export function fitRun(
  samples: readonly Point[],
  kind: RunKind,
  tolerance: number,
  progress: Progress = () => undefined,
): RunFit | null {
  const { closed } = kind;
  const least = closed ? 3 : 2;
  if (!closed) {
    const straight = fitNodes([samples[0]!, samples.at(-1)!], kind, samples);
    if (straight.off <= tolerance) return straight;
  }
  const first = Math.max(closed ? 6 : 3, Math.ceil(lengthOf(samples) / FIRST_APART));
  let fit = fitNodes(spread(samples, closed, first), kind, samples, tolerance);
  while (fit.off > tolerance) {
    if (fit.nodes.length >= MOST_NODES_OF_RUN) return null;
    progress(0);
    fit = fitNodes(withOneMore(fit, closed, samples), kind, samples, tolerance);
  }
  for (let pass = 0; pass < PASSES; pass += 1) {
    const begun = fit.nodes.length;
    let kept = new Set<Point>();
    for (let tried = 0; fit.nodes.length > least; tried += 1) {
      const i = leastMissed(fit, closed, kept);
      if (i === null) break;
      const without = withoutOne(fit, i, kind, samples, tolerance);
      if (!without) kept.add(fit.nodes[i]!);
      else {
        // The others have moved: what was kept is known by its place in the order.
        const stays = fit.nodes.filter((_, k) => k !== i).map((p) => kept.has(p));
        kept = new Set(without.nodes.filter((_, k) => stays[k]));
        fit = without;
      }
      progress((pass + Math.min(1, tried / begun)) / PASSES);
    }
    if (fit.nodes.length === begun) break;
  }
  progress(1);
  return fit;
}
