import type { Point } from '../../geometry/point.ts';
import { cross, distance, subtract } from '../../geometry/point.ts';
import { follows } from './misses.ts';

/** Why a found edge can hardly be a body's, in words, with what to do. */
export interface Doubt {
  readonly what: string;
  readonly remedy: string;
  /** The edge is not the body's: it is not offered as an outline. */
  readonly isOther?: true;
}

/** What is traced: how it is called, and how long it is, mm. */
export interface TracedKind {
  readonly one: string;
  readonly many: string;
  readonly long: readonly [number, number];
}
/** Bodies and headstocks. */
export const TRACED_KINDS = {
  body: { one: 'body', many: 'bodies', long: [180, 900] },
  headstock: { one: 'headstock', many: 'headstocks', long: [40, 400] },
} as const satisfies Readonly<Record<string, TracedKind>>;
/** A body's outline has some twenty fair and corner nodes; this many follow something ragged. */
const MOST_NODES = 60;
/** A body is at least this share of what a string round it would enclose, and its edge at most so many times that string. */
const LEAST_SHARE = 0.5;
const MOST_ROUND = 1.7;

/** An edge that fills its smallest box to this share is a rectangle: a sheet of paper, a board. */
const RECTANGLE = 0.965;

/** The convex hull, counter-clockwise (A. M. Andrew, 1979). */
function hullOf(points: readonly Point[]): readonly Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly Point[]): Point[] => {
    const kept: Point[] = [];
    for (const p of list) {
      while (kept.length > 1 && cross(subtract(kept.at(-1)!, kept.at(-2)!), subtract(p, kept.at(-1)!)) <= 0)
        kept.pop();
      kept.push(p);
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}
const areaOf = (edge: readonly Point[]): number =>
  Math.abs(edge.reduce((sum, p, i) => sum + cross(p, edge[(i + 1) % edge.length]!), 0)) / 2;
/** The area of the smallest box round a hull, at whatever turn: one of its sides lies along a side of the hull. */
const leastBox = (hull: readonly Point[]): number =>
  hull.reduce((least, p, i) => {
    const q = hull[(i + 1) % hull.length]!;
    const turn = Math.atan2(q.y - p.y, q.x - p.x);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const along = hull.map((r) => c * r.x + s * r.y);
    const across = hull.map((r) => c * r.y - s * r.x);
    const size = (list: readonly number[]): number => Math.max(...list) - Math.min(...list);
    return Math.min(least, size(along) * size(across));
  }, Infinity);
const roundOf = (edge: readonly Point[]): number =>
  edge.reduce((sum, p, i) => sum + distance(p, edge[(i + 1) % edge.length]!), 0);

const STEER =
  'press on the bench where it was taken for body (shadows too), brush away what crosses the edge, or move the threshold';

/**
 * What speaks against a found edge (instrument frame, mm): its size, its shape, and how its outline follows it. Empty
 * where nothing does. `atRim`: whether it touches the picture's rim; `fit` is null where no outline follows it.
 */
export function edgeDoubts(
  edge: readonly Point[],
  fit: { readonly nodes: readonly unknown[]; readonly off: number } | null,
  tolerance: number,
  atRim: boolean,
  { one, many, long: [least, most] }: TracedKind = TRACED_KINDS.body,
): readonly Doubt[] {
  const doubts: Doubt[] = [];
  const hull = hullOf(edge);
  let long = 0;
  for (const p of hull) for (const q of hull) long = Math.max(long, distance(p, q));
  if (long < least || long > most)
    doubts.push({
      what: `it is ${Math.round(long)} mm long, and ${many} are ${least} to ${most} mm`,
      remedy: `set the picture to scale first, or press on the ${one}`,
    });
  if (areaOf(edge) > RECTANGLE * leastBox(hull))
    doubts.push({
      what: `it is a rectangle: the sheet of paper or a board, not the ${one}`,
      remedy: `press on the ${one}, so that its colour is known`,
      isOther: true,
    });
  if (atRim)
    doubts.push({
      what: 'it reaches the rim of the picture',
      remedy: `take a photo with bench all round the ${one}, or press on the bench`,
    });
  if (areaOf(edge) < LEAST_SHARE * areaOf(hull))
    doubts.push({
      what: `large parts of the ${one} are missing from it`,
      remedy: `press on the ${one} where it is missing`,
    });
  else if (roundOf(edge) > MOST_ROUND * roundOf(hull)) doubts.push({ what: 'it is ragged', remedy: STEER });
  if (fit && fit.nodes.length > MOST_NODES)
    doubts.push({
      what: `${fit.nodes.length} nodes are needed to follow it, where ${many} need some twenty`,
      remedy: STEER,
    });
  if (!fit || !follows(fit.off, tolerance))
    doubts.push({
      what: fit
        ? `the outline misses it by ${fit.off.toFixed(1)} mm`
        : 'no outline of reasonable size follows it',
      remedy: STEER,
    });
  return doubts;
}
