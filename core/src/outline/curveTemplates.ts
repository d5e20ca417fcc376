import { freshIds, setOutline, tidy } from '../design/nodeEdits.ts';
import type { Design, OutlineNode } from '../design/schema.ts';
import { withoutSpan } from '../design/spans.ts';
import { runBetween } from '../design/stretchEdits.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';

/** A curve that tightens evenly along its length: a piece of a clothoid spiral between two radii, mm. */
export interface CurveTemplate {
  readonly key: string;
  /** Radius at its slack end and at its tight one. */
  readonly slack: number;
  readonly tight: number;
  readonly length: number;
}

/** The set, slackest first: each begins about where the one before is half-way. */
export const CURVE_TEMPLATES: readonly CurveTemplate[] = [
  { key: 'c1', slack: 1200, tight: 420, length: 420 },
  { key: 'c2', slack: 700, tight: 240, length: 360 },
  { key: 'c3', slack: 420, tight: 140, length: 300 },
  { key: 'c4', slack: 260, tight: 85, length: 240 },
  { key: 'c5', slack: 160, tight: 50, length: 180 },
  { key: 'c6', slack: 95, tight: 30, length: 130 },
  { key: 'c7', slack: 60, tight: 18, length: 90 },
  { key: 'c8', slack: 36, tight: 10, length: 60 },
];

/** How a template lies: the place half-way along it, its direction there (rad, counter-clockwise), and which side up. */
export interface TemplateLay {
  readonly at: Point;
  readonly turn: number;
  readonly flipped: boolean;
}

/** Steps along a template, mm. */
const STEP = 1;

/**
 * The template's edge where it lies, every mm: curvature grows evenly with length, the direction is its integral
 * (κ(s) = κ₀ + (κ₁ − κ₀) s / L, θ(s) = κ₀ s + (κ₁ − κ₀) s² / 2L), places by Simpson's rule.
 */
export function templateEdge({ slack, tight, length }: CurveTemplate, lay: TemplateLay): readonly Point[] {
  const [k0, k1] = [1 / slack, 1 / tight];
  const way = (s: number): number => k0 * s + ((k1 - k0) * s * s) / (2 * length);
  const steps = Math.round(length / STEP);
  const h = length / steps;
  const points: Point[] = [{ x: 0, y: 0 }];
  for (let i = 0; i < steps; i += 1) {
    const { x, y } = points[i]!;
    const [a, b, c] = [way(i * h), way((i + 0.5) * h), way((i + 1) * h)];
    points.push({
      x: x + (h * (Math.cos(a) + 4 * Math.cos(b) + Math.cos(c))) / 6,
      y: y + (h * (Math.sin(a) + 4 * Math.sin(b) + Math.sin(c))) / 6,
    });
  }
  // About the place half-way along it, where it runs level before it is turned.
  const middle = points[Math.round(steps / 2)]!;
  const level = -way(Math.round(steps / 2) * h);
  const sign = lay.flipped ? -1 : 1;
  const [c0, s0] = [Math.cos(level), Math.sin(level)];
  const [ct, st] = [Math.cos(lay.turn), Math.sin(lay.turn)];
  return points.map((p) => {
    const [dx, dy] = [p.x - middle.x, p.y - middle.y];
    const x = c0 * dx - s0 * dy;
    const y = sign * (s0 * dx + c0 * dy);
    return { x: lay.at.x + ct * x - st * y, y: lay.at.y + st * x + ct * y };
  });
}

const nearest = (edge: readonly Point[], p: Point): number =>
  edge.reduce((best, q, i) => (distance(p, q) < distance(p, edge[best]!) ? i : best), 0);

/** Nodes of a snapped stretch stand about so far apart, mm, at most. */
const APART = 45;
/** The stretch may be no further off the template than this at its ends, mm: it is laid against the edge. */
export const SNAP_REACH = 15;

/**
 * The stretch between two nodes, in the outline's order, laid onto a template's edge: both ends move onto it, and
 * what lies between follows it by fair nodes; the ends run on in its direction. Null when an end is too far from the template, or both meet it at
 * one place.
 */
export function snapToTemplate(
  design: Design,
  fromId: string,
  toId: string,
  edge: readonly Point[],
): Design | null {
  const { nodes, mirror } = design.outline;
  const run = runBetween(nodes, fromId, toId);
  const [first, last] = [run[0], run.at(-1)];
  if (!first || !last || first === last) return null;
  const [i, j] = [nearest(edge, first), nearest(edge, last)];
  if (distance(edge[i]!, first) > SNAP_REACH || distance(edge[j]!, last) > SNAP_REACH) return null;
  if (Math.abs(i - j) < 4) return null;
  const parts = Math.max(2, Math.ceil((Math.abs(j - i) * STEP) / APART));
  const ids = freshIds(nodes, parts - 1);
  const place = (k: number): Point => {
    const p = edge[Math.round(i + ((j - i) * k) / parts)]!;
    return { x: tidy(p.x), y: tidy(p.y) };
  };
  const between = ids.map((id, k): OutlineNode => ({ id, ...place(k + 1), kind: 'fair' }));
  const gone = new Set(run.slice(1, -1).map((p) => p.id));
  const sense = Math.sign(j - i);
  /** The template's direction at an index, as the outline runs. */
  const way = (index: number): Point => {
    const [a, b] = [edge[Math.max(0, index - 1)]!, edge[Math.min(edge.length - 1, index + 1)]!];
    const long = distance(a, b) / sense;
    return { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
  };
  const third = (Math.abs(j - i) * STEP) / parts / 3;
  /** An end of the stretch leaves the template in its own direction; what is beside it joins tangent, a corner as it was. */
  const end = (node: OutlineNode, k: number, beside: OutlineNode): OutlineNode => {
    const { x, y } = way(k === 0 ? i : j);
    const at = place(k);
    const inner = { x: x * third, y: y * third };
    const back = { x: -inner.x, y: -inner.y };
    if (node.kind === 'corner')
      return k === 0 ? { ...node, ...at, after: inner } : { ...node, ...at, before: back };
    const far = distance(at, beside) / 3;
    const outer = { x: x * far, y: y * far };
    return {
      id: node.id,
      ...at,
      kind: 'smooth',
      ...(k === 0 ? { before: { x: -outer.x, y: -outer.y }, after: inner } : { before: back, after: outer }),
    };
  };
  const beside = (id: string, step: 1 | -1): OutlineNode => {
    const k = nodes.findIndex((p) => p.id === id);
    return nodes[(k + step + nodes.length) % nodes.length]!;
  };
  const kept = nodes
    .filter((p) => !gone.has(p.id))
    .map((p) =>
      p.id === fromId ? end(p, 0, beside(fromId, -1)) : p.id === toId ? end(p, parts, beside(toId, 1)) : p,
    );
  const at = kept.findIndex((p) => p.id === fromId);
  const touched = new Set([...gone, fromId, toId]);
  return setOutline(design, {
    nodes: [...kept.slice(0, at + 1), ...between, ...kept.slice(at + 1)].map(withoutSpan),
    mirror: mirror.filter(([a, b]) => !touched.has(a) && !touched.has(b)),
  });
}
