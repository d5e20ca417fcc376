import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import { cameraOver, photoOf } from '../../../tests/photo.ts';
import { randomFrom } from '../../../tests/random.ts';
import { nearestOnPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { cross, distance } from '../../geometry/point.ts';
import { solveOutline } from '../solve.ts';
import { palette } from './colours.ts';
import { filled, largestRegion, outerEdge, regionOf } from './contour.ts';
import type { Homography } from './homography.ts';
import { goodTo, homographyOf, inverseOf, mapBy, offOf } from './homography.ts';
import { bent, bowOf, noBow, straightened } from './lens.ts';
import { colourAt, smaller } from './raster.ts';
import { uprightOf } from './rectify.ts';
import { traceEdge } from './traceEdge.ts';

const square: readonly Point[] = [
  { x: 0, y: 0 },
  { x: 210, y: 0 },
  { x: 210, y: 148 },
  { x: 0, y: 148 },
];
const slant: Homography = [2.2, 0.3, 400, -0.2, 1.9, 300, 2e-4, 5e-4, 1];

describe('a plane seen at an angle', () => {
  it('is reported exactly by four marks, and back', () => {
    const corner = (x: number, y: number) =>
      fc.record({
        x: fc.double({ min: x - 60, max: x + 60, noNaN: true }),
        y: fc.double({ min: y - 60, max: y + 60, noNaN: true }),
      });
    fc.assert(
      fc.property(corner(100, 100), corner(900, 120), corner(880, 700), corner(130, 660), (a, b, c, d) => {
        const pairs = [a, b, c, d].map((to, i) => ({ from: square[i]!, to }));
        const h = homographyOf(pairs)!;
        const back = inverseOf(h)!;
        return pairs.every(
          ({ from, to }) => distance(mapBy(h, from), to) < 1e-6 && distance(mapBy(back, to), from) < 1e-6,
        );
      }),
    );
  });
  it('more marks share their errors', () => {
    const random = randomFrom(3);
    const places = Array.from({ length: 12 }, (_, i) => ({ x: (i % 4) * 70, y: Math.floor(i / 4) * 70 }));
    const pairs = places.map((from) => {
      const seen = mapBy(slant, from);
      return { from, to: { x: seen.x + random() - 0.5, y: seen.y + random() - 0.5 } };
    });
    const h = homographyOf(pairs)!;
    expect(offOf(h, pairs)).toBeLessThan(offOf(slant, pairs));
    for (const p of places) expect(distance(mapBy(h, p), mapBy(slant, p))).toBeLessThan(0.8);
  });
  it('three marks, or three of four in line, tell none', () => {
    expect(homographyOf(square.slice(0, 3).map((p) => ({ from: p, to: p })))).toBeNull();
    const inLine = [...square.slice(0, 3), { x: 105, y: 0 }];
    expect(homographyOf(inLine.map((p) => ({ from: p, to: mapBy(slant, p) })))).toBeNull();
    const marks = inLine.map((truth) => ({ truth, pixel: mapBy(slant, truth) }));
    expect(uprightOf(marks, 2000, 1500, noBow(2000, 1500))).toBeNull();
  });
  it('how good it is agrees with marks that are truly off', () => {
    const pairs = square.map((to) => ({ from: mapBy(slant, to), to }));
    const far = mapBy(slant, { x: 330, y: 60 });
    const [told] = goodTo(pairs, 0.7, [far]);
    const random = randomFrom(11);
    const gauss = (): number => Math.sqrt(-2 * Math.log(random() || 1e-9)) * Math.cos(2 * Math.PI * random());
    let sum = 0;
    const RUNS = 1500;
    for (let i = 0; i < RUNS; i += 1) {
      const moved = pairs.map(({ from, to }) => ({
        from: { x: from.x + 0.7 * gauss(), y: from.y + 0.7 * gauss() },
        to,
      }));
      sum += distance(mapBy(homographyOf(moved)!, far), { x: 330, y: 60 }) ** 2;
    }
    expect(told! / Math.sqrt(sum / RUNS)).toBeGreaterThan(0.9);
    expect(told! / Math.sqrt(sum / RUNS)).toBeLessThan(1.1);
  });
  it('the upright picture is as fine as the photo, and shows the marks', () => {
    const marks = square.map((truth) => ({ truth, pixel: mapBy(slant, truth) }));
    const upright = uprightOf(marks, 2000, 1500, noBow(2000, 1500))!;
    expect(upright.residual).toBeLessThan(1e-6);
    expect(upright.mmPerPixel).toBeGreaterThan(0.4);
    expect(upright.mmPerPixel).toBeLessThan(0.7);
    for (const { x, y } of square) {
      expect(
        x >= upright.box.minX && x <= upright.box.maxX && y >= upright.box.minY && y <= upright.box.maxY,
      ).toBe(true);
    }
    // Further from the marks it is reported worse.
    expect(upright.goodTo({ x: 400, y: 74 })).toBeGreaterThan(upright.goodTo({ x: 105, y: 74 }));
  });
});

describe('the bow of a lens', () => {
  it('bends and straightens back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.25, max: 0.2, noNaN: true }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        (k, x, y) => {
          const lens = { ...noBow(3000, 2000), k };
          return distance(bent(lens, straightened(lens, { x, y })), { x, y }) < 1e-6;
        },
      ),
    );
  });
  it('of an edge marked to a pixel is found to a hundredth', () => {
    const random = randomFrom(5);
    const lens = { ...noBow(4000, 3000), k: -0.08 };
    const edge = Array.from({ length: 12 }, (_, i) => {
      const p = bent(lens, { x: 200 + 320 * i, y: 180 });
      return { x: p.x + random() - 0.5, y: p.y + random() - 0.5 };
    });
    const found = bowOf([edge], 4000, 3000)!;
    expect(Math.abs(found.lens.k + 0.08)).toBeLessThan(0.01);
    expect(found.off).toBeLessThan(0.6);
  });
});

describe('regions of a picture', () => {
  const [W, H] = [60, 50];
  const field = (at: (x: number, y: number) => number) => ({
    width: W,
    height: H,
    values: Float32Array.from({ length: W * H }, (_, i) => at(i % W, Math.floor(i / W))),
  });
  const ring = field((x, y) => {
    const r = Math.hypot(x - 30, y - 25);
    return r < 18 && r > 8 ? 1 : 0;
  });
  const areaOf = (edge: readonly Point[]): number =>
    edge.reduce((sum, p, i) => sum + cross(p, edge[(i + 1) % edge.length]!), 0) / 2;
  it('hang together from a seed, and only they', () => {
    const region = regionOf(ring, 0.5, 25 * W + 15)!;
    const other = field((x, y) => (x < 5 && y < 5 ? 1 : 0));
    expect(region.reduce((s, v) => s + v, 0)).toBe(ring.values.reduce((s, v) => s + v, 0));
    expect(regionOf(ring, 0.5, 25 * W + 30)).toBeNull();
    expect(largestRegion(other, 0.5)!.reduce((s, v) => s + v, 0)).toBe(25);
  });
  it('what runs along the picture’s edge is no body', () => {
    const bench = field((x, y) => (y < 4 || (Math.abs(x - 30) < 6 && Math.abs(y - 30) < 6) ? 1 : 0));
    const region = largestRegion(bench, 0.5)!;
    expect(region[2 * W + 10]).toBe(0);
    expect(region[30 * W + 30]).toBe(1);
    expect(
      largestRegion(
        field(() => 0),
        0.5,
      ),
    ).toBeNull();
  });
  it('holes are filled, and the outer edge runs counter-clockwise with y turned up', () => {
    const whole = filled(regionOf(ring, 0.5, 25 * W + 15)!, W, H);
    const pixels = whole.reduce((s, v) => s + v, 0);
    expect(whole[25 * W + 30]).toBe(1);
    const edge = outerEdge(whole, W, H)!;
    // With y down, counter-clockwise as it is seen is a negative area; corners cut off at half pixels.
    expect(-areaOf(edge) / pixels).toBeGreaterThan(0.95);
    expect(-areaOf(edge) / pixels).toBeLessThan(1.001);
    expect(outerEdge(new Uint8Array(W * H), W, H)).toBeNull();
  });
});

describe('pixels and colours', () => {
  const gradient = {
    width: 8,
    height: 4,
    data: Uint8ClampedArray.from(
      { length: 8 * 4 * 4 },
      (_, i) => ((i >> 2) % 8) * 10 + (i % 4 === 3 ? 200 : 0),
    ),
  };
  it('a place between pixels has the colour between theirs', () => {
    const out = new Float64Array(3);
    colourAt(gradient, 3, 2, out);
    expect([...out]).toEqual([25, 25, 25]);
    colourAt(gradient, -5, -5, out);
    expect([...out]).toEqual([0, 0, 0]);
  });
  it('a smaller picture is the mean of what it stands for', () => {
    const half = smaller(gradient, 2);
    expect([half.width, half.height]).toEqual([4, 2]);
    expect([half.data[0], half.data[4]]).toEqual([5, 25]);
    expect(smaller(gradient, 1)).toEqual(gradient);
  });
  it('a palette finds the colours there are', () => {
    const many = Array.from({ length: 90 }, (_, i) => ({ light: [10, 80, 150][i % 3]!, red: 0, blue: 0 }));
    expect(
      palette(many, 3)
        .map((c) => Math.round(c.light))
        .sort((a, b) => a - b),
    ).toEqual([10, 80, 150]);
    expect(palette(many, 1)).toHaveLength(1);
    expect(palette([], 3)).toEqual([]);
  });
});

describe('the edge in a small picture', () => {
  const [W, H] = [240, 200];
  const disc = (at: (x: number, y: number) => readonly [number, number, number]) => {
    const data = new Uint8ClampedArray(W * H * 4);
    for (let i = 0; i < W * H; i += 1) {
      const colour = at((i % W) + 0.5, Math.floor(i / W) + 0.5);
      data.set([...colour, 255], 4 * i);
    }
    return { width: W, height: H, data };
  };
  const cover = (x: number, y: number): number =>
    Math.max(0, Math.min(1, 70.5 - Math.hypot(x - 120, y - 100)));
  const picture = disc((x, y) => {
    const on = cover(x, y);
    return [200 - 80 * on, 200 - 120 * on, 200 - 160 * on];
  });
  const none = { body: [], bench: [], threshold: 0.5, strokes: [], bridges: [] };
  it('is found to a tenth of a pixel without a word', () => {
    const traced = traceEdge(picture, none);
    expect(traced.ok).toBe(true);
    if (traced.ok)
      for (const p of traced.edge) expect(Math.abs(Math.hypot(p.x - 120, p.y - 100) - 70)).toBeLessThan(0.15);
  });
  it('a bridge cuts off what lies beyond it; the brush takes away', () => {
    const bridged = traceEdge(picture, {
      ...none,
      bridges: [
        [
          { x: 170, y: 50 },
          { x: 170, y: 150 },
        ],
      ],
    });
    expect(bridged.ok && Math.max(...bridged.edge.map((p) => p.x))).toBeLessThan(172);
    const brushed = traceEdge(picture, {
      ...none,
      strokes: [{ as: 'bench', points: [{ x: 120, y: 165 }], radius: 14 }],
    });
    expect(brushed.ok && brushed.edge.some((p) => Math.hypot(p.x - 120, p.y - 152) < 3)).toBe(true);
  });
  it('that runs out of the picture is found where a press says that it is the body', () => {
    // A strip from the left edge to the disc: its colour stands in the rim as the bench’s does.
    const handled = disc((x, y) => {
      const strip = x < 120 ? Math.max(0, Math.min(1, 20.5 - Math.abs(y - 100))) : 0;
      const on = Math.max(cover(x, y), strip);
      return [200 - 80 * on, 200 - 120 * on, 200 - 160 * on];
    });
    const ends: readonly [Point, Point] = [
      { x: 53, y: 80 },
      { x: 53, y: 120 },
    ];
    const traced = traceEdge(handled, { ...none, body: [{ x: 130, y: 100 }], bridges: [ends] });
    expect(traced.ok).toBe(true);
    if (!traced.ok) return;
    expect(Math.min(...traced.edge.map((p) => p.x))).toBeGreaterThan(51);
    for (const p of traced.edge.filter(({ x }) => x > 60))
      expect(Math.abs(Math.hypot(p.x - 120, p.y - 100) - 70)).toBeLessThan(0.2);
    expect(traced.edge.length).toBeGreaterThan(150);
  });
  it('a picture of nothing is told so', () => {
    const empty = traceEdge(
      disc(() => [128, 128, 128]),
      none,
    );
    expect(empty.ok).toBe(false);
    if (!empty.ok) expect(empty.message).toContain('mark a place');
  });
});

describe('soft shadows', () => {
  /** A body on a bench, its shadow fading over 34 mm; how far the found edge is from the true one, mm. */
  const traced = (
    wood: readonly [number, number, number],
    bench: readonly [number, number, number],
    dark: number,
  ) => {
    const body = solveOutline(demo('windrow').outline.nodes);
    const [width, height] = [1100, 840];
    const camera = cameraOver({ x: 60, y: 0 }, 1.5, 0.3, 0, width, height);
    const shadow = { by: { x: 26, y: -22 }, dark, soft: true };
    const found = traceEdge(photoOf({ body, camera, width, height, shadow, wood, bench }), {
      body: [],
      bench: [],
      threshold: 0.5,
      strokes: [],
      bridges: [],
    });
    if (!found.ok) throw new Error(found.message);
    const back = inverseOf(camera)!;
    const off = found.edge.map((p) => nearestOnPath(body, mapBy(back, p))!.distance);
    return Math.sqrt(off.reduce((sum, v) => sum + v * v, 0) / off.length);
  };
  const WOOD = { ash: [196, 170, 128], dark: [92, 58, 38], black: [38, 36, 36] } as const;
  const BENCH = { grey: [188, 192, 186], white: [232, 232, 228], brown: [140, 116, 92] } as const;
  it.each([
    ['ash', 'grey', 0.6],
    ['dark', 'white', 0.6],
    ['black', 'grey', 0.35],
  ] as const)('%s on a %s bench in a shadow of %f: the edge, not the shadow’s', (wood, bench, dark) => {
    expect(traced(WOOD[wood], BENCH[bench], dark)).toBeLessThan(0.3);
  });
});
