import { FillRule, unionD } from 'clipper2-ts';
import { boxOfPoints } from './box.ts';
import type { ClosedPath } from './closedPath.ts';
import { flattenPath, signedArea } from './closedPath.ts';
import type { Point } from './point.ts';
import { polygonArea } from './polygons.ts';

/** Chords stay so near to the curve, mm: a tenth of the finest line that is printed. */
export const OFFSET_CHORD = 0.005;
/** Decimal places that the polygon library keeps of a mm: nanometres. */
const PLACES = 6;
/** Sides shorter than this, mm, are none. */
const NOTHING = 1e-7;
/** A polygon that turns less than this at a corner, rad, is a curve there. */
const OF_CURVE = 0.3;

/**
 * The lines that lie so far outside (inside when negative) a closed outline, mm, corners rounded, as
 * polygons within 0.01 mm, counter-clockwise. None when an inside offset leaves nothing.
 */
export function offsetPath(path: ClosedPath, by: number): readonly (readonly Point[])[] {
  const points = flattenPath(path, OFFSET_CHORD);
  return offsetPolygon(signedArea(path) >= 0 ? points : points.reverse(), by);
}

/** A corner of a polygon: its place, and the ways out of it, square to the side before and to the side after, of length 1. */
interface Corner {
  readonly p: Point;
  readonly before: Point;
  readonly after: Point;
}

function cornersOf(polygon: readonly Point[]): readonly Corner[] {
  const points = polygon.filter((p, i) => {
    const q = polygon[(i + 1) % polygon.length]!;
    return Math.hypot(q.x - p.x, q.y - p.y) > NOTHING;
  });
  const out = points.map((p, i): Point => {
    const q = points[(i + 1) % points.length]!;
    const long = Math.hypot(q.x - p.x, q.y - p.y);
    return { x: (q.y - p.y) / long, y: (p.x - q.x) / long };
  });
  return points.map((p, i) => ({
    p,
    before: out[(i + out.length - 1) % out.length]!,
    after: out[i]!,
  }));
}

/**
 * Where a corner that is nearly straight goes as one place: on both sides’ offsets. Null where that lies further than a chord may from so far off the corner.
 */
function shifted({ p, before, after }: Corner, by: number, chord: number): Point | null {
  const d = 1 + before.x * after.x + before.y * after.y;
  // 1 / cos² of half of the angle between the sides is 2 / d.
  if (d <= 0.5 || Math.abs(by) * (Math.sqrt(2 / d) - 1) > chord) return null;
  return { x: p.x + (by * (before.x + after.x)) / d, y: p.y + (by * (before.y + after.y)) / d };
}

/** A corner laid out in full: an arc about it where the offsets of its sides leave a gap; else by way of the corner, so that what overlaps is wound backward. */
function rounded({ p, before, after }: Corner, by: number, chord: number): readonly Point[] {
  const at = (n: Point): Point => ({ x: p.x + by * n.x, y: p.y + by * n.y });
  const angle = Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y);
  if (angle * by <= 0) return [at(before), p, at(after)];
  const step = 2 * Math.acos(1 - Math.min(1, chord / Math.abs(by)));
  const count = Math.max(1, Math.ceil(Math.abs(angle) / step));
  // A corner of a curve: places about its middle lie on the curve’s own offset. A corner that is meant as one keeps its sides’ ends.
  const isOfCurve = Math.abs(angle) < OF_CURVE;
  const turns = Array.from({ length: isOfCurve ? count : count + 1 }, (_, i) => (isOfCurve ? i + 0.5 : i));
  return turns.map((share) => {
    const turn = (angle * share) / count;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    return at({ x: before.x * c - before.y * s, y: before.x * s + before.y * c });
  });
}

/**
 * The same of a polygon, counter-clockwise; its rounded corners in chords that stay so near, mm. The sides are moved one by one, and what is wound
 * backward then is no part of it (the polygon library’s union tells). On a curve of short sides most corners are nearly straight and move as one place: that
 * union is found ten times as soon as one of sides laid out apart.
 */
export function offsetPolygon(
  polygon: readonly Point[],
  by: number,
  chord = OFFSET_CHORD,
): readonly (readonly Point[])[] {
  const corners = cornersOf(polygonArea(polygon) < 0 ? [...polygon].reverse() : polygon);
  if (corners.length < 3) return [];
  // What is left inside holds a circle of that radius: none fits where the polygon is narrower than its diameter.
  const { minX, maxX, minY, maxY } = boxOfPoints(polygon)!;
  if (-2 * by >= Math.min(maxX - minX, maxY - minY)) return [];
  const moved = corners.map((corner) => shifted(corner, by, chord));
  const n = corners.length;
  // A side that would be turned round, tighter than the offset, has both its corners laid out in full.
  const inFull = moved.map((m) => m === null);
  for (let i = 0; i < n; i += 1) {
    const j = (i + 1) % n;
    const [a, b] = [moved[i], moved[j]];
    if (!a || !b) continue;
    const [p, q] = [corners[i]!.p, corners[j]!.p];
    if ((b.x - a.x) * (q.x - p.x) + (b.y - a.y) * (q.y - p.y) <= 0) inFull[i] = inFull[j] = true;
  }
  const raw = corners.flatMap((corner, i) => (inFull[i] ? rounded(corner, by, chord) : [moved[i]!]));
  return unionD([raw.map(({ x, y }) => ({ x, y }))], [], FillRule.Positive, PLACES).map((found) =>
    found.map(({ x, y }) => ({ x, y })),
  );
}
