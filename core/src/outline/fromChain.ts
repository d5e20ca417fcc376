import { tidy } from '../design/nodeEdits.ts';
import type { OutlineNode } from '../design/schema.ts';
import { MOST_NODES } from '../design/nodes.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath, nearestOnPath, reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { cubicLength, flattenCubic, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { cross, distance, hypot, lerp, subtract } from '../geometry/point.ts';
import { thinned } from '../geometry/thin.ts';
import type { Progress } from './fitRun.ts';
import type { Directed } from './fitCubics.ts';
import { fitCubics } from './fitCubics.ts';
import type { OutlineFit } from './fitOutline.ts';
import { evenly, fitOutline } from './fitOutline.ts';
import { CORNER_TURN, turnAt } from './hollow.ts';
import { solveOutline } from './solve.ts';

/** Pieces shorter than this, mm, are what joining and rounding leave: their neighbours are joined in their middle. */
const SCRAP = 0.06;

/** A closed path without scraps, counter-clockwise. */
function healed(path: ClosedPath): ClosedPath {
  const kept: Cubic[] = [];
  let start: Point | null = null;
  const turned = signedArea(path) >= 0 ? path : reversePath(path);
  for (const c of turned) {
    if (cubicLength(c) < SCRAP && turned.length > 3) {
      start ??= c.p0;
      continue;
    }
    const last = kept.at(-1);
    if (start && last) {
      const middle = lerp(start, c.p0, 0.5);
      kept[kept.length - 1] = movedEnd(last, middle);
      kept.push(movedStart(c, middle));
    } else kept.push(c);
    start = null;
  }
  const [first, last] = [kept[0], kept.at(-1)];
  if (first && last && distance(first.p0, last.p3) > 0) {
    const middle = lerp(last.p3, first.p0, 0.5);
    kept[kept.length - 1] = movedEnd(last, middle);
    kept[0] = movedStart(kept[0]!, middle);
  }
  return kept;
}

const movedStart = (c: Cubic, p: Point): Cubic => {
  const by = subtract(p, c.p0);
  return { ...c, p0: p, p1: { x: c.p1.x + by.x, y: c.p1.y + by.y } };
};
const movedEnd = (c: Cubic, p: Point): Cubic => {
  const by = subtract(p, c.p3);
  return { ...c, p3: p, p2: { x: c.p2.x + by.x, y: c.p2.y + by.y } };
};

/** Handles so nearly in line, rad, are one line's: a smooth node. */
const IN_LINE = 5e-4;
/** A handle this near to its chord's third, mm, makes a straight piece. */
const STRAIGHT = 1e-4;

const isStraight = (c: Cubic): boolean =>
  distance(c.p1, lerp(c.p0, c.p3, 1 / 3)) < STRAIGHT && distance(c.p2, lerp(c.p0, c.p3, 2 / 3)) < STRAIGHT;

/** Chains of more pieces than this are followed by longer curves. */
const MOST_KEPT = 80;
/**
 * Longer curves stay this near to the chain's own places, mm: a third of what files are written to. Where that needs more
 * nodes than an outline may have (places that were rounded, or scatter), the next of these is tried; the result states the
 * deviation.
 */
const FOLLOWED = [0.003, 0.01, 0.03, 0.1] as const;
/** Steps of a polygon that turn by more than this, rad, are its corners and no way of drawing a bend. */
const STEP_TURN = 0.35;
/** And by less than this, rad, they are none. */
const LEAST_TURN = 0.08;
/** Chords of the pieces that are followed, mm off them. */
const FOLLOW_CHORD = 0.001;

/** Directions along a polygon's run: of the circle through each place and its neighbours. */
function directed(points: readonly Point[]): readonly Directed[] {
  const n = points.length;
  const unit = (p: Point): Point => {
    const long = hypot(p.x, p.y) || 1;
    return { x: p.x / long, y: p.y / long };
  };
  const tangent = (a: Point, b: Point, c: Point): Point => {
    const [u, v] = [subtract(b, a), subtract(c, b)];
    const [k, l] = [hypot(u.x, u.y) || 1, hypot(v.x, v.y) || 1];
    // The circle's direction in the middle place: each leg's direction weighs by the other's length.
    return unit({ x: (u.x / k) * l + (v.x / l) * k, y: (u.y / k) * l + (v.y / l) * k });
  };
  /**
   * The direction at the first of some places: each chord runs as the curve does about its middle, and those
   * directions are carried on to the end by the parabola through three of them (the line through two).
   */
  const atEnd = (run: readonly Point[]): Point => {
    const chords = run.slice(1).map((p, k) => subtract(p, run[k]!));
    const long = chords.map((v) => hypot(v.x, v.y));
    const middles = long.map((l, k) => long.slice(0, k).reduce((sum, v) => sum + v, l / 2));
    let angle = Math.atan2(chords[0]!.y, chords[0]!.x);
    const angles = [angle];
    for (let k = 1; k < chords.length; k += 1) {
      angle += Math.atan2(
        cross(chords[k - 1]!, chords[k]!),
        chords[k - 1]!.x * chords[k]!.x + chords[k - 1]!.y * chords[k]!.y,
      );
      angles.push(angle);
    }
    const way = angles.reduce((sum, value, k) => {
      const weight = middles.reduce((w, m, j) => (j === k ? w : (w * m) / (m - middles[k]!)), 1);
      return sum + value * weight;
    }, 0);
    return { x: Math.cos(way), y: Math.sin(way) };
  };
  return points.map((at, i) => {
    if (n < 3) return { at, way: unit(subtract(points[n - 1]!, points[0]!)) };
    if (i === 0) return { at, way: atEnd(points.slice(0, 4)) };
    if (i === n - 1) {
      const back = atEnd(points.slice(-4).reverse());
      return { at, way: { x: -back.x, y: -back.y } };
    }
    return { at, way: tangent(points[i - 1]!, at, points[i + 1]!) };
  });
}

/** A straight step so many times as long as one beside it, and over so many mm, is a straight stretch. */
const LONG_STEP = 3;
const LEAST_LONG = 12;

/** A polygon of the places that it needs; what rounding left between them makes no corners then. */
const thinnedPath = (path: ClosedPath, within: number): ClosedPath => {
  const places = thinned(
    path.map((c) => c.p0),
    within,
  );
  return places.map((p, i) => straightCubic(p, places[(i + 1) % places.length]!));
};

/** Replaces a chain of many pieces by longer curves within a distance of it, mm; corners are kept. */
function followed(path: ClosedPath, within: number, look: () => void): ClosedPath {
  const n = path.length;
  const isPolygon = path.every(isStraight);
  const turns = path.map((_, i) => Math.abs(turnAt(path, i)));
  const long = path.map((c) => distance(c.p0, c.p3));
  const isLong = path.map((c, i) => {
    const beside = Math.min(long[(i + 1) % n]!, long[(i + n - 1) % n]!);
    return isStraight(c) && long[i]! > LEAST_LONG && long[i]! > LONG_STEP * beside;
  });
  const isCorner = turns.map((turn, i) => {
    if (!isPolygon) return turn > CORNER_TURN;
    // A corner among steps: sharper than steps turn, or than those beside it do.
    // What lies beyond a straight stretch tells nothing of it.
    const before = (i + n - 1) % n;
    const beside = Math.max(isLong[i]! ? 0 : turns[(i + 1) % n]!, isLong[before]! ? 0 : turns[before]!);
    return turn > STEP_TURN || (turn > LEAST_TURN && turn > LONG_STEP * beside);
  });
  const breaks = path.map((_, i) => i).filter((i) => isCorner[i]! || isLong[i]! || isLong[(i + n - 1) % n]!);
  const starts = breaks.length ? breaks : [0];
  return starts.flatMap((from, k) => {
    look();
    const to = starts[(k + 1) % starts.length]!;
    if (isLong[from]!) return [path[from]!];
    const count = ((to - from + n - 1) % n) + 1;
    const run = Array.from({ length: count }, (_, i) => path[(from + i) % n]!);
    const points = [
      ...run.flatMap((c) => (isStraight(c) ? [c.p0] : flattenCubic(c, FOLLOW_CHORD))),
      run.at(-1)!.p3,
    ];
    const samples = [...directed(points)];
    // It leaves a straight stretch, and comes to one, in the straight's own direction.
    const before = (from + n - 1) % n;
    if (isLong[before]! && !isCorner[from]!) samples[0] = { at: points[0]!, way: wayOf(path[before]!) };
    if (isLong[to]! && !isCorner[to]!)
      samples[samples.length - 1] = { at: points.at(-1)!, way: wayOf(path[to]!) };
    return fitCubics(samples, within);
  });
}

const wayOf = ({ p0, p3 }: Cubic): Point => {
  const long = distance(p0, p3);
  return { x: (p3.x - p0.x) / long, y: (p3.y - p0.y) / long };
};

/** A chain of many pieces as nearly as the nodes that an outline may have allow. */
function inLongerCurves(path: ClosedPath, look: () => void): ClosedPath {
  const [nearest, ...wider] = FOLLOWED;
  const near = followed(path, nearest, look);
  if (near.length <= MOST_NODES || !path.every(isStraight)) return near;
  for (const within of wider) {
    const way = followed(thinnedPath(path, within / 2), within / 2, look);
    if (way.length <= MOST_NODES) return way;
  }
  return near;
}

/**
 * A closed chain as an outline that runs as it is drawn: straight pieces stay straight, curves keep their
 * handles, very many short pieces become longer curves within 0.003 mm of their ends, or up to 0.1 mm where a polygon
 * needs that. Null when it has more nodes than an outline may. `look` is called as it goes on and may throw to end it.
 */
export function nodesAsDrawn(chain: ClosedPath, look: () => void = () => undefined): OutlineFit | null {
  const whole = healed(chain);
  const path = whole.length > MOST_KEPT ? inLongerCurves(whole, look) : whole;
  const n = path.length;
  if (n < 3 || n > MOST_NODES) return null;
  const vector = (from: Point, to: Point): { readonly x: number; readonly y: number } => ({
    x: tidy(to.x - from.x),
    y: tidy(to.y - from.y),
  });
  const nodes = path.map((c, i): OutlineNode => {
    const before = path[(i + n - 1) % n]!;
    const place = { id: `n${i + 1}`, x: tidy(c.p0.x), y: tidy(c.p0.y) };
    const [curvesIn, curvesOut] = [!isStraight(before), !isStraight(c)];
    const handles: Pick<OutlineNode, 'before' | 'after'> = {
      ...(curvesIn ? { before: vector(before.p3, before.p2) } : {}),
      ...(curvesOut ? { after: vector(c.p0, c.p1) } : {}),
    };
    const { before: a, after: b } = handles;
    const inLine =
      a !== undefined &&
      b !== undefined &&
      a.x * b.x + a.y * b.y < 0 &&
      Math.abs(cross(a, b)) <= IN_LINE * hypot(a.x, a.y) * hypot(b.x, b.y);
    return { ...place, kind: inLine ? 'smooth' : 'corner', ...handles };
  });
  return { nodes, off: offOf(chain, nodes, look) };
}

/** Places that are compared, mm apart along the chain. */
const COMPARED = 1;

/** How far the chain's places are from an outline at most, mm. */
function offOf(chain: ClosedPath, nodes: readonly OutlineNode[], look: () => void): number {
  const turned = signedArea(chain) >= 0 ? chain : reversePath(chain);
  const path = solveOutline(nodes);
  // At even steps, each place by itself: a long straight piece has no chords between its ends, and at a sharp
  // tip the two sides are near to each other.
  const { samples } = evenly(flattenPath(turned, 0.002), [], COMPARED);
  return samples.reduce((most, p) => {
    look();
    return Math.max(most, nearestOnPath(path, p)!.distance);
  }, 0);
}

/** A chain of straight steps alone has its corners found; this share of curves tells its own by their joints. */
const CURVED_SHARE = 0.2;
/** The edge is followed by chords this share of the tolerance off it. */
const CHORD_SHARE = 0.05;

/**
 * A closed chain as an outline of the fewest fair and corner nodes found within the tolerance, mm; null when none
 * of reasonable size does. Corners are those of the chain, or, where it is a polygon, those that it stands for.
 */
export function nodesWithin(
  chain: ClosedPath,
  tolerance: number,
  progress: Progress = () => undefined,
  look: () => void = () => undefined,
): OutlineFit | null {
  const path = healed(chain);
  if (path.length < 2) return null;
  const round = path.reduce((s, c) => s + cubicLength(c), 0);
  const curved = path.reduce((s, c) => s + (isStraight(c) ? 0 : cubicLength(c)), 0);
  const edge: Point[] = [];
  const corners: number[] = [];
  path.forEach((c, i) => {
    if (Math.abs(turnAt(path, i)) > CORNER_TURN) corners.push(edge.length);
    look();
    for (const p of flattenPath([c], Math.max(0.001, tolerance * CHORD_SHARE))) edge.push(p);
  });
  const known = curved >= CURVED_SHARE * round || path.length < 12 ? corners : null;
  return fitOutline(edge, tolerance, known, (share) => {
    look();
    progress(share);
  });
}
