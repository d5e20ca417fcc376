import type { Cubic } from './cubic.ts';
import { cubicAt, splitCubic } from './cubic.ts';
import type { Point } from './point.ts';
import { cross, distance, dot, length, scale, subtract } from './point.ts';

/** An arc from one point to another by its bulge: the tangent of a quarter of its turn, positive counter-clockwise; 0 is straight. */
export interface BulgeArc {
  readonly from: Point;
  readonly to: Point;
  readonly bulge: number;
}

const unit = (p: Point): Point => scale(p, 1 / length(p));

/** Direction at an end, handles that lie on the end skipped. */
function endWay(c: Cubic, end: 'start' | 'end'): Point {
  const list = end === 'start' ? [c.p0, c.p1, c.p2, c.p3] : [c.p3, c.p2, c.p1, c.p0];
  const from = list[0]!;
  const other = list.slice(1).find((p) => distance(p, from) > 0) ?? list[3]!;
  const way = end === 'start' ? subtract(other, from) : subtract(from, other);
  return length(way) > 0 ? unit(way) : { x: 1, y: 0 };
}

/** Quarter-turn tangent of the arc that leaves `from` along `way` and ends at `to`. */
const bulgeOf = (from: Point, way: Point, to: Point): number => {
  const chord = subtract(to, from);
  return Math.tan(Math.atan2(cross(way, chord), dot(way, chord)) / 2);
};

/** Tangents this near to each other, rad², and to the chord, are one: the two arcs are then alike. */
const PARALLEL = 1e-12;

/**
 * The two arcs that leave p0 and arrive at p3 in the curve's directions and meet smoothly, with legs of one
 * length (K. M. Bolton, Biarc curves, CAD 7, 1975). Null where no such pair turns less than half round.
 */
function biarc(c: Cubic): readonly [BulgeArc, BulgeArc] | null {
  const [a, b] = [c.p0, c.p3];
  const [u, v] = [endWay(c, 'start'), endWay(c, 'end')];
  const chord = subtract(b, a);
  const both = { x: u.x + v.x, y: u.y + v.y };
  const k = 2 * (1 - dot(u, v));
  const along = dot(chord, both);
  const square = dot(chord, chord);
  const leg =
    k < PARALLEL ? square / (4 * dot(chord, v)) : (-along + Math.sqrt(along * along + k * square)) / k;
  if (!Number.isFinite(leg) || leg <= 0) return null;
  const middle = { x: (a.x + b.x + leg * (u.x - v.x)) / 2, y: (a.y + b.y + leg * (u.y - v.y)) / 2 };
  const first = bulgeOf(a, u, middle);
  // The second arc run backward, from its own end.
  const second = -bulgeOf(b, scale(v, -1), middle);
  return Math.abs(first) < 1 && Math.abs(second) < 1
    ? [
        { from: a, to: middle, bulge: first },
        { from: middle, to: b, bulge: second },
      ]
    : null;
}

/** An arc of less bulge than this is its chord: it rises by under a nanometre over a metre. */
const STRAIGHT_BULGE = 1e-9;

/** How far a point lies from an arc’s full line (its circle, or its straight chord), mm. */
function offArc(arc: BulgeArc, p: Point): number {
  const chord = subtract(arc.to, arc.from);
  const long = length(chord);
  if (long === 0) return distance(arc.from, p);
  if (Math.abs(arc.bulge) < STRAIGHT_BULGE) return Math.abs(cross(chord, subtract(p, arc.from))) / long;
  const radius = (long * (1 + arc.bulge * arc.bulge)) / (4 * arc.bulge);
  const rise = (long * (1 - arc.bulge * arc.bulge)) / (4 * arc.bulge);
  const centre = {
    x: (arc.from.x + arc.to.x) / 2 - (chord.y / long) * rise,
    y: (arc.from.y + arc.to.y) / 2 + (chord.x / long) * rise,
  };
  return Math.abs(distance(centre, p) - Math.abs(radius));
}

/** Points of a piece that are compared with its arcs. */
const COMPARED = 12;

/** The largest distance of a curve's points from the nearer of its two arcs, mm. */
function deviationOf(c: Cubic, arcs: readonly BulgeArc[]): number {
  let most = 0;
  for (let i = 1; i < COMPARED; i += 1) {
    const p = cubicAt(c, i / COMPARED);
    most = Math.max(most, Math.min(...arcs.map((arc) => offArc(arc, p))));
  }
  return most;
}

/** Halvings at most: a piece of a thousandth of a segment is far below any tool. */
const DEEPEST = 10;

export interface ArcFit {
  readonly arcs: readonly BulgeArc[];
  /** The largest distance found between the curve and its arcs, mm. */
  readonly deviation: number;
}

/** A cubic as smoothly joined arcs within a tolerance, mm: halved until each half is near enough. */
export function fitArcs(c: Cubic, tolerance: number, depth = 0): ArcFit {
  const pair = biarc(c);
  const deviation = pair ? deviationOf(c, pair) : Infinity;
  if (pair && deviation <= tolerance) return { arcs: pair, deviation };
  if (depth >= DEEPEST)
    return {
      arcs: [{ from: c.p0, to: c.p3, bulge: 0 }],
      deviation: Math.min(deviation, distance(c.p0, c.p3)),
    };
  const [a, b] = splitCubic(c, 0.5);
  const [first, second] = [fitArcs(a, tolerance, depth + 1), fitArcs(b, tolerance, depth + 1)];
  return {
    arcs: [...first.arcs, ...second.arcs],
    deviation: Math.max(first.deviation, second.deviation),
  };
}
