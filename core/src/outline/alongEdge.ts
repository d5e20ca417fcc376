import type { ClosedPath } from '../geometry/closedPath.ts';
import { reversePath, signedArea } from '../geometry/closedPath.ts';
import { cubicAt, cubicCurvature } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { edgeRuns } from './edgeRuns.ts';
import { CORNER_TURN, turnAt } from './hollow.ts';

/** One place along the edge, counter-clockwise from the outline's first node. */
export interface AlongEdge {
  readonly at: Point;
  /** mm from the beginning. */
  readonly s: number;
  /** 1/mm, positive where the body bulges. */
  readonly curvature: number;
  /** Direction in which the edge runs, degrees from nutward, unwrapped: it grows by a whole turn round a body. */
  readonly wayDeg: number;
  /** Starts again behind a corner. */
  readonly fromCorner: boolean;
}

/** Places about every `step` mm along a path, corners and all. */
export function alongEdge(path: ClosedPath, step: number): readonly AlongEdge[] {
  const turned = signedArea(path) >= 0 ? path : reversePath(path);
  const out: AlongEdge[] = [];
  let [s, before, way] = [0, null as Point | null, null as number | null];
  for (const run of edgeRuns(turned, step)) {
    run.samples.forEach((sample, i) => {
      if (before) s += distance(before, sample.at);
      before = sample.at;
      const raw = Math.atan2(sample.way.y, sample.way.x);
      way = way === null ? raw : way + Math.atan2(Math.sin(raw - way), Math.cos(raw - way));
      out.push({
        at: sample.at,
        s,
        curvature: sample.curvature,
        wayDeg: (way * 180) / Math.PI,
        fromCorner: i === 0 && !run.closed,
      });
    });
  }
  return out;
}

/** A place where the edge changes from bulging to hollow or back. */
export interface Reversal {
  readonly at: Point;
  readonly s: number;
  readonly to: 'hollow' | 'bulge';
}

/** Flatter than this, mm of radius, is neither bulge nor hollow. */
const FLAT = 3000;

/** Where the edge's bend reverses, in order; what lies between is nearly straight at most. */
export function reversals(along: readonly AlongEdge[]): readonly Reversal[] {
  const found: Reversal[] = [];
  let last: { readonly sign: number; readonly place: AlongEdge } | null = null;
  for (const place of along) {
    if (place.fromCorner) last = null;
    if (Math.abs(place.curvature) < 1 / FLAT) continue;
    const sign = Math.sign(place.curvature);
    if (last && last.sign !== sign) {
      const k = last.place.curvature / (last.place.curvature - place.curvature);
      found.push({
        at: {
          x: last.place.at.x + (place.at.x - last.place.at.x) * k,
          y: last.place.at.y + (place.at.y - last.place.at.y) * k,
        },
        s: last.place.s + (place.s - last.place.s) * k,
        to: sign > 0 ? 'bulge' : 'hollow',
      });
    }
    last = { sign, place };
  }
  return found;
}

/** A bend of the edge at its tightest. */
export interface Bend {
  readonly at: Point;
  /** mm; 0 at a corner. */
  readonly radius: number;
  readonly kind: 'bulge' | 'hollow';
}

/** Samples a segment that bends are looked for at. */
const LOOKS = 24;
/** A bend is one when it is this much tighter than the edge on either side of it. */
const STANDS_OUT = 1.15;

/** The bends of the edge at their tightest, corners with radius 0, tightest first; flatter than `most` mm left out. */
export function bendsOf(path: ClosedPath, most = 400): readonly Bend[] {
  const turned = signedArea(path) >= 0 ? path : reversePath(path);
  const bends: Bend[] = [];
  const places = turned.flatMap((c, segment) =>
    Array.from({ length: LOOKS }, (_, i) => ({
      at: cubicAt(c, i / LOOKS),
      k: cubicCurvature(c, i / LOOKS) ?? 0,
      corner: i === 0 && Math.abs(turnAt(turned, segment)) > CORNER_TURN ? turnAt(turned, segment) : 0,
    })),
  );
  const n = places.length;
  places.forEach((p, i) => {
    if (p.corner !== 0) {
      bends.push({ at: p.at, radius: 0, kind: p.corner > 0 ? 'bulge' : 'hollow' });
      return;
    }
    const size = Math.abs(p.k);
    if (size < 1 / most) return;
    const [a, b] = [places[(i + n - 1) % n]!, places[(i + 1) % n]!];
    if (a.corner !== 0 || b.corner !== 0) return;
    if (Math.abs(a.k) > size || Math.abs(b.k) >= size) return;
    // Down from the peak on both sides, to what is flatter or bends the other way.
    const falls = (dir: 1 | -1): boolean => {
      for (let d = 1; d < n; d += 1) {
        const q = places[(i + dir * d + n * n) % n]!;
        if (q.corner !== 0 || q.k * p.k <= 0 || Math.abs(q.k) * STANDS_OUT < size) return true;
        if (Math.abs(q.k) > size) return false;
      }
      return true;
    };
    if (falls(1) && falls(-1)) bends.push({ at: p.at, radius: 1 / size, kind: p.k > 0 ? 'bulge' : 'hollow' });
  });
  return bends.sort((a, b) => a.radius - b.radius);
}

/** What stands out among the bends of one kind: one that is so many times tighter than any other. */
export interface OddBend {
  readonly bend: Bend;
  /** How many times tighter than the next; null where there is no other. */
  readonly times: number | null;
}

/** A bend that stands out is at least so many times tighter than the next one of its kind. */
const ODD = 2;

/** Rounded bends that are much tighter than every other of their kind; corners are meant and left out. */
export function oddBends(bends: readonly Bend[]): readonly OddBend[] {
  return (['bulge', 'hollow'] as const).flatMap((kind) => {
    const round = bends.filter((b) => b.kind === kind && b.radius > 0);
    const [first, second] = round;
    if (!first || !second) return [];
    const times = second.radius / first.radius;
    return times >= ODD ? [{ bend: first, times }] : [];
  });
}
