import type { Point } from '../../geometry/point.ts';

/** A field of numbers, row by row; a number stands at the middle of its pixel. */
export interface Field {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/**
 * Pixels over the level that hang together with the seed (edge to edge): 1 where they do. Null where the seed
 * itself is under it.
 */
export function regionOf({ width, height, values }: Field, level: number, seed: number): Uint8Array | null {
  if (!(values[seed]! > level)) return null;
  const region = new Uint8Array(width * height);
  const stack = [seed];
  region[seed] = 1;
  while (stack.length) {
    const i = stack.pop()!;
    const x = i % width;
    for (const [j, inside] of [
      [i - 1, x > 0],
      [i + 1, x < width - 1],
      [i - width, i >= width],
      [i + width, i < width * (height - 1)],
    ] as const)
      if (inside && !region[j] && values[j]! > level) {
        region[j] = 1;
        stack.push(j);
      }
  }
  return region;
}

/** The largest region over the level that begins at none of its own pixels on the picture's edge; null where none is. */
export function largestRegion(field: Field, level: number): Uint8Array | null {
  const { width, height, values } = field;
  const seen = new Uint8Array(width * height);
  let best: { readonly region: Uint8Array; readonly size: number } | null = null;
  for (let i = 0; i < values.length; i += 1) {
    if (seen[i] || !(values[i]! > level)) continue;
    const region = regionOf(field, level, i)!;
    let [size, atEdge] = [0, 0];
    region.forEach((on, j) => {
      if (!on) return;
      seen[j] = 1;
      size += 1;
      const x = j % width;
      if (x === 0 || x === width - 1 || j < width || j >= width * (height - 1)) atEdge += 1;
    });
    // What runs along much of the picture's edge is the bench or what lies on it.
    if (atEdge * 8 > width + height) continue;
    if (!best || size > best.size) best = { region, size };
  }
  return best?.region ?? null;
}

/** Fills what a region encloses: everything that cannot be reached from the picture's edge. */
export function filled(region: Uint8Array, width: number, height: number): Uint8Array {
  const outside = new Uint8Array(width * height);
  const stack: number[] = [];
  const reach = (i: number): void => {
    if (!region[i] && !outside[i]) {
      outside[i] = 1;
      stack.push(i);
    }
  };
  for (let x = 0; x < width; x += 1) {
    reach(x);
    reach(width * (height - 1) + x);
  }
  for (let y = 0; y < height; y += 1) {
    reach(y * width);
    reach(y * width + width - 1);
  }
  while (stack.length) {
    const i = stack.pop()!;
    const x = i % width;
    if (x > 0) reach(i - 1);
    if (x < width - 1) reach(i + 1);
    if (i >= width) reach(i - width);
    if (i < width * (height - 1)) reach(i + width);
  }
  return outside.map((o) => (o ? 0 : 1));
}

/**
 * The outer edge of a filled region, counter-clockwise as seen with y down turned up, by following pixel edges:
 * the middles of the edges it passes, one polygon. Null for an empty region.
 */
export function outerEdge(region: Uint8Array, width: number, height: number): readonly Point[] | null {
  const start = region.indexOf(1);
  if (start < 0) return null;
  const on = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < width && y < height && region[y * width + x] === 1;
  // Along the pixel corners, the region on the right of the way: from the first pixel's upper left corner, eastward.
  const WAYS = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ] as const;
  let [x, y, way] = [start % width, Math.floor(start / width), 0];
  const [sx, sy] = [x, y];
  const points: Point[] = [];
  do {
    const [dx, dy] = WAYS[way]!;
    points.push({ x: x + dx / 2, y: y + dy / 2 });
    x += dx;
    y += dy;
    // The two pixels ahead: on the left and the right of the way.
    const [lx, ly] = [
      [x, y - 1],
      [x, y],
      [x - 1, y],
      [x - 1, y - 1],
    ][way] as [number, number];
    const [rx, ry] = [
      [x, y],
      [x - 1, y],
      [x - 1, y - 1],
      [x, y - 1],
    ][way] as [number, number];
    if (!on(rx, ry)) way = (way + 1) % 4;
    else if (on(lx, ly)) way = (way + 3) % 4;
  } while (x !== sx || y !== sy || way !== 0);
  return points.reverse();
}
