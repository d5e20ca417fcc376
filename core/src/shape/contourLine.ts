import { flattenCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { FREE_ENDS, runCurve } from '../outline/fitNodes.ts';
import type { Chain } from '../solid/solid.ts';
import type { Cubic } from '../geometry/cubic.ts';

/** Chords of a start line stay so near to it, mm: what a line on wood is drawn to, ten times over. */
export const LINE_CHORD = 0.02;

/** The start line of a contour: fair through its places, straight between two. */
export const contourCurve = (line: readonly Point[]): readonly Cubic[] => runCurve(line, FREE_ENDS).curve;

/** So far, mm, a chain goes on past its curve’s ends: its first and last piece say which way it is carried on. */
const BEYOND = 1;

/** So far from `to`, away from `from`; `to` itself where the two fall together. */
function past(from: Point, to: Point): Point {
  const long = distance(from, to);
  if (long === 0) return to;
  return { x: to.x + ((to.x - from.x) / long) * BEYOND, y: to.y + ((to.y - from.y) / long) * BEYOND };
}

/**
 * The same as a chain of places, with a piece more at both ends, along the curve’s own direction there: a chord’s would lead a mm off
 * where the body is wide.
 */
export const contourChain = (line: readonly Point[]): Chain => {
  const curve = contourCurve(line);
  const [first, last] = [curve[0]!, curve.at(-1)!];
  return [
    past(first.p1, first.p0),
    ...curve.flatMap((c) => flattenCubic(c, LINE_CHORD)),
    last.p3,
    past(last.p2, last.p3),
  ];
};
