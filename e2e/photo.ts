import { readFileSync } from 'node:fs';
import type { Design, Point } from '@pelkin/core';
import { solveOutline } from '@pelkin/core';
import sharp from 'sharp';
import { cameraOver, photoOf } from '../core/tests/photo.ts';
import { mapBy } from '../core/src/outline/tracing/homography.ts';
import { bent, noBow } from '../core/src/outline/tracing/lens.ts';
import { uprightOf } from '../core/src/outline/tracing/rectify.ts';

/** A small sheet on the face of the body, from its upper left corner, clockwise; instrument frame, mm. */
const SHEET: readonly Point[] = [
  { x: -125, y: 74 },
  { x: 85, y: 74 },
  { x: 85, y: -74 },
  { x: -125, y: -74 },
];
const [WIDTH, HEIGHT] = [1600, 1200];

export interface Photo {
  readonly bytes: Buffer;
  /** Where the sheet's corners are seen. */
  readonly sheet: readonly Point[];
  /** Where the upright picture shows a place of the instrument, before it is laid on it. */
  readonly uprightPixel: (p: Point) => Point;
}

/**
 * A photo of the demo's body as a left-handed maker has it, further off and through a lens that bows; and where it
 * shows a place of the design.
 */
export async function leftHandedPhoto(
  body: Design,
): Promise<{ readonly bytes: Buffer; readonly seen: (p: Point) => Point }> {
  const [a, b, c, d, e, f, g, h, i] = cameraOver({ x: -160, y: 0 }, 1.5, -0.08, 0.25, WIDTH, HEIGHT);
  // The wood is the design's mirror image: x → −x.
  const camera = [-a, b, c, -d, e, f, -g, h, i] as const;
  const lens = { ...noBow(WIDTH, HEIGHT), k: -0.07 };
  const { data } = photoOf({
    body: solveOutline(body.outline.nodes),
    camera,
    width: WIDTH,
    height: HEIGHT,
    lens,
  });
  return { bytes: await jpegOf(data), seen: (p) => bent(lens, mapBy(camera, p)) };
}

const jpegOf = (data: Uint8ClampedArray): Promise<Buffer> =>
  sharp(Buffer.from(data.buffer), { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .jpeg({ quality: 90 })
    .toBuffer();

const measured = (): Design =>
  JSON.parse(
    readFileSync(new URL('../core/tests/designs/pointed-windrow.json', import.meta.url), 'utf8'),
  ) as Design;

/** A photo of a design's body on a bench, taken at an angle, with a sheet of A5 on its face. */
export async function photoFile(design = measured()): Promise<Photo> {
  const camera = cameraOver({ x: 60, y: 0 }, 2, 0.12, 0.35, WIDTH, HEIGHT);
  const { data } = photoOf({
    body: solveOutline(design.outline.nodes),
    sheet: [...SHEET].reverse(),
    camera,
    width: WIDTH,
    height: HEIGHT,
    shadow: { by: { x: 9, y: -9 }, dark: 0.3 },
  });
  const bytes = await jpegOf(data as Uint8ClampedArray);
  const sheet = SHEET.map((p) => mapBy(camera, p));
  // The sheet’s own plane is the instrument’s, moved to its lower left corner.
  const marks = sheet.map((pixel, i) => ({
    pixel,
    truth: { x: SHEET[i]!.x - SHEET[3]!.x, y: SHEET[i]!.y - SHEET[3]!.y },
  }));
  const upright = uprightOf(marks, WIDTH, HEIGHT, noBow(WIDTH, HEIGHT))!;
  return {
    bytes,
    sheet,
    uprightPixel: (p) => {
      const plane = { x: p.x - SHEET[3]!.x, y: p.y - SHEET[3]!.y };
      return {
        x: (plane.x - upright.box.minX) / upright.mmPerPixel,
        y: (upright.box.maxY - plane.y) / upright.mmPerPixel,
      };
    },
  };
}
