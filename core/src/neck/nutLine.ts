import type { Strings } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { boardEdge } from '../strings/taper.ts';

/** The nut in plan, instrument frame: its two ends on the board’s side, bass and treble (a slanted nut has them at different x), and behind it. */
export interface NutLine {
  readonly line: readonly [bass: Point, treble: Point];
  readonly behind: readonly [bass: Point, treble: Point];
}

export function nutLine(strings: Strings, thickness: number): NutLine {
  const line = [boardEdge(strings, 'bass').nut, boardEdge(strings, 'treble').nut] as const;
  const [bass, treble] = line.map(({ x, y }) => ({ x: x + thickness, y })) as [Point, Point];
  return { line, behind: [bass, treble] };
}
