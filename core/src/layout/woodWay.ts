import type { Box } from '../geometry/box.ts';
import { boxesMeet, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';
import type { Boxed, Gap, Polygon } from '../geometry/polygons.ts';
import {
  areaHolds,
  nearestOnSegment,
  polygonHolds,
  sidesNear,
  squareToSegment,
} from '../geometry/polygons.ts';

/** A stretch of an edge, straight. */
interface Stretch {
  readonly from: Point;
  readonly to: Point;
}

/** Stretches are cut up to this, mm: the way is then known to half of it, finer than a wall is reported. */
const FINEST = 0.1;
/** Looks at pairs of stretches at most; what is left then counts as wood: a wall too many is reported, never one too few. */
const MOST_LOOKS = 60_000;

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

/** The parts of stretches that touch wood: outside of what is taken away, and in the body. `sides`: of all of these, near. */
function inWood(
  stretches: readonly Stretch[],
  taken: readonly Boxed[],
  body: Polygon | null,
  sides: readonly Stretch[],
): Stretch[] {
  return stretches.flatMap((s) => {
    const places = [0, 1];
    for (const side of sides) {
      const t = crossingAlong(s.from, s.to, side.from, side.to);
      if (t !== null) places.push(t);
    }
    places.sort((p, q) => p - q);
    return places.slice(1).flatMap((end, i) => {
      const start = places[i]!;
      const middle = at(s, (start + end) / 2);
      if (end - start < NO_SHARE || taken.some((t) => areaHolds(t, middle))) return [];
      return body && !polygonHolds(body, middle) ? [] : [{ from: at(s, start), to: at(s, end) }];
    });
  });
}

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

/** Two stretches, or two rows of them, and the least that any way between them can be. */
type Pair =
  | { readonly kind: 'rows'; readonly a: Row; readonly b: Row; readonly least: number }
  | {
      readonly kind: 'stretches';
      readonly a: Stretch;
      readonly b: Stretch;
      readonly gap: Gap;
      readonly least: number;
    };

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

/** The sides of polygons that reach into a box: what a way within it may cross. */
function sidesIn(polygons: readonly Polygon[], box: Box): readonly Stretch[] {
  return polygons.flatMap((polygon) => sidesNear(polygon, box, 0).map(([from, to]) => ({ from, to })));
}

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
          !sidesIn([t.polygon], box).some((side) => crosses(from, to, side))),
    ) &&
    (body === null || !sidesIn([body], growBox(box, RIM)).some((side) => crosses(from, to, side)))
  );
}

/**
 * The shortest straight way from one edge to another that runs through wood all along, mm, within `limit`; null where
 * there is none. `taken`: what else takes wood away at the depth looked at. `body`: the outline, beyond which there is
 * no wood (null where the second edge is the outline itself). Right to {@link FINEST} mm.
 *
 * Pairs of stretches of both edges, the nearest first, are halved until they are short enough to be looked at. A pair
 * all of whose ways one straight side crosses is dropped whole: the ways between the ends cross it, so all between do.
 */
export function woodWay(
  a: Boxed,
  b: Boxed,
  taken: readonly Boxed[],
  body: Polygon | null,
  limit: number,
): Gap | null {
  const reach = growBox(a.box, limit);
  if (!boxesMeet(reach, b.box)) return null;
  const other = growBox(b.box, limit);
  const box = {
    minX: Math.max(reach.minX, other.minX),
    maxX: Math.min(reach.maxX, other.maxX),
    minY: Math.max(reach.minY, other.minY),
    maxY: Math.min(reach.maxY, other.maxY),
  };
  const near = taken.filter((t) => boxesMeet(t.box, box));
  const sidesOf = (polygon: Polygon, of: Box): Stretch[] =>
    sidesNear(polygon, of, limit).map(([from, to]) => ({ from, to }));
  const crossed = sidesIn([...near.map((t) => t.polygon), ...(body ? [body] : [])], box);
  const first = inWood(sidesOf(a.polygon, b.box), near, body, crossed);
  const second = inWood(sidesOf(b.polygon, a.box), near, body, crossed);
  if (first.length === 0 || second.length === 0) return null;
  const waiting = new Nearest();
  const add = (p: Stretch, q: Stretch): void => {
    const gap = gapOf(p, q);
    if (gap.distance <= limit) waiting.add({ kind: 'stretches', a: p, b: q, gap, least: gap.distance });
  };
  const addRows = (p: Row, q: Row): void => {
    if (isSingle(p) && isSingle(q)) return add(p.list[p.start]!, q.list[q.start]!);
    const least = boxGap(p.box, q.box);
    if (least <= limit) waiting.add({ kind: 'rows', a: p, b: q, least });
  };
  addRows(rowOf(first, 0, first.length), rowOf(second, 0, second.length));
  /** The side that was in the way last: it is the likeliest now. */
  let last: Stretch | null = null;
  for (let looks = 0; waiting.size > 0; looks += 1) {
    const pair = waiting.take();
    if (pair.kind === 'rows') {
      if (pair.a.end - pair.a.start >= pair.b.end - pair.b.start)
        for (const half of rowHalves(pair.a)) addRows(half, pair.b);
      else for (const half of rowHalves(pair.b)) addRows(pair.a, half);
      continue;
    }
    const { a: p, b: q } = pair;
    const [pLong, qLong] = [longOf(p), longOf(q)];
    if (Math.max(pLong, qLong) <= FINEST || looks > MOST_LOOKS) {
      const [from, to] = [at(p, 0.5), at(q, 0.5)];
      const inTheWay: Stretch | undefined =
        last && crosses(from, to, last) ? last : crossed.find((side) => crosses(from, to, side));
      if (!inTheWay || looks > MOST_LOOKS) return pair.gap;
      last = inTheWay;
      continue;
    }
    const dropsAll = (side: Stretch): boolean =>
      crosses(p.from, q.from, side) &&
      crosses(p.from, q.to, side) &&
      crosses(p.to, q.from, side) &&
      crosses(p.to, q.to, side);
    if (last && dropsAll(last)) continue;
    const dropping = crossed.find(dropsAll);
    if (dropping) {
      last = dropping;
      continue;
    }
    if (pLong >= qLong) for (const half of halves(p)) add(half, q);
    else for (const half of halves(q)) add(p, half);
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
