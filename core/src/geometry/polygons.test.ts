import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flattenPath, signedArea } from './closedPath.ts';
import { circlePath, placeBy, polygonPath, rectPath } from './figures.ts';
import { OFFSET_CHORD, offsetPath } from './offset.ts';
import type { Point } from './point.ts';
import type { Polygon } from './polygons.ts';
import {
  areaHolds,
  boxed,
  commonOf,
  distanceToEdge,
  edgeGap,
  nearestOnSegment,
  polygonArea,
  polygonHolds,
  polygonMiddle,
  polygonsMeet,
  sidesNear,
  squareToSegment,
  unionOf,
  withoutOf,
} from './polygons.ts';

const coordinate = fc.double({ min: -60, max: 60, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });

/** A star-shaped polygon about a middle: never crosses itself. */
const star = fc
  .record({
    at: point,
    radii: fc.array(fc.double({ min: 4, max: 30, noNaN: true }), { minLength: 3, maxLength: 12 }),
    turn: fc.double({ min: 0, max: 6.3, noNaN: true }),
  })
  .map(({ at, radii, turn }): Polygon =>
    radii.map((r, i) => {
      const a = turn + (2 * Math.PI * i) / radii.length;
      return { x: at.x + r * Math.cos(a), y: at.y + r * Math.sin(a) };
    }),
  );
const square = (x: number, y: number, half: number): Polygon => [
  { x: x + half, y: y + half },
  { x: x - half, y: y + half },
  { x: x - half, y: y - half },
  { x: x + half, y: y - half },
];
const areaOf = (polygons: readonly Polygon[]): number => polygons.reduce((sum, p) => sum + polygonArea(p), 0);
/** Whether a point lies in a set of polygons, outer edges and holes: an odd number of them holds it. */
const inAny = (polygons: readonly Polygon[], p: Point): boolean =>
  polygons.filter((polygon) => polygonHolds(polygon, p)).length % 2 === 1;
/** Not so near to an edge that rounding decides, mm. */
const CLEAR = 1e-4;
const clearOf = (polygons: readonly Polygon[], p: Point): boolean =>
  polygons.every((polygon) => distanceToEdge(polygon, p) > CLEAR);

describe('area and middle', () => {
  it('of squares and triangles are known', () => {
    expect(polygonArea(square(3, -2, 5))).toBe(100);
    expect(polygonArea([...square(3, -2, 5)].reverse())).toBe(-100);
    const triangle = [
      { x: 0, y: 0 },
      { x: 9, y: 0 },
      { x: 0, y: 6 },
    ];
    expect(polygonArea(triangle)).toBe(27);
    expect(polygonMiddle(triangle)).toEqual({ x: 3, y: 2 });
    expect(polygonMiddle([{ x: 4, y: 7 }])).toEqual({ x: 4, y: 7 });
  });
  it('move with the polygon and do not mind where it begins', () => {
    fc.assert(
      fc.property(star, point, fc.nat(11), (polygon, by, from) => {
        const k = from % polygon.length;
        const moved = [...polygon.slice(k), ...polygon.slice(0, k)].map((p) => ({
          x: p.x + by.x,
          y: p.y + by.y,
        }));
        expect(polygonArea(moved)).toBeCloseTo(polygonArea(polygon), 6);
        const [a, b] = [polygonMiddle(polygon), polygonMiddle(moved)];
        expect(b.x - a.x).toBeCloseTo(by.x, 5);
        expect(b.y - a.y).toBeCloseTo(by.y, 5);
      }),
    );
  });
});

describe('what is held', () => {
  it('asked of the box first is the same', () => {
    fc.assert(
      fc.property(star, point, (polygon, p) => {
        expect(areaHolds(boxed(polygon), p)).toBe(polygonHolds(polygon, p));
      }),
    );
  });
  it('of a circle is what lies within its radius', () => {
    const circle = flattenPath(circlePath(40), 0.001);
    fc.assert(
      fc.property(point, (p) => {
        const far = Math.hypot(p.x, p.y);
        fc.pre(Math.abs(far - 20) > 0.002);
        expect(polygonHolds(circle, p)).toBe(far < 20);
        expect(distanceToEdge(circle, p)).toBeCloseTo(Math.abs(far - 20), 2);
      }),
    );
  });
});

describe('union, common ground, remainder', () => {
  it('hold just the points they should', () => {
    fc.assert(
      fc.property(star, star, fc.array(point, { minLength: 20, maxLength: 40 }), (a, b, points) => {
        const [all, both, left] = [unionOf([a, b]), commonOf([a], [b]), withoutOf([a], [b])];
        for (const p of points) {
          if (!clearOf([a, b, ...all, ...both, ...left], p)) continue;
          const [inA, inB] = [polygonHolds(a, p), polygonHolds(b, p)];
          expect(inAny(all, p)).toBe(inA || inB);
          expect(inAny(both, p)).toBe(inA && inB);
          expect(inAny(left, p)).toBe(inA && !inB);
        }
      }),
    );
  });
  it('lose and make no ground: the union and what is common are as much as both', () => {
    fc.assert(
      fc.property(star, star, (a, b) => {
        const sum = areaOf(unionOf([a, b])) + areaOf(commonOf([a], [b]));
        expect(sum).toBeCloseTo(polygonArea(a) + polygonArea(b), 3);
        expect(areaOf(withoutOf([a], [b])) + areaOf(commonOf([a], [b]))).toBeCloseTo(polygonArea(a), 3);
      }),
    );
  });
  it('a square cut out of a larger one leaves a hole that winds the other way', () => {
    const left = withoutOf([square(0, 0, 10)], [square(0, 0, 4)]);
    expect(left.map((p) => Math.sign(polygonArea(p))).sort()).toEqual([-1, 1]);
    expect(areaOf(left)).toBeCloseTo(400 - 64, 6);
  });
});

describe('how near', () => {
  it('the place of a segment nearest to a point is no further than any other', () => {
    fc.assert(
      fc.property(point, point, point, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, p, t) => {
        const near = nearestOnSegment(a, b, p);
        const other = { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) };
        const far = (q: Point): number => Math.hypot(q.x - p.x, q.y - p.y);
        expect(far(near)).toBeLessThanOrEqual(far(other) + 1e-9);
      }),
    );
    expect(nearestOnSegment({ x: 1, y: 1 }, { x: 1, y: 1 }, { x: 5, y: 5 })).toEqual({ x: 1, y: 1 });
  });
  it('the square of a distance to a segment is that of the way to its nearest place', () => {
    fc.assert(
      fc.property(point, point, point, (a, b, p) => {
        const q = nearestOnSegment(a, b, p);
        expect(squareToSegment(a, b, p)).toBeCloseTo((q.x - p.x) ** 2 + (q.y - p.y) ** 2, 6);
      }),
    );
    expect(squareToSegment({ x: 1, y: 1 }, { x: 1, y: 1 }, { x: 4, y: 5 })).toBe(25);
  });
  it('the gap of two edges is the least that any of their places have, and lies on both', () => {
    fc.assert(
      fc.property(star, star, fc.double({ min: 0.5, max: 80, noNaN: true }), (a, b, limit) => {
        // Asked of every corner of each: two lines that do not cross are nearest at an end of one of them.
        const least = Math.min(...a.map((p) => distanceToEdge(b, p)), ...b.map((p) => distanceToEdge(a, p)));
        const gap = edgeGap(boxed(a), boxed(b), limit);
        if (gap === null) {
          expect(least).toBeGreaterThan(limit - 1e-9);
          return;
        }
        expect(distanceToEdge(a, gap.from)).toBeLessThan(1e-6);
        expect(distanceToEdge(b, gap.to)).toBeLessThan(1e-6);
        expect(Math.hypot(gap.from.x - gap.to.x, gap.from.y - gap.to.y)).toBeCloseTo(gap.distance, 9);
        // Where they cross it is nothing, whatever their corners are apart.
        if (gap.distance > 0) expect(gap.distance).toBeCloseTo(least, 6);
      }),
    );
  });
  it('a gap is the same from either side', () => {
    fc.assert(
      fc.property(star, star, (a, b) => {
        const [there, back] = [edgeGap(boxed(a), boxed(b), 200), edgeGap(boxed(b), boxed(a), 200)];
        expect(there!.distance).toBeCloseTo(back!.distance, 6);
      }),
    );
  });
  it('two squares are apart by what lies between them', () => {
    const gap = edgeGap(boxed(square(0, 0, 5)), boxed(square(17, 2, 5)), 20)!;
    expect(gap.distance).toBeCloseTo(7, 12);
    expect(gap.from.x).toBe(5);
    expect(gap.to.x).toBe(12);
    expect(edgeGap(boxed(square(0, 0, 5)), boxed(square(17, 2, 5)), 6)).toBeNull();
  });
  it('one inside the other is told by its distance to the edge, and the two meet', () => {
    const [outer, inner] = [boxed(square(0, 0, 10)), boxed(square(3, 0, 2))];
    expect(edgeGap(inner, outer, 20)!.distance).toBeCloseTo(5, 12);
    expect(polygonsMeet(inner, outer)).toBe(true);
    expect(polygonsMeet(outer, inner)).toBe(true);
  });
  it('they meet where they share ground, and nowhere else', () => {
    fc.assert(
      fc.property(star, star, (a, b) => {
        const shared = areaOf(commonOf([a], [b]));
        // A tip that only just reaches over shares less than the reference's whole nanometres can hold.
        const clear =
          a.every((p) => distanceToEdge(b, p) > CLEAR) && b.every((p) => distanceToEdge(a, p) > CLEAR);
        fc.pre(shared > 1e-3 || clear);
        expect(polygonsMeet(boxed(a), boxed(b))).toBe(shared > 0);
      }),
    );
  });
  it('a tip that reaches over by a hundred-thousandth of a millimetre meets, one that ends before it does not', () => {
    const tipAt = (x: number): Polygon => [
      { x, y: 0 },
      { x: x + 20, y: -1 },
      { x: x + 20, y: 1 },
    ];
    const wall = boxed(square(20, 0, 10));
    expect(polygonsMeet(boxed(tipAt(30 - 1e-5)), wall)).toBe(true);
    expect(polygonsMeet(wall, boxed(tipAt(30 - 1e-5)))).toBe(true);
    expect(polygonsMeet(boxed(tipAt(30 + 1e-5)), wall)).toBe(false);
  });
  it('sides near a box are all that come within the limit', () => {
    fc.assert(
      fc.property(star, star, fc.double({ min: 0, max: 20, noNaN: true }), (a, b, limit) => {
        const { box } = boxed(b);
        const near = new Set(sidesNear(a, box, limit).map(([p]) => p));
        a.forEach((p, i) => {
          const q = a[(i + 1) % a.length]!;
          const touches = [p, q].some(
            (c) =>
              c.x >= box.minX - limit / 2 &&
              c.x <= box.maxX + limit / 2 &&
              c.y >= box.minY - limit / 2 &&
              c.y <= box.maxY + limit / 2,
          );
          if (touches) expect(near.has(p)).toBe(true);
        });
      }),
    );
  });
});

describe('figures', () => {
  it('a rounded rectangle encloses its sides less its corners; a radius that does not fit makes a slot', () => {
    const side = fc.double({ min: 2, max: 90, noNaN: true });
    fc.assert(
      fc.property(side, side, fc.double({ min: 0, max: 60, noNaN: true }), (long, wide, radius) => {
        const r = Math.min(radius, long / 2, wide / 2);
        // Arcs by cubics are good to 0.03 % of their radius.
        const area = long * wide - (4 - Math.PI) * r * r;
        expect(Math.abs(signedArea(rectPath(long, wide, radius)) - area)).toBeLessThan(1e-3 * (1 + r * r));
      }),
    );
  });
  it('placed ones keep their area, whichever way they are turned', () => {
    const turn = fc.double({ min: -7, max: 7, noNaN: true });
    fc.assert(
      fc.property(star, point, turn, (polygon, at, a) => {
        expect(polygonArea(polygon.map(placeBy(at, a)))).toBeCloseTo(polygonArea(polygon), 6);
      }),
    );
    const quarter = placeBy({ x: 10, y: 5 }, Math.PI / 2)({ x: 2, y: 0 });
    expect(quarter.x).toBeCloseTo(10, 12);
    expect(quarter.y).toBeCloseTo(7, 12);
  });
  it('offset outward and back encloses no less than before', () => {
    fc.assert(
      fc.property(star, fc.double({ min: 0.5, max: 6, noNaN: true }), (polygon, by) => {
        const outward = offsetPath(polygonPath(polygon), by);
        expect(areaOf(outward)).toBeGreaterThan(polygonArea(polygon));
        const back = outward.flatMap((p) => offsetPath(polygonPath(p), -by));
        // Each of the two may be off by its chords all along the edge: much, beside the area of a thin star.
        const long = polygon.reduce((sum, p, i) => {
          const q = polygon[(i + 1) % polygon.length]!;
          return sum + Math.hypot(q.x - p.x, q.y - p.y);
        }, 0);
        expect(areaOf(back)).toBeGreaterThan(polygonArea(polygon) - 2 * OFFSET_CHORD * long);
      }),
      { numRuns: 60 },
    );
  });
});
