import { twinOf } from '../design/nodeEdits.ts';
import type { Outline } from '../design/schema.ts';
import { respanned } from '../design/spans.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, nearestOnPath } from '../geometry/closedPath.ts';
import { solveOutline } from './solve.ts';

/** The old edge is compared at the ends of chords this near to it, mm: some twenty on every bend. */
const COMPARE_CHORD = 0.1;

/** How far the new path lies from the old one at most, mm. */
export function largestMove(from: ClosedPath, to: ClosedPath): number {
  let most = 0;
  for (const p of flattenPath(from, COMPARE_CHORD))
    most = Math.max(most, nearestOnPath(to, p)?.distance ?? 0);
  return most;
}

/**
 * Which fair nodes can go without the edge moving by more than the tolerance, mm: the one that matters least
 * first, until none is left that can. Twins go together. Gives their ids and the largest move.
 */
export function reducible(
  outline: Outline,
  tolerance: number,
): { readonly ids: readonly string[]; readonly moved: number } {
  const before = solveOutline(outline.nodes);
  let nodes = outline.nodes;
  const ids: string[] = [];
  let moved = 0;
  /** Nodes that cannot go now will not go later either: the edge only moves away. */
  const kept = new Set<string>();
  for (;;) {
    let best: { readonly gone: readonly string[]; readonly move: number } | null = null;
    const asked = new Set<string>();
    for (const node of nodes) {
      if (node.kind !== 'fair' || kept.has(node.id) || asked.has(node.id)) continue;
      const twin = twinOf(outline, node.id) ?? node.id;
      const gone = [...new Set([node.id, twin])];
      gone.forEach((id) => asked.add(id));
      const rest = respanned(
        nodes,
        nodes.filter((n) => !gone.includes(n.id)),
      );
      if (rest.length < 3) continue;
      const move = largestMove(before, solveOutline(rest));
      if (move > tolerance) gone.forEach((id) => kept.add(id));
      else if (!best || move < best.move) best = { gone, move };
    }
    if (!best) return { ids, moved };
    const { gone, move } = best;
    ids.push(...gone);
    moved = move;
    nodes = respanned(
      nodes,
      nodes.filter((n) => !gone.includes(n.id)),
    );
  }
}
