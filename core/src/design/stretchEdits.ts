import type { Point } from '../geometry/point.ts';
import { freshIds, mirrored, setOutline, tidy } from './nodeEdits.ts';
import type { Design, OutlineNode } from './schema.ts';
import { withoutSpan } from './spans.ts';

/** The nodes from one to another in the outline's order, both included; empty when either is not there. */
export function runBetween(
  nodes: readonly OutlineNode[],
  fromId: string,
  toId: string,
): readonly OutlineNode[] {
  const from = nodes.findIndex((n) => n.id === fromId);
  const to = nodes.findIndex((n) => n.id === toId);
  if (from < 0 || to < 0) return [];
  const count = ((to - from + nodes.length) % nodes.length) + 1;
  return Array.from({ length: count }, (_, k) => nodes[(from + k) % nodes.length]!);
}

/** The similarity (turn, size, shift) that takes a to p and b to q. */
function similarity(
  a: Point,
  b: Point,
  p: Point,
  q: Point,
): { readonly point: (v: Point) => Point; readonly vector: (v: Point) => Point } {
  const d = { x: b.x - a.x, y: b.y - a.y };
  const e = { x: q.x - p.x, y: q.y - p.y };
  const size = d.x * d.x + d.y * d.y;
  const k = { x: (e.x * d.x + e.y * d.y) / size, y: (e.y * d.x - e.x * d.y) / size };
  const vector = (v: Point): Point => ({ x: k.x * v.x - k.y * v.y, y: k.x * v.y + k.y * v.x });
  const point = (v: Point): Point => {
    const w = vector({ x: v.x - a.x, y: v.y - a.y });
    return { x: p.x + w.x, y: p.y + w.y };
  };
  return { point, vector };
}

/**
 * Lays a copied stretch of three nodes or more between two nodes of the outline, in its order, turned and
 * sized so that its ends meet them; what lay between them goes. Mirrored, it is the stretch of the other side.
 * Unchanged when the stretch is too short or its ends, or the two nodes, are one.
 */
export function layStretch(
  design: Design,
  stretch: readonly OutlineNode[],
  fromId: string,
  toId: string,
  isMirrored: boolean,
): Design {
  const { nodes, mirror } = design.outline;
  const run = runBetween(nodes, fromId, toId);
  const copied = isMirrored ? [...stretch].reverse().map((n) => mirrored(n, n.id)) : stretch;
  const [first, last] = [copied[0], copied.at(-1)];
  const [start, end] = [run[0], run.at(-1)];
  if (copied.length < 3 || run.length < 2 || !first || !last || !start || !end) return design;
  if (first.x === last.x && first.y === last.y) return design;
  const { point, vector } = similarity(first, last, start, end);
  const ids = freshIds(nodes, copied.length - 2);
  const between = copied.slice(1, -1).map((n, i): OutlineNode => {
    const at = point(n);
    return {
      ...n,
      id: ids[i]!,
      x: tidy(at.x),
      y: tidy(at.y),
      ...(n.before ? { before: { ...n.before, ...vector(n.before) } } : {}),
      ...(n.after ? { after: { ...n.after, ...vector(n.after) } } : {}),
    };
  });
  const gone = new Set(run.slice(1, -1).map((n) => n.id));
  const kept = nodes.filter((n) => !gone.has(n.id));
  const at = kept.findIndex((n) => n.id === fromId);
  return setOutline(design, {
    nodes: [...kept.slice(0, at + 1), ...between, ...kept.slice(at + 1)].map(withoutSpan),
    mirror: mirror.filter(([a, b]) => !gone.has(a) && !gone.has(b)),
  });
}
