import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import { inHand, rememberTyped } from './edits.ts';
import { respanned, withoutSpan } from './spans.ts';
import type { Design, Outline, OutlineNode } from './schema.ts';

/**
 * Pure edits of the outline's nodes. A node that is linked to a mirror twin takes the twin with it: what is
 * done to one is done to the other, mirrored in the centre line.
 */

export const setOutline = (design: Design, change: Partial<Outline>): Design =>
  inHand({ ...design, outline: { ...design.outline, ...change } }, 'outline');

/** The mirror twin's id; the node's own where it lies on the centre line; null where it is not linked. */
export function twinOf({ mirror }: Outline, id: string): string | null {
  for (const [a, b] of mirror)
    if (a === id) return b;
    else if (b === id) return a;
  return null;
}

const flip = (p: Point): Point => ({ x: p.x, y: -p.y });

/** A node as its twin: across the centre line, where the edge runs the other way round. */
export function mirrored(node: OutlineNode, id: string): OutlineNode {
  const { before, after, span: _own, ...rest } = node;
  return {
    ...rest,
    id,
    y: -node.y,
    ...(after ? { before: { ...after, ...flip(after) } } : {}),
    ...(before ? { after: { ...before, ...flip(before) } } : {}),
  };
}

/** A node that is its own twin: on the centre line, its handles each other's image. */
function onCentreLine(node: OutlineNode): OutlineNode {
  const { before, after } = node;
  const lead = after ?? (before && flip(before));
  if (!lead) return { ...node, y: 0 };
  // A smooth place on the line runs square across it; a corner may come and go at any angle.
  const way = node.kind === 'smooth' ? { x: 0, y: lead.y } : lead;
  return { ...node, y: 0, before: { ...before, ...flip(way) }, after: { ...after, ...way } };
}

/** Edits some nodes, and their twins after them; where both are named the first in order leads. */
export function editNodes(
  design: Design,
  ids: readonly string[],
  edit: (node: OutlineNode) => OutlineNode,
): Design {
  const { outline } = design;
  const changed = new Map<string, OutlineNode>();
  for (const node of outline.nodes) {
    if (!ids.includes(node.id) || changed.has(node.id)) continue;
    const next = edit(node);
    const twin = twinOf(outline, node.id);
    changed.set(node.id, twin === node.id ? onCentreLine(next) : next);
    if (twin !== null && twin !== node.id) {
      const span = outline.nodes.find((n) => n.id === twin)?.span;
      changed.set(twin, { ...mirrored(next, twin), ...(span === undefined ? {} : { span }) });
    }
  }
  if (changed.size === 0) return design;
  return setOutline(design, {
    nodes: respanned(
      outline.nodes,
      outline.nodes.map((n) => changed.get(n.id) ?? n),
    ),
  });
}

/** Puts a node at a place in the instrument frame; its handles go with it. */
export const moveNode = (design: Design, id: string, to: Point): Design =>
  editNodes(design, [id], (n) => ({ ...n, x: to.x, y: to.y }));

/** Coordinates are kept to this many per mm: nothing is lost that a hand or a tool could tell. */
const PER_MM = 1e4;
export const tidy = (value: number): number => Math.round(value * PER_MM) / PER_MM;

/** Applies a linear map about a centre to some nodes and their handles: turned, scaled, or both. */
export function mapNodes(
  design: Design,
  ids: readonly string[],
  centre: Point,
  [a, b, c, d]: readonly [number, number, number, number],
): Design {
  const turn = (p: Point): Point => ({ x: a * p.x + b * p.y, y: c * p.x + d * p.y });
  return editNodes(design, ids, (n) => {
    const at = turn({ x: n.x - centre.x, y: n.y - centre.y });
    return {
      ...n,
      x: tidy(centre.x + at.x),
      y: tidy(centre.y + at.y),
      ...(n.before ? { before: { ...n.before, ...turn(n.before) } } : {}),
      ...(n.after ? { after: { ...n.after, ...turn(n.after) } } : {}),
    };
  });
}

export const moveNodes = (design: Design, ids: readonly string[], by: Point): Design =>
  editNodes(design, ids, (n) => ({ ...n, x: tidy(n.x + by.x), y: tidy(n.y + by.y) }));

/** Turns nodes counter-clockwise about a place, rad. */
export const turnNodes = (design: Design, ids: readonly string[], centre: Point, angle: number): Design => {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return mapNodes(design, ids, centre, [cos, -sin, sin, cos]);
};

/** Stretches nodes about a place, along the centre line and across it. */
export const scaleNodes = (
  design: Design,
  ids: readonly string[],
  centre: Point,
  kx: number,
  ky: number,
): Design => mapNodes(design, ids, centre, [kx, 0, 0, ky]);

/** Puts nodes in one line: at one distance from the bridge (x) or from the centre line (y), that of their middle. */
export function alignNodes(design: Design, ids: readonly string[], axis: 'x' | 'y'): Design {
  const chosen = design.outline.nodes.filter((n) => ids.includes(n.id));
  if (chosen.length < 2) return design;
  const at = tidy(chosen.reduce((sum, n) => sum + n[axis], 0) / chosen.length);
  return editNodes(design, ids, (n) => ({ ...n, [axis]: at }));
}

/** Pins nodes, so that fairing leaves them, or lets them go again. */
export const pinNodes = (design: Design, ids: readonly string[], isPinned: boolean): Design =>
  editNodes(design, ids, ({ pinned: _was, ...n }) => (isPinned ? { ...n, pinned: true } : n));

/**
 * Makes nodes fair (handles forgotten: they are solved), smooth or corners. `handles` gives the handles of the
 * edge as it runs now, so that a node that comes out of a fair run keeps its place in it.
 */
export function setNodeKind(
  design: Design,
  ids: readonly string[],
  kind: OutlineNode['kind'],
  handles: (id: string) => { readonly before: Point; readonly after: Point } | null = () => null,
): Design {
  return editNodes(design, ids, (n) => {
    const { before, after, ...bare } = n;
    if (kind === 'fair') return { ...withoutSpan(bare), kind };
    if (kind === 'corner') return { ...n, kind };
    const now = before && after ? { before, after } : handles(n.id);
    if (!now) return n;
    return { ...bare, kind, ...straightened({ ...before, ...now.before }, { ...after, ...now.after }) };
  });
}

/** Two handles brought into one line, the lengths kept: along the middle of their directions. */
function straightened<H extends Point>(before: H, after: H): { before: H; after: H } {
  const [lb, la] = [hypot(before.x, before.y), hypot(after.x, after.y)];
  const way = { x: after.x / la - before.x / lb, y: after.y / la - before.y / lb };
  const size = hypot(way.x, way.y);
  const unit = size > 0 ? { x: way.x / size, y: way.y / size } : { x: after.y / la, y: -after.x / la };
  return {
    before: { ...before, x: -unit.x * lb, y: -unit.y * lb },
    after: { ...after, x: unit.x * la, y: unit.y * la },
  };
}

/**
 * Sets a handle towards the node before or after, as a vector from the node; null takes a corner's away. The
 * other handle of a smooth node turns with it, keeping its length.
 */
export const setHandle = (design: Design, id: string, side: 'before' | 'after', to: Point | null): Design =>
  editNodes(design, [id], (n) => {
    const { [side]: old, ...rest } = n;
    if (!to) return n.kind === 'smooth' ? n : rest;
    const other = side === 'before' ? 'after' : 'before';
    const across = n[other];
    const size = hypot(to.x, to.y);
    if (n.kind !== 'smooth' || !across) return { ...rest, [side]: { ...old, x: to.x, y: to.y } };
    if (size === 0) return n;
    const length = hypot(across.x, across.y);
    return {
      ...rest,
      [side]: { ...old, x: to.x, y: to.y },
      [other]: { ...across, x: (-to.x / size) * length, y: (-to.y / size) * length },
    };
  });

/** Ids that no node has, as many as requested. */
export function freshIds(nodes: readonly OutlineNode[], count: number): readonly string[] {
  const taken = new Set(nodes.map((n) => n.id));
  const ids: string[] = [];
  for (let i = nodes.length + 1; ids.length < count; i += 1) if (!taken.has(`n${i}`)) ids.push(`n${i}`);
  return ids;
}

/** How the edge runs where a node is added: the spans of all nodes, and the share of its segment that lies before it. */
export interface Running {
  readonly spans: readonly number[];
  readonly share: number;
  /** The segment's handles at its ends, halved there: what clamps the edge at a node that is not fair. */
  readonly startHandle: Point;
  readonly endHandle: Point;
}

/**
 * A new fair node between node `segment` and the next; on a stretch that is linked to its mirror image the
 * twin is added too. Given how the edge runs, the node lies on it without moving it: its curve keeps its
 * spans (see spans.ts), and an end at a corner keeps its direction by a handle. Gives the design and the
 * node's id.
 */
export function addNode(
  design: Design,
  segment: number,
  at: Point,
  running: Running | null = null,
): { readonly design: Design; readonly id: string } {
  const { outline } = design;
  const { nodes } = outline;
  const [id, twinId] = freshIds(nodes, 2) as [string, string];
  const node: OutlineNode = { id, x: at.x, y: at.y, kind: 'fair' };
  const [start, next] = [nodes[segment]!, nodes[(segment + 1) % nodes.length]!];
  const twins = [twinOf(outline, start.id), twinOf(outline, next.id)] as const;
  const twinAfter = nodes.findIndex((n) => n.id === twins[1]);
  const linked =
    twins[0] !== null && twinAfter >= 0 && nodes[(twinAfter + 1) % nodes.length]!.id === twins[0];
  const own = linked && twinAfter === segment;
  const out: OutlineNode[] = [];
  nodes.forEach((n, i) => {
    const h = running?.spans[i];
    const spanned = (node: OutlineNode, span: number | undefined): OutlineNode =>
      span === undefined ? withoutSpan(node) : { ...node, span };
    const share = running?.share ?? 0;
    const isTwin = linked && !own && i === twinAfter;
    const isSplit = i === segment;
    if (!isSplit && !isTwin) out.push(spanned(n, h));
    // The twin's segment runs the other way: what lies before the node here lies after its twin there.
    else {
      const part = isSplit ? share : 1 - share;
      out.push(
        spanned(n, h && h * part),
        spanned(isSplit ? (own ? { ...node, y: 0 } : node) : mirrored(node, twinId), h && h * (1 - part)),
      );
    }
  });
  const link: [string, string] = [id, own ? id : twinId];
  const added = setOutline(design, { nodes: out, ...(linked ? { mirror: [...outline.mirror, link] } : {}) });
  if (!running) return { design: added, id };
  // Between two corners without handles the edge is straight, and stays so by itself.
  const isStraight = start.kind !== 'fair' && next.kind !== 'fair' && !start.after && !next.before;
  const hold = (d: Design, node: OutlineNode, side: 'before' | 'after', handle: Point): Design =>
    node.kind === 'fair' || isStraight
      ? d
      : editNodes(d, [node.id], (n) => ({ ...n, [side]: { ...n[side], ...handle } }));
  return {
    design: hold(hold(added, start, 'after', running.startHandle), next, 'before', running.endHandle),
    id,
  };
}

/** Takes nodes away, twins with them; an outline keeps three, so what would leave fewer changes nothing. */
export function removeNodes(design: Design, ids: readonly string[]): Design {
  const { outline } = design;
  const gone = new Set(ids.flatMap((id) => [id, twinOf(outline, id) ?? id]));
  const nodes = outline.nodes.filter((n) => !gone.has(n.id));
  if (nodes.length < 3 || nodes.length === outline.nodes.length) return design;
  const mirror = outline.mirror.filter(([a, b]) => !gone.has(a) && !gone.has(b));
  let next = setOutline(design, { nodes: respanned(outline.nodes, nodes), mirror });
  for (const path of Object.keys(design.typed)) {
    const id = /^outline\.([^.]+)\./.exec(path)?.[1];
    if (id !== undefined && gone.has(id)) next = rememberTyped(next, path, null);
  }
  return next;
}
