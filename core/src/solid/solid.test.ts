import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circlePath } from '../geometry/figures.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { hollowDepths } from './arch.ts';
import { BadRemoval, deepest, depthOf } from './depths.ts';
import { distancesBeside, distancesOn } from './distances.ts';
import { createSampler, fieldsOf } from './field.ts';
import { areaWithoutWood } from './withoutWood.ts';
import { massOf } from './mass.ts';
import { sharesOf } from './grid.ts';
import { leastThickness } from './thickness.ts';
import { nearChain } from './near.ts';
import { regionHolds, regionOfPaths, regionOfPolygons } from './region.ts';
import type { Region, Removal, Solid } from './solid.ts';

const disc = regionOfPaths(circlePath(200));
const square = regionOfPolygons([
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 60 },
  { x: 0, y: 60 },
]);
const along = { edge: 'outer' as const, bearingRadius: 6, stretch: null };
const plain: Solid = { region: disc, thickness: 40, front: [], back: [] };

describe('distances from a chain', () => {
  it('are those of looking at every piece, and tell the side', () => {
    const places = fc.array(
      fc.record({
        x: fc.double({ min: -90, max: 90, noNaN: true }),
        y: fc.double({ min: -90, max: 90, noNaN: true }),
      }),
      { minLength: 2, maxLength: 60 },
    );
    const at = fc.record({
      x: fc.double({ min: -150, max: 150, noNaN: true }),
      y: fc.double({ min: -150, max: 150, noNaN: true }),
    });
    fc.assert(
      fc.property(places, at, fc.boolean(), (chain, p, closed) => {
        const pieces = chain.map((a, i) => [a, chain[(i + 1) % chain.length]!] as const);
        const least = Math.min(
          ...(closed ? pieces : pieces.slice(0, -1)).map(([a, b]) => {
            const [dx, dy] = [b.x - a.x, b.y - a.y];
            const long = dx * dx + dy * dy;
            const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / long));
            return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
          }),
        );
        const near = nearChain(chain, closed);
        expect(near.distance(p.x, p.y)).toBeCloseTo(least, 9);
        expect(near.distance(p.x, p.y, least + 1)).toBeCloseTo(least, 9);
        if (least > 1) expect(near.distance(p.x, p.y, least - 0.5)).toBe(Infinity);
      }),
      { numRuns: 200 },
    );
    const line = nearChain(
      [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
      ],
      false,
    );
    expect([line.side(5, 2) > 0, line.side(5, -2) < 0]).toEqual([true, true]);
  });
});

describe('what is taken from a face', () => {
  it('a round is its bit’s: deepest at the edge, level where it ends', () => {
    const round = depthOf(disc, { ...along, kind: 'edge round', radius: 10 });
    const at = (s: number): number => round(100 - s, 0);
    for (const s of [0.5, 2, 5, 9.9]) expect(at(s)).toBeCloseTo(10 - Math.sqrt(100 - (10 - s) ** 2), 3);
    expect(at(10.1)).toBe(0);
  });
  it('a contour is level at its line and falls on its left alone', () => {
    const contour: Removal = {
      kind: 'contour',
      start: [
        { x: 0, y: -50 },
        { x: 0, y: 50 },
      ],
      profile: { kind: 'flat', softStart: 10, by: { angle: Math.atan(0.2) } },
    };
    const depth = depthOf(disc, contour);
    expect(depth(20, 0)).toBe(0);
    expect(depth(-5, 0)).toBeCloseTo((0.2 * 25) / 20, 9);
    expect(depth(-30, 0)).toBeCloseTo(0.2 * 25, 9);
    // Within half a degree of level where it begins.
    expect((Math.atan(depth(-0.05, 0) / 0.05) * 180) / Math.PI).toBeLessThan(0.5);
  });
  it('an arch goes through its pairs without a bump between them', () => {
    const pairs = [
      [0, 14],
      [12, 12.5],
      [30, 7],
      [55, 2],
      [80, 0],
    ] as const;
    const deep = hollowDepths(pairs);
    for (const [s, d] of pairs) expect(deep(s)).toBeCloseTo(d, 12);
    for (let s = 0; s < 90; s += 0.5) expect(deep(s + 0.5)).toBeLessThanOrEqual(deep(s) + 1e-12);
    expect(deep(200)).toBe(0);
  });
  it.each([
    [{ ...along, kind: 'edge round', radius: 5, edge: 3 }, 'no hole 4'],
    [{ ...along, kind: 'edge round', radius: 5, bearingRadius: 0 }, 'radius over 0'],
    [
      {
        kind: 'contour',
        start: [{ x: 0, y: 0 }],
        profile: { kind: 'flat', softStart: 0, by: { angle: 0.1 } },
      },
      'two places',
    ],
    [
      {
        kind: 'contour',
        start: [
          { x: -500, y: -50 },
          { x: -500, y: 50 },
        ],
        profile: { kind: 'flat', softStart: 5, by: { dropAtFarthest: 4 } },
      },
      'side of its line',
    ],
  ] as readonly (readonly [Removal, string])[])('what makes no cut says why: %#', (removal, words) => {
    expect(() => depthOf(disc, removal)).toThrow(BadRemoval);
    expect(() => depthOf(disc, removal)).toThrow(words);
  });
  it('never adds wood, and its order does not matter', () => {
    const removal: fc.Arbitrary<Removal> = fc.oneof(
      fc.record({
        kind: fc.constant('edge round' as const),
        radius: fc.double({ min: 1, max: 20, noNaN: true }),
        edge: fc.constant('outer' as const),
        bearingRadius: fc.double({ min: 1, max: 12, noNaN: true }),
        stretch: fc.constant(null),
      }),
      fc.record({
        kind: fc.constant('contour' as const),
        start: fc
          .tuple(fc.double({ min: -60, max: 60, noNaN: true }), fc.double({ min: 0, max: 6, noNaN: true }))
          .map(([off, turn]) => [
            { x: off * Math.cos(turn), y: off * Math.sin(turn) },
            { x: off * Math.cos(turn) - 40 * Math.sin(turn), y: off * Math.sin(turn) + 40 * Math.cos(turn) },
          ]),
        profile: fc.record({
          kind: fc.constant('flat' as const),
          softStart: fc.double({ min: 0, max: 30, noNaN: true }),
          by: fc.record({ angle: fc.double({ min: 0.01, max: 0.5, noNaN: true }) }),
        }),
      }),
    );
    fc.assert(
      fc.property(
        fc.array(removal, { minLength: 1, maxLength: 4 }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (list, turn) => {
          const there = deepest(disc, list);
          const back = deepest(disc, [...list].reverse());
          const fewer = deepest(disc, list.slice(1));
          for (const r of [5, 50, 90, 99]) {
            const [x, y] = [r * Math.cos(turn), r * Math.sin(turn)];
            expect(there(x, y)).toBeGreaterThanOrEqual(0);
            expect(there(x, y)).toBe(back(x, y));
            expect(there(x, y)).toBeGreaterThanOrEqual(fewer(x, y));
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a solid’s mass', () => {
  it('of a plain slab and of one with a pocket is that of its prisms', () => {
    const slab = massOf(fieldsOf({ ...plain, region: square }, 0.5));
    expect(slab.volume).toBeCloseTo(100 * 60 * 40, 0);
    expect(slab.centre.z).toBeCloseTo(-20, 6);
    const pocket: Solid = {
      ...plain,
      region: square,
      front: [
        {
          kind: 'opening',
          depth: 15,
          shape: regionOfPolygons([
            { x: 10.2, y: 10.3 },
            { x: 50.2, y: 10.3 },
            { x: 50.2, y: 40.3 },
            { x: 10.2, y: 40.3 },
          ]),
        },
      ],
    };
    const cut = massOf(fieldsOf(pocket, 0.5));
    expect(Math.abs(cut.volume - (240000 - 40 * 30 * 15)) / 240000).toBeLessThan(1e-3);
    expect(leastThickness(pocket, 0.5).thickness).toBeCloseTo(25, 6);
    expect(areaWithoutWood(pocket, fieldsOf(pocket, 0.5))).toBe(0);
  });
  it('a shallow sliver that two rounds take is measured to half a mm², in closed form', () => {
    // Two quarter circles of 8 meet in wood 9 thick where 2 (8 − √(64 − (8 − s)²)) = 9: s = 8 − √(64 − 3.5²).
    const round = { ...along, kind: 'edge round' as const, radius: 8 };
    const thin: Solid = { region: square, thickness: 9, front: [round], back: [round] };
    const s = 8 - Math.sqrt(64 - 3.5 ** 2);
    const { outer } = square;
    const [long, wide] = ['x', 'y'].map((k) => {
      const all = outer.map((p) => p[k as 'x' | 'y']);
      return Math.max(...all) - Math.min(...all);
    }) as [number, number];
    const want = long * wide - (long - 2 * s) * (wide - 2 * s);
    expect(Math.abs(areaWithoutWood(thin, fieldsOf(thin, 0.5)) - want)).toBeLessThan(0.5);
  });
  it('is the same after a body whose removal made no cut', () => {
    const sampler = createSampler();
    const round = { ...along, kind: 'edge round' as const, radius: 6 };
    const contour = (off: number): Removal => ({
      kind: 'contour',
      start: [
        { x: off, y: 80 },
        { x: off, y: -80 },
      ],
      profile: { kind: 'arc', by: { radius: 60 } },
    });
    const good: Solid = { region: square, thickness: 40, front: [round], back: [] };
    const whole = massOf(sampler.fields(good, 1)).volume;
    const other = { ...square };
    // Its arc is upright before the far edge: refused, after the round was laid out for another edge.
    expect(() => sampler.fields({ ...good, region: other, front: [round, contour(90)] }, 1)).not.toThrow();
    expect(() =>
      sampler.fields({ ...good, region: other, front: [round, { ...round, bearingRadius: 0 }] }, 1),
    ).toThrow(BadRemoval);
    expect(massOf(sampler.fields({ ...good, region: other }, 1)).volume).toBeCloseTo(whole, 6);
  });

  it('counts an opening once whose edge lies in a deeper one', () => {
    const opening = (by: number, up: number, size: number, depth: number): Removal => ({
      kind: 'opening',
      shape: regionOfPolygons([
        { x: by, y: up },
        { x: by + size, y: up },
        { x: by + size, y: up + size },
        { x: by, y: up + size },
      ]),
      depth,
    });
    const solid = (front: readonly Removal[]): Solid => ({ region: square, thickness: 40, front, back: [] });
    const alone = massOf(fieldsOf(solid([opening(20.3, 10.2, 40, 20)]), 0.5)).volume;
    const both = massOf(
      fieldsOf(solid([opening(25.6, 14.7, 15.3, 10), opening(20.3, 10.2, 40, 20)]), 0.5),
    ).volume;
    expect(both).toBeCloseTo(alone, 6);
  });

  it('with an edge round is that of Pappus’ ring', () => {
    const round: Solid = { ...plain, front: [{ ...along, kind: 'edge round', radius: 12 }] };
    const { volume } = massOf(fieldsOf(round, 0.5));
    // The corner that goes, r² (1 − π/4), with its middle 0.2234 r inside the edge, turned about the axis.
    const corner = 144 * (1 - Math.PI / 4);
    const gone = 2 * Math.PI * (100 - 0.2233804 * 12) * corner;
    expect(Math.abs(volume - (Math.PI * 1e4 * 40 - gone)) / volume).toBeLessThan(1e-3);
  });
  it('a place lies in a region but not in its holes', () => {
    const ring = regionOfPaths(circlePath(200), [circlePath(80)]);
    const holds = regionHolds(ring);
    expect([holds(0, 0), holds(60, 0), holds(101, 0)]).toEqual([false, true, false]);
  });
});

describe('distances of few cells', () => {
  const grid = { x0: -59.5, y0: -59.5, step: 1, columns: 120, rows: 120 };
  const whole = { c0: 0, r0: 0, columns: 120, rows: 120 };
  it('from an edge all round are those of looking at every piece, for each cell of the region within the most', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 8, max: 55, noNaN: true }), { minLength: 3, maxLength: 24 }),
        fc.double({ min: 2, max: 45, noNaN: true }),
        (radii, most) => {
          const region = regionOfPolygons(
            radii.map((d, i) => {
              const a = (2 * Math.PI * i) / radii.length;
              return { x: d * Math.cos(a), y: d * Math.sin(a) };
            }),
          );
          const share = sharesOf(region, grid, whole);
          const line = nearChain(region.outer, true);
          const { cells, values } = distancesBeside([line], grid, whole, 0, most, share);
          const found = new Map([...cells].map((cell, k) => [cell, values[k]!]));
          expect(found.size).toBe(cells.length);
          const holds = regionHolds(region);
          share.forEach((part, i) => {
            const [x, y] = [grid.x0 + (i % 120), grid.y0 + Math.floor(i / 120)];
            const truth = line.distance(x, y, Infinity);
            if (part === 0) expect(found.has(i)).toBe(false);
            // Cells whose middle is not in the region are found where their edge passes near.
            else if (truth < most - 1e-3 && (holds(x, y) || truth < 0.7))
              expect(Math.abs(found.get(i)! - truth)).toBeLessThan(1e-4);
            else if (truth > most + 1e-3) expect(found.has(i)).toBe(false);
          });
        },
      ),
      { numRuns: 10 },
    );
  });
});

describe('distances laid out between every fourth cell', () => {
  it('from a line that bends round what lies on its left are off by a fiftieth of a mm at most, where two of its sides are equally near too', () => {
    const grid = { x0: -79.75, y0: -79.75, step: 0.5, columns: 320, rows: 320 };
    const whole = { c0: 0, r0: 0, columns: 320, rows: 320 };
    fc.assert(
      fc.property(
        fc.double({ min: 25, max: 70, noNaN: true }),
        fc.double({ min: 25, max: 70, noNaN: true }),
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
        (high, deep, turn) => {
          // Down one side, along the foot, up the other: all of it on the left.
          const line = nearChain(
            [
              [-70, high],
              [-high / 2, -deep],
              [high / 2, -deep],
              [70, high],
            ].map(([x, y]) => ({
              x: x! * Math.cos(turn) - y! * Math.sin(turn),
              y: x! * Math.sin(turn) + y! * Math.cos(turn),
            })),
            false,
          );
          const { values } = distancesOn(line, grid, whole, 200, null, true);
          for (let i = 0; i < values.length; i += 37) {
            const [x, y] = [grid.x0 + (i % 320) * 0.5, grid.y0 + Math.floor(i / 320) * 0.5];
            if (values[i] !== Infinity)
              expect(Math.abs(values[i]! - line.distance(x, y, Infinity))).toBeLessThan(0.02);
          }
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('shares of cells', () => {
  const grid = { x0: -9.75, y0: -9.75, step: 0.5, columns: 40, rows: 40 };
  /** The same looked at closely: places of a cell that lie in the region. */
  const counted = (region: Region, c: number, r: number): number => {
    const holds = regionHolds(region);
    const N = 40;
    let inside = 0;
    for (let i = 0; i < N; i += 1)
      for (let k = 0; k < N; k += 1)
        if (
          holds(
            grid.x0 + (c - 0.5 + (i + 0.5) / N) * grid.step,
            grid.y0 + (r - 0.5 + (k + 0.5) / N) * grid.step,
          )
        )
          inside += 1;
    return inside / (N * N);
  };
  it('are those of a closer look, past a window’s ends too', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 3, max: 14, noNaN: true }), { minLength: 3, maxLength: 9 }),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.record({ c0: fc.nat({ max: 20 }), r0: fc.nat({ max: 20 }) }),
        (radii, hole, { c0, r0 }) => {
          const about = (list: readonly number[]) =>
            list.map((d, i) => {
              const a = (2 * Math.PI * i) / list.length;
              return { x: d * Math.cos(a) + 0.1, y: d * Math.sin(a) - 0.2 };
            });
          const region = {
            outer: about(radii),
            holes: [about([hole, hole, hole, hole]).reverse()],
            chord: 0.01,
          };
          const window = { c0, r0, columns: 12, rows: 11 };
          const shares = sharesOf(region, grid, window);
          for (let r = 0; r < window.rows; r += 1)
            for (let c = 0; c < window.columns; c += 1) {
              const share = shares[r * window.columns + c]!;
              expect(share).toBeGreaterThan(-1e-6);
              expect(share).toBeLessThan(1 + 1e-6);
              expect(Math.abs(share - counted(region, c0 + c, r0 + r))).toBeLessThan(0.3);
            }
          // And all of them together are its area.
          const all = sharesOf(region, grid, { c0: 0, r0: 0, columns: 40, rows: 40 });
          const sum = all.reduce((s, v) => s + v, 0) * grid.step * grid.step;
          const within = radii.every((d) => d < 9.5);
          if (within)
            expect(Math.abs(sum - polygonArea(region.outer) - polygonArea(region.holes[0]!))).toBeLessThan(1);
        },
      ),
      { numRuns: 12 },
    );
  });
});
