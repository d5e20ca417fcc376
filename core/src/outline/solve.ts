import type { OutlineNode } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { add, distance } from '../geometry/point.ts';
import type { FairCurve, Spans, Tensions } from './spline.ts';
import { fairLoop, fairRun } from './spline.ts';

/** Between two nodes that are not fair: straight, or bent by whichever handles they carry. */
function betweenHandles(a: OutlineNode, b: OutlineNode): Cubic {
  const straight = straightCubic(a, b);
  return {
    p0: { x: a.x, y: a.y },
    p1: a.after ? add(a, a.after) : straight.p1,
    p2: b.before ? add(b, b.before) : straight.p2,
    p3: { x: b.x, y: b.y },
  };
}

/** The spans that nodes carry; null unless every one of a run does. */
const spansOf = (nodes: readonly OutlineNode[]): Spans =>
  nodes.every((n) => n.span !== undefined) ? nodes.map((n) => n.span!) : null;

function solveWith(nodes: readonly OutlineNode[], tensions: Tensions): FairCurve {
  const n = nodes.length;
  const firstBreak = nodes.findIndex((node) => node.kind !== 'fair');
  if (firstBreak < 0) return fairLoop(nodes, tensions, spansOf(nodes));
  const curve = new Array<Cubic>(n);
  const spans = new Array<number>(n);
  let from = firstBreak;
  do {
    const run = [from];
    let to = (from + 1) % n;
    while (nodes[to]!.kind === 'fair') {
      run.push(to);
      to = (to + 1) % n;
    }
    run.push(to);
    const start = nodes[from]!;
    const end = nodes[to]!;
    const fair: FairCurve =
      run.length === 2
        ? { curve: [betweenHandles(start, end)], spans: [distance(start, end)] }
        : fairRun(
            run.map((i) => nodes[i]!),
            start.after ?? null,
            end.before ?? null,
            run.map((i) => tensions[i]!),
            spansOf(run.slice(0, -1).map((i) => nodes[i]!)),
          );
    fair.curve.forEach((c, k) => {
      curve[run[k]!] = c;
      spans[run[k]!] = fair.spans[k]!;
    });
    from = to;
  } while (from !== firstBreak);
  return { curve, spans };
}

/** The outline without a look for loops: for trials, whose result is then solved in full. */
export const solveTrial = (nodes: readonly OutlineNode[]): ClosedPath =>
  solveWith(
    nodes,
    nodes.map(() => 0),
  ).curve;

/** How much of its curve's parameter each segment has: where a node is added, these keep the edge as it runs. */
export const outlineSpans = (nodes: readonly OutlineNode[]): readonly number[] =>
  solveWith(
    nodes,
    nodes.map(() => 0),
  ).spans;

/** Loops are looked for by chords this near to the curve, mm: smaller ones no hand could draw between nodes. */
const LOOP_CHORD = 0.25;
/** Tension that nodes at a loop begin with, its growth from round to round, and the most rounds. */
const TENSION = { first: 0.35, growth: 2, rounds: 10 } as const;

/** Whether the straight lines between the nodes cross: then so must any curve that keeps near them. */
const chordsCross = (nodes: readonly Point[]): boolean =>
  pathCrossings(nodes.map((a, i) => straightCubic(a, nodes[(i + 1) % nodes.length]!))).crossings.length > 0;

/**
 * The outline through its nodes: fair through fair nodes, tangent through smooth ones, straight between two
 * corners without handles. Where a fair curve would make a loop that its nodes do not ask for, the nodes
 * there come under tension until it is gone; curvature stays continuous. Segment i runs from node i to the
 * next, so places on the path map back to nodes. Instrument frame, mm; needs three nodes or more, neighbours
 * apart (the design's check sees to both).
 */
export function solveOutline(nodes: readonly OutlineNode[]): ClosedPath {
  const tensions = nodes.map(() => 0);
  const plain = solveWith(nodes, tensions).curve;
  let path = plain;
  let { crossings } = pathCrossings(path, LOOP_CHORD);
  if (crossings.length === 0 || chordsCross(nodes)) return plain;
  for (let round = 0; round < TENSION.rounds; round += 1) {
    const ends = new Set(crossings.flatMap((c) => c.segments.flatMap((s) => [s, (s + 1) % nodes.length])));
    for (const i of ends) tensions[i] = Math.max(TENSION.first, tensions[i]! * TENSION.growth);
    path = solveWith(nodes, tensions).curve;
    ({ crossings } = pathCrossings(path, LOOP_CHORD));
    if (crossings.length === 0) return path;
  }
  return plain;
}
