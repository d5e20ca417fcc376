import { EndType, JoinType, inflatePathsD } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { solveOutline } from '../outline/solve.ts';
import { flattenPath } from './closedPath.ts';
import { pathCrossings } from './crossings.ts';
import { OFFSET_CHORD, offsetPath, offsetPolygon } from './offset.ts';
import type { Point } from './point.ts';
import { distanceToEdge, polygonArea, polygonHolds } from './polygons.ts';

type Ring = readonly Point[];
const plain = (rings: readonly Ring[]) => rings.map((r) => r.map(({ x, y }) => ({ x, y })));
const areaOf = (rings: readonly Ring[]): number => rings.reduce((sum, r) => sum + polygonArea(r), 0);
const around = (ring: Ring): number =>
  ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return sum + Math.hypot(q.x - p.x, q.y - p.y);
  }, 0);

/** The polygon library’s own offset: every side laid out apart. */
const byLibrary = (polygon: Ring, by: number): readonly Ring[] =>
  inflatePathsD(plain([polygon]), by, JoinType.Round, EndType.Polygon, 2, 6, OFFSET_CHORD);
/** Rings of less than this, mm², are the dust of where nearly nothing is left. */
const DUST = 0.2;
const kept = (rings: readonly Ring[]): readonly Ring[] =>
  rings.filter((r) => Math.abs(polygonArea(r)) > DUST);
/** How far places of some rings lie off the edges of others at most, mm. */
const apart = (rings: readonly Ring[], others: readonly Ring[]): number =>
  Math.max(
    0,
    ...rings.flatMap((ring) => ring.map((p) => Math.min(...others.map((other) => distanceToEdge(other, p))))),
  );
function expectAlike(ours: readonly Ring[], theirs: readonly Ring[]): void {
  const [a, b] = [kept(ours), kept(theirs)];
  expect(Math.abs(areaOf(a) - areaOf(b))).toBeLessThan(
    2 * DUST + 0.01 * [...a, ...b].reduce((sum, r) => sum + around(r), 0),
  );
  if (a.length === 0 || b.length === 0) return;
  // Where two curves meet at a small angle, being off by a chord across is being off by more along.
  expect(Math.max(apart(a, b), apart(b, a))).toBeLessThan(0.15);
}

/** Fair outlines about the origin, with hollows, horns and narrow places. */
const outline = fc
  .array(fc.double({ min: 25, max: 160, noNaN: true }), { minLength: 5, maxLength: 12 })
  .map((radii) =>
    solveOutline(
      radii.map((r, i) => ({
        id: `n${i}`,
        x: r * Math.cos((2 * Math.PI * i) / radii.length),
        y: r * Math.sin((2 * Math.PI * i) / radii.length),
        kind: 'fair' as const,
      })),
    ),
  );
/** The same with straight sides and sharp corners, never crossing itself. */
const star = fc
  .array(fc.double({ min: 15, max: 150, noNaN: true }), { minLength: 3, maxLength: 14 })
  .map((radii) =>
    radii.map((r, i) => ({
      x: r * Math.cos((2 * Math.PI * i) / radii.length),
      y: r * Math.sin((2 * Math.PI * i) / radii.length),
    })),
  );
const offset = fc.oneof(
  fc.double({ min: -60, max: -0.05, noNaN: true }),
  fc.double({ min: 0.05, max: 60, noNaN: true }),
);

describe('an offset', () => {
  it('of any fair outline is that of the polygon library, side by side', () =>
    fc.assert(
      fc.property(outline, offset, (path, by) => {
        const polygon = flattenPath(path, OFFSET_CHORD);
        // One that crosses itself has no inside of its own.
        const { crossings, doubled } = pathCrossings(path);
        fc.pre(crossings.length === 0 && doubled === null);
        expectAlike(offsetPolygon(polygon, by), byLibrary(polygon, by));
      }),
      { numRuns: 40 },
    ));
  it('of any star with sharp corners is too', () =>
    fc.assert(
      fc.property(star, offset, (polygon, by) => {
        expectAlike(offsetPolygon(polygon, by), byLibrary(polygon, by));
      }),
      { numRuns: 300 },
    ));
  it('lies so far from the outline, on its side, everywhere', () =>
    fc.assert(
      fc.property(star, offset, (polygon, by) => {
        for (const ring of offsetPolygon(polygon, by))
          for (const p of ring) {
            expect(Math.abs(distanceToEdge(polygon, p) - Math.abs(by))).toBeLessThan(0.011);
            expect(polygonHolds(polygon, p)).toBe(by < 0);
          }
      }),
      { numRuns: 300 },
    ));
  it.each(['windrow', 'skerry', 'fathom'] as const)(
    'of %s keeps its distance, inside and outside',
    (name) => {
      const path = solveOutline(demo(name).outline.nodes);
      const polygon = flattenPath(path, 0.0005);
      for (const by of [-45, -20, -3, 0.4, 12, 40]) {
        const rings = offsetPath(path, by);
        expect(rings.length).toBeGreaterThan(0);
        for (const ring of rings)
          for (const p of ring)
            expect(Math.abs(distanceToEdge(polygon, p) - Math.abs(by)), `${by}`).toBeLessThan(0.011);
        expectAlike(rings, byLibrary(flattenPath(path, OFFSET_CHORD), by));
      }
    },
  );
  it('of a circle is a circle; past its middle nothing is left', () => {
    const circle = Array.from({ length: 720 }, (_, i) => ({
      x: 50 * Math.cos((i * Math.PI) / 360),
      y: 50 * Math.sin((i * Math.PI) / 360),
    }));
    for (const by of [-49, -20, -1, 1, 30]) {
      const rings = offsetPolygon(circle, by);
      expect(rings).toHaveLength(1);
      // A line that is 0.01 mm off, and a circle of 720 sides.
      const right = Math.PI * (50 + by) ** 2;
      expect(Math.abs(areaOf(rings) - right)).toBeLessThan(0.01 * 2 * Math.PI * (50 + by) + 0.0001 * right);
    }
    for (const by of [-50.1, -75, -99, -100, -400]) expect(offsetPolygon(circle, by)).toEqual([]);
  });
  it('falls in two where a waist is narrower than twice the offset', () => {
    const dumbbell = [
      [-100, -40],
      [-20, -40],
      [-20, -8],
      [20, -8],
      [20, -40],
      [100, -40],
      [100, 40],
      [20, 40],
      [20, 8],
      [-20, 8],
      [-20, 40],
      [-100, 40],
    ].map(([x, y]) => ({ x: x!, y: y! }));
    expect(offsetPolygon(dumbbell, -10)).toHaveLength(2);
    expect(offsetPolygon(dumbbell, -7)).toHaveLength(1);
    expectAlike(offsetPolygon(dumbbell, -10), byLibrary(dumbbell, -10));
  });
  it('of a square out has round corners, in has sharp ones; clockwise or not, with a side of no length', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ];
    for (const polygon of [square, [...square].reverse()]) {
      expect(areaOf(offsetPolygon(polygon, -2))).toBeCloseTo(36, 6);
      expect(areaOf(offsetPolygon(polygon, 3))).toBeCloseTo(100 + 120 + Math.PI * 9, 0);
    }
    expect(offsetPolygon(square.slice(0, 2), 3)).toEqual([]);
  });
});
