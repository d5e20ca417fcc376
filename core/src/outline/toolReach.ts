import type { Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { alongEdge } from './alongEdge.ts';

/** A place of the edge and the radius of the largest round tool that touches it from outside without cutting elsewhere. */
export interface Reached {
  readonly at: Point;
  readonly s: number;
  /** mm; Infinity where a straight block lies against it. */
  readonly radius: number;
}

/** Places along the edge, mm apart: a third of the tightest hollow that a bit leaves. */
const STEP = 1;
/** Pairs of places nearer along the edge than this, mm, tell their own bend's radius badly: the curvature does. */
const APART = 2.5;
/** A block this large, mm of radius, is a straight one. */
const STRAIGHT = 2000;

/** A place less far outside another's tangent than this, mm, bounds no tool there: rounding. */
const LEVEL = 1e-9;

/**
 * The largest round tool, by its radius, at each place of the edge. A circle that touches at p with outward normal
 * n stays clear of q when |q − p|² ≥ 2 r n·(q − p); so the least of |q − p|² / (2 n·(q − p)) over the rest of the
 * edge bounds it, and so does the hollow's own radius. Corners that point inward take none.
 */
export function reachAlong(path: ClosedPath): readonly Reached[] {
  const along = alongEdge(path, STEP);
  const n = along.length;
  const [xs, ys] = [Float64Array.from(along, (a) => a.at.x), Float64Array.from(along, (a) => a.at.y)];
  const total = (along.at(-1)?.s ?? 0) + STEP;
  return along.map((p, i) => {
    const rad = (p.wayDeg * Math.PI) / 180;
    const [nx, ny] = [Math.sin(rad), -Math.cos(rad)];
    let radius = p.curvature < 0 ? -1 / p.curvature : Infinity;
    for (let j = 0; j < n; j += 1) {
      if (j === i) continue;
      const gap = Math.abs(along[j]!.s - p.s);
      const [dx, dy] = [xs[j]! - xs[i]!, ys[j]! - ys[i]!];
      const out = nx * dx + ny * dy;
      if (out <= LEVEL) continue;
      // Along its own bend the curvature is surer, unless a corner lies between.
      if (Math.min(gap, total - gap) < APART && !cornerBetween(along, i, j)) continue;
      const bound = (dx * dx + dy * dy) / (2 * out);
      if (bound < radius) radius = bound;
    }
    return { at: p.at, s: p.s, radius: radius > STRAIGHT ? Infinity : radius };
  });
}

function cornerBetween(along: readonly { readonly fromCorner: boolean }[], i: number, j: number): boolean {
  const [low, high] = i < j ? [i, j] : [j, i];
  if (high - low < along.length / 2) {
    for (let k = low + 1; k <= high; k += 1) if (along[k]!.fromCorner) return true;
    return false;
  }
  for (let k = high + 1; k <= low + along.length; k += 1)
    if (along[k % along.length]!.fromCorner) return true;
  return false;
}

/** A round tool: a spindle, a bit, or a sanding block bent to a radius; without a diameter, a straight block. */
export type OwnedTool = Design['tools'][number];

export interface ToolShare {
  /** Null: what no owned tool reaches. */
  readonly tool: OwnedTool | null;
  /** mm of edge for which it is the largest that follows. */
  readonly length: number;
  /** The tightest place of those that nothing reaches. */
  readonly at: Point | null;
}

const sizeOf = (t: OwnedTool): number => (t.diameter === null ? Infinity : t.diameter / 2);

/** The largest owned tool at each place, and how much of the edge falls to each: the order to sand in, largest first. */
export function shareTools(
  reached: readonly Reached[],
  tools: readonly OwnedTool[],
): { readonly byPlace: readonly (OwnedTool | null)[]; readonly shares: readonly ToolShare[] } {
  const order = [...tools].sort((a, b) => sizeOf(b) - sizeOf(a));
  const byPlace = reached.map(({ radius }) => order.find((t) => sizeOf(t) <= radius) ?? null);
  const shares = [...order, null].map((tool): ToolShare => {
    const mine = reached.filter((_, i) => byPlace[i] === tool);
    const tightest = mine.reduce<Reached | null>((a, b) => (a && a.radius <= b.radius ? a : b), null);
    return { tool, length: mine.length * STEP, at: tool === null ? (tightest?.at ?? null) : null };
  });
  return { byPlace, shares: shares.filter(({ length }) => length > 0) };
}
