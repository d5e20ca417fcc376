import * as edits from '../design/allEdits.ts';
import type { Facts } from '../design/rule.ts';
import type { Design } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import { polygonPath } from '../geometry/figures.ts';
import { distanceToEdge, nearestOnSegment } from '../geometry/polygons.ts';
import { edgePlace } from './edgePlace.ts';
import { crossingNear, squareOnEdge } from './onEdge.ts';

const DEG = 180 / Math.PI;

const placesOf = (d: Design, ids: readonly string[]): readonly { id: string; at: Point }[] =>
  ids.flatMap((id) => {
    const part = d.parts.find((p) => p.id === id);
    return part ? [{ id, at: part.at }] : [];
  });

const moved = (d: Design, places: readonly { id: string; at: Point }[]): Design =>
  places.reduce(
    (now, { id, at }) =>
      edits.changePart(now, id, { at: { x: Number(at.x.toFixed(2)), y: Number(at.y.toFixed(2)) } }),
    d,
  );

/** Places parts on the straight line through the first and the last, each at the foot of its own place. */
export function rowInLine(d: Design, ids: readonly string[]): Design | null {
  const places = placesOf(d, ids);
  const [a, b] = [places[0]?.at, places.at(-1)?.at];
  if (!a || !b || places.length < 3) return null;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const long = dx * dx + dy * dy;
  if (long === 0) return null;
  return moved(
    d,
    places.map(({ id, at }) => {
      const t = ((at.x - a.x) * dx + (at.y - a.y) * dy) / long;
      return { id, at: { x: a.x + t * dx, y: a.y + t * dy } };
    }),
  );
}

/** The line of least squares through places, square to it: a point of it and its direction; null where they are one place. */
function lineThrough(places: readonly Point[]): { readonly at: Point; readonly way: Point } | null {
  const n = places.length;
  const at = {
    x: places.reduce((s, p) => s + p.x, 0) / n,
    y: places.reduce((s, p) => s + p.y, 0) / n,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of places) {
    xx += (p.x - at.x) ** 2;
    xy += (p.x - at.x) * (p.y - at.y);
    yy += (p.y - at.y) ** 2;
  }
  if (xx + yy === 0) return null;
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return { at, way: { x: Math.cos(angle), y: Math.sin(angle) } };
}

/**
 * Brings the part that was chosen last onto the line of the others, at the foot of its own place; one in the edge slides
 * to where that line meets the edge, square into the wood. Null for fewer than three, or others in one place.
 */
export function lastInLine(d: Design, ids: readonly string[], path: ClosedPath): Design | null {
  const places = placesOf(d, ids);
  const last = places.at(-1);
  const part = last && d.parts.find((p) => p.id === last.id);
  if (!part || places.length < 3) return null;
  const line = lineThrough(places.slice(0, -1).map((p) => p.at));
  if (!line) return null;
  const { at, way } = line;
  if (part.face === 'edge') {
    const normal = { x: -way.y, y: way.x };
    const meets = crossingNear(path, normal, normal.x * at.x + normal.y * at.y, part.at);
    const seat = meets && squareOnEdge(path, meets);
    return seat ? edits.changePart(d, part.id, seat) : null;
  }
  const t = (part.at.x - at.x) * way.x + (part.at.y - at.y) * way.y;
  return moved(d, [{ id: part.id, at: { x: at.x + t * way.x, y: at.y + t * way.y } }]);
}

/** Three places with less than twice this area between them, mm², are in one line: their circle has no middle to speak of. */
const STRAIGHT = 1e-6;

/**
 * Spreads parts evenly on the arc through the first, the middle and the last of them: their circle's middle is where two
 * perpendicular bisectors cross. In one line, evenly on that.
 */
export function rowOnArc(d: Design, ids: readonly string[]): Design | null {
  const places = placesOf(d, ids);
  if (places.length < 3) return null;
  const [a, b, c] = [places[0]!.at, places[Math.floor(places.length / 2)]!.at, places.at(-1)!.at];
  const k = 2 * (a.x * (b.y - c.y) + b.x * (c.y - a.y) + c.x * (a.y - b.y));
  if (Math.abs(k) < STRAIGHT) return edits.spaceEvenly(d, ids);
  const [aa, bb, cc] = [a.x ** 2 + a.y ** 2, b.x ** 2 + b.y ** 2, c.x ** 2 + c.y ** 2];
  const o = {
    x: (aa * (b.y - c.y) + bb * (c.y - a.y) + cc * (a.y - b.y)) / k,
    y: (aa * (c.x - b.x) + bb * (a.x - c.x) + cc * (b.x - a.x)) / k,
  };
  const angle = (p: Point): number => Math.atan2(p.y - o.y, p.x - o.x);
  const turn = (from: number, to: number, ccw: boolean): number => {
    let by = to - from;
    if (ccw) while (by < 0) by += 2 * Math.PI;
    else while (by > 0) by -= 2 * Math.PI;
    return by;
  };
  const ccw = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) > 0;
  const sweep = turn(angle(a), angle(c), ccw);
  const r = hypot(a.x - o.x, a.y - o.y);
  return moved(
    d,
    places.map(({ id }, i) => {
      const at = angle(a) + (sweep * i) / (places.length - 1);
      return { id, at: { x: o.x + r * Math.cos(at), y: o.y + r * Math.sin(at) } };
    }),
  );
}

/** Places each part square inside the edge, all at one distance from it, mm. */
export function rowAlongEdge(d: Design, ids: readonly string[], off: number, path: ClosedPath): Design {
  const places = placesOf(d, ids);
  return moved(
    d,
    places.map(({ id, at }) => {
      const edge = edgePlace(path, at);
      if (!edge) return { id, at };
      const way = edge.inward / DEG;
      return { id, at: { x: edge.at.x + off * Math.cos(way), y: edge.at.y + off * Math.sin(way) } };
    }),
  );
}

/** Places each part inside a pickguard's edge, all at one distance from it, mm: the pickguard nearest to the first. Null without one. */
export function rowAlongGuard(
  d: Design,
  ids: readonly string[],
  off: number,
  plates: Facts['plates'],
): Design | null {
  const first = placesOf(d, ids)[0]?.at;
  if (!first) return null;
  const [guard] = plates
    .filter((plate) => d.guards.some((g) => g.id === plate.id))
    .map((plate) => ({ plate, far: distanceToEdge(plate.edge, first) }))
    .sort((a, b) => a.far - b.far);
  return guard ? rowAlongEdge(d, ids, off, polygonPath(guard.plate.edge)) : null;
}

/** The way that a pickguard's edge runs where it comes nearest to a place, °; null without a pickguard. */
function guardEdgeBeside(d: Design, at: Point, plates: Facts['plates']): number | null {
  let [least, way] = [Infinity, null as number | null];
  for (const plate of plates) {
    if (!d.guards.some((g) => g.id === plate.id)) continue;
    plate.edge.forEach((p, i) => {
      const q = plate.edge[(i + 1) % plate.edge.length]!;
      const near = nearestOnSegment(p, q, at);
      const far = hypot(near.x - at.x, near.y - at.y);
      if (far < least) [least, way] = [far, Math.atan2(q.y - p.y, q.x - p.x) * DEG];
    });
  }
  return way;
}

/** How a row of parts lies to what the eye compares it with; null for fewer than two. Degrees, mm. */
export function rowReading(
  d: Design,
  ids: readonly string[],
  { stringPlan, path, plates }: Pick<Facts, 'stringPlan' | 'path' | 'plates'>,
): {
  readonly toCentre: number;
  readonly toString: number;
  readonly toEdge: number | null;
  /** To the pickguard's edge beside it; null without one. */
  readonly toGuard: number | null;
  readonly off: number;
} | null {
  const places = placesOf(d, ids);
  const [a, b] = [places[0]?.at, places.at(-1)?.at];
  if (!a || !b || (a.x === b.x && a.y === b.y)) return null;
  const fold = (deg: number): number => {
    const by = ((deg % 180) + 180) % 180;
    return by > 90 ? by - 180 : by;
  };
  const row = Math.atan2(b.y - a.y, b.x - a.x) * DEG;
  const last = stringPlan.lines.at(-1)!;
  const string = Math.atan2(last.nut.y - last.saddle.y, last.nut.x - last.saddle.x) * DEG;
  const edge = edgePlace(path, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const guardWay = guardEdgeBeside(d, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, plates);
  const long = hypot(b.x - a.x, b.y - a.y);
  const off = Math.max(
    ...places.map(({ at }) => Math.abs((b.x - a.x) * (at.y - a.y) - (b.y - a.y) * (at.x - a.x)) / long),
  );
  return {
    toCentre: fold(row),
    toString: fold(row - string),
    toGuard: guardWay === null ? null : fold(row - guardWay),
    toEdge: edge ? fold(row - edge.inward - 90) : null,
    off,
  };
}
