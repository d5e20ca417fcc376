import { hypot, hypot3 } from '../../geometry/point.ts';
import type { Colour } from './colours.ts';
import { colourOf } from './colours.ts';
import type { Raster } from './raster.ts';

/**
 * Shadows on the bench. A shadow darkens the bench and leaves its hue; a soft one does so gradually, while the body
 * begins with a step. So what is reached from the bench by gradual steps, and has the bench's hue at every step, is bench
 * in shadow, however dark.
 */

/** A shadow leaves at least this share of the light. */
const DARKEST = 0.3;
/** And adds at most so much of it: light that the body throws back. */
const LIGHTEST = 1.08;
/** A hue this near to the bench's, darkened as much, is the bench's. */
const SAME_HUE = 12;
/** A change from one pixel to the next beyond this is a step: a soft shadow changes by less, the body's edge by more. */
const STEP = 5.5;

/** How far a colour's hue is from a bench's that was darkened as much as it; infinite when it is lighter than the bench, or too dark. */
function hueOff(bench: Colour, c: Colour): number {
  const share = c.light / Math.max(1, bench.light);
  if (share < DARKEST || share > LIGHTEST) return Infinity;
  return hypot(c.red - bench.red * share, c.blue - bench.blue * share);
}

/** Colours levelled over three by three pixels, so that noise makes no steps: light, red, blue of each. */
export function levelledColours({ width, height, data }: Raster): Float32Array {
  const plain = new Float32Array(width * height * 3);
  for (let i = 0; i < width * height; i += 1) {
    const { light, red, blue } = colourOf(data, 4 * i);
    plain[3 * i] = light;
    plain[3 * i + 1] = red;
    plain[3 * i + 2] = blue;
  }
  const out = new Float32Array(plain.length);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const o = 3 * (y * width + x);
      let count = 0;
      for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v += 1)
        for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u += 1) {
          const i = 3 * (v * width + u);
          for (let c = 0; c < 3; c += 1) out[o + c]! += plain[i + c]!;
          count += 1;
        }
      for (let c = 0; c < 3; c += 1) out[o + c]! /= count;
    }
  return out;
}

/**
 * The pixels that are bench, lit or in shadow: 1 for each. Begins at the picture's rim, where the bench is, and at the
 * places given (indices of pixels).
 */
export function benchWithShadows(
  picture: Raster,
  bench: readonly Colour[],
  rim: number,
  places: readonly number[] = [],
): Uint8Array {
  const { width, height } = picture;
  const colours = levelledColours(picture);
  const isHue = (i: number): boolean => {
    const c = { light: colours[3 * i]!, red: colours[3 * i + 1]!, blue: colours[3 * i + 2]! };
    return bench.some((b) => hueOff(b, c) < SAME_HUE);
  };
  const reached = new Uint8Array(width * height);
  const waiting: number[] = [];
  const reach = (i: number): void => {
    if (reached[i] || !isHue(i)) return;
    reached[i] = 1;
    waiting.push(i);
  };
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (x < rim || y < rim || x >= width - rim || y >= height - rim) reach(y * width + x);
  for (const i of places) reach(i);
  const step = (i: number, j: number): boolean =>
    hypot3(
      colours[3 * i]! - colours[3 * j]!,
      colours[3 * i + 1]! - colours[3 * j + 1]!,
      colours[3 * i + 2]! - colours[3 * j + 2]!,
    ) > STEP;
  for (let i = waiting.pop(); i !== undefined; i = waiting.pop()) {
    const x = i % width;
    if (x > 0 && !step(i, i - 1)) reach(i - 1);
    if (x + 1 < width && !step(i, i + 1)) reach(i + 1);
    if (i >= width && !step(i, i - width)) reach(i - width);
    if (i + width < width * height && !step(i, i + width)) reach(i + width);
  }
  return reached;
}
