import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicFirst, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { add, distance, dot, hypot, subtract } from '../geometry/point.ts';
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
