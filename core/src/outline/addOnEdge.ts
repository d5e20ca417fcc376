import { addNode } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { splitCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { outlineSpans, solveOutline } from './solve.ts';

const handle = (from: Point, to: Point): Point => ({ x: to.x - from.x, y: to.y - from.y });

/** Adds a fair node on the edge, at a parameter of a segment strictly between its ends, without moving the edge. */
export function addOnEdge(
  design: Design,
  segment: number,
  t: number,
): { readonly design: Design; readonly id: string } {
  const { nodes } = design.outline;
  const [first, second] = splitCubic(solveOutline(nodes)[segment]!, t);
  return addNode(design, segment, first.p3, {
    spans: outlineSpans(nodes),
    share: t,
    startHandle: handle(first.p0, first.p1),
    endHandle: handle(second.p3, second.p2),
  });
}
