import { EndType, JoinType, inflatePathsD } from 'clipper2-ts';
import type { ClosedPath } from './closedPath.ts';
import { flattenPath, signedArea } from './closedPath.ts';
import type { Point } from './point.ts';

/** Chords stay so near to the curve, mm: a tenth of the finest line that is printed. */
export const OFFSET_CHORD = 0.005;
/** Decimal places that the polygon library keeps of a mm: nanometres. */
const PLACES = 6;

/**
 * The lines that lie so far outside (inside when negative) a closed outline, mm, corners rounded, as
 * polygons within 0.01 mm, counter-clockwise. None when an inside offset leaves nothing.
 */
export function offsetPath(path: ClosedPath, by: number): readonly (readonly Point[])[] {
  const points = flattenPath(path, OFFSET_CHORD);
  return offsetPolygon(signedArea(path) >= 0 ? points : points.reverse(), by);
}

/** The same of a polygon, counter-clockwise; its rounded corners in chords that stay so near, mm. */
export const offsetPolygon = (
  polygon: readonly Point[],
  by: number,
  chord = OFFSET_CHORD,
): readonly (readonly Point[])[] =>
  inflatePathsD(
    [polygon.map(({ x, y }) => ({ x, y }))],
    by,
    JoinType.Round,
    EndType.Polygon,
    2,
    PLACES,
    chord,
  ).map((found) => found.map(({ x, y }) => ({ x, y })));
