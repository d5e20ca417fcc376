import { flattenCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { FREE_ENDS, runCurve } from '../outline/fitRun.ts';
import type { Chain } from '../solid/solid.ts';
import type { Cubic } from '../geometry/cubic.ts';

/** Chords of a start line stay so near to it, mm: what a line on wood is drawn to, ten times over. */
export const LINE_CHORD = 0.02;

/** The start line of a contour: fair through its places, straight between two. */
export const contourCurve = (line: readonly Point[]): readonly Cubic[] => runCurve(line, FREE_ENDS).curve;

/** The same as a chain of places. */
export const contourChain = (line: readonly Point[]): Chain => {
  const curve = contourCurve(line);
  return [...curve.flatMap((c) => flattenCubic(c, LINE_CHORD)), curve.at(-1)!.p3];
};
