import type { Underlay } from '../../design/schema.ts';
import type { Similarity } from '../../design/underlayPlace.ts';
import { pixelMap, scaleByMeasures, similarityOf } from '../../design/underlayPlace.ts';
import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';

/** A mark that is set by hand is off by about so many pixels, root mean square, along each axis. */
const MARKED = 0.7;
/** Half a body's length, mm: how far from what was marked the error of a picture is reported. */
const HALF_BODY = 230;

/** A distance marked in a picture, in its pixels, and what it truly is, mm. */
export interface MeasureMark {
  readonly from: Point;
  readonly to: Point;
  readonly truth: number;
}

/** How a picture is to be moved, turned and sized, and how good its places are then, mm. */
export interface Placed {
  readonly to: Similarity;
  /** Nineteen of twenty places half a body away are nearer to the truth than this; null where marks do not tell. */
  readonly goodTo: number | null;
}

const hundredths = (mm: number): number => Number(mm.toFixed(2));

/**
 * What two marks of a distance do to a place half a body away, mm: twice the root mean square (nineteen of twenty
 * are nearer). Each mark is off by {@link MARKED} along the line, so their distance by √2 as much; as a share of
 * the distance that is the error of the scale, which grows with the way from the marks.
 */
const markError = (mmPerPixel: number, marked: number): number =>
  (2 * MARKED * Math.SQRT2 * mmPerPixel * HALF_BODY) / marked;

/**
 * The picture to scale by its marked measures, about its own middle; null where the marks fall together. The error is
 * that of the marks and the largest misfit of a measure, together as independent errors are.
 */
export function placeByMeasures(underlay: Underlay, measures: readonly MeasureMark[]): Placed | null {
  const map = pixelMap(underlay);
  const scaled = scaleByMeasures(measures.map((m) => ({ ...m, from: map(m.from), to: map(m.to) })));
  if (!scaled) return null;
  const longest = Math.max(...measures.map((m) => m.truth));
  const misfit = Math.max(0, ...scaled.off.map(Math.abs)) * (HALF_BODY / longest);
  return {
    to: { about: underlay.at, to: underlay.at, turn: 0, scale: scaled.factor },
    goodTo: hundredths(hypot(markError(underlay.scale * scaled.factor, longest), misfit)),
  };
}

/** The line through two marks (pixels) on the centre line, the first tailward, size and middle kept; null where they fall together. */
export function placeStraight(underlay: Underlay, first: Point, second: Point): Placed | null {
  const map = pixelMap(underlay);
  const [p, q] = [map(first), map(second)];
  const half = distance(p, q) / 2;
  const middle = (p.x + q.x) / 2;
  const to = similarityOf(p, q, { x: middle - half, y: 0 }, { x: middle + half, y: 0 });
  return to && { to, goodTo: null };
}

/**
 * Two marks (pixels) on two known places of the instrument: place, turn and size at once. Null where the marks or the places fall together.
 */
export function placeOnTwo(
  underlay: Underlay,
  marks: readonly [Point, Point],
  places: readonly [Point, Point],
): Placed | null {
  const map = pixelMap(underlay);
  const to = similarityOf(map(marks[0]), map(marks[1]), places[0], places[1]);
  const apart = distance(places[0], places[1]);
  return to && apart > 0 ? { to, goodTo: hundredths(markError(underlay.scale * to.scale, apart)) } : null;
}
