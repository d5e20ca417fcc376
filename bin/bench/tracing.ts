import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import { solveOutline } from '@pelkin/core';
import { fitTraced } from '@pelkin/core/outline';
import { noBow, rectify, traceEdge, uprightOf } from '@pelkin/core/outline/tracing';
import { mapBy } from '../../core/src/outline/tracing/homography.ts';
import { cameraOver, photoOf } from '../../core/tests/photo.ts';
import type { Measured } from './measure.ts';
import { summed } from './measure.ts';

const [WIDTH, HEIGHT] = [4000, 3000];
const SHEET = [
  { x: -125, y: -74 },
  { x: 85, y: -74 },
  { x: 85, y: 74 },
  { x: -125, y: 74 },
];

/** A photo of 12 megapixels brought upright, its edge found, and an outline fitted: what the worker does. */
export async function measureTracing(): Promise<Measured[]> {
  const windrow = JSON.parse(
    readFileSync(new URL('../../demo/windrow.json', import.meta.url), 'utf8'),
  ) as Design;
  const camera = cameraOver({ x: 60, y: 0 }, 5, 0.12, 0.35, WIDTH, HEIGHT);
  const shadow = { by: { x: 9, y: -9 }, dark: 0.3 };
  const body = solveOutline(windrow.outline.nodes);
  const photo = photoOf({ body, sheet: SHEET, camera, width: WIDTH, height: HEIGHT, shadow });
  const marks = SHEET.map((truth) => ({ truth, pixel: mapBy(camera, truth) }));
  const lens = noBow(WIDTH, HEIGHT);
  const [upright, traced, fitted, whole]: number[][] = [[], [], [], []];
  for (let run = 0; run < 5; run += 1) {
    const start = performance.now();
    const plane = uprightOf(marks, WIDTH, HEIGHT, lens)!;
    const straight = rectify(photo, plane, lens);
    const stood = performance.now();
    const pixel = {
      x: (-140 - plane.box.minX) / plane.mmPerPixel,
      y: (plane.box.maxY - 20) / plane.mmPerPixel,
    };
    const found = traceEdge(straight, { body: [pixel], bench: [], threshold: 0.5, strokes: [], bridges: [] });
    if (!found.ok) throw new Error(found.message);
    const seen = performance.now();
    const edge = found.edge.map((p) => ({
      x: plane.box.minX + p.x * plane.mmPerPixel,
      y: plane.box.maxY - p.y * plane.mmPerPixel,
    }));
    if (!fitTraced(edge, 0.3)) throw new Error('the measured edge has no outline');
    const end = performance.now();
    upright!.push(stood - start);
    traced!.push(seen - stood);
    fitted!.push(end - seen);
    whole!.push(end - start);
  }
  return [
    summed('photo of 12 megapixels upright', 'ms', upright!, null),
    summed('its edge found', 'ms', traced!, null),
    summed('an outline fitted to it, within 0.3 mm', 'ms', fitted!, null),
    summed('photo to outline, all three', 'ms', whole!, 6000),
  ];
}
