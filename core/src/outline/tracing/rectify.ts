import { boxOfPoints } from '../../geometry/box.ts';
import type { Box } from '../../geometry/box.ts';
import type { Point } from '../../geometry/point.ts';
import { distance, hypot } from '../../geometry/point.ts';
import type { Progress } from '../fitRun.ts';
import type { Homography, Pair } from './homography.ts';
import { goodTo, homographyOf, inverseOf, mapBy, offOf } from './homography.ts';
import type { Lens } from './lens.ts';
import { bent, straightened } from './lens.ts';
import type { Raster } from './raster.ts';
import { colourAt } from './raster.ts';

/** Marks in a photo whose true places in a plane are known, mm. */
export interface Seen {
  readonly pixel: Point;
  readonly truth: Point;
}

/** How the plane of the marks is brought upright: the part of it that is shown, mm (y up), and the size of a pixel. */
export interface Upright {
  readonly box: Box;
  readonly mmPerPixel: number;
  readonly width: number;
  readonly height: number;
  /** From the plane, mm, to the straightened photo. */
  readonly toPhoto: Homography;
  /** How far the marks themselves are off after it, mm; 0 with four. */
  readonly residual: number;
  /** How good places come out, mm root mean square, when each mark is set to within `MARKED` of a pixel. */
  readonly goodTo: (place: Point) => number;
}

/** A mark that is set with the photo magnified is off by so many pixels, both ways. */
export const MARKED = 0.7;
/** Pixels of the upright picture at most: beyond, pixels are larger. */
const MOST_PIXELS = 16e6;
/** The plane is shown so far round the middle of the marks at most, mm: a body and its neck's root. */
const REACH = 700;
const EDGE_STEPS = 40;

/**
 * The plane of four or more marks seen upright: what of it the photo shows within reach, at the photo's own
 * fineness. Null where the marks tell no plane.
 */
export function uprightOf(marks: readonly Seen[], width: number, height: number, lens: Lens): Upright | null {
  const pairs: readonly Pair[] = marks.map(({ pixel, truth }) => ({
    from: straightened(lens, pixel),
    to: truth,
  }));
  const toPlane = homographyOf(pairs);
  const toPhoto = toPlane && inverseOf(toPlane);
  if (!toPlane || !toPhoto) return null;
  const middle = {
    x: marks.reduce((s, m) => s + m.truth.x, 0) / marks.length,
    y: marks.reduce((s, m) => s + m.truth.y, 0) / marks.length,
  };
  // The side of the horizon that the marks are on.
  const depth = (p: Point): number => toPhoto[6] * p.x + toPhoto[7] * p.y + toPhoto[8];
  const front = Math.sign(depth(middle));
  const isShown = (p: Point): boolean => {
    if (depth(p) * front <= 0) return false;
    const q = bent(lens, mapBy(toPhoto, p));
    return q.x >= 0 && q.y >= 0 && q.x <= width && q.y <= height;
  };
  const shown: Point[] = marks.map((m) => m.truth);
  for (let i = 0; i <= EDGE_STEPS; i += 1)
    for (let j = 0; j <= EDGE_STEPS; j += 1) {
      const p = {
        x: middle.x + REACH * ((2 * i) / EDGE_STEPS - 1),
        y: middle.y + REACH * ((2 * j) / EDGE_STEPS - 1),
      };
      if (isShown(p)) shown.push(p);
    }
  const box = boxOfPoints(shown)!;
  // As fine as the photo is where the marks are.
  const at = mapBy(toPhoto, middle);
  const step =
    0.5 *
    (distance(at, mapBy(toPhoto, { x: middle.x + 1, y: middle.y })) +
      distance(at, mapBy(toPhoto, { x: middle.x, y: middle.y + 1 })));
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const mmPerPixel = Math.max(1 / step, Math.sqrt((w * h) / MOST_PIXELS));
  const residual = offOf(toPlane, pairs);
  return {
    box,
    mmPerPixel,
    width: Math.max(1, Math.ceil(w / mmPerPixel)),
    height: Math.max(1, Math.ceil(h / mmPerPixel)),
    toPhoto,
    residual,
    goodTo: (place) => hypot(goodTo(pairs, MARKED, [mapBy(toPhoto, place)])[0]!, residual),
  };
}

/** Rows between two tellings of how far it is. */
const TELL_EVERY = 64;

/** The photo brought upright: what it does not show stays white. */
export function rectify(
  photo: Raster,
  upright: Upright,
  lens: Lens,
  progress: Progress = () => undefined,
): Raster {
  const { width, height, box, mmPerPixel, toPhoto } = upright;
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  const colour = new Float64Array(3);
  for (let v = 0; v < height; v += 1) {
    if (v % TELL_EVERY === 0) progress(v / height);
    const y = box.maxY - (v + 0.5) * mmPerPixel;
    for (let u = 0; u < width; u += 1) {
      const x = box.minX + (u + 0.5) * mmPerPixel;
      const q = bent(lens, mapBy(toPhoto, { x, y }));
      if (!(q.x >= 0 && q.y >= 0 && q.x <= photo.width && q.y <= photo.height)) continue;
      colourAt(photo, q.x, q.y, colour);
      const o = 4 * (v * width + u);
      data[o] = colour[0]!;
      data[o + 1] = colour[1]!;
      data[o + 2] = colour[2]!;
    }
  }
  return { width, height, data };
}
