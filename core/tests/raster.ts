/** Test help: a PDF's pages as grey pictures by poppler, and where lines lie in them. Not part of the product. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** 0 black to 255 white, row by row from the top. */
  readonly grey: Uint8Array;
  readonly mmPerPixel: number;
}

function readPgm(bytes: Buffer, dpi: number): Picture {
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 64).toString('latin1'));
  if (!head) throw new Error('not a grey picture');
  return {
    width: Number(head[1]),
    height: Number(head[2]),
    grey: new Uint8Array(bytes.subarray(head[0].length)),
    mmPerPixel: 25.4 / dpi,
  };
}

/** Every page of a PDF as poppler's pdftoppm draws it. */
export function rasterPages(pdf: Uint8Array, dpi: number): Picture[] {
  const folder = mkdtempSync(join(tmpdir(), 'pelkin-raster-'));
  try {
    writeFileSync(join(folder, 'in.pdf'), pdf);
    execFileSync('pdftoppm', ['-r', String(dpi), '-gray', join(folder, 'in.pdf'), join(folder, 'page')]);
    return readdirSync(folder)
      .filter((f) => f.endsWith('.pgm'))
      .sort()
      .map((f) => readPgm(readFileSync(join(folder, f)), dpi));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Darkness 0 to 1 at a place on the sheet (mm from its lower left corner), interpolated between pixels. */
export function darkness(picture: Picture, xMm: number, yMm: number): number {
  const x = xMm / picture.mmPerPixel - 0.5;
  const y = picture.height - yMm / picture.mmPerPixel - 0.5;
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const at = (i: number, j: number): number =>
    i < 0 || j < 0 || i >= picture.width || j >= picture.height
      ? 0
      : 1 - picture.grey[j * picture.width + i]! / 255;
  const [u, v] = [x - x0, y - y0];
  return (
    (at(x0, y0) * (1 - u) + at(x0 + 1, y0) * u) * (1 - v) +
    (at(x0, y0 + 1) * (1 - u) + at(x0 + 1, y0 + 1) * u) * v
  );
}

/**
 * Where a line crosses a probe laid from (x, y) along the unit vector (dx, dy), as the centre of
 * darkness within ±reach; null where nothing dark is met. `samples` per mm, averaged `wide` mm across.
 */
export function lineOffset(
  picture: Picture,
  [x, y]: readonly [number, number],
  [dx, dy]: readonly [number, number],
  reachMm: number,
): number | null {
  const step = picture.mmPerPixel / 8;
  let sum = 0;
  let moment = 0;
  for (let s = -reachMm; s <= reachMm; s += step) {
    const dark = darkness(picture, x + dx * s, y + dy * s);
    sum += dark;
    moment += dark * s;
  }
  return sum * step < LEAST_INK_MM ? null : moment / sum;
}
/** Less ink than this under a probe, mm of black, is the picture's noise. */
const LEAST_INK_MM = 0.03;

/** The words of a PDF's pages as poppler's pdftotext reads them. */
export function textOfPages(pdf: Uint8Array): string {
  const folder = mkdtempSync(join(tmpdir(), 'pelkin-text-'));
  try {
    writeFileSync(join(folder, 'in.pdf'), pdf);
    return execFileSync('pdftotext', ['-layout', join(folder, 'in.pdf'), '-'], { encoding: 'utf8' });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
