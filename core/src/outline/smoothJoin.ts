import { freshIds, setOutline, tidy } from '../design/nodeEdits.ts';
import type { Design, OutlineNode } from '../design/schema.ts';
import { withoutSpan } from '../design/spans.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicFirst, cubicLength } from '../geometry/cubic.ts';
import { bracketedRoot } from '../geometry/roots.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import { nearestOnPath, mapPath, reversePath } from '../geometry/closedPath.ts';
import { solveOutline } from './solve.ts';

/** At most this share of an arm is taken for the join, so that what is beside it keeps some of its own. */
const MOST_SHARE = 0.9;

/** The parameter at an arc length from a cubic's start, mm. */
function atLength(c: Cubic, s: number): number {
  const whole = cubicLength(c);
  if (s <= 0) return 0;
  if (s >= whole) return 1;
  return bracketedRoot((t) => cubicLength(c, 0, t) - s, 0, 1);
}

/**
 * A corner made a smooth join: from `reach` mm before it to as far behind, the edge runs fair instead, tangent to
 * both arms; beside a fair arm its bend goes on too, while a straight arm stays straight. Unchanged when the
 * node is no corner.
 */
export function smoothJoin(design: Design, id: string, reach: number): Design {
  const { nodes, mirror } = design.outline;
  const n = nodes.length;
  const i = nodes.findIndex((p) => p.id === id);
  if (i < 0 || nodes[i]!.kind !== 'corner') return design;
  const path = solveOutline(nodes);
  const [before, after] = [path[(i + n - 1) % n]!, path[i]!];
  const [longBefore, longAfter] = [cubicLength(before), cubicLength(after)];
  const take = Math.min(reach, MOST_SHARE * longBefore, MOST_SHARE * longAfter);
  const [ta, tb] = [atLength(before, longBefore - take), atLength(after, take)];
  const [a, b] = [cubicAt(before, ta), cubicAt(after, tb)];
  const corner = nodes[i]!;
  // Half-way along the parabola of both arms: what a batten bent round the corner would pass.
  const middle = { x: (a.x + 2 * corner.x + b.x) / 4, y: (a.y + 2 * corner.y + b.y) / 4 };
  const ids = freshIds(nodes, 3);
  const unit = (v: Point): Point => {
    const long = hypot(v.x, v.y) || 1;
    return { x: v.x / long, y: v.y / long };
  };
  const end = (
    at: Point,
    way: Point,
    beside: OutlineNode,
    side: 'before' | 'after',
    k: number,
  ): OutlineNode => {
    const place = { id: ids[k]!, x: tidy(at.x), y: tidy(at.y) };
    if (beside.kind === 'fair') return { ...place, kind: 'fair' };
    const rest = hypot(at.x - beside.x, at.y - beside.y) / 3;
    const [back, on] = side === 'before' ? [rest, take * 0.55] : [take * 0.55, rest];
    return {
      ...place,
      kind: 'smooth',
      before: { x: -way.x * back, y: -way.y * back },
      after: { x: way.x * on, y: way.y * on },
    };
  };
  const first = end(a, unit(cubicFirst(before, ta)), nodes[(i + n - 1) % n]!, 'before', 0);
  const last = end(b, unit(cubicFirst(after, tb)), nodes[(i + 1) % n]!, 'after', 2);
  const join: readonly OutlineNode[] = [
    first,
    { id: ids[1]!, x: tidy(middle.x), y: tidy(middle.y), kind: 'fair' },
    last,
  ];
  return setOutline(design, {
    nodes: [...nodes.slice(0, i), ...join, ...nodes.slice(i + 1)].map(withoutSpan),
    mirror: mirror.filter((pair) => !pair.includes(id)),
  });
}

/**
 * Nodes moved onto the mirror image of the other side's edge, each to its nearest place there. A stretch drawn by
 * hand on both sides then matches, without a link between them. Links of the nodes are cut.
 */
export function matchOtherSide(design: Design, ids: readonly string[]): Design {
  const { nodes, mirror } = design.outline;
  const image = reversePath(mapPath(solveOutline(nodes), (p) => ({ x: p.x, y: -p.y })));
  const moved = nodes.map((node): OutlineNode => {
    if (!ids.includes(node.id)) return node;
    const foot = nearestOnPath(image, node);
    return foot ? { ...node, x: tidy(foot.at.x), y: tidy(foot.at.y) } : node;
  });
  return setOutline(design, {
    nodes: moved.map((node) => (ids.includes(node.id) ? withoutSpan(node) : node)),
    mirror: mirror.filter((pair) => !pair.some((id) => ids.includes(id))),
  });
}
