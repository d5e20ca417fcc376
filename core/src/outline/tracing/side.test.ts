import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { cameraOver, photoOf, standOf } from '../../../tests/photo.ts';
import { randomFrom } from '../../../tests/random.ts';
import { flattenPath, nearestOnPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { distance } from '../../geometry/point.ts';
import type { Polygon } from '../../geometry/polygons.ts';
import { polygonArea, unionOf, withoutOf } from '../../geometry/polygons.ts';
import { solveOutline } from '../solve.ts';
import type { MarkedPlane } from './camera.ts';
import { cameraOf, faceOf } from './camera.ts';
import { mapBy } from './homography.ts';
import { bent, noBow } from './lens.ts';
import { rectify, uprightOf } from './rectify.ts';
import { sheetEdges } from './sheetEdges.ts';
import { traceEdge } from './traceEdge.ts';

const body = solveOutline(demo('windrow').outline.nodes);
const rms = (list: readonly number[]): number => Math.sqrt(list.reduce((s, v) => s + v * v, 0) / list.length);
const [width, height] = [1200, 900];
const ON_FACE = [
  { x: -125, y: -74 },
  { x: 85, y: -74 },
  { x: 85, y: 74 },
  { x: -125, y: 74 },
];
const BESIDE = ON_FACE.map((p) => ({ x: p.x * 1.4, y: p.y * 1.4 + 300 }));

describe('where a camera stood', () => {
  it('follows from how a slanted plane is seen', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.9, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (tilt, turn) => {
          const seen = cameraOf(cameraOver({ x: 20, y: 10 }, 1.5, turn, tilt, width, height), width, height)!;
          const truth = standOf({ x: 20, y: 10 }, turn, tilt);
          return (
            distance(seen.foot, truth.foot) < 12 &&
            Math.abs(seen.height / truth.height - 1) < 0.02 &&
            seen.sure < 0.06
          );
        },
      ),
    );
  });
  it('from straight above is a guess of the usual lens, or what the file tells of it', () => {
    const straight = cameraOver({ x: 0, y: 0 }, 1.5, 0.2, 0, width, height);
    const guess = cameraOf(straight, width, height)!;
    expect(guess.sure).toBeGreaterThan(0.3);
    // The focal length of this camera is 1.5 pixels of a mm at 1100 mm.
    const told = cameraOf(straight, width, height, (1.5 * 1100) / Math.hypot(width, height))!;
    expect(told.sure).toBeLessThan(0.1);
    expect(told.height).toBeCloseTo(1100, 0);
    expect(distance(told.foot, { x: 0, y: 0 })).toBeLessThan(0.5);
  });
});

describe('the side of a body taken off what a photo shows', () => {
  const face = flattenPath(body, 0.2);
  const whole = Math.abs(polygonArea(face));
  const seenOf = (foot: Point, over: number, thickness: number, on: MarkedPlane): readonly Point[] => {
    const other = on === 'face' ? over / (over + thickness) : over / (over - thickness);
    const copies = Array.from({ length: 61 }, (_, k) => {
      const s = 1 + ((other - 1) * k) / 60;
      return face.map((p) => ({ x: foot.x + (p.x - foot.x) * s, y: foot.y + (p.y - foot.y) * s }));
    });
    return [...unionOf(copies)].sort((a, b) => b.length - a.length)[0]!;
  };
  it('leaves the face, wherever the camera stood', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.double({ min: 900, max: 2000, noNaN: true }),
        fc.constantFrom<MarkedPlane>('face', 'bench'),
        (x, y, over, on) => {
          const seen = seenOf({ x, y }, over, 45, on);
          const left = faceOf(seen, { foot: { x, y }, height: over }, 45, on, 'seen').edge;
          const areaOf = (list: readonly Polygon[]): number => list.reduce((s, p) => s + polygonArea(p), 0);
          // Nothing of the face is lost; hollows narrower than the side seen in them fill up, the joint's corners first.
          return areaOf(withoutOf([face], [left])) < 2 && areaOf(withoutOf([left], [face])) < 0.005 * whole;
        },
      ),
      { numRuns: 12 },
    );
  });
  it('is nothing where no thickness is given, and what it would be is reported', () => {
    expect(faceOf(face, { foot: { x: 0, y: 0 }, height: 1000 }, 0, 'face').edge).toBe(face);
    expect(faceOf(face, { foot: { x: 0, y: 0 }, height: 50 }, 45, 'face').edge).toBe(face);
    const square = [
      { x: -100, y: -100 },
      { x: 100, y: -100 },
      { x: 100, y: 100 },
      { x: -100, y: 100 },
    ];
    // 900 mm beside the foot, seen from 955 mm over the face: the far face is 45 of 1000 nearer to the foot.
    const camera = { foot: { x: -800, y: 100 }, height: 955 };
    const sides = Array.from({ length: 10 }, (_, k) => [-100, 100].map((y) => ({ x: -100 + 20 * k, y })));
    const fine = [...sides.map(([p]) => p!), ...square.slice(1, 3), ...sides.map(([, q]) => q!).reverse()];
    expect(faceOf(fine, camera, 45, 'face', 'seen').removed).toBeCloseTo(Math.hypot(900, 200) * 0.045, 6);
  });
  it.each([
    [400, 300],
    [-300, -400],
    [0, 700],
  ])('is found out from the edge itself: camera over %i, %i', (x, y) => {
    const camera = { foot: { x, y }, height: 900 };
    for (const on of ['face', 'bench'] as const) {
      const shaken = (list: readonly Point[]): readonly Point[] =>
        list.map((p, i) => ({ x: p.x + 0.15 * Math.sin(i * 0.7), y: p.y + 0.15 * Math.cos(i * 0.9) }));
      expect(faceOf(shaken(seenOf(camera.foot, 900, 45, on)), camera, 45, on).removed).toBeGreaterThan(5);
      // The face alone, in another colour than the side: left as it is, at its own size where the bench was marked.
      const grown = on === 'face' ? 1 : 900 / 855;
      const alone = face.map((p) => ({ x: x + (p.x - x) * grown, y: y + (p.y - y) * grown }));
      const found = faceOf(shaken(alone), camera, 45, on);
      expect(found.removed).toBe(0);
      expect(rms(found.edge.map((p) => nearestOnPath(body, p)!.distance))).toBeLessThan(0.2);
    }
  });
});

describe('the edges of a sheet in a photo', () => {
  const marksOf = (k: number, tilt: number, sheet: readonly Point[]) => {
    const at = sheet === BESIDE ? { x: 0, y: 90 } : { x: 0, y: 0 };
    const camera = cameraOver(at, sheet === BESIDE ? 1.3 : 1.5, 0.4, tilt, width, height);
    const lens = { ...noBow(width, height), k };
    const random = randomFrom(11);
    const pixels = sheet.map((truth) => bent(lens, mapBy(camera, truth)));
    const marks = pixels.map((p) => ({ x: p.x + (random() - 0.5) * 4, y: p.y + (random() - 0.5) * 4 }));
    return { at, camera, lens, pixels, marks };
  };
  it.each([-0.08, 0, 0.05])('tell the lens and the corners: bow %f', (k) => {
    const { camera, lens, pixels, marks } = marksOf(k, 0.3, ON_FACE);
    const photo = photoOf({ body, sheet: ON_FACE, camera, width, height, lens });
    const found = sheetEdges(photo, marks)!;
    expect(Math.abs(found.lens.k - k)).toBeLessThan(0.008);
    expect(found.off).toBeLessThan(0.2);
    found.corners.forEach((c, i) => expect(distance(c, pixels[i]!)).toBeLessThan(0.4));
  });
  it('are not believed where there is no sheet, or where one does not lie flat', () => {
    const { camera, lens, marks } = marksOf(0, 0.2, ON_FACE);
    expect(sheetEdges(photoOf({ body, camera, width, height, lens }), marks)).toBeNull();
    // A sheet with one side bent in by 12 mm.
    const curled = [
      ...ON_FACE.slice(0, 2),
      ...Array.from({ length: 19 }, (_, i) => {
        const s = (i + 1) / 20;
        return { x: 85 - 48 * s * (1 - s), y: -74 + 148 * s };
      }),
      ...ON_FACE.slice(2),
    ];
    const photo = photoOf({ body, sheet: ON_FACE, curled, camera, width, height, lens });
    expect(sheetEdges(photo, marks)).toBeNull();
    expect(sheetEdges(photo, marks.slice(0, 3))).toBeNull();
  });

  it.each([
    ['on the face, seen from the side', 'face', 0.45],
    ['on the bench beside the body', 'bench', 0.3],
  ] as const)(
    '%s: with a lens that bends and a thick body, the edge of the face within 0.8 mm rms',
    (_, plane, tilt) => {
      const sheet = plane === 'face' ? ON_FACE : BESIDE;
      const { at, camera, lens, marks } = marksOf(-0.05, tilt, sheet);
      const side = { thickness: 45, camera: standOf(at, 0.4, tilt), plane };
      const photo = photoOf({ body, sheet, camera, width, height, lens, side });
      const edges = sheetEdges(photo, marks)!;
      const seen = sheet.map((truth, i) => ({ truth, pixel: edges.corners[i]! }));
      const upright = uprightOf(seen, width, height, edges.lens)!;
      const { box, mmPerPixel } = upright;
      const traced = traceEdge(rectify(photo, upright, edges.lens), {
        body: [{ x: (-140 - box.minX) / mmPerPixel, y: (box.maxY - 20) / mmPerPixel }],
        bench: [],
        threshold: 0.5,
        strokes: [],
        bridges: [],
      });
      if (!traced.ok) throw new Error(traced.message);
      const all = traced.edge.map((p) => ({
        x: box.minX + p.x * mmPerPixel,
        y: box.maxY - p.y * mmPerPixel,
      }));
      const stand = cameraOf(upright.toPhoto, width, height)!;
      const off = (list: readonly Point[]): number =>
        rms(list.filter((_, i) => i % 8 === 0).map((p) => nearestOnPath(body, p)!.distance));
      expect(off(all)).toBeGreaterThan(4);
      expect(off(faceOf(all, stand, 45, plane).edge)).toBeLessThan(0.8);
    },
  );
});
