import { FillRule, differenceD, intersectD, unionD } from 'clipper2-ts';
import type { Box } from './box.ts';
import { boxHolds, boxOfPoints, boxesMeet, growBox } from './box.ts';
import type { Point } from './point.ts';
import { cross, hypot, subtract } from './point.ts';

/** Corners in order, closed by itself. */
export type Polygon = readonly Point[];

/** Decimal places that the polygon library keeps of a mm: nanometres. */
const PLACES = 6;

type Mutable = { x: number; y: number }[];
const out = (polygons: readonly Polygon[]): Mutable[] => polygons.map((p) => p.map(({ x, y }) => ({ x, y })));
const back = (polygons: readonly { x: number; y: number }[][]): Polygon[] =>
  polygons.map((p) => p.map(({ x, y }) => ({ x, y })));

/** What lies in any of the polygons: outer edges counter-clockwise, holes clockwise. */
export const unionOf = (polygons: readonly Polygon[]): readonly Polygon[] =>
  back(unionD(out(polygons), [], FillRule.NonZero, PLACES));

/** What lies in both groups (each a set of polygons by the non-zero rule). */
export const commonOf = (a: readonly Polygon[], b: readonly Polygon[]): readonly Polygon[] =>
  back(intersectD(out(a), out(b), FillRule.NonZero, PLACES));

/** What lies in the first group and not in the second. */
export const withoutOf = (a: readonly Polygon[], b: readonly Polygon[]): readonly Polygon[] =>
  back(differenceD(out(a), out(b), FillRule.NonZero, PLACES));

const boxSize = ({ minX, minY, maxX, maxY }: Box): number => (maxX - minX) * (maxY - minY);
const boxInBox = (inner: Box, outer: Box): boolean =>
  inner.minX >= outer.minX &&
  inner.maxX <= outer.maxX &&
  inner.minY >= outer.minY &&
  inner.maxY <= outer.maxY;
/** Up to so many areas are taken off at once; with more, what is left is looked at in between. */
const AT_ONCE = 8;
/**
 * What lies in a polygon and in none of the areas: {@link withoutOf} for long lists. Areas that do not come near are passed
 * over, and nothing more is done once nothing is left.
 */
export function withoutAll(polygon: Polygon, areas: readonly Boxed[]): readonly Polygon[] {
  const { box } = boxed(polygon);
  // The largest take most, and one that holds the whole polygon leaves nothing.
  const near = areas.filter((a) => boxesMeet(a.box, box)).sort((a, b) => boxSize(b.box) - boxSize(a.box));
  const whole = { polygon, box };
  if (near.some((a) => areaHolds(a, polygon[0]!) && boxInBox(box, a.box) && edgeGap(whole, a, 0) === null))
    return [];
  let left: readonly Polygon[] = [polygon];
  for (let i = 0; i < near.length && left.length > 0; i += AT_ONCE)
    left = withoutOf(
      left,
      near.slice(i, i + AT_ONCE).map((a) => a.polygon),
    );
  return left;
}

/** A polygon with places between its corners, so that none are further apart than so much, mm; from each corner on its own. */
export const divided = (polygon: Polygon, apart: (corner: Point) => number): Point[] =>
  polygon.flatMap((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    const parts = Math.max(1, Math.ceil(hypot(b.x - a.x, b.y - a.y) / apart(a)));
    return Array.from({ length: parts }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / parts,
      y: a.y + ((b.y - a.y) * k) / parts,
    }));
  });

/** Enclosed area, mm², positive counter-clockwise. */
export function polygonArea(polygon: Polygon): number {
  let sum = 0;
  polygon.forEach((p, i) => (sum += cross(p, polygon[(i + 1) % polygon.length]!)));
  return sum / 2;
}

/** The middle of what a polygon encloses; its first corner where it encloses nothing. */
export function polygonMiddle(polygon: Polygon): Point {
  let [x, y, area] = [0, 0, 0];
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length]!;
    const c = cross(p, q);
    area += c;
    x += (p.x + q.x) * c;
    y += (p.y + q.y) * c;
  });
  return area === 0 ? polygon[0]! : { x: x / (3 * area), y: y / (3 * area) };
}

/** Whether a point lies within a polygon; on its edge may be either. */
export function polygonHolds(polygon: Polygon, p: Point): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1) {
    const [a, b] = [polygon[i]!, polygon[j]!];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Two places, one on each line, and how far they are apart. */
export interface Gap {
  readonly from: Point;
  readonly to: Point;
  readonly distance: number;
}

/** The place of the segment ab nearest to p. */
export function nearestOnSegment(a: Point, b: Point, p: Point): Point {
  const d = subtract(b, a);
  const long = d.x * d.x + d.y * d.y;
  const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * d.x + (p.y - a.y) * d.y) / long));
  return { x: a.x + t * d.x, y: a.y + t * d.y };
}

/** Square of the distance of p from the segment ab, mm²: asked in their thousands, so nothing is made on the way. */
export function squareToSegment(a: Point, b: Point, p: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const [px, py] = [p.x - a.x, p.y - a.y];
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / long));
  const [x, y] = [px - t * dx, py - t * dy];
  return x * x + y * y;
}

/** Distance of a point from a polygon's edge, mm, inside or outside. */
export function distanceToEdge(polygon: Polygon, p: Point): number {
  let least = Infinity;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1) {
    const square = squareToSegment(polygon[j]!, polygon[i]!, p);
    if (square < least) least = square;
  }
  return Math.sqrt(least);
}

/** True if a point is within `limit` mm of a polygon's edge: most sides are passed over by their boxes. */
export function isNearEdge(polygon: Polygon, p: Point, limit: number): boolean {
  const [minX, maxX, minY, maxY] = [p.x - limit, p.x + limit, p.y - limit, p.y + limit];
  const square = limit * limit;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i, i += 1) {
    const a = polygon[j]!;
    const b = polygon[i]!;
    if (a.x < minX && b.x < minX) continue;
    if (a.x > maxX && b.x > maxX) continue;
    if (a.y < minY && b.y < minY) continue;
    if (a.y > maxY && b.y > maxY) continue;
    if (squareToSegment(a, b, p) <= square) return true;
  }
  return false;
}

function segmentsCross(a: Point, b: Point, c: Point, d: Point): Point | null {
  const r = subtract(b, a);
  const s = subtract(d, c);
  const turn = cross(r, s);
  if (turn === 0) return null;
  const ac = subtract(c, a);
  const t = cross(ac, s) / turn;
  const u = cross(ac, r) / turn;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { x: a.x + r.x * t, y: a.y + r.y * t } : null;
}

/** A polygon with the box of each of its sides: made once, asked often. */
export interface Boxed {
  readonly polygon: Polygon;
  readonly box: Box;
}
export const boxed = (polygon: Polygon): Boxed => ({ polygon, box: boxOfPoints(polygon)! });

const cornerKeys = new WeakMap<Boxed, string>();
/** Text that is the same for areas with the same corners in the same order, and for no others; made once for each area. */
export function cornersKey(area: Boxed): string {
  let key = cornerKeys.get(area);
  if (key === undefined) {
    key = area.polygon.map(({ x, y }) => `${x} ${y}`).join();
    cornerKeys.set(area, key);
  }
  return key;
}

/** {@link polygonHolds}, asked of the box first. */
export const areaHolds = ({ polygon, box }: Boxed, p: Point): boolean =>
  boxHolds(box, p) && polygonHolds(polygon, p);

const offBox = (box: Box, minX: number, minY: number, maxX: number, maxY: number): number =>
  hypot(Math.max(box.minX - maxX, 0, minX - box.maxX), Math.max(box.minY - maxY, 0, minY - box.maxY));

/** The sides of a polygon that come within `limit` of a box. */
export function sidesNear(polygon: Polygon, box: Box, limit: number): [Point, Point][] {
  const near: [Point, Point][] = [];
  const [minX, maxX, minY, maxY] = [box.minX - limit, box.maxX + limit, box.minY - limit, box.maxY + limit];
  for (let i = 0; i < polygon.length; i += 1) {
    const [a, b] = [polygon[i]!, polygon[i + 1] ?? polygon[0]!];
    // Most sides are far off: told without a distance.
    const far =
      (a.x < minX && b.x < minX) ||
      (a.x > maxX && b.x > maxX) ||
      (a.y < minY && b.y < minY) ||
      (a.y > maxY && b.y > maxY);
    if (
      !far &&
      (limit === 0 ||
        offBox(box, Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y)) <= limit)
    )
      near.push([a, b]);
  }
  return near;
}

/**
 * The shortest way between the edges of two polygons, mm (0 where they cross), when it is within `limit`; null
 * beyond. One that lies inside the other without touching is told by its distance to the edge.
 */
export function edgeGap(a: Boxed, b: Boxed, limit: number): Gap | null {
  if (!boxesMeet(growBox(a.box, limit), b.box)) return null;
  const first = sidesNear(a.polygon, b.box, limit);
  const second = sidesNear(b.polygon, a.box, limit);
  let best: Gap | null = null;
  let least = limit;
  for (const [p, q] of first) {
    const [minX, maxX] = p.x < q.x ? [p.x, q.x] : [q.x, p.x];
    const [minY, maxY] = p.y < q.y ? [p.y, q.y] : [q.y, p.y];
    for (const [r, s] of second) {
      if (Math.min(r.x, s.x) - maxX > least || minX - Math.max(r.x, s.x) > least) continue;
      if (Math.min(r.y, s.y) - maxY > least || minY - Math.max(r.y, s.y) > least) continue;
      const at = segmentsCross(p, q, r, s);
      if (at) return { from: at, to: at, distance: 0 };
      // The shortest way between two lines that do not cross begins at an end of one of them.
      const ends = [
        squareToSegment(r, s, p),
        squareToSegment(r, s, q),
        squareToSegment(p, q, r),
        squareToSegment(p, q, s),
      ] as const;
      const square = Math.min(...ends);
      if (square > least * least || (best !== null && square === least * least)) continue;
      const end = ends.indexOf(square);
      const [from, to] =
        end === 0
          ? [p, nearestOnSegment(r, s, p)]
          : end === 1
            ? [q, nearestOnSegment(r, s, q)]
            : end === 2
              ? [nearestOnSegment(p, q, r), r]
              : [nearestOnSegment(p, q, s), s];
      least = Math.sqrt(square);
      best = { from, to, distance: least };
    }
  }
  return best;
}

/** Whether two polygons share any ground: their edges cross, or one lies in the other. */
export const polygonsMeet = (a: Boxed, b: Boxed): boolean =>
  boxesMeet(a.box, b.box) &&
  (areaHolds(b, a.polygon[0]!) || areaHolds(a, b.polygon[0]!) || edgeGap(a, b, 0)?.distance === 0);
