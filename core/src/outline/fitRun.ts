import { cubicAt, nearestOnCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { add, cross, distance, dot, hypot, lerp, subtract } from '../geometry/point.ts';
import type { RunFit, RunKind } from './fitNodes.ts';
import { fitNodes } from './fitNodes.ts';
import { feetOf } from './matching.ts';
import type { RunEnd } from './spline.ts';

/** Rounding of a share of the whole. */
const SHARE_ROUNDING = 1e-9;

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
