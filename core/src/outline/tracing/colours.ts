import type { Point } from '../../geometry/point.ts';
import { hypot, hypot3 } from '../../geometry/point.ts';
import type { Raster } from './raster.ts';

/** A colour as brightness and two differences, so that a shadow, which changes brightness most, weighs less. */
export interface Colour {
  readonly light: number;
  readonly red: number;
  readonly blue: number;
}

/** Brightness counts for this share of what the differences do: bench and body part by colour before shade. */
const LIGHT = 0.6;
const OPPOSED = 1.4;

export const colourOf = (data: Uint8ClampedArray, i: number): Colour => {
  const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!];
  return {
    light: (LIGHT * (r + g + b)) / 3,
    red: OPPOSED * (r - g) * Math.SQRT1_2,
    blue: OPPOSED * ((r + g) / 2 - b) * Math.SQRT1_2,
  };
};

/** Brightness counts for so little where an edge is placed: a shadow beside it is no edge while colours differ. */
const PLACED_LIGHT = 0.3;

/** The mean of summed colours, brightness counting for little. */
export const shadeless = (sum: Float64Array, count: number): Colour => {
  const [r, g, b] = [sum[0]! / count, sum[1]! / count, sum[2]! / count];
  return {
    light: (PLACED_LIGHT * (r + g + b)) / 3,
    red: OPPOSED * (r - g) * Math.SQRT1_2,
    blue: OPPOSED * ((r + g) / 2 - b) * Math.SQRT1_2,
  };
};

export const apart = (a: Colour, b: Colour): number =>
  hypot3(a.light - b.light, a.red - b.red, a.blue - b.blue);

/** How far a colour is from the nearest of some. */
export const nearestColour = (list: readonly Colour[], c: Colour): number => {
  let least = Infinity;
  for (const p of list) least = Math.min(least, apart(p, c));
  return least;
};

const meanOf = (list: readonly Colour[]): Colour => ({
  light: list.reduce((s, c) => s + c.light, 0) / list.length,
  red: list.reduce((s, c) => s + c.red, 0) / list.length,
  blue: list.reduce((s, c) => s + c.blue, 0) / list.length,
});

const ROUNDS = 8;

/** A few colours that stand for many (k means, begun from the two that differ most). */
export function palette(colours: readonly Colour[], count: number): readonly Colour[] {
  if (colours.length === 0) return [];
  const centres = [meanOf(colours)];
  while (centres.length < count) {
    const far = colours.reduce(
      (best, c) => {
        const off = Math.min(...centres.map((m) => apart(m, c)));
        return off > best.off ? { c, off } : best;
      },
      { c: colours[0]!, off: 0 },
    );
    if (far.off < 4) break;
    centres.push(far.c);
  }
  let now: readonly Colour[] = centres;
  for (let round = 0; round < ROUNDS; round += 1) {
    const groups = now.map((): Colour[] => []);
    for (const c of colours) {
      let best = 0;
      for (let k = 1; k < now.length; k += 1) if (apart(now[k]!, c) < apart(now[best]!, c)) best = k;
      groups[best]!.push(c);
    }
    now = groups.map((g, k) => (g.length ? meanOf(g) : now[k]!));
  }
  // Colours that few pixels have are specks.
  return now;
}

/** Colours in a disc round a place. */
export function coloursAround({ width, height, data }: Raster, at: Point, radius: number): readonly Colour[] {
  const found: Colour[] = [];
  const [x0, x1] = [Math.max(0, Math.floor(at.x - radius)), Math.min(width - 1, Math.floor(at.x + radius))];
  const [y0, y1] = [Math.max(0, Math.floor(at.y - radius)), Math.min(height - 1, Math.floor(at.y + radius))];
  for (let y = y0; y <= y1; y += 1)
    for (let x = x0; x <= x1; x += 1)
      if (hypot(x + 0.5 - at.x, y + 0.5 - at.y) <= radius) found.push(colourOf(data, 4 * (y * width + x)));
  return found;
}
