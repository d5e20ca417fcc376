import type { Box } from '../geometry/box.ts';
import { boxesMeet, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Boxed, Gap, Polygon } from '../geometry/polygons.ts';
import {
  isNearEdge,
  nearestOnSegment,
  polygonHolds,
  sidesNear,
  squareToSegment,
} from '../geometry/polygons.ts';

/** A stretch of an edge, straight. */
export interface Stretch {
  readonly from: Point;
  readonly to: Point;
}

/** Stretches are cut up to this, mm: the way is then known to half of it, finer than a wall is reported. */
const FINEST = 0.1;
/** Looks at pairs of stretches for one way at most; what is left then counts as wood: a wall too many is reported, never one too few. */
const MOST_LOOKS = 60_000;
/** Looks that are left for all ways of a layout, so that none, however many openings it has, takes for ever. */
export interface LooksLeft {
  looks: number;
}
/** Looks for all ways of a layout: 200 parts and 100 openings beside one another, 20 mm apart, take two thirds of them. */
export const LOOKS_IN_ALL = 30_000;

/** A share of a stretch under this is none: rounding. */
const NO_SHARE = 1e-9;
/** A box grows by this, mm, so that what lies on its rim is looked at. */
const RIM = 1e-6;

/** How far along ab the line cd crosses it, strictly within both; null where it does not. */
function crossingAlong(a: Point, b: Point, c: Point, d: Point): number | null {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const turn = rx * sy - ry * sx;
  if (turn === 0) return null;
  const [px, py] = [c.x - a.x, c.y - a.y];
  const t = (px * sy - py * sx) / turn;
  const u = (px * ry - py * rx) / turn;
  return t > 0 && t < 1 && u > 0 && u < 1 ? t : null;
}
const crosses = (a: Point, b: Point, side: Stretch): boolean =>
  crossingAlong(a, b, side.from, side.to) !== null;

const at = ({ from, to }: Stretch, t: number): Point => ({
  x: from.x + (to.x - from.x) * t,
  y: from.y + (to.y - from.y) * t,
});
const longOf = ({ from, to }: Stretch): number => hypot(to.x - from.x, to.y - from.y);
const halves = (s: Stretch): readonly [Stretch, Stretch] => {
  const middle = at(s, 0.5);
  return [
    { from: s.from, to: middle },
    { from: middle, to: s.to },
  ];
};

const stretchBox = ({ from, to }: Stretch): Box => ({
  minX: Math.min(from.x, to.x),
  maxX: Math.max(from.x, to.x),
  minY: Math.min(from.y, to.y),
  maxY: Math.max(from.y, to.y),
});
/** The sides of a polygon. */
const sidesOf = (polygon: Polygon): Stretch[] =>
  polygon.map((from, i) => ({ from, to: polygon[(i + 1) % polygon.length]! }));

/** Edges nearer than this, mm, are one: wood that touches the one touches the other. */
const SAME_EDGE = 1e-6;
/** Whether a place lies within a closed line (`inside`) or around it; on the line it counts as either. */
const isOn = (polygon: Polygon, p: Point, inside: boolean): boolean =>
  polygonHolds(polygon, p) === inside || isNearEdge(polygon, p, SAME_EDGE);

/** The parts of stretches on one side of a closed line: of its inside (`inside`) or of all around it. */
function clipped(stretches: readonly Stretch[], { polygon, box }: Boxed, inside: boolean): Stretch[] {
  const left: Stretch[] = [];
  for (const s of stretches) {
    const own = stretchBox(s);
    if (!boxesMeet(own, box)) {
      if (!inside) left.push(s);
      continue;
    }
    const places = [0, 1];
    for (const [from, to] of sidesNear(polygon, own, 0)) {
      const t = crossingAlong(s.from, s.to, from, to);
      if (t !== null) places.push(t);
    }
    if (places.length === 2) {
      if (isOn(polygon, at(s, 0.5), inside)) left.push(s);
      continue;
    }
    places.sort((p, q) => p - q);
    for (let i = 1; i < places.length; i += 1) {
      const [start, end] = [places[i - 1]!, places[i]!];
      if (end - start >= NO_SHARE && isOn(polygon, at(s, (start + end) / 2), inside))
        left.push({ from: at(s, start), to: at(s, end) });
    }
  }
  return left;
}

/**
 * The parts of stretches of edges that touch wood: outside of all that `taken` takes away, and within `body`. What is
 * covered altogether is found after the first few that cover it.
 */
export function inWood(
  stretches: readonly Stretch[],
  taken: readonly Boxed[],
  body: Boxed | null,
): readonly Stretch[] {
  let left = stretches;
  for (const t of taken) {
    if (left.length === 0) return left;
    left = clipped(left, t, false);
  }
  return body ? clipped(left, body, true) : left;
}

/** The parts of an area's edge that touch wood. */
export function exposedEdge(area: Boxed, taken: readonly Boxed[], body: Boxed): readonly Stretch[] {
  const near = taken.filter((t) => boxesMeet(t.box, area.box));
  const runsOut = sidesNear(body.polygon, area.box, RIM).length > 0;
  if (!runsOut && !polygonHolds(body.polygon, area.polygon[0]!)) return [];
  return inWood(sidesOf(area.polygon), near, runsOut ? body : null);
}

/** The stretches within reach of a box. */
const within = (stretches: readonly Stretch[], box: Box, reach: number): Stretch[] =>
  stretches.filter(
    ({ from, to }) =>
      Math.min(from.x, to.x) <= box.maxX + reach &&
      Math.max(from.x, to.x) >= box.minX - reach &&
      Math.min(from.y, to.y) <= box.maxY + reach &&
      Math.max(from.y, to.y) >= box.minY - reach,
  );

/** A run of stretches in a row with the box round it: many are passed over by one look at their boxes. */
interface Row {
  readonly list: readonly Stretch[];
  readonly start: number;
  readonly end: number;
  readonly box: Box;
}
function rowOf(list: readonly Stretch[], start: number, end: number): Row {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = start; i < end; i += 1)
    for (const p of [list[i]!.from, list[i]!.to]) {
      if (p.x < minX) minX = p.x;
      if (p.x > maxX) maxX = p.x;
      if (p.y < minY) minY = p.y;
      if (p.y > maxY) maxY = p.y;
    }
  return { list, start, end, box: { minX, minY, maxX, maxY } };
}
const isSingle = (row: Row): boolean => row.end - row.start === 1;
const rowHalves = ({ list, start, end }: Row): readonly [Row, Row] => {
  const middle = (start + end) >> 1;
  return [rowOf(list, start, middle), rowOf(list, middle, end)];
};
const boxGap = (a: Box, b: Box): number =>
  hypot(Math.max(a.minX - b.maxX, 0, b.minX - a.maxX), Math.max(a.minY - b.maxY, 0, b.minY - a.maxY));

/** The shortest way between two straight stretches that do not cross. */
function gapOf(a: Stretch, b: Stretch): Gap {
  const ends = [
    squareToSegment(b.from, b.to, a.from),
    squareToSegment(b.from, b.to, a.to),
    squareToSegment(a.from, a.to, b.from),
    squareToSegment(a.from, a.to, b.to),
  ] as const;
  const square = Math.min(...ends);
  const end = ends.indexOf(square);
  const [from, to] =
    end === 0
      ? [a.from, nearestOnSegment(b.from, b.to, a.from)]
      : end === 1
        ? [a.to, nearestOnSegment(b.from, b.to, a.to)]
        : end === 2
          ? [nearestOnSegment(a.from, a.to, b.from), b.from]
          : [nearestOnSegment(a.from, a.to, b.to), b.to];
  return { from, to, distance: Math.sqrt(square) };
}

/** What may stand in the way: convex areas, and the sides of all areas where they touch wood. */
interface Obstacles {
  readonly areas: readonly Convex[];
  readonly sides: readonly Stretch[];
}
/** Two stretches, or two rows of them, the least that any way between them can be, and all that may stand between them. */
type Pair = { readonly least: number; readonly among: Obstacles } & (
  | { readonly kind: 'rows'; readonly a: Row; readonly b: Row }
  | { readonly kind: 'stretches'; readonly a: Stretch; readonly b: Stretch; readonly gap: Gap }
);
/** Fewer obstacles are not sorted out further. */
const FEW_OBSTACLES = 6;
const boxRound = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  maxX: Math.max(a.maxX, b.maxX),
  minY: Math.min(a.minY, b.minY),
  maxY: Math.max(a.maxY, b.maxY),
});
/** Of obstacles those that reach into a box. */
const obstaclesIn = ({ areas, sides }: Obstacles, box: Box): Obstacles => ({
  areas: areas.length > FEW_OBSTACLES ? areas.filter((a) => boxesMeet(a.box, box)) : areas,
  sides: sides.length > FEW_OBSTACLES ? within(sides, box, 0) : sides,
});

/** Pairs by their gap, the smallest first: a binary heap. */
class Nearest {
  private readonly pairs: Pair[] = [];
  get size(): number {
    return this.pairs.length;
  }
  add(pair: Pair): void {
    const { pairs } = this;
    let i = pairs.push(pair) - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (pairs[up]!.least <= pairs[i]!.least) return;
      [pairs[up], pairs[i]] = [pairs[i]!, pairs[up]!];
      i = up;
    }
  }
  take(): Pair {
    const { pairs } = this;
    const first = pairs[0]!;
    const last = pairs.pop()!;
    if (pairs.length === 0) return first;
    pairs[0] = last;
    for (let i = 0; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      let least = i;
      for (const next of [left, right])
        if (next < pairs.length && pairs[next]!.least < pairs[least]!.least) least = next;
      if (least === i) return first;
      [pairs[i], pairs[least]] = [pairs[least]!, pairs[i]!];
      i = least;
    }
  }
}

/** The sides of a polygon that reach into a box: what a way within it may cross. */
export const sidesIn = (polygon: Polygon, box: Box, reach = 0): readonly Stretch[] =>
  sidesNear(polygon, box, reach).map(([from, to]) => ({ from, to }));

/** Whether a straight way runs through wood all along: no side of what is taken away, nor of the body, crosses it. */
export function isClear(from: Point, to: Point, taken: readonly Boxed[], body: Polygon | null): boolean {
  const box = {
    minX: Math.min(from.x, to.x),
    maxX: Math.max(from.x, to.x),
    minY: Math.min(from.y, to.y),
    maxY: Math.max(from.y, to.y),
  };
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  return (
    taken.every(
      (t) =>
        !boxesMeet(t.box, box) ||
        (!polygonHolds(t.polygon, middle) &&
          !sidesIn(t.polygon, box).some((side) => crosses(from, to, side))),
    ) &&
    (body === null || !sidesIn(body, growBox(box, RIM)).some((side) => crosses(from, to, side)))
  );
}

/** A convex area as the half-planes of its sides: a place on each, and the unit way inward. */
interface Convex {
  readonly box: Box;
  readonly sides: readonly {
    readonly x: number;
    readonly y: number;
    readonly nx: number;
    readonly ny: number;
  }[];
}
const convexes = new WeakMap<Boxed, Convex | null>();
/** A side shorter than this, mm, has no direction. */
const NO_SIDE = 1e-9;
/** A corner may turn the wrong way by so much, mm² of its two sides: rounding. */
const STRAIGHT = 1e-9;

/** The half-planes of a counter-clockwise area, or null where it is hollow somewhere; found once for each area. */
function convexOf(area: Boxed): Convex | null {
  const known = convexes.get(area);
  if (known !== undefined) return known;
  const { polygon, box } = area;
  const isConvex = polygon.every((b, i) => {
    const [a, c] = [polygon.at(i - 1)!, polygon[(i + 1) % polygon.length]!];
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > -STRAIGHT;
  });
  const sides = polygon.flatMap((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    const long = hypot(b.x - a.x, b.y - a.y);
    return long > NO_SIDE ? [{ x: a.x, y: a.y, nx: (a.y - b.y) / long, ny: (b.x - a.x) / long }] : [];
  });
  const convex = isConvex ? { box, sides } : null;
  convexes.set(area, convex);
  return convex;
}

/** Whether a straight way runs through the inside of a convex area: clipped by one half-plane after the other (Cyrus-Beck). */
function runsThrough({ sides }: Convex, p: Point, q: Point): boolean {
  let [start, end] = [0, 1];
  for (const { x, y, nx, ny } of sides) {
    const from = (p.x - x) * nx + (p.y - y) * ny - SAME_EDGE;
    const to = (q.x - x) * nx + (q.y - y) * ny - SAME_EDGE;
    if (from <= 0 && to <= 0) return false;
    if (from < 0) start = Math.max(start, from / (from - to));
    else if (to < 0) end = Math.min(end, from / (from - to));
    if (start >= end) return false;
  }
  return true;
}
const cornersOf = ({ minX, minY, maxX, maxY }: Box): readonly Point[] => [
  { x: minX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
  { x: maxX, y: minY },
];
const sizeOf = ({ minX, minY, maxX, maxY }: Box): number => (maxX - minX) * (maxY - minY);
/**
 * Whether a convex area stands between two sets of places, given by corners round them: all ways between corners run
 * through it. Then all ways between the sets do: a way that missed it would have a corner of each set on its other side,
 * and the way between those two would miss it as well.
 */
const standsBetween = (convex: Convex, from: readonly Point[], to: readonly Point[]): boolean =>
  from.every((p) => to.every((q) => runsThrough(convex, p, q)));

/** One end of a way: the area, and the parts of its edge that touch wood. */
export interface WayEnd {
  readonly box: Box;
  readonly edge: readonly Stretch[];
}

/**
 * The shortest straight way from one edge to another that runs through wood all along, mm, within `limit`; null where
 * there is none. `taken`: what else takes wood away at the depth looked at; `inTheWay`: its sides where they touch wood,
 * and those of the outline (unless that is the second edge); `left`: looks that may still be spent, counted down. Right to
 * {@link FINEST} mm.
 *
 * Pairs of stretches of both edges, the nearest first, are halved until they are short enough to be looked at. A pair
 * all of whose ways one straight side crosses, or one convex area, is dropped whole.
 */
export function woodWay(
  a: WayEnd,
  b: WayEnd,
  taken: readonly Boxed[],
  inTheWay: readonly Stretch[],
  limit: number,
  left: LooksLeft = { looks: MOST_LOOKS },
): Gap | null {
  const reach = growBox(a.box, limit);
  if (!boxesMeet(reach, b.box)) return null;
  const other = growBox(b.box, limit);
  const first = within(a.edge, b.box, limit);
  const second = within(b.edge, a.box, limit);
  if (first.length === 0 || second.length === 0) return null;
  const between = {
    minX: Math.max(reach.minX, other.minX),
    maxX: Math.min(reach.maxX, other.maxX),
    minY: Math.max(reach.minY, other.minY),
    maxY: Math.min(reach.maxY, other.maxY),
  };
  const areas = taken
    .flatMap((t) => (boxesMeet(t.box, between) ? (convexOf(t) ?? []) : []))
    .sort((p, q) => sizeOf(q.box) - sizeOf(p.box));
  /** The area that stood between two rows or stretches last: it is the likeliest now. */
  let lastArea: Convex | null = null;
  const isBarred = (among: Obstacles, from: readonly Point[], to: readonly Point[]): boolean => {
    if (lastArea && standsBetween(lastArea, from, to)) return true;
    const barring = among.areas.find((c) => standsBetween(c, from, to));
    if (barring) lastArea = barring;
    return barring !== undefined;
  };
  const waiting = new Nearest();
  const add = (p: Stretch, q: Stretch, among: Obstacles): void => {
    const gap = gapOf(p, q);
    if (gap.distance <= limit)
      waiting.add({ kind: 'stretches', a: p, b: q, gap, least: gap.distance, among });
  };
  const addRows = (p: Row, q: Row, among: Obstacles): void => {
    if (isSingle(p) && isSingle(q)) return add(p.list[p.start]!, q.list[q.start]!, among);
    const least = boxGap(p.box, q.box);
    if (least <= limit) waiting.add({ kind: 'rows', a: p, b: q, least, among });
  };
  addRows(rowOf(first, 0, first.length), rowOf(second, 0, second.length), {
    areas,
    sides: within(inTheWay, between, 0),
  });
  /** The side that was in the way last: it is the likeliest now. */
  let last: Stretch | null = null;
  const most = Math.min(MOST_LOOKS, left.looks);
  for (let looks = 0; waiting.size > 0; looks += 1) {
    const pair = waiting.take();
    left.looks -= 1;
    if (pair.kind === 'rows') {
      const among = obstaclesIn(pair.among, boxRound(pair.a.box, pair.b.box));
      if (isBarred(among, cornersOf(pair.a.box), cornersOf(pair.b.box))) continue;
      if (pair.a.end - pair.a.start >= pair.b.end - pair.b.start)
        for (const half of rowHalves(pair.a)) addRows(half, pair.b, among);
      else for (const half of rowHalves(pair.b)) addRows(pair.a, half, among);
      continue;
    }
    const { a: p, b: q } = pair;
    const among = obstaclesIn(pair.among, boxRound(stretchBox(p), stretchBox(q)));
    const [pLong, qLong] = [longOf(p), longOf(q)];
    if (Math.max(pLong, qLong) <= FINEST || looks > most) {
      const [from, to] = [at(p, 0.5), at(q, 0.5)];
      const blocking: Stretch | undefined =
        last && crosses(from, to, last) ? last : among.sides.find((side) => crosses(from, to, side));
      if (!blocking || looks > most) return pair.gap;
      last = blocking;
      continue;
    }
    const dropsAll = (side: Stretch): boolean =>
      crosses(p.from, q.from, side) &&
      crosses(p.from, q.to, side) &&
      crosses(p.to, q.from, side) &&
      crosses(p.to, q.to, side);
    if ((last && dropsAll(last)) || isBarred(among, [p.from, p.to], [q.from, q.to])) continue;
    const dropping = among.sides.find(dropsAll);
    if (dropping) {
      last = dropping;
      continue;
    }
    if (pLong >= qLong) for (const half of halves(p)) add(half, q, among);
    else for (const half of halves(q)) add(p, half, among);
  }
  return null;
}

/** How far out an edge reaches is reported to this, mm. */
const OUT_TO = 0.02;

/**
 * How far the edge of an area reaches out of the body, and where: the place of it that is furthest from the outline,
 * anywhere along its sides. Null where all of it lies inside. Right to {@link OUT_TO} mm.
 */
export function furthestOut(
  area: Boxed,
  body: Polygon,
): { readonly at: Point; readonly past: number } | null {
  /** A place with how far out it lies (inside: less than 0), and the side of the body nearest to it. */
  interface Place {
    readonly p: Point;
    readonly out: number;
    readonly side: number;
  }
  const toSide = (p: Point, i: number): number =>
    Math.sqrt(squareToSegment(body[i]!, body[(i + 1) % body.length]!, p));
  const placeOf = (p: Point): Place => {
    let [least, side] = [Infinity, 0];
    for (let i = 0; i < body.length; i += 1) {
      const square = squareToSegment(body[i]!, body[(i + 1) % body.length]!, p);
      if (square < least) [least, side] = [square, i];
    }
    return { p, out: (polygonHolds(body, p) ? -1 : 1) * Math.sqrt(least), side };
  };
  const corners = area.polygon.map(placeOf);
  let best = corners.reduce((most, c) => (c.out > most.out ? c : most), { ...corners[0]!, out: 0 });
  const waiting = corners.map((from, i) => ({ from, to: corners[(i + 1) % corners.length]! }));
  for (let stretch = waiting.pop(); stretch; stretch = waiting.pop()) {
    const { from, to } = stretch;
    const long = hypot(to.p.x - from.p.x, to.p.y - from.p.y);
    // Between its ends nothing lies further out than the way there allows, nor further from one straight side than
    // the ends do.
    const most = Math.min(
      (from.out + to.out + long) / 2,
      Math.max(toSide(from.p, from.side), toSide(to.p, from.side)),
      Math.max(toSide(from.p, to.side), toSide(to.p, to.side)),
    );
    if (most <= best.out + OUT_TO) continue;
    const middle = placeOf(at({ from: from.p, to: to.p }, 0.5));
    if (middle.out > best.out) best = middle;
    waiting.push({ from, to: middle }, { from: middle, to });
  }
  return best.out > 0 ? { at: best.p, past: best.out } : null;
}
