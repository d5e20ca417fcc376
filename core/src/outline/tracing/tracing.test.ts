import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { cameraOver, photoOf } from '../../../tests/photo.ts';
import { randomFrom } from '../../../tests/random.ts';
import { scaleByMeasures, similarityOf } from '../../design/underlayPlace.ts';
import type { ClosedPath } from '../../geometry/closedPath.ts';
import { flattenPath, nearestOnPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import { fitTraced } from '../fitOutline.ts';
import { solveOutline } from '../solve.ts';
import { mapBy } from './homography.ts';
import { bent, bowOf, noBow } from './lens.ts';
import type { Raster } from './raster.ts';
import { rectify, uprightOf } from './rectify.ts';
import type { Steering } from './traceEdge.ts';
import { traceEdge } from './traceEdge.ts';

/** The picture after a camera's own compression. */
async function asJpeg({ width, height, data }: Raster, quality = 88): Promise<Raster> {
  const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .jpeg({ quality })
    .toBuffer();
  const out = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8ClampedArray(out) };
}

const rms = (list: readonly number[]): number => Math.sqrt(list.reduce((s, v) => s + v * v, 0) / list.length);
const offPath = (places: readonly Point[], path: ClosedPath): readonly number[] =>
  places.map((p) => nearestOnPath(path, p)!.distance);
const STEERING: Steering = { body: [], bench: [], threshold: 0.5, strokes: [], bridges: [] };
const bodyOf = (name: 'windrow' | 'skerry' | 'fathom'): ClosedPath => solveOutline(demo(name).outline.nodes);

/** Rigidly laid on the path: the best turn and shift, by feet found again. */
function laidOn(places: readonly Point[], path: ClosedPath): readonly Point[] {
  let now = places;
  for (let round = 0; round < 8; round += 1) {
    const feet = now.map((p) => nearestOnPath(path, p)!.at);
    const mean = (l: readonly Point[]): Point => ({
      x: l.reduce((s, p) => s + p.x, 0) / l.length,
      y: l.reduce((s, p) => s + p.y, 0) / l.length,
    });
    const [a, b] = [mean(now), mean(feet)];
    let [sin, cos] = [0, 0];
    now.forEach((p, i) => {
      const [px, py, qx, qy] = [p.x - a.x, p.y - a.y, feet[i]!.x - b.x, feet[i]!.y - b.y];
      cos += px * qx + py * qy;
      sin += px * qy - py * qx;
    });
    const t = Math.atan2(sin, cos);
    const [c, s] = [Math.cos(t), Math.sin(t)];
    now = now.map((p) => ({
      x: b.x + c * (p.x - a.x) - s * (p.y - a.y),
      y: b.y + s * (p.x - a.x) + c * (p.y - a.y),
    }));
  }
  return now;
}

/** A small sheet on the face, and places of wood and sheet that a hand would press. */
const SHEET = [
  { x: -125, y: -74 },
  { x: 85, y: -74 },
  { x: 85, y: 74 },
  { x: -125, y: 74 },
];
const WOOD = { x: -140, y: 20 };

describe('a photo with a sheet of paper in perspective', () => {
  it.each([
    // One as a phone takes it; the others at half that fineness show the same.
    ['windrow', 0.35, 0.12, [0, 0], 4000, 3000],
    ['skerry', 0.5, -0.4, [14, -9], 2000, 1500],
    ['fathom', 0.25, 2.9, [-10, 12], 2000, 1500],
  ] as const)(
    '%s: the true edge within 0.5 mm rms',
    async (name, tilt, turn, [sx, sy], width, height) => {
      const body = bodyOf(name);
      const camera = cameraOver({ x: 60, y: 0 }, width / 800, turn, tilt, width, height);
      const shadow = { by: { x: sx, y: sy }, dark: 0.3 };
      const photo = await asJpeg(photoOf({ body, sheet: SHEET, camera, width, height, shadow }));
      const random = randomFrom(7);
      const marks = SHEET.map((truth) => {
        const seen = mapBy(camera, truth);
        // Set to within a pixel of 12 megapixels.
        const off = (): number => ((random() - 0.5) * 2 * width) / 4000;
        return { truth, pixel: { x: seen.x + off(), y: seen.y + off() } };
      });
      const lens = noBow(width, height);
      const upright = uprightOf(marks, width, height, lens)!;
      const straight = rectify(photo, upright, lens);
      const toPixel = (p: Point): Point => ({
        x: (p.x - upright.box.minX) / upright.mmPerPixel,
        y: (upright.box.maxY - p.y) / upright.mmPerPixel,
      });
      const steering = { ...STEERING, body: [toPixel(WOOD)] };
      const traced = traceEdge(straight, steering);
      expect(traced).toMatchObject({ ok: true });
      if (!traced.ok) return;
      const edge = traced.edge.map((p) => ({
        x: upright.box.minX + p.x * upright.mmPerPixel,
        y: upright.box.maxY - p.y * upright.mmPerPixel,
      }));
      const raw = offPath(edge, body);
      const fit = fitTraced(edge, 0.3)!;
      const path = solveOutline(fit.nodes);
      const off = flattenPath(path, 0.2).map((p) => nearestOnPath(body, p)!.distance);
      expect(rms(raw)).toBeLessThan(0.5);
      expect(rms(off)).toBeLessThan(0.5);
    },
    120_000,
  );
});

describe('a photo taken from straight above, scaled by two points', () => {
  it('gives the true edge within 0.6 mm rms', async () => {
    const body = bodyOf('windrow');
    const [width, height] = [3000, 2400];
    const camera = cameraOver({ x: 60, y: 0 }, 4, 0.3, 0, width, height);
    const photo = await asJpeg(
      photoOf({ body, camera, width, height, shadow: { by: { x: 9, y: -9 }, dark: 0.3 } }),
    );
    const [a, b] = [mapBy(camera, { x: -150, y: 0 }), mapBy(camera, { x: 190, y: 0 })];
    const { factor } = scaleByMeasures([
      { from: { x: a.x + 0.6, y: a.y - 0.4 }, to: { x: b.x - 0.5, y: b.y }, truth: 340 },
    ])!;
    const traced = traceEdge(photo, STEERING);
    expect(traced).toMatchObject({ ok: true });
    if (!traced.ok) return;
    // Laid by the two marks on the centre line, then slid and turned as a hand would.
    const lay = similarityOf(a, b, { x: -150, y: 0 }, { x: 190, y: 0 })!;
    const [c, s] = [Math.cos(lay.turn), Math.sin(lay.turn)];
    const edge = traced.edge.map((p) => {
      const [x, y] = [(p.x - a.x) * factor, (a.y - p.y) * factor];
      const turn = Math.atan2(-(b.y - a.y), b.x - a.x);
      const [ct, st] = [Math.cos(-turn), Math.sin(-turn)];
      return { x: -150 + ct * x - st * y, y: st * x + ct * y };
    });
    expect(c * c + s * s).toBeCloseTo(1, 9);
    const off = offPath(laidOn(edge, body), body);
    expect(rms(off)).toBeLessThan(0.6);
  }, 120_000);
});

describe('a lens that bows', () => {
  it('is found from one straight edge, and taken out', () => {
    const [width, height] = [4000, 3000];
    for (const k of [-0.12, -0.03, 0.05]) {
      const lens = { ...noBow(width, height), k };
      const line = Array.from({ length: 9 }, (_, i) => bent(lens, { x: 300 + 400 * i, y: 250 + 20 * i }));
      const found = bowOf([line], width, height)!;
      expect(Math.abs(found.lens.k - k)).toBeLessThan(1e-6);
      expect(found.off).toBeLessThan(1e-6);
      expect(distance(bent(found.lens, { x: 500, y: 700 }), bent(lens, { x: 500, y: 700 }))).toBeLessThan(
        1e-3,
      );
    }
    expect(bowOf([[{ x: 0, y: 0 }]], width, height)).toBeNull();
  });
});
