import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicExtremes, splitCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';

/** A place of a path by its segment and parameter. */
interface OnPath {
  readonly segment: number;
  readonly t: number;
}

/** The node or turning point of y that is nearest to a place. */
function turnAt(path: ClosedPath, place: Point): OnPath {
  let [best, near]: [OnPath, number] = [{ segment: 0, t: 0 }, Infinity];
  path.forEach((c, segment) => {
    for (const t of [0, ...cubicExtremes(c, 'y')]) {
      const off = distance(cubicAt(c, t), place);
      if (off < near) [best, near] = [{ segment, t }, off];
    }
  });
  return best;
}

/**
 * The stretch of a closed path from one of its turning points (of y) on, the way that it runs, to another: cubics in order.
 * Both places are nodes or places where y stands still, as {@link outlineTurns} gives them.
 */
export function stretchBetween(path: ClosedPath, from: Point, to: Point): readonly Cubic[] {
  const [a, b] = [turnAt(path, from), turnAt(path, to)];
  const first = path[a.segment]!;
  if (a.segment === b.segment && b.t > a.t) {
    const [, rest] = splitCubic(first, a.t);
    return [splitCubic(rest, (b.t - a.t) / (1 - a.t))[0]];
  }
  const found: Cubic[] = [splitCubic(first, a.t)[1]];
  for (let i = (a.segment + 1) % path.length; i !== b.segment; i = (i + 1) % path.length)
    found.push(path[i]!);
  if (b.t > 0) found.push(splitCubic(path[b.segment]!, b.t)[0]);
  return found;
}
