import type { BulgeArc } from './biarcs.ts';
import type { Point } from './point.ts';
import { cross, distance, length, subtract } from './point.ts';

/** A chord that rises less than this over its arc, mm, came of a curve; a side that rises more is meant as a side. */
const CHORD_RISE = 0.025;
/** So many points at least lie on an arc that takes their place: three lie on one whatever they are. */
const LEAST_POINTS = 4;
/** An arc turns less than this, so that its bulge stays finite and every program reads it: half round. */
const MOST_BULGE = 1;

interface Circle {
  readonly centre: Point;
  readonly radius: number;
}

/** The circle through three points; null where they lie on a line. */
function circleOf(a: Point, b: Point, c: Point): Circle | null {
  const [u, v] = [subtract(b, a), subtract(c, a)];
  const twice = 2 * cross(u, v);
  if (Math.abs(twice) < 1e-12 * (length(u) + length(v)) ** 2) return null;
  const [uu, vv] = [u.x * u.x + u.y * u.y, v.x * v.x + v.y * v.y];
  const centre = { x: a.x + (v.y * uu - u.y * vv) / twice, y: a.y + (u.x * vv - v.x * uu) / twice };
  return { centre, radius: distance(centre, a) };
}

/** Rise of a chord over its circle, mm. */
const riseOf = (chord: number, radius: number): number =>
  chord >= 2 * radius ? Infinity : radius - Math.sqrt(radius * radius - (chord * chord) / 4);

/** The arc from the first to the last of some points, where all of them lie on it; null where they do not. */
function arcOver(points: readonly Point[], tolerance: number): { arc: BulgeArc; deviation: number } | null {
  const [a, b, c] = [points[0]!, points[points.length >> 1]!, points.at(-1)!];
  const circle = circleOf(a, b, c);
  if (!circle) return null;
  let deviation = 0;
  let turned = 0;
  for (let i = 0; i < points.length; i += 1) {
    const p = points[i]!;
    deviation = Math.max(deviation, Math.abs(distance(p, circle.centre) - circle.radius));
    if (deviation > tolerance) return null;
    if (i === 0) continue;
    const before = points[i - 1]!;
    if (riseOf(distance(before, p), circle.radius) > CHORD_RISE) return null;
    const step = Math.atan2(
      cross(subtract(before, circle.centre), subtract(p, circle.centre)),
      (before.x - circle.centre.x) * (p.x - circle.centre.x) +
        (before.y - circle.centre.y) * (p.y - circle.centre.y),
    );
    // The points go one way round.
    if (step === 0 || (turned !== 0 && Math.sign(step) !== Math.sign(turned))) return null;
    turned += step;
  }
  const bulge = Math.tan(turned / 4);
  return Math.abs(bulge) < MOST_BULGE ? { arc: { from: a, to: c, bulge }, deviation } : null;
}

/**
 * A closed polygon with the chords of curves taken as the arcs they came of: as few as hold all points within
 * `tolerance`, mm; sides that are meant as sides stay straight. `deviation`: the largest distance of a point from its
 * arc, mm. A polygon of fewer than four points stays as it is.
 */
export function polygonArcs(
  polygon: readonly Point[],
  tolerance: number,
): { readonly arcs: readonly BulgeArc[]; readonly deviation: number } {
  const n = polygon.length;
  const straight = (i: number): BulgeArc => ({ from: polygon[i % n]!, to: polygon[(i + 1) % n]!, bulge: 0 });
  // Begins behind a side that no arc runs over, where there is one: none is cut in two by the list's end.
  const begin = startOf(polygon, tolerance);
  const arcs: BulgeArc[] = [];
  let deviation = 0;
  let at = 0;
  while (at < n) {
    // As far as an arc holds: doubled, then halved back.
    const over = (count: number) =>
      arcOver(
        Array.from({ length: count + 1 }, (_, k) => polygon[(begin + at + k) % n]!),
        tolerance,
      );
    let [good, made] = [0, null as ReturnType<typeof arcOver>];
    for (let step = LEAST_POINTS - 1; step >= 1;) {
      const tried = good === 0 ? step : good + step;
      const next = tried <= n - at ? over(tried) : null;
      if (next) {
        [good, made] = [tried, next];
        step *= 2;
      } else if (good === 0) break;
      else step = Math.floor(step / 2);
    }
    if (made) {
      arcs.push(made.arc);
      deviation = Math.max(deviation, made.deviation);
      at += good;
    } else {
      arcs.push(straight(begin + at));
      at += 1;
    }
  }
  return { arcs, deviation };
}

/** The point behind a side over which no arc of four points runs, or 0. */
function startOf(polygon: readonly Point[], tolerance: number): number {
  const n = polygon.length;
  if (n < LEAST_POINTS) return 0;
  for (let i = 0; i < n; i += 1) {
    const some = Array.from({ length: LEAST_POINTS }, (_, k) => polygon[(i + k) % n]!);
    if (!arcOver(some, tolerance)) {
      const next = Array.from({ length: LEAST_POINTS }, (_, k) => polygon[(i + 1 + k) % n]!);
      if (arcOver(next, tolerance)) return (i + 1) % n;
    }
  }
  return 0;
}
