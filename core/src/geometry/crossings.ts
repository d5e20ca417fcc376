import type { ClosedPath } from './closedPath.ts';
import { flattenCubic } from './cubic.ts';
import type { Point } from './point.ts';
import { cross, dot, hypot, subtract } from './point.ts';

/** Chords for the search stay so near to the curve, mm; a loop smaller than this is no shape but rounding. */
const SEARCH_CHORD = 0.02;

/** Stretches that lie on one another: within this distance, mm, and this turn, rad, for at least this length, mm. */
const DOUBLED = { apart: 0.02, turn: 0.02, length: 1 } as const;

interface Chord {
  readonly a: Point;
  readonly b: Point;
  readonly order: number;
  readonly segment: number;
}

/** Whether [a, b] and [c, d] cross at a point inside both, and where. */
function chordsCross({ a, b }: Chord, { a: c, b: d }: Chord): Point | null {
  const r = subtract(b, a);
  const s = subtract(d, c);
  const turn = cross(r, s);
  if (turn === 0) return null;
  const ac = subtract(c, a);
  const t = cross(ac, s) / turn;
  const u = cross(ac, r) / turn;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { x: a.x + r.x * t, y: a.y + r.y * t } : null;
}

/** How long two chords lie on one another, mm; 0 when they do not. */
function sharedLength({ a, b }: Chord, { a: c, b: d }: Chord): number {
  const r = subtract(b, a);
  const s = subtract(d, c);
  const [lr, ls] = [hypot(r.x, r.y), hypot(s.x, s.y)];
  if (lr === 0 || ls === 0 || Math.abs(cross(r, s)) > DOUBLED.turn * lr * ls) return 0;
  const along = (p: Point): number => dot(subtract(p, a), r) / lr;
  const off = (p: Point): number => Math.abs(cross(subtract(p, a), r)) / lr;
  if (Math.max(off(c), off(d)) > DOUBLED.apart) return 0;
  const [u, v] = [along(c), along(d)];
  return Math.max(0, Math.min(lr, Math.max(u, v)) - Math.max(0, Math.min(u, v)));
}

/** Where a closed path crosses itself (with the two segments that do), and where it runs over itself. */
export interface Crossings {
  readonly crossings: readonly { readonly at: Point; readonly segments: readonly [number, number] }[];
  /** The first place of each doubled stretch is given; null when there is none. */
  readonly doubled: { readonly at: Point; readonly length: number } | null;
}

/**
 * Crossings of a closed path with itself, by its chords: swept in x, neighbours left out. A touch of
 * two stretches counts as a crossing. `chord` is how near the chords stay to the curve, mm.
 */
export function pathCrossings(path: ClosedPath, chord = SEARCH_CHORD): Crossings {
  const points = path.flatMap((c, segment) => flattenCubic(c, chord).map((a) => ({ a, segment })));
  const chords = points.map(({ a, segment }, order): Chord => ({
    a,
    b: points[(order + 1) % points.length]!.a,
    order,
    segment,
  }));
  const left = (c: Chord): number => Math.min(c.a.x, c.b.x);
  const sorted = [...chords].sort((p, q) => left(p) - left(q));
  const crossings: Crossings['crossings'][number][] = [];
  let doubledLength = 0;
  let doubledAt: Point | null = null;
  for (let i = 0; i < sorted.length; i += 1) {
    const p = sorted[i]!;
    const right = Math.max(p.a.x, p.b.x);
    const [low, high] = [Math.min(p.a.y, p.b.y), Math.max(p.a.y, p.b.y)];
    for (let k = i + 1; k < sorted.length && left(sorted[k]!) <= right; k += 1) {
      const q = sorted[k]!;
      if (Math.min(q.a.y, q.b.y) > high || Math.max(q.a.y, q.b.y) < low) continue;
      const shared = sharedLength(p, q);
      if (shared > 0) {
        doubledLength += shared;
        doubledAt ??= q.a;
        continue;
      }
      const apart = Math.abs(p.order - q.order);
      if (apart <= 1 || apart === chords.length - 1) continue;
      const at = chordsCross(p, q);
      if (at) crossings.push({ at, segments: [p.segment, q.segment] });
    }
  }
  return {
    crossings,
    doubled: doubledAt && doubledLength >= DOUBLED.length ? { at: doubledAt, length: doubledLength } : null,
  };
}
