import type { ClosedPath } from '../geometry/closedPath.ts';
import { mapPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { yCrossings } from './widthAt.ts';

/** Marks stand so far inside the edge on the centre line, mm. */
export const MARK_INSIDE = 10;

/**
 * Two marks that are found again on both faces: on the centre line, {@link MARK_INSIDE} in from where it meets the body's
 * edge, tail end first. Templates of the front and of the back are laid by them. None where the outline does not cross
 * the centre line, or hardly. Instrument frame, mm.
 */
export function middleMarks(path: ClosedPath): readonly Point[] {
  const across = yCrossings(
    mapPath(path, ({ x, y }) => ({ x: y, y: x })),
    0,
  );
  const [tail, neck] = [Math.min(...across), Math.max(...across)];
  if (!(neck - tail > 4 * MARK_INSIDE)) return [];
  return [tail + MARK_INSIDE, neck - MARK_INSIDE].map((x) => ({ x, y: 0 }));
}
