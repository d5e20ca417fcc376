import { mirrored, tidy, twinOf } from '../design/nodeEdits.ts';
import { runBetween } from '../design/stretchEdits.ts';
import type { Outline, OutlineNode } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { subtract } from '../geometry/point.ts';
import { evenly } from './fitOutline.ts';
import type { RunKind } from './fitNodes.ts';
import { fitNodes } from './fitNodes.ts';
import type { BridgedLump, Lump } from './lumps.ts';
import { bridgedLumps, sameLump } from './lumps.ts';
import { feetOf } from './matching.ts';
import { solveOutline } from './solve.ts';

/** The stretch to be faired: from one node to another in the outline's order; the whole edge where null. */
export type Stretch = { readonly fromId: string; readonly toId: string } | null;

export interface Faired {
  readonly nodes: readonly OutlineNode[];
  /** How far the edge moved at most, mm. */
  readonly moved: number;
  /** Lumps of the stretch before, and those that are left. */
  readonly before: readonly Lump[];
  readonly after: readonly Lump[];
}

/** Lumps lower than this, mm, are under what a finger feels on raw wood: fairing stops there. */
export const LEAST_LUMP = 0.03;
/** A lump elsewhere may grow by so much, mm, for another to go: what one way of seeing it differs from another. */
const GROWN = 0.005;
/** Chords of the edge whose places are compared before and after, mm off it. */
const COMPARE_CHORD = 0.02;
const COMPARE_STEP = 3;
/** Rounds at most: each takes away one lump or gives it up. */
const ROUNDS = 80;

/** How far the places of an old edge are from the new one at most, mm. */
const farthest = (before: readonly Point[], after: ClosedPath): number =>
  feetOf(after, before, true).reduce((most, f) => Math.max(most, f.distance), 0);

/** Nodes moved to new places, their mirror twins after them; one on the centre line stays on it. */
function movedTo(
  outline: Outline,
  nodes: readonly OutlineNode[],
  places: ReadonlyMap<string, Point>,
): readonly OutlineNode[] {
  const next = new Map(nodes.map((n) => [n.id, n]));
  for (const [id, p] of places) {
    const node = { ...next.get(id)!, x: tidy(p.x), y: tidy(p.y) };
    const twin = twinOf(outline, id);
    next.set(id, twin === id ? { ...node, y: 0 } : node);
    if (twin === null || twin === id) continue;
    const { span } = next.get(twin)!;
    next.set(twin, { ...mirrored(node, twin), ...(span === undefined ? {} : { span }) });
  }
  return nodes.map((n) => next.get(n.id)!);
}

/** Nodes on either side that a lump's nodes are solved with: the curve forgets those further away. */
const ROUND_ABOUT = 4;

/** The fair nodes that may move to take a lump away: those on it and, where it is short, the nearest beside it. */
function makersOf(
  nodes: readonly OutlineNode[],
  lump: BridgedLump,
  mayMove: (n: OutlineNode) => boolean,
): readonly number[] {
  const n = nodes.length;
  const segments = [...new Set(lump.over.map((p) => p.segment))];
  const first = segments[0]!;
  const last = segments.at(-1)!;
  const count = ((last - first + n) % n) + 2;
  const touched = Array.from({ length: Math.min(n, count) }, (_, k) => (first + k) % n);
  return touched.filter((i) => nodes[i]!.kind === 'fair' && mayMove(nodes[i]!));
}

/** The edge follows a bridge near enough when it is within so many mm of it. */
const ENOUGH = 0.01;

/** New places of the nodes of a lump, by least squares to the edge without it; null where none may move. */
function withoutLump(
  nodes: readonly OutlineNode[],
  path: ClosedPath,
  lump: BridgedLump,
  mayMove: (n: OutlineNode) => boolean,
): ReadonlyMap<string, Point> | null {
  const n = nodes.length;
  const makers = makersOf(nodes, lump, mayMove);
  if (makers.length === 0) return null;
  const reach = (from: number, step: 1 | -1): number => {
    let i = from;
    for (let k = 0; k < ROUND_ABOUT && nodes[i]!.kind === 'fair'; k += 1) i = (i + step + n) % n;
    return i;
  };
  const begins = lump.over[0]!.segment;
  const ends = (lump.over.at(-1)!.segment + 1) % n;
  const [first, last] = [reach(begins, -1), reach(ends, 1)];
  const inside = (ends - begins + n) % n || n;
  const count = ((begins - first + n) % n) + inside + ((last - ends + n) % n);
  const isLoop = count >= n && nodes.every((p) => p.kind === 'fair');
  const length = isLoop ? n : Math.min(count, n) + 1;
  const index = Array.from({ length }, (_, k) => (first + k) % n);
  const spans = index.every((i) => nodes[i]!.span !== undefined) ? index.map((i) => nodes[i]!.span!) : null;
  const before = (last + n - 1) % n;
  const kind: RunKind = isLoop
    ? { closed: true, spans }
    : {
        closed: false,
        first: subtract(path[first]!.p1, path[first]!.p0),
        last: subtract(path[before]!.p2, path[before]!.p3),
        spans: spans && spans.slice(0, -1),
      };
  // The edge round about holds the fit; over the lump it is the bridge.
  const order = new Map((isLoop ? index : index.slice(0, -1)).map((i, k) => [i, k]));
  const moved = new Map(lump.over.map((p, i) => [p, lump.faired[i]!]));
  const beside = lump.run.samples.filter((p) => order.has(p.segment));
  const samples = beside
    .map((p, i) => ({ p, i }))
    .sort((a, b) => order.get(a.p.segment)! - order.get(b.p.segment)! || a.i - b.i)
    .map(({ p }) => moved.get(p) ?? p.at);
  const fit = fitNodes(
    index.map((i) => nodes[i]!),
    kind,
    samples,
    ENOUGH,
    (k) => makers.includes(index[k]!),
  );
  return new Map(makers.map((i) => [nodes[i]!.id, fit.nodes[index.indexOf(i)]!]));
}

/**
 * Takes the lumps out of an outline, or of a stretch of it: each lump that can go by moving fair nodes, with the
 * edge nowhere more than the tolerance (mm) from where it was and no lump made or raised elsewhere, goes; one
 * that asks for more stays as it is. Nodes that are pinned, nodes that are not fair, and the ends of the stretch
 * stay; twins move together. What is no lump (tips, hollows, the shape's own swings) is let alone.
 */
export function fairStretch(
  outline: Outline,
  stretch: Stretch,
  tolerance: number,
  pinned: ReadonlySet<string> = new Set(),
  least: number = LEAST_LUMP,
): Faired {
  // A stretch's segments begin at its nodes but the last; its ends stay.
  const run = stretch ? runBetween(outline.nodes, stretch.fromId, stretch.toId) : outline.nodes;
  const within = new Set((stretch ? run.slice(1, -1) : run).map((n) => n.id));
  const begins = new Set((stretch ? run.slice(0, -1) : run).map((n) => n.id));
  const mayMove = (node: OutlineNode): boolean => {
    const twin = twinOf(outline, node.id);
    return (
      within.has(node.id) &&
      !pinned.has(node.id) &&
      node.pinned !== true &&
      (twin === null || !pinned.has(twin))
    );
  };
  const start = solveOutline(outline.nodes);
  const { samples } = evenly(flattenPath(start, COMPARE_CHORD), [], COMPARE_STEP);
  const inStretch = (l: Lump): boolean => begins.has(outline.nodes[l.segment]!.id);
  let nodes = outline.nodes;
  let path = start;
  let lumps = bridgedLumps(path, least);
  const before = lumps.filter(inStretch).map(plain);
  const refused: Lump[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const lump = lumps.find((l) => inStretch(l) && !refused.some((r) => sameLump(r, l)));
    if (!lump) break;
    const places = lump.height > tolerance ? null : withoutLump(nodes, path, lump, mayMove);
    const trial = places && movedTo(outline, nodes, places);
    const trialPath = trial && solveOutline(trial);
    const isNear = trialPath !== null && farthest(samples, trialPath) <= tolerance;
    const left = isNear ? bridgedLumps(trialPath, least) : null;
    const isFairer =
      left !== null &&
      left.every((l) => {
        const was = lumps.find((o) => sameLump(o, l));
        if (!was) return false;
        return l.height <= (was === lump ? LESSENED * was.height : was.height + GROWN);
      });
    if (trial && trialPath && left && isFairer) [nodes, path, lumps] = [trial, trialPath, left];
    else refused.push(lump);
  }
  const moved = nodes === outline.nodes ? 0 : farthest(samples, path);
  return { nodes, moved, before, after: lumps.filter(inStretch).map(plain) };
}

/** A round is worth it that leaves no more than this share of a lump's height; the next one takes the rest. */
const LESSENED = 0.6;

const plain = ({ at, segment, height, length, outward }: Lump): Lump => ({
  at,
  segment,
  height,
  length,
  outward,
});
