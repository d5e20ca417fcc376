import type { ClosedPath } from '../geometry/closedPath.ts';
import { signedArea } from '../geometry/closedPath.ts';
import { cubicAt, cubicCurvature, cubicFirst, cubicLength } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { distance, length } from '../geometry/point.ts';
import { turnAt } from './hollow.ts';

/**
 * A lump (formulas section 4): a pair of neighbouring curvature extremes that a hand would feel and the shape
 * does not need.
 */
export interface Lump {
  readonly at: Point;
  /** Index of the segment it lies on. */
  readonly segment: number;
  /** Normal distance between the edge and the same stretch faired without it, mm. */
  readonly height: number;
  /** From one extreme to the other along the edge, mm. */
  readonly length: number;
}

/** Curvature is looked at about every so many mm: several samples on the shortest lump that a finger feels. */
const STEP = 1.5;
/** Extremes further apart than this, mm, are the shape's own swing; nearer than the second they are one. */
const LONGEST = 45;
const SHORTEST = 3;
/** A stretch that turns more than this, rad, is a tip or a hollow and meant (60°). */
const MOST_TURN = Math.PI / 3;
/** A bulge higher than this, mm, is a feature and no lump. */
const HIGHEST = 2.5;
/** Swings of curvature under this, 1/mm, are level: 0.3 mm of height over 100 mm has more. */
const LEVEL = 2e-4;
/** A turn at a joint over this, rad, ends a run of edge (as for hollow corners, 0.5°). */
const CORNER = 0.0087;

interface Sample {
  readonly at: Point;
  readonly way: Point;
  readonly curvature: number;
  /** Arc length from the run's start, mm. */
  readonly s: number;
  readonly segment: number;
}

/** The smooth runs of the edge, sampled; a closed edge without corners is one run that overlaps its own start. */
function sampledRuns(path: ClosedPath): readonly (readonly Sample[])[] {
  const corners = path.map((_, i) => i).filter((i) => Math.abs(turnAt(path, i)) > CORNER);
  const starts = corners.length ? corners : [0];
  return starts.map((start, k) => {
    const stop = starts[(k + 1) % starts.length]!;
    const count = ((stop - start + path.length - 1) % path.length) + 1;
    // Past its end a closed run goes on over its first segments, so that nothing at the start is missed.
    const over = corners.length ? 0 : Math.min(path.length, 3);
    const samples: Sample[] = [];
    let s = 0;
    for (let j = 0; j < count + over; j += 1) {
      const segment = (start + j) % path.length;
      const c = path[segment]!;
      const long = cubicLength(c);
      const steps = Math.max(4, Math.ceil(long / STEP));
      let before = c.p0;
      for (let i = j === 0 ? 0 : 1; i <= steps; i += 1) {
        const t = i / steps;
        const at = cubicAt(c, t);
        s += distance(before, at);
        before = at;
        const first = cubicFirst(c, t);
        const speed = length(first) || 1;
        samples.push({
          at,
          s,
          segment,
          curvature: cubicCurvature(c, t) ?? 0,
          way: { x: first.x / speed, y: first.y / speed },
        });
      }
    }
    return samples;
  });
}

/** Indices of the local extremes of curvature, flat swings left out, ends of the run included. */
function extremesOf(run: readonly Sample[]): readonly number[] {
  const found: number[] = [0];
  for (let i = 1; i + 1 < run.length; i += 1) {
    const [a, b, c] = [run[i - 1]!.curvature, run[i]!.curvature, run[i + 1]!.curvature];
    if ((b - a) * (c - b) >= 0) continue;
    const last = found.at(-1)!;
    if (Math.abs(b - run[last]!.curvature) >= LEVEL || last === 0) found.push(i);
  }
  found.push(run.length - 1);
  return found;
}

/** How far the samples stray from the quintic that meets both ends in place, direction and curvature, mm, and which most. */
function strays(
  run: readonly Sample[],
  from: number,
  to: number,
): { readonly height: number; readonly at: number } {
  const [a, b] = [run[from]!, run[to]!];
  const long = b.s - a.s;
  const bend = (p: Sample): Point => ({ x: -p.way.y * p.curvature, y: p.way.x * p.curvature });
  const [na, nb] = [bend(a), bend(b)];
  const at = (u: number): Point => {
    // Quintic Hermite basis (place, first and second derivative at both ends).
    const [u2, u3] = [u * u, u * u * u];
    const [u4, u5] = [u3 * u, u3 * u2];
    const h0 = 1 - 10 * u3 + 15 * u4 - 6 * u5;
    const h1 = u - 6 * u3 + 8 * u4 - 3 * u5;
    const h2 = 0.5 * u2 - 1.5 * u3 + 1.5 * u4 - 0.5 * u5;
    const h3 = 0.5 * u3 - u4 + 0.5 * u5;
    const h4 = -4 * u3 + 7 * u4 - 3 * u5;
    const h5 = 10 * u3 - 15 * u4 + 6 * u5;
    const axis = (k: 'x' | 'y'): number =>
      h0 * a.at[k] +
      h1 * long * a.way[k] +
      h2 * long * long * na[k] +
      h3 * long * long * nb[k] +
      h4 * long * b.way[k] +
      h5 * b.at[k];
    return { x: axis('x'), y: axis('y') };
  };
  let most = { height: 0, at: from };
  for (let i = from + 1; i < to; i += 1) {
    const p = run[i]!;
    const q = at((p.s - a.s) / long);
    // Across the edge: a lag along it is no height.
    const height = Math.abs((q.x - p.at.x) * -p.way.y + (q.y - p.at.y) * p.way.x);
    if (height > most.height) most = { height, at: i };
  }
  return most;
}

/** The lumps of an outline that stand at least `least` mm high, highest first; whichever way round it runs. */
export function findLumps(path: ClosedPath, least: number): readonly Lump[] {
  if (signedArea(path) === 0) return [];
  const found: Lump[] = [];
  for (const run of sampledRuns(path)) {
    const extremes = extremesOf(run);
    for (let k = 1; k + 2 < extremes.length; k += 1) {
      const [i, j] = [extremes[k]!, extremes[k + 1]!];
      const apart = run[j]!.s - run[i]!.s;
      if (apart < SHORTEST || apart > LONGEST) continue;
      const before = run.findIndex((p) => p.s >= run[i]!.s - apart);
      const after = run.findIndex((p) => p.s >= run[j]!.s + apart);
      const to = after < 0 ? run.length - 1 : after;
      if (to - before < 4) continue;
      const [a, b] = [run[before]!.way, run[to]!.way];
      if (Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y)) > MOST_TURN) continue;
      const { height, at } = strays(run, before, to);
      if (height < least || height > HIGHEST) continue;
      found.push({ at: run[at]!.at, segment: run[at]!.segment, height, length: apart });
    }
  }
  const sorted = found.sort((p, q) => q.height - p.height);
  return sorted.filter((p, i) =>
    sorted.slice(0, i).every((q) => distance(p.at, q.at) > (p.length + q.length) / 2),
  );
}
