import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';
import type { Progress } from '../fitRun.ts';
import { evenly } from '../fitOutline.ts';
import type { Colour } from './colours.ts';
import { colourOf, coloursAround, nearestColour, palette, shadeless } from './colours.ts';
import { filled, largestRegion, outerEdge, regionOf } from './contour.ts';
import type { Raster } from './raster.ts';
import { benchWithShadows } from './shadows.ts';
import { colourAt, smaller } from './raster.ts';

/** A stroke of the brush: what lies under it is taken for bench, or for body, whatever its colour. */
export interface Stroke {
  readonly as: 'bench' | 'body';
  readonly points: readonly Point[];
  readonly radius: number;
}

/** How an edge is looked for; all places in the picture's pixels. */
export interface Steering {
  readonly body: readonly Point[];
  readonly bench: readonly Point[];
  /** Which share of the way from bench to body a pixel must be to count as body: 0 to 1. */
  readonly threshold: number;
  readonly strokes: readonly Stroke[];
  /** Pairs of places on the edge: what the edge does between them, the shorter way round, becomes straight. */
  readonly bridges: readonly (readonly [Point, Point])[];
}

export type Traced =
  | {
      readonly ok: true;
      /** The edge in pixels, closed. */
      readonly edge: readonly Point[];
      /** Half of the edge's places lie within this of their neighbours' line, pixels: what noise there is. */
      readonly noise: number;
    }
  | { readonly ok: false; readonly message: string };

/** The body is first looked for in a picture of about so many pixels along its long side. */
const COARSE = 900;
/** Colours that stand for the bench and for the body. */
const BENCH_COLOURS = 3;
const BODY_COLOURS = 4;
/** A click tells the colours within so many coarse pixels. */
const CLICK = 4;
/** The rim of the picture that is bench unless told otherwise, share of the short side. */
const RIM = 0.03;

function rimColours(picture: Raster): readonly Colour[] {
  const { width, height, data } = picture;
  const rim = Math.max(1, Math.round(Math.min(width, height) * RIM));
  const found: Colour[] = [];
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (x < rim || y < rim || x >= width - rim || y >= height - rim)
        // Every third is plenty; white where a straightened photo shows nothing tells nothing.
        if ((x + y) % 3 === 0) {
          const i = 4 * (y * width + x);
          if (data[i]! + data[i + 1]! + data[i + 2]! < 764) found.push(colourOf(data, i));
        }
  return found;
}

/** A level that parts numbers in two groups of the least spread (N. Otsu, A threshold selection method, 1979). */
export function parting(values: Float32Array): number {
  const BINS = 256;
  const most = values.reduce((m, v) => Math.max(m, v), 0) || 1;
  const counts = new Float64Array(BINS);
  for (const v of values) counts[Math.min(BINS - 1, Math.floor((v / most) * BINS))]! += 1;
  const total = values.length;
  const sum = counts.reduce((s, n, i) => s + n * i, 0);
  let [below, belowSum, best, at] = [0, 0, -1, 0];
  for (let i = 0; i < BINS; i += 1) {
    below += counts[i]!;
    belowSum += i * counts[i]!;
    if (below === 0 || below === total) continue;
    const gap = belowSum / below - (sum - belowSum) / (total - below);
    const between = below * (total - below) * gap * gap;
    if (between > best) [best, at] = [between, i];
  }
  return ((at + 1) / BINS) * most;
}

/** A colour of the rim that is nearer to the body than this share of its way to the next colour of the rim is the body’s. */
const BODYS_OWN = 0.5;

/** Colours of the rim that are the bench’s: the body may run out of the picture, as a neck does behind its headstock. */
function benchOf(rim: readonly Colour[], body: readonly Colour[]): readonly Colour[] {
  if (body.length === 0 || rim.length < 2) return rim;
  const kept = rim.filter((c) => {
    const others = rim.filter((o) => o !== c);
    return nearestColour(body, c) > BODYS_OWN * nearestColour(others, c);
  });
  return kept.length > 0 ? kept : rim;
}

/** How much each pixel is body: 0 bench, 1 body. */
function bodyness(picture: Raster, steering: Steering, factor: number): Float32Array {
  const { width, height, data } = picture;
  const around = (list: readonly Point[]): readonly Colour[] =>
    list.flatMap((p) => [...palette(coloursAround(picture, { x: p.x / factor, y: p.y / factor }, CLICK), 2)]);
  const body = [...around(steering.body)];
  const bench = [...benchOf(palette(rimColours(picture), BENCH_COLOURS), body), ...around(steering.bench)];
  const rim = Math.max(1, Math.round(Math.min(width, height) * RIM));
  const pressed = steering.bench.map((p) => {
    const [x, y] = [Math.floor(p.x / factor), Math.floor(p.y / factor)];
    return Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x));
  });
  // The bench in shadow is bench: soft shadows are as dark as many a body.
  const shaded = benchWithShadows(picture, bench, rim, pressed);
  const off = new Float32Array(width * height);
  for (let i = 0; i < off.length; i += 1)
    off[i] = shaded[i] ? 0 : nearestColour(bench, colourOf(data, 4 * i));
  const level = parting(off);
  if (body.length === 0) {
    const others: Colour[] = [];
    for (let i = 0; i < off.length; i += 7) if (off[i]! > level) others.push(colourOf(data, 4 * i));
    body.push(...palette(others, BODY_COLOURS));
  }
  const values = new Float32Array(off.length);
  for (let i = 0; i < off.length; i += 1) {
    const inside = nearestColour(body, colourOf(data, 4 * i));
    // What is far from every known colour is no bench.
    const near = Math.min(inside, level * 2);
    values[i] = off[i]! / (off[i]! + near || 1);
  }
  return values;
}

export function paint(
  values: Float32Array,
  width: number,
  height: number,
  strokes: readonly Stroke[],
  factor: number,
): void {
  for (const { as, points, radius } of strokes) {
    const r = Math.max(1, radius / factor);
    const value = as === 'bench' ? 0 : 1;
    points.forEach((p, i) => {
      const q = points[i + 1] ?? p;
      const steps = Math.max(1, Math.ceil(distance(p, q) / factor / (r / 2)));
      for (let k = 0; k <= steps; k += 1) {
        const [cx, cy] = [
          (p.x + ((q.x - p.x) * k) / steps) / factor,
          (p.y + ((q.y - p.y) * k) / steps) / factor,
        ];
        for (let y = Math.max(0, Math.floor(cy - r)); y <= Math.min(height - 1, Math.ceil(cy + r)); y += 1)
          for (let x = Math.max(0, Math.floor(cx - r)); x <= Math.min(width - 1, Math.ceil(cx + r)); x += 1)
            if (hypot(x + 0.5 - cx, y + 0.5 - cy) <= r) values[y * width + x] = value;
      }
    });
  }
}

/** The edge's places are looked for so far to either side of the coarse edge, coarse pixels. */
const SEEK = 2.5;
/** Places along the edge that are seen together, fine pixels to either side: noise is levelled, bends are not. */
const ALONG = 3;
/** A step of colour smaller than this is no edge that can be placed. */
const LEAST_STEP = 8;

/**
 * Where the edge truly crosses each place of a coarse one: the picture is read along the normal, and the place
 * taken where it is half way from the colour inside to the colour outside. Null where no step is seen.
 */
function refine(
  picture: Raster,
  places: readonly Point[],
  factor: number,
  progress: Progress,
): readonly (number | null)[] {
  const n = places.length;
  const reach = Math.max(4, SEEK * factor);
  const STEP = 0.5;
  const count = 2 * Math.round(reach / STEP) + 1;
  const profile = new Float64Array(count * 3);
  const sum = new Float64Array(3);
  const colour = new Float64Array(3);
  const third = Math.max(2, Math.floor(count / 5));
  return places.map((p, i) => {
    if (i % 500 === 0) progress(i / n);
    const [a, b] = [places[(i + n - 2) % n]!, places[(i + 2) % n]!];
    const long = distance(a, b) || 1;
    const [tx, ty] = [(b.x - a.x) / long, (b.y - a.y) / long];
    // Outward: the edge runs counter-clockwise with y turned up.
    const [nx, ny] = [-ty, tx];
    for (let k = 0; k < count; k += 1) {
      const s = k * STEP - reach;
      sum.fill(0);
      for (let j = -ALONG; j <= ALONG; j += 1) {
        colourAt(picture, p.x + nx * s + tx * j, p.y + ny * s + ty * j, colour);
        for (let c = 0; c < 3; c += 1) sum[c]! += colour[c]!;
      }
      const { light, red, blue } = shadeless(sum, 2 * ALONG + 1);
      profile[3 * k] = light;
      profile[3 * k + 1] = red;
      profile[3 * k + 2] = blue;
    }
    const end = (from: number): readonly number[] =>
      [0, 1, 2].map((c) => {
        let sum = 0;
        for (let k = from; k < from + third; k += 1) sum += profile[3 * k + c]!;
        return sum / third;
      });
    const [inside, outside] = [end(0), end(count - third)];
    const step = inside.map((v, c) => outside[c]! - v);
    const square = step.reduce((s, v) => s + v * v, 0);
    if (square < LEAST_STEP * LEAST_STEP) return null;
    const share = (k: number): number =>
      step.reduce((s, v, c) => s + v * (profile[3 * k + c]! - inside[c]!), 0) / square;
    let best: number | null = null;
    for (let k = 0; k + 1 < count; k += 1) {
      const [u, v] = [share(k), share(k + 1)];
      if (u < 0.5 && v >= 0.5) {
        const s = (k + (0.5 - u) / (v - u)) * STEP - reach;
        if (best === null || Math.abs(s) < Math.abs(best)) best = s;
      }
    }
    return best;
  });
}

/** Offsets without leaps: medians of so many, then a short mean. */
const MEDIAN = 4;

export function levelled(offsets: readonly (number | null)[]): readonly number[] {
  const n = offsets.length;
  const known = offsets.map((o, i) => {
    const near: number[] = [];
    for (let j = -MEDIAN; j <= MEDIAN; j += 1) {
      const v = offsets[(i + j + n) % n];
      if (v !== null && v !== undefined) near.push(v);
    }
    near.sort((a, b) => a - b);
    const middle = near[near.length >> 1] ?? 0;
    // A place that leaps from its neighbours' median is not seen there.
    return o !== null && Math.abs(o - middle) < 1.5 ? o : middle;
  });
  return known.map((_, i) => {
    const at = (j: number): number => known[(i + j + n) % n]!;
    return (at(-2) + 4 * at(-1) + 6 * at(0) + 4 * at(1) + at(2)) / 16;
  });
}

/** What an edge does between two places, the shorter way round, made straight. */
export function bridged(edge: readonly Point[], [a, b]: readonly [Point, Point]): readonly Point[] {
  const nearestTo = (p: Point): number =>
    edge.reduce((best, q, i) => (distance(p, q) < distance(p, edge[best]!) ? i : best), 0);
  const [i, j] = [nearestTo(a), nearestTo(b)];
  const n = edge.length;
  const lengthFrom = (from: number, to: number): number => {
    let sum = 0;
    for (let k = from; k !== to; k = (k + 1) % n) sum += distance(edge[k]!, edge[(k + 1) % n]!);
    return sum;
  };
  if (i === j) return edge;
  // The kept run goes from `end` on to `start`; the cut one from `start` to `end`.
  const [start, end] = lengthFrom(i, j) <= lengthFrom(j, i) ? [i, j] : [j, i];
  const kept: Point[] = [];
  for (let k = end; ; k = (k + 1) % n) {
    kept.push(edge[k]!);
    if (k === start) break;
  }
  const [p, q] = [edge[start]!, edge[end]!];
  const steps = Math.max(1, Math.round(distance(p, q)));
  for (let k = 1; k < steps; k += 1)
    kept.push({ x: p.x + ((q.x - p.x) * k) / steps, y: p.y + ((q.y - p.y) * k) / steps });
  return kept;
}

/** Places of the fine edge are about so far apart, pixels. */
const FINE_STEP = 2;

/**
 * The body's edge in a picture of it on a plain bench: colours part body from bench, the largest piece of body (or
 * the one that was clicked) is taken, and its edge is then placed to a part of a pixel by the picture's own step.
 */
export function traceEdge(picture: Raster, steering: Steering, progress: Progress = () => undefined): Traced {
  const factor = Math.max(1, Math.floor(Math.max(picture.width, picture.height) / COARSE));
  const coarse = smaller(picture, factor);
  const { width, height } = coarse;
  progress(0.1);
  const values = bodyness(coarse, steering, factor);
  paint(values, width, height, steering.strokes, factor);
  progress(0.35);
  const field = { width, height, values };
  const seeds = steering.body.map((p) => {
    const x = Math.min(width - 1, Math.max(0, Math.floor(p.x / factor)));
    const y = Math.min(height - 1, Math.max(0, Math.floor(p.y / factor)));
    return y * width + x;
  });
  let region: Uint8Array | null = null;
  for (const seed of seeds) {
    const own = regionOf(field, steering.threshold, seed);
    if (!own) continue;
    if (region) own.forEach((on, i) => void (on && (region![i] = 1)));
    else region = own;
  }
  region ??= largestRegion(field, steering.threshold);
  if (!region)
    return {
      ok: false,
      message: 'no body was found: mark a place on it and a place on the bench, or move the threshold',
    };
  const edge = outerEdge(filled(region, width, height), width, height);
  if (!edge || edge.length < 40)
    return {
      ok: false,
      message: 'what was found is a speck: mark a place on the body, or move the threshold',
    };
  progress(0.45);
  const stepped = evenly(edge, [], 1.5).samples;
  // The staircase of pixels levelled: the true edge lies within a coarse pixel of it.
  const rough = smoothed(smoothed(stepped)).map((p) => ({ x: p.x * factor, y: p.y * factor }));
  const places = evenly(rough, [], FINE_STEP).samples;
  const marked = steering.strokes.length
    ? places.map((p) => steering.strokes.some((s) => isUnder(s, p)))
    : null;
  const offsets = refine(picture, places, factor, (share) => progress(0.45 + 0.5 * share));
  const seen = offsets.map((o, i) => (marked?.[i] ? null : o));
  if (seen.filter((o) => o !== null).length < places.length * 0.3)
    return {
      ok: false,
      message: 'body and bench differ too little at the edge: take the photo on a bench of another colour',
    };
  const off = levelled(seen);
  const n = places.length;
  const fine = places.map((p, i) => {
    const [a, b] = [places[(i + n - 2) % n]!, places[(i + 2) % n]!];
    const long = distance(a, b) || 1;
    return { x: p.x - ((b.y - a.y) / long) * off[i]!, y: p.y + ((b.x - a.x) / long) * off[i]! };
  });
  const noise = medianOf(seen.map((o, i) => (o === null ? 0 : Math.abs(o - off[i]!))));
  const whole = steering.bridges.reduce<readonly Point[]>(bridged, fine);
  progress(1);
  return { ok: true, edge: whole, noise };
}

export const medianOf = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

export const smoothed = (points: readonly Point[]): readonly Point[] => {
  const n = points.length;
  return points.map((p, i) => {
    const [a, b] = [points[(i + n - 1) % n]!, points[(i + 1) % n]!];
    return { x: (a.x + 2 * p.x + b.x) / 4, y: (a.y + 2 * p.y + b.y) / 4 };
  });
};

const isUnder = ({ points, radius }: Stroke, p: Point): boolean =>
  points.some((q, i) => {
    const next = points[i + 1] ?? q;
    const [dx, dy] = [next.x - q.x, next.y - q.y];
    const square = dx * dx + dy * dy;
    const t = square > 0 ? Math.max(0, Math.min(1, ((p.x - q.x) * dx + (p.y - q.y) * dy) / square)) : 0;
    return hypot(p.x - q.x - dx * t, p.y - q.y - dy * t) <= radius;
  });
