import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicExtremes, splitCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { cubicRootsInUnit } from '../geometry/roots.ts';

/** A place where the outline crosses the centre line. */
interface Crossing {
  readonly segment: number;
  readonly t: number;
  readonly at: Point;
}

/** y nearer to the centre line than this, mm, is on it: rounding, far below a scribed line. */
const ON_LINE = 1e-9;

/** Where the path meets y = 0, in its own order; a segment that runs along the line gives its start. */
export function centreCrossings(path: ClosedPath): readonly Crossing[] {
  return path.flatMap((c, segment) => {
    const [a, b, d, e] = [c.p0.y, c.p1.y, c.p2.y, c.p3.y];
    const inside = cubicRootsInUnit(e - 3 * d + 3 * b - a, 3 * (d - 2 * b + a), 3 * (b - a), a);
    const ts = Math.abs(a) <= ON_LINE ? [0, ...inside] : inside;
    return ts.map((t) => ({ segment, t, at: { x: cubicAt(c, t).x, y: 0 } }));
  });
}

/** The part of a closed path from one place to another, in its own order. */
function stretch(path: ClosedPath, from: Crossing, to: Crossing): readonly Cubic[] {
  const pieces: Cubic[] = [];
  const tail = (c: Cubic, t: number): Cubic => (t === 0 ? c : splitCubic(c, t)[1]);
  const head = (c: Cubic, t: number): Cubic | null => (t === 0 ? null : splitCubic(c, t)[0]);
  if (from.segment === to.segment && to.t > from.t) {
    const rest = tail(path[from.segment]!, from.t);
    return [splitCubic(rest, (to.t - from.t) / (1 - from.t))[0]];
  }
  pieces.push(tail(path[from.segment]!, from.t));
  for (let i = (from.segment + 1) % path.length; i !== to.segment; i = (i + 1) % path.length)
    pieces.push(path[i]!);
  const last = head(path[to.segment]!, to.t);
  if (last) pieces.push(last);
  return pieces;
}

/** How far a side reaches nutward past the body's edge on the centre line, and how deep the cutaway behind it is; mm. */
export interface Horn {
  readonly tip: Point;
  readonly reach: number;
  /** The cutaway's most tailward place between the tip and the neck; null without a cutaway. */
  readonly cutaway: { readonly at: Point; readonly depth: number } | null;
}

/** Where the outline meets the centre line, and what each side does beside the neck; instrument frame, mm. */
export interface NeckEnd {
  /** Most nutward and most tailward crossing of the centre line. */
  readonly heelX: number;
  readonly tailX: number;
  readonly bass: Horn;
  readonly treble: Horn;
}

/** A cutaway shallower than this, mm, is none: the edge leaves the neck about squarely. */
const LEAST_CUTAWAY = 5;

/** The tip is the most nutward place of a side; its cutaway is taken between the tip and the neck. */
function hornOf(pieces: readonly Cubic[], heelX: number): Horn {
  // From the neck outward.
  const places = pieces.flatMap((c) =>
    [0, ...cubicExtremes(c, 'x').sort((a, b) => a - b)].map((t) => cubicAt(c, t)),
  );
  const tipAt = places.reduce((best, p, i) => (p.x > places[best]!.x ? i : best), 0);
  const tip = places[tipAt]!;
  const before = places.slice(0, tipAt);
  const deepest = before.reduce<Point | null>((low, p) => (low && low.x <= p.x ? low : p), null);
  const depth = deepest ? tip.x - deepest.x : 0;
  return {
    tip,
    reach: tip.x - heelX,
    cutaway: deepest && depth >= LEAST_CUTAWAY ? { at: deepest, depth } : null,
  };
}

/** What lies beside the neck of a counter-clockwise outline; null where it does not lie across the centre line. */
export function neckEnd(path: ClosedPath): NeckEnd | null {
  const found = centreCrossings(path);
  if (found.length < 2) return null;
  const heel = found.reduce((a, b) => (b.at.x > a.at.x ? b : a));
  const tail = found.reduce((a, b) => (b.at.x < a.at.x ? b : a));
  if (heel === tail) return null;
  // Counter-clockwise from the tail: treble side to the neck, then the bass side back.
  const bass = stretch(path, heel, tail);
  const treble = stretch(path, tail, heel)
    .map(({ p0, p1, p2, p3 }): Cubic => ({ p0: p3, p1: p2, p2: p1, p3: p0 }))
    .reverse();
  return {
    heelX: heel.at.x,
    tailX: tail.at.x,
    bass: hornOf(bass, heel.at.x),
    treble: hornOf(treble, heel.at.x),
  };
}
