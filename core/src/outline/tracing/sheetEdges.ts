import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import type { Lens } from './lens.ts';
import { bent, bowOf, noBow, straightened } from './lens.ts';
import type { Raster } from './raster.ts';
import { colourAt } from './raster.ts';

/** What the edges of a marked sheet tell, all in the photo's pixels. */
export interface SheetEdges {
  /** The lens that makes them straight. */
  readonly lens: Lens;
  /** Root mean square distance of the edges from straight, after the lens. */
  readonly off: number;
  /** The corners, where the edges meet: as the photo shows them. */
  readonly corners: readonly Point[];
}

/** Places along each side, from and to these shares of it: the corners themselves may be rounded or dog-eared. */
const PLACES = 72;
const FROM = 0.05;
/** An edge is looked for so far to either side of the line between its marks: share of the side, and pixels. */
const REACH = 0.03;
const LEAST_REACH = 6;
const MOST_REACH = 90;
/** Places along the edge seen together, pixels to either side. */
const ALONG = 3;
/** A step of colour smaller than this (of 255, all three) is no sheet's edge. */
const LEAST_STEP = 24;
/** Edges off their common bend by more than so many pixels are something else: a line on the sheet, grain, a thumb. */
const APART = 1.2;
/** At least this share of the places must lie on the bend, on every side. */
const LEAST_SEEN = 0.6;
/** Edges that no lens brings nearer to straight than this, pixels, are those of a sheet that does not lie flat. */
const MOST_OFF = 0.8;
/**
 * A bow that makes the edges no straighter than to this share of what they are without one is none: short edges in the
 * middle of a photo hardly bend, and a tenth of a pixel of grain beside one would pass for a lens.
 */
const STRAIGHTER = 0.82;
/** Corners further than so many pixels from their marks are not what was marked. */
const MOST_MOVED = 12;

/** Where the strongest step crosses the normal at a place, pixels outward of it; null where none is strong enough. */
function stepAt(photo: Raster, p: Point, t: Point, reach: number): number | null {
  const count = 2 * Math.round(reach) + 1;
  const profile = new Float64Array(count * 3);
  const colour = new Float64Array(3);
  for (let k = 0; k < count; k += 1) {
    const s = k - (count - 1) / 2;
    for (let j = -ALONG; j <= ALONG; j += 1) {
      colourAt(photo, p.x - t.y * s + t.x * j, p.y + t.x * s + t.y * j, colour);
      for (let c = 0; c < 3; c += 1) profile[3 * k + c]! += colour[c]! / (2 * ALONG + 1);
    }
  }
  // The step between the two pixels before and the two behind.
  const strength = new Float64Array(count);
  for (let k = 2; k + 2 < count; k += 1) {
    let square = 0;
    for (let c = 0; c < 3; c += 1) {
      const d =
        profile[3 * (k + 1) + c]! +
        profile[3 * (k + 2) + c]! -
        profile[3 * (k - 1) + c]! -
        profile[3 * (k - 2) + c]!;
      square += (d * d) / 4;
    }
    strength[k] = Math.sqrt(square);
  }
  let best = 0;
  for (let k = 1; k < count; k += 1) if (strength[k]! > strength[best]!) best = k;
  if (strength[best]! < LEAST_STEP || best < 3 || best + 3 >= count) return null;
  // The top of the parabola through the strongest and its neighbours.
  const [a, b, c] = [strength[best - 1]!, strength[best]!, strength[best + 1]!];
  const bend = a - 2 * b + c;
  return best - (count - 1) / 2 + (bend < 0 ? (a - c) / (2 * bend) : 0);
}

/** Normal equations of a smaller determinant are of places too near together to tell a bend. */
const SINGULAR = 1e-12;

/** Best values of a, b, c in a + b u + c u² for weighted places; by the normal equations, three unknowns. */
function parabola(list: readonly { readonly u: number; readonly v: number }[]): (u: number) => number {
  const m = [0, 0, 0, 0, 0];
  const r = [0, 0, 0];
  for (const { u, v } of list) {
    let power = 1;
    for (let i = 0; i < 5; i += 1) {
      m[i]! += power;
      if (i < 3) r[i]! += v * power;
      power *= u;
    }
  }
  const [a, b, c, d, e] = m as [number, number, number, number, number];
  const det = a * (c * e - d * d) - b * (b * e - c * d) + c * (b * d - c * c);
  if (!(Math.abs(det) > SINGULAR)) return () => Infinity;
  const [p, q, s] = r as [number, number, number];
  const k0 = (p * (c * e - d * d) - b * (q * e - d * s) + c * (q * d - c * s)) / det;
  const k1 = (a * (q * e - s * d) - p * (b * e - c * d) + c * (b * s - c * q)) / det;
  const k2 = (a * (c * s - d * q) - b * (b * s - q * c) + p * (b * d - c * c)) / det;
  return (u) => k0 + k1 * u + k2 * u * u;
}

/** Rounds in which places that lie off the bend of the others are left out. */
const ROUNDS = 5;

/** The places of one side that lie on a common gentle bend; null where too few do. */
function sideOf(photo: Raster, from: Point, to: Point): readonly Point[] | null {
  const long = distance(from, to);
  const t = { x: (to.x - from.x) / long, y: (to.y - from.y) / long };
  const reach = Math.min(MOST_REACH, Math.max(LEAST_REACH, REACH * long));
  const seen: { u: number; v: number }[] = [];
  for (let i = 0; i < PLACES; i += 1) {
    const u = FROM + ((1 - 2 * FROM) * (i + 0.5)) / PLACES;
    const v = stepAt(photo, { x: from.x + t.x * long * u, y: from.y + t.y * long * u }, t, reach);
    if (v !== null) seen.push({ u, v });
  }
  // Begun from what most agree on: the bend through three places that the most others lie near.
  let best: readonly { u: number; v: number }[] = [];
  const third = Math.floor(seen.length / 3);
  for (let i = 0; i < third; i += 1) {
    const bend = parabola([seen[i]!, seen[i + third]!, seen[i + 2 * third]!]);
    const near = seen.filter(({ u, v }) => Math.abs(v - bend(u)) < 2 * APART);
    if (near.length > best.length) best = near;
  }
  for (let round = 0; round < ROUNDS && best.length >= 3; round += 1) {
    const bend = parabola(best);
    best = seen.filter(({ u, v }) => Math.abs(v - bend(u)) < APART);
  }
  if (best.length < LEAST_SEEN * PLACES) return null;
  return best.map(({ u, v }) => ({
    x: from.x + t.x * long * u - t.y * v,
    y: from.y + t.y * long * u + t.x * v,
  }));
}

/** The line through places (least squares of the distances): a place on it and its direction. */
function lineOf(points: readonly Point[]): { readonly at: Point; readonly way: Point } {
  const n = points.length;
  const at = {
    x: points.reduce((s, p) => s + p.x, 0) / n,
    y: points.reduce((s, p) => s + p.y, 0) / n,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - at.x) ** 2;
    xy += (p.x - at.x) * (p.y - at.y);
    yy += (p.y - at.y) ** 2;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  return { at, way: { x: Math.cos(turn), y: Math.sin(turn) } };
}

/**
 * The edges of a sheet whose four corners are marked in order round it, found in the photo: the lens' bow that makes
 * them straight, and the corners where they meet. Null where an edge is not seen well enough, where no lens makes
 * all four straight (the sheet does not lie flat), or where the corners are not near the marks.
 */
export function sheetEdges(photo: Raster, marks: readonly Point[]): SheetEdges | null {
  if (marks.length !== 4) return null;
  const sides = marks.map((from, i) => sideOf(photo, from, marks[(i + 1) % 4]!));
  if (sides.some((s) => s === null)) return null;
  const found = sides as readonly (readonly Point[])[];
  const { width, height } = photo;
  const fitted = bowOf(found, width, height);
  if (!fitted || !(fitted.off <= MOST_OFF)) return null;
  const bow =
    fitted.off < STRAIGHTER * fitted.plain ? fitted : { lens: noBow(width, height), off: fitted.plain };
  const lines = found.map((side) => lineOf(side.map((p) => straightened(bow.lens, p))));
  const corners: Point[] = [];
  for (let i = 0; i < 4; i += 1) {
    const [l, m] = [lines[(i + 3) % 4]!, lines[i]!];
    const across = l.way.x * m.way.y - l.way.y * m.way.x;
    const s = ((m.at.x - l.at.x) * m.way.y - (m.at.y - l.at.y) * m.way.x) / across;
    const corner = bent(bow.lens, { x: l.at.x + l.way.x * s, y: l.at.y + l.way.y * s });
    if (!(distance(corner, marks[i]!) <= MOST_MOVED)) return null;
    corners.push(corner);
  }
  return { lens: bow.lens, off: bow.off, corners };
}
