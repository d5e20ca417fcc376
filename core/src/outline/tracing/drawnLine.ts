import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';
import { evenly } from '../fitOutline.ts';
import type { Progress } from '../fitRun.ts';
import { filled, outerEdge } from './contour.ts';
import type { Raster } from './raster.ts';
import { colourAt, smaller } from './raster.ts';
import type { Steering, Traced } from './traceEdge.ts';
import { bridged, levelled, medianOf, parting, smoothed } from './traceEdge.ts';

/** Lines are looked for in a picture of about so many pixels along its long side: a pen's line is several wide. */
const COARSE = 2200;
/** Paper's brightness is the mean round each pixel, so far to each side: share of the long side. */
const PAPER = 1 / 30;
/** A line is darker than the paper by so much of 255 at least. */
const LEAST_DARK = 18;
/** Gaps of a line that are closed unasked, coarse pixels to each side, the least first. */
const CLOSED_GAPS = [0, 1, 2, 4, 7, 11];
/** A body takes at least this share of the picture. */
const LEAST_BODY = 0.02;
/** A pen’s line is so wide at most, coarse pixels: ink further from the paper that it encloses hangs on it. */
const PEN = 9;
/** What is left of it and thinner than this, coarse pixels to each side, is no part of the body either. */
const THIN = 2;
/** A frame: fills its box to this share, and reaches over so much of the picture. */
const FRAME = { full: 0.985, long: 0.7 };
/** Places of the fine edge are about so far apart, pixels. */
const FINE_STEP = 2;
/** The line is looked for so far outside the coarse edge and so far inside, coarse pixels: no pen is wider. */
const SEEK = { out: 4, in: 14 };
/** Places along the line that are seen together, fine pixels to either side. */
const ALONG = 2;

/** Sums over rectangles: the sum of a field up to each pixel. */
function integral(values: ArrayLike<number>, width: number, height: number): Float64Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y += 1) {
    let row = 0;
    for (let x = 0; x < width; x += 1) {
      row += values[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  return sums;
}

/** The sum of a field's values in the square round each pixel, and how many pixels it has: told row by row. */
function squares(
  values: ArrayLike<number>,
  width: number,
  height: number,
  reach: number,
  tell: (i: number, sum: number, area: number) => void,
): void {
  const sums = integral(values, width, height);
  const row = width + 1;
  for (let y = 0; y < height; y += 1) {
    const y0 = Math.max(0, y - reach);
    const y1 = Math.min(height, y + reach + 1);
    const upper = y0 * row;
    const lower = y1 * row;
    for (let x = 0; x < width; x += 1) {
      const x0 = x > reach ? x - reach : 0;
      const x1 = x + reach + 1 < width ? x + reach + 1 : width;
      const sum = sums[lower + x1]! - sums[upper + x1]! - sums[lower + x0]! + sums[upper + x0]!;
      tell(y * width + x, sum, (x1 - x0) * (y1 - y0));
    }
  }
}

/** A mask of the pixels that fulfil something. */
function masked(size: number, on: (i: number) => boolean): Uint8Array {
  const out = new Uint8Array(size);
  for (let i = 0; i < size; i += 1) if (on(i)) out[i] = 1;
  return out;
}

/** A mask grown by so many pixels to each side. */
function grown(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  if (by === 0) return mask;
  const out = new Uint8Array(mask.length);
  squares(mask, width, height, by, (i, sum) => {
    if (sum > 0) out[i] = 1;
  });
  return out;
}

/** A mask shrunk by so many pixels to each side. */
function shrunk(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  if (by === 0) return mask;
  const out = new Uint8Array(mask.length);
  squares(mask, width, height, by, (i, sum, area) => {
    if (sum === area) out[i] = 1;
  });
  return out;
}

/** How much darker than the paper round it each pixel is. */
function darkness({ width, height, data }: Raster): Float32Array {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i += 1)
    light[i] = (data[4 * i]! + data[4 * i + 1]! + data[4 * i + 2]!) / 3;
  const dark = new Float32Array(light.length);
  const round = Math.max(4, Math.round(Math.max(width, height) * PAPER));
  squares(light, width, height, round, (i, sum, area) => {
    dark[i] = Math.max(0, sum / area - light[i]!);
  });
  return dark;
}

/** Draws a line of ink between two places: a gap that was bridged by hand. */
function ink(mask: Uint8Array, width: number, height: number, a: Point, b: Point): void {
  const steps = Math.max(1, Math.ceil(2 * distance(a, b)));
  for (let k = 0; k <= steps; k += 1)
    for (const [dx, dy] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const) {
      const x = Math.floor(a.x + ((b.x - a.x) * k) / steps) + dx;
      const y = Math.floor(a.y + ((b.y - a.y) * k) / steps) + dy;
      if (x >= 0 && y >= 0 && x < width && y < height) mask[y * width + x] = 1;
    }
}

interface Piece {
  readonly label: number;
  readonly size: number;
  readonly isFrame: boolean;
}

/** The pieces of a mask, edge to edge: each pixel's label, 0 where it is off, and what each piece is. */
function labelled(
  mask: Uint8Array,
  width: number,
  height: number,
): { readonly labels: Int32Array; readonly pieces: readonly Piece[] } {
  const labels = new Int32Array(mask.length);
  const pieces: Piece[] = [];
  const stack: number[] = [];
  const reach = (j: number, label: number): void => {
    if (!mask[j] || labels[j]) return;
    labels[j] = label;
    stack.push(j);
  };
  for (let i = 0; i < mask.length; i += 1) {
    if (!mask[i] || labels[i]) continue;
    const label = pieces.length + 1;
    let [size, x0, x1, y0, y1] = [0, width, 0, height, 0];
    reach(i, label);
    while (stack.length) {
      const j = stack.pop()!;
      const x = j % width;
      const y = (j - x) / width;
      size += 1;
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x);
      y0 = Math.min(y0, y);
      y1 = Math.max(y1, y);
      if (x > 0) reach(j - 1, label);
      if (x < width - 1) reach(j + 1, label);
      if (y > 0) reach(j - width, label);
      if (y < height - 1) reach(j + width, label);
    }
    const [w, h] = [x1 - x0 + 1, y1 - y0 + 1];
    pieces.push({
      label,
      size,
      isFrame: size > FRAME.full * w * h && w > FRAME.long * width && h > FRAME.long * height,
    });
  }
  return { labels, pieces };
}

/** The largest piece of a mask that is at least so large, or the one that a pixel lies in; null where none is. */
function pieceOf(
  mask: Uint8Array,
  width: number,
  height: number,
  seed: number | null,
): { readonly mask: Uint8Array; readonly isFrame: boolean } | null {
  const { labels, pieces } = labelled(mask, width, height);
  const found =
    seed === null
      ? pieces.reduce<Piece | null>((best, p) => (best && best.size >= p.size ? best : p), null)
      : (pieces[labels[seed]! - 1] ?? null);
  if (!found || found.size < LEAST_BODY * width * height) return null;
  return { mask: masked(labels.length, (i) => labels[i] === found.label), isFrame: found.isFrame };
}

/** What a line encloses: all that cannot be reached from the picture’s edge over paper, of one body. */
function enclosed(dark: Uint8Array, width: number, height: number, seed: number | null): Uint8Array | null {
  let lines = dark;
  // A sheet’s frame, and one within it, is peeled off: what it encloses is looked at by itself.
  for (let round = 0; round < 4; round += 1) {
    const body = pieceOf(filled(lines, width, height), width, height, seed);
    if (!body) return null;
    if (!body.isFrame) return body.mask;
    // The frame’s line is the ink that hangs together with its rim.
    const rim = body.mask.indexOf(1);
    const { labels } = labelled(lines, width, height);
    const [before, frame] = [lines, labels[rim]];
    lines = masked(before.length, (i) => before[i] === 1 && labels[i] !== frame);
  }
  return null;
}

/**
 * The line of a drawing in a scan of it: dark on paper, closed but for small gaps (or bridged by hand). The body is what
 * the outermost line encloses, or that round the place that was marked; a sheet’s frame is none, and what hangs on the
 * line thinly (dimensions, words) is left out. Its edge is the middle of the line’s ink. `steering`: marks on the body,
 * strokes of the brush and bridges count.
 */
export function traceDrawnLine(
  picture: Raster,
  steering: Steering,
  progress: Progress = () => undefined,
): Traced {
  const factor = Math.max(1, Math.floor(Math.max(picture.width, picture.height) / COARSE));
  const coarse = smaller(picture, factor);
  const { width, height } = coarse;
  const dark = darkness(coarse);
  progress(0.15);
  const level = Math.max(LEAST_DARK, parting(dark));
  const mask = masked(dark.length, (i) => dark[i]! > level);
  const coarsely = (p: Point): Point => ({ x: p.x / factor, y: p.y / factor });
  for (const [a, b] of steering.bridges) ink(mask, width, height, coarsely(a), coarsely(b));
  for (const { points, radius, as } of steering.strokes)
    if (as === 'bench')
      for (const p of points.map(coarsely)) {
        const r = radius / factor;
        for (let y = Math.max(0, Math.ceil(p.y - r)); y < Math.min(height, p.y + r); y += 1)
          for (let x = Math.max(0, Math.ceil(p.x - r)); x < Math.min(width, p.x + r); x += 1)
            if (hypot(x - p.x, y - p.y) < r) mask[y * width + x] = 0;
      }
  const [mark] = steering.body.map(coarsely);
  const seed = mark
    ? Math.max(0, Math.min(height - 1, Math.floor(mark.y))) * width +
      Math.max(0, Math.min(width - 1, Math.floor(mark.x)))
    : null;
  let body: Uint8Array | null = null;
  for (const [i, gap] of CLOSED_GAPS.entries()) {
    progress(0.15 + (0.4 * i) / CLOSED_GAPS.length);
    const whole = enclosed(grown(mask, width, height, gap), width, height, seed);
    if (!whole) continue;
    body = shrunk(whole, width, height, gap);
    break;
  }
  if (!body)
    return {
      ok: false,
      message:
        'no closed line was found: bridge its gaps, mark a place within it, or scan the drawing with more contrast',
    };
  // Paper that the line encloses, and ink as wide as a line round it: what hangs outside on the line is ink alone.
  const whole = body;
  const paper = masked(whole.length, (i) => whole[i] === 1 && mask[i] === 0);
  const round = grown(paper, width, height, PEN);
  const near = masked(whole.length, (i) => whole[i] === 1 && round[i] === 1);
  const core = grown(shrunk(near, width, height, THIN), width, height, THIN);
  const largest = pieceOf(
    masked(near.length, (i) => near[i] === 1 && core[i] === 1),
    width,
    height,
    null,
  );
  const edge = largest && outerEdge(filled(largest.mask, width, height), width, height);
  if (!edge || edge.length < 40)
    return { ok: false, message: 'what the line encloses is a speck: mark a place within the body’s line' };
  progress(0.6);
  const rough = smoothed(smoothed(evenly(edge, [], 1.5).samples)).map((p) => ({
    x: p.x * factor,
    y: p.y * factor,
  }));
  const places = evenly(rough, [], FINE_STEP).samples;
  const seen = middles(picture, places, factor, (share) => progress(0.6 + 0.35 * share));
  if (seen.filter((o) => o !== null).length < places.length * 0.3)
    return { ok: false, message: 'the line is too pale to be placed: scan the drawing with more contrast' };
  const off = levelled(seen);
  const n = places.length;
  const fine = places.map((p, i) => {
    const [nx, ny] = inward(places, i);
    return { x: p.x + nx * off[i]!, y: p.y + ny * off[i]! };
  });
  const noise = medianOf(seen.map((o, i) => (o === null ? 0 : Math.abs(o - off[i]!))));
  progress(1);
  return n < 3
    ? { ok: false, message: 'the line is too short' }
    : { ok: true, edge: steering.bridges.reduce<readonly Point[]>(bridged, fine), noise };
}

/** The way into the body at a place of its edge, which runs counter-clockwise with y turned up. */
function inward(places: readonly Point[], i: number): readonly [number, number] {
  const n = places.length;
  const [a, b] = [places[(i + n - 2) % n]!, places[(i + 2) % n]!];
  const long = distance(a, b) || 1;
  return [(b.y - a.y) / long, -(b.x - a.x) / long];
}

/** How far inside the coarse edge the middle of the line’s ink lies at each place, pixels; null where no ink is seen. */
function middles(
  picture: Raster,
  places: readonly Point[],
  factor: number,
  progress: Progress,
): readonly (number | null)[] {
  const STEP = 0.5;
  const [out, deep] = [Math.max(4, SEEK.out * factor), Math.max(10, SEEK.in * factor)];
  const count = Math.round((out + deep) / STEP) + 1;
  const colour = new Float64Array(3);
  const light = new Float64Array(count);
  return places.map((p, i) => {
    if (i % 500 === 0) progress(i / places.length);
    const [nx, ny] = inward(places, i);
    for (let k = 0; k < count; k += 1) {
      const s = k * STEP - out;
      let sum = 0;
      for (let j = -ALONG; j <= ALONG; j += 1) {
        colourAt(picture, p.x + nx * s - ny * j, p.y + ny * s + nx * j, colour);
        sum += colour[0]! + colour[1]! + colour[2]!;
      }
      light[k] = sum / (3 * (2 * ALONG + 1));
    }
    // Paper as it is outside the line.
    const quarter = Math.max(1, Math.floor(out / STEP / 2));
    let paper = 0;
    for (let k = 0; k < quarter; k += 1) paper += light[k]! / quarter;
    let least = Infinity;
    for (const v of light) least = Math.min(least, v);
    const half = (paper - least) / 2;
    if (half < LEAST_DARK / 2) return null;
    // The first run of ink from outside, weighed by how dark it is.
    let [sum, weight, begun] = [0, 0, false];
    for (let k = 0; k < count; k += 1) {
      const inkHere = paper - light[k]!;
      if (inkHere > half) {
        begun = true;
        sum += (k * STEP - out) * inkHere;
        weight += inkHere;
      } else if (begun) break;
    }
    return weight > 0 ? sum / weight : null;
  });
}
