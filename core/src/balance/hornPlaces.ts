import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { nearestOnSegment } from '../geometry/polygons.ts';
import { edgePlace } from '../layout/edgePlace.ts';
import type { Button } from './buttons.ts';
import { buttonOf } from './buttons.ts';

const CHORD = 0.05;
/** How far along the edge places are looked at to either side, and how near to one another, mm. */
export const HORN_REACH = 70;
const STEP = 5;

/** A place that a button of the edge may be moved to: where it stands then, square into the wood, and where the strap holds. */
export interface EdgeStand {
  /** mm along the edge from where it is; over 0 goes the way on which the neck’s end is nearer. */
  readonly along: number;
  readonly part: Button['part'];
  /** Where the strap holds. */
  readonly at: Point;
}

/** A button so far along the body’s edge from where it stands, by each `along` (mm, see {@link EdgeStand}); none where there is no edge. */
export function buttonAlong(
  path: ClosedPath,
  { part }: Button,
  places: readonly number[],
): readonly EdgeStand[] {
  const line = flattenPath(path, CHORD);
  // An edge of no length is walked along for ever.
  if (line.length < 3 || !line.some((p) => distance(p, line[0]!) > CHORD)) return [];
  // Walked from the very place on the edge, not from the corner of a chord beside it.
  const foot = (i: number): Point => nearestOnSegment(line[i]!, line[(i + 1) % line.length]!, part.at);
  const nearest = line.reduce(
    (best, _, i) => (distance(foot(i), part.at) < distance(foot(best), part.at) ? i : best),
    0,
  );
  const ring = [foot(nearest), ...line.slice(nearest + 1), ...line.slice(0, nearest + 1)];
  const at = (i: number): Point => ring[((i % ring.length) + ring.length) % ring.length]!;
  /** The place so far along the edge, by chords. */
  const walk = (mm: number, way: 1 | -1): Point => {
    let [left, i] = [mm, 0];
    for (;;) {
      const [a, b] = [at(i), at(i + way)];
      const long = distance(a, b);
      if (left <= long)
        return long === 0
          ? a
          : { x: a.x + ((b.x - a.x) * left) / long, y: a.y + ((b.y - a.y) * left) / long };
      left -= long;
      i += way;
    }
  };
  // The way on which the nut’s end comes nearer.
  const ahead: 1 | -1 = walk(STEP, 1).x >= walk(STEP, -1).x ? 1 : -1;
  return places.flatMap((along): readonly EdgeStand[] => {
    const seat = edgePlace(
      path,
      along === 0 ? part.at : walk(Math.abs(along), along > 0 ? ahead : (-ahead as 1 | -1)),
    );
    if (!seat) return [];
    const moved = along === 0 ? part : { ...part, at: { x: seat.at.x, y: seat.at.y }, turn: seat.inward };
    return [{ along, part: moved, at: buttonOf(moved).at }];
  });
}

/** Places for a chart of the horn button: every few mm along the edge to either side. */
export const hornPlaces = (path: ClosedPath, horn: Button): readonly EdgeStand[] =>
  horn.part.face === 'edge'
    ? buttonAlong(
        path,
        horn,
        Array.from({ length: (2 * HORN_REACH) / STEP + 1 }, (_, i) => -HORN_REACH + i * STEP),
      )
    : [];
