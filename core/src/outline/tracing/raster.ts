/** A picture: red, green, blue and clear of each pixel, row by row from the upper left corner. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** The colour at a place (pixel middles at halves), between the four pixels around; edges go on. Writes r, g, b into `out`. */
export function colourAt({ width, height, data }: Raster, x: number, y: number, out: Float64Array): void {
  const px = Math.min(Math.max(x - 0.5, 0), width - 1);
  const py = Math.min(Math.max(y - 0.5, 0), height - 1);
  const [x0, y0] = [Math.floor(px), Math.floor(py)];
  const [x1, y1] = [Math.min(x0 + 1, width - 1), Math.min(y0 + 1, height - 1)];
  const [fx, fy] = [px - x0, py - y0];
  const [a, b, c, d] = [
    4 * (y0 * width + x0),
    4 * (y0 * width + x1),
    4 * (y1 * width + x0),
    4 * (y1 * width + x1),
  ];
  const [wa, wb, wc, wd] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
  for (let k = 0; k < 3; k += 1)
    out[k] = data[a + k]! * wa + data[b + k]! * wb + data[c + k]! * wc + data[d + k]! * wd;
}

/** The picture made smaller by a whole factor: each pixel the mean of the square it stands for. */
export function smaller({ width, height, data }: Raster, factor: number): Raster {
  if (factor <= 1) return { width, height, data };
  const [w, h] = [Math.floor(width / factor), Math.floor(height / factor)];
  const out = new Uint8ClampedArray(w * h * 4);
  const area = factor * factor;
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      let [r, g, b] = [0, 0, 0];
      for (let j = 0; j < factor; j += 1) {
        let i = 4 * ((y * factor + j) * width + x * factor);
        for (let k = 0; k < factor; k += 1, i += 4) {
          r += data[i]!;
          g += data[i + 1]!;
          b += data[i + 2]!;
        }
      }
      const o = 4 * (y * w + x);
      out[o] = r / area;
      out[o + 1] = g / area;
      out[o + 2] = b / area;
      out[o + 3] = 255;
    }
  return { width: w, height: h, data: out };
}
