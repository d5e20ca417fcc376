import { tidy } from '../design/nodeEdits.ts';
import type { OutlineNode } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { cross, distance, lerp } from '../geometry/point.ts';
import { cornersOf } from './corners.ts';
import type { Progress } from './fitRun.ts';
import { FREE_ENDS, LOOP } from './fitNodes.ts';
import { fitRun } from './fitRun.ts';
import { solveOutline } from './solve.ts';
import { feetOf } from './matching.ts';

/** Step for an edge traced from a picture, mm: its bends are a hand's, and its noise is levelled over as much. */
const TRACED_STEP = 2.4;
/** Samples for a fit lie about so far apart, mm: several on the tightest bend that a bit leaves. */
const SAMPLE_STEP = 1.5;

/** A polygon's points at even steps along it, its listed corners kept; gives where each corner went. */
export function evenly(
  edge: readonly Point[],
  corners: readonly number[],
  step = SAMPLE_STEP,
): { readonly samples: readonly Point[]; readonly corners: readonly number[] } {
  const starts = corners.length ? corners : [0];
  const samples: Point[] = [];
  const places: number[] = [];
  starts.forEach((from, k) => {
    const to = starts[(k + 1) % starts.length]!;
    const count = ((to - from + edge.length - 1) % edge.length) + 1;
    const run = Array.from({ length: count + 1 }, (_, i) => edge[(from + i) % edge.length]!);
    const long = run.slice(1).reduce((s, p, i) => s + distance(p, run[i]!), 0);
    const parts = Math.max(2, Math.round(long / step));
    places.push(samples.length);
    let [segment, before] = [0, 0];
    for (let i = 0; i < parts; i += 1) {
      const s = (long * i) / parts;
      let length = distance(run[segment]!, run[segment + 1]!);
      while (segment + 2 < run.length && before + length < s) {
        before += length;
        segment += 1;
        length = distance(run[segment]!, run[segment + 1]!);
      }
      samples.push(lerp(run[segment]!, run[segment + 1]!, length > 0 ? (s - before) / length : 0));
    }
  });
  return { samples, corners: corners.length ? places : [] };
}

/** A camera and the eye round a corner off by so much, mm, at most; a bend that is one is told by its arms. */
const BLUNT = 1.5;
/** Places so near to a corner, mm, are taken for its rounding. */
const ROUNDED = 1.8;

/** A traced edge with its corners sharp again: where its arms meet; gives the corners' indices. */
export function sharpened(edge: readonly Point[]): {
  readonly edge: readonly Point[];
  readonly corners: readonly number[];
} {
  const found = cornersOf(evenly(edge, [], CORNER_STEP).samples, BLUNT);
  const nearest = found.map(({ at }) => nearestIndex(edge, at));
  const points: Point[] = [];
  const corners: number[] = [];
  edge.forEach((p, i) => {
    const k = nearest.indexOf(i);
    if (k >= 0) {
      corners.push(points.length);
      points.push(found[k]!.at);
    } else if (found.every(({ at }) => distance(p, at) > ROUNDED)) points.push(p);
  });
  return { edge: points, corners };
}

const nearestIndex = (points: readonly Point[], at: Point): number =>
  points.reduce((best, p, i) => (distance(p, at) < distance(points[best]!, at) ? i : best), 0);

/** An outline of a traced edge, its corners sharpened; see `fitOutline`. */
export function fitTraced(
  traced: readonly Point[],
  tolerance: number,
  progress?: Progress,
): OutlineFit | null {
  const { edge, corners } = sharpened(traced);
  return fitOutline(edge, tolerance, corners, progress, TRACED_STEP);
}

export interface OutlineFit {
  readonly nodes: readonly OutlineNode[];
  /** The largest distance between the edge given and the outline made of it, mm. */
  readonly off: number;
}

const areaOf = (edge: readonly Point[]): number =>
  edge.reduce((sum, p, i) => sum + cross(p, edge[(i + 1) % edge.length]!), 0) / 2;

/**
 * An outline of the fewest nodes found that runs within the tolerance, mm, of a closed edge given as a polygon in
 * the instrument frame, whichever way round. Corners are those listed (by index), or, without a list, those
 * found; between them nodes are fair. Null when no outline of reasonable size does. `step`: how far apart the
 * edge is looked at, mm; wider is faster, and enough where the edge has no bend that such a step cuts.
 */
export function fitOutline(
  edge: readonly Point[],
  tolerance: number,
  known: readonly number[] | null = null,
  progress: Progress = () => undefined,
  step = SAMPLE_STEP,
): OutlineFit | null {
  if (edge.length < 3) return null;
  const isTurned = areaOf(edge) < 0;
  const points = isTurned ? [...edge].reverse() : edge;
  const listed = known?.map((i) => (isTurned ? edge.length - 1 - i : i)).sort((a, b) => a - b) ?? [];
  const chosen = known ? listed : cornerVertices(points, tolerance);
  const { samples, corners } = evenly(points, chosen, step);
  const fits = fitRuns(samples, corners, tolerance, progress);
  if (!fits) return null;
  const nodes = fits.map(({ x, y, kind }, i): OutlineNode => ({
    id: `n${i + 1}`,
    x: tidy(x),
    y: tidy(y),
    kind,
  }));
  if (nodes.length < 3) return null;
  const path = solveOutline(nodes);
  const compared = step > SAMPLE_STEP ? evenly(points, chosen).samples : samples;
  const off = feetOf(path, compared, true).reduce((most, f) => Math.max(most, f.distance), 0);
  return { nodes, off };
}

/** Corners are looked for in samples so far apart, mm: eight on each arm. */
const CORNER_STEP = 0.5;

/** The vertices of a polygon that stand at its corners. */
function cornerVertices(points: readonly Point[], tolerance: number): readonly number[] {
  const found = cornersOf(evenly(points, [], CORNER_STEP).samples, tolerance);
  const nearest = found.map(({ at }) => nearestIndex(points, at));
  return [...new Set(nearest)].sort((a, b) => a - b);
}

type Place = Point & { readonly kind: 'fair' | 'corner' };

function fitRuns(
  samples: readonly Point[],
  corners: readonly number[],
  tolerance: number,
  progress: Progress,
): readonly Place[] | null {
  // A tenth of the tolerance is left for the edge between its samples.
  const within = tolerance * 0.9;
  if (corners.length === 0) {
    const fit = fitRun(samples, LOOP, within, progress);
    return fit && fit.nodes.map((p) => ({ ...p, kind: 'fair' }));
  }
  const places: Place[] = [];
  for (const [k, from] of corners.entries()) {
    const to = corners[(k + 1) % corners.length]!;
    const count = ((to - from + samples.length - 1) % samples.length) + 1;
    const run = Array.from({ length: count + 1 }, (_, i) => samples[(from + i) % samples.length]!);
    const fit = fitRun(run, FREE_ENDS, within, (share) => progress((k + share) / corners.length));
    if (!fit) return null;
    fit.nodes.slice(0, -1).forEach((p, i) => places.push({ ...p, kind: i === 0 ? 'corner' : 'fair' }));
  }
  return places;
}
