import { distance } from '../geometry/point.ts';
import type { OutlineNode } from './schema.ts';

/**
 * A node's span is how much of a fair curve's parameter lies between it and the next node. Nodes carry spans
 * where a node was added without moving the edge: spaced again, the edge would shift. When nodes move, their
 * spans stretch with the chords, so the edge goes on from how it ran.
 */
export function respanned(
  before: readonly OutlineNode[],
  after: readonly OutlineNode[],
): readonly OutlineNode[] {
  if (after.every((n) => n.span === undefined)) return after;
  const old = new Map(
    before.map((n, i) => [n.id, { at: n, index: i, next: before[(i + 1) % before.length]! }]),
  );
  const left = new Set(after.map((n) => n.id));
  return after.map((n, i) => {
    if (n.span === undefined) return n;
    const next = after[(i + 1) % after.length]!;
    const was = old.get(n.id);
    if (!was) return withoutSpan(n);
    if (was.next.id !== next.id) {
      const merged = spanTo(before, was.index, next.id, left);
      return merged === null ? withoutSpan(n) : { ...n, span: Math.min(MOST, merged) };
    }
    const [then, now] = [distance(was.at, was.next), distance(n, next)];
    return then === now || then === 0
      ? n
      : { ...n, span: Math.max(LEAST, Math.min(MOST, (n.span * now) / then)) };
  });
}

/** The spans from a node on over nodes that went, up to one that stays; null when that is not the next to stay, or one has none. */
function spanTo(
  before: readonly OutlineNode[],
  from: number,
  id: string,
  left: ReadonlySet<string>,
): number | null {
  let sum = 0;
  for (let k = 0; k < before.length; k += 1) {
    const node = before[(from + k) % before.length]!;
    if (k > 0 && node.id === id) return sum;
    if ((k > 0 && left.has(node.id)) || node.span === undefined) return null;
    sum += node.span;
  }
  return null;
}

/** What a span may be, as the design's schema has it. */
const LEAST = 0.001;
const MOST = 4000;

/** A node whose curve is spaced by its own length again. */
export function withoutSpan(node: OutlineNode): OutlineNode {
  if (node.span === undefined) return node;
  const { span: _gone, ...rest } = node;
  return rest;
}
