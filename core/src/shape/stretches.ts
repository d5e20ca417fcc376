import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { nearestOnSegment } from '../geometry/polygons.ts';

/** From where to where along an edge that is walked counter-clockwise, the wood on its left; by arc length, mm. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** An edge that places are found along by their arc length. */
export interface Walk {
  readonly length: number;
  /** The arc length of the place of the edge that is nearest to a point. */
  readonly to: (p: Point) => number;
  readonly at: (s: number) => Point;
  /**
   * The place so far outside the edge, mm, square to it. A bit's way ends there, not at the edge: from a place beside a
   * corner of the polygon a whole arc of that way is almost equally near.
   */
  readonly outside: (s: number, by: number) => Point;
  /** The arc length of each corner. */
  readonly corners: readonly number[];
}

export function walkAlong(edge: Polygon): Walk {
  const corners: number[] = [0];
  edge.forEach((p, i) => corners.push(corners[i]! + distance(p, edge[(i + 1) % edge.length]!)));
  const length = corners[edge.length]!;
  /** The place of an arc length, and the direction of the edge there. */
  const find = (s: number): { readonly at: Point; readonly along: Point } => {
    const along = ((s % length) + length) % length;
    let i = 0;
    let above = edge.length;
    while (above - i > 1) {
      const middle = (i + above) >> 1;
      if (corners[middle]! <= along) i = middle;
      else above = middle;
    }
    const [a, b] = [edge[i]!, edge[(i + 1) % edge.length]!];
    const long = corners[i + 1]! - corners[i]!;
    const t = long > 0 ? (along - corners[i]!) / long : 0;
    return {
      at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
      along: long > 0 ? { x: (b.x - a.x) / long, y: (b.y - a.y) / long } : { x: 1, y: 0 },
    };
  };
  return {
    length,
    corners: corners.slice(0, -1),
    to: (p) => {
      let [best, at] = [Infinity, 0];
      edge.forEach((a, i) => {
        const near = nearestOnSegment(a, edge[(i + 1) % edge.length]!, p);
        const d = distance(near, p);
        if (d < best) [best, at] = [d, corners[i]! + distance(a, near)];
      });
      return at % length;
    },
    at: (s) => find(s).at,
    outside: (s, by) => {
      const { at, along } = find(s);
      return { x: at.x + along.y * by, y: at.y - along.x * by };
    },
  };
}

/** Stretches shorter than this, mm, are not cut: no bearing gets a hold on them. */
export const LEAST_STRETCH = 1;

/** What is left of a closed edge without some spans of it: null for all of it. A span may run over the edge’s own start. */
export function without(length: number, taken: readonly Span[]): readonly Span[] | null {
  const cut = taken
    .flatMap(({ from, to }): Span[] =>
      to >= from
        ? [{ from, to }]
        : [
            { from, to: length },
            { from: 0, to },
          ],
    )
    .filter(({ from, to }) => to > from)
    .sort((a, b) => a.from - b.from);
  if (cut.length === 0) return null;
  const together: { from: number; to: number }[] = [];
  for (const span of cut) {
    const last = together.at(-1);
    if (last && span.from <= last.to) last.to = Math.max(last.to, span.to);
    else together.push({ ...span });
  }
  const left: Span[] = together.map((span, i) => {
    const next = together[i + 1];
    return { from: span.to, to: next ? next.from : together[0]!.from + length };
  });
  return left
    .filter(({ from, to }) => to - from > LEAST_STRETCH)
    .map(({ from, to }) => ({ from: from % length, to: to % length }));
}
