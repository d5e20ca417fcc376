import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxesMeet, boxHolds, boxOfPoints, growBox, unionBox } from './box.ts';
import { solveOutline } from '../outline/solve.ts';
import { centroid, flattenPath, mirrorPath, perimeter, reversePath, signedArea } from './closedPath.ts';
import { pathHolds } from './inside.ts';
import { polygonHolds } from './polygons.ts';
import type { Cubic } from './cubic.ts';
import {
  cubicAt,
  cubicBox,
  cubicCurvature,
  cubicFirst,
  cubicLength,
  cubicSecond,
  flattenCubic,
  nearestOnCubic,
  splitCubic,
  straightCubic,
} from './cubic.ts';
import { cubicMeetsBox } from './meetsBox.ts';
import { cross, distance } from './point.ts';
import { adaptiveGauss, gauss8 } from './quadrature.ts';
import { remember } from './remember.ts';
import { bracketedRoot, cubicRootsInUnit, goldenSectionMinimum, quadraticRoots } from './roots.ts';

const number = fc.double({ min: -300, max: 300, noNaN: true });
const point = fc.record({ x: number, y: number });
const cubic: fc.Arbitrary<Cubic> = fc.record({ p0: point, p1: point, p2: point, p3: point });
const unit = fc.double({ min: 0, max: 1, noNaN: true });
const near = (a: { x: number; y: number }, b: { x: number; y: number }, within = 1e-9): boolean =>
  distance(a, b) <= within * (1 + Math.hypot(a.x, a.y));

/** A quarter circle of radius r about the origin by one cubic (good to 0.03 % of r). */
const QUARTER = 0.5522847498307936;
const quarter = (r: number): Cubic => ({
  p0: { x: r, y: 0 },
  p1: { x: r, y: QUARTER * r },
  p2: { x: QUARTER * r, y: r },
  p3: { x: 0, y: r },
});

describe('roots', () => {
  it('of a quadratic are where it is zero, in order', () => {
    fc.assert(
      fc.property(number, number, fc.double({ min: 0.01, max: 50, noNaN: true }), (r, s, a) => {
        const roots = quadraticRoots(a, -a * (r + s), a * r * s);
        const want = [Math.min(r, s), Math.max(r, s)];
        // A double root may be lost to rounding: the two then agree to half the digits.
        if (roots.length === 0) return Math.abs(r - s) < 1e-4;
        return roots.every((root, i) => Math.abs(root - want[i]!) < 1e-4);
      }),
    );
  });
  it('of degenerate quadratics are those of the line, or none', () => {
    expect(quadraticRoots(0, 2, -4)).toEqual([2]);
    expect(quadraticRoots(0, 0, 5)).toEqual([]);
    expect(quadraticRoots(0, 0, 0)).toEqual([]);
    expect(quadraticRoots(1, 0, 1)).toEqual([]);
    expect(quadraticRoots(1, 0, 0)).toEqual([0]);
  });
  it('of a cubic with three roots between the ends are all found', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { minLength: 3, maxLength: 3 }), (list) => {
        const [p, q, r] = list.map((n) => n / 100).sort((m, n) => m - n) as [number, number, number];
        const roots = cubicRootsInUnit(1, -(p + q + r), p * q + q * r + p * r, -p * q * r);
        return roots.length === 3 && [p, q, r].every((want, i) => Math.abs(roots[i]! - want) < 1e-9);
      }),
    );
  });
  it('between brackets are met to the last digits, ends included', () => {
    expect(bracketedRoot((t) => t ** 3 - 0.2, 0, 1)).toBeCloseTo(Math.cbrt(0.2), 12);
    expect(bracketedRoot((t) => t, 0, 1)).toBe(0);
    expect(bracketedRoot((t) => t - 1, 0, 1)).toBe(1);
  });
  it('a least value is found by golden section', () =>
    expect(goldenSectionMinimum((t) => (t - 0.37) ** 2, 0, 1)).toBeCloseTo(0.37, 7));
});

describe('quadrature', () => {
  it('is exact for polynomials up to degree 15', () => {
    for (let n = 0; n <= 15; n += 1) expect(gauss8((t) => t ** n, 0, 1)).toBeCloseTo(1 / (n + 1), 13);
  });
  it('halves until smooth functions are met', () =>
    expect(adaptiveGauss((t) => Math.sqrt(1 + 400 * t * t), -1, 1, 1e-10)).toBeCloseTo(
      Math.sqrt(401) + Math.asinh(20) / 20,
      8,
    ));
});

describe('a cubic', () => {
  it('is parted without moving a point of it', () => {
    fc.assert(
      fc.property(cubic, unit, unit, (c, t, s) => {
        const [a, b] = splitCubic(c, t);
        return near(cubicAt(a, s), cubicAt(c, s * t)) && near(cubicAt(b, s), cubicAt(c, t + s * (1 - t)));
      }),
    );
  });
  it('lies in its box, which it touches', () => {
    fc.assert(
      fc.property(cubic, unit, (c, t) => {
        const box = growBox(cubicBox(c), 1e-9);
        return boxHolds(box, cubicAt(c, t));
      }),
    );
    const box = cubicBox(quarter(100));
    expect(box).toEqual({ minX: 0, minY: 0, maxX: 100, maxY: 100 });
  });
  it('has the derivatives that differences show', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (c, t) => {
        const h = 1e-5;
        const [a, b] = [cubicAt(c, t - h), cubicAt(c, t + h)];
        const first = { x: (b.x - a.x) / (2 * h), y: (b.y - a.y) / (2 * h) };
        const [u, v] = [cubicFirst(c, t - h), cubicFirst(c, t + h)];
        const second = { x: (v.x - u.x) / (2 * h), y: (v.y - u.y) / (2 * h) };
        return distance(first, cubicFirst(c, t)) < 1e-3 && distance(second, cubicSecond(c, t)) < 1e-3;
      }),
    );
  });
  it('that is straight has its chord for length, no curvature, and no more points than it needs', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        const c = straightCubic(a, b);
        return Math.abs(cubicLength(c) - distance(a, b)) < 1e-6 && flattenCubic(c, 0.01).length === 1;
      }),
    );
    expect(cubicCurvature(straightCubic({ x: 0, y: 0 }, { x: 9, y: 0 }), 0.3)).toBeCloseTo(0, 12);
  });
  it('that stands still has no curvature to tell', () => {
    const p = { x: 3, y: 4 };
    expect(cubicCurvature({ p0: p, p1: p, p2: p, p3: p }, 0.5)).toBeNull();
  });
  it('of a quarter circle has its length and curvature', () => {
    expect(cubicLength(quarter(100)) / (50 * Math.PI)).toBeCloseTo(1, 3);
    expect(cubicCurvature(quarter(100), 0.5)! * 100).toBeCloseTo(1, 1);
  });
  it('has the length of its parts', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (c, t) => {
        const whole = cubicLength(c);
        return Math.abs(cubicLength(c, 0, t) + cubicLength(c, t, 1) - whole) < 1e-5 * (1 + whole);
      }),
      { numRuns: 40 },
    );
  });
  it('has the length of its parts where it folds back on itself', () => {
    // Found by the property above, seed 1723516937.
    const zero = { x: 0, y: 0 };
    const fold = { p0: zero, p1: zero, p2: { x: -0.17266577808847752, y: 0 }, p3: zero };
    const t = 0.3266486083804188;
    const whole = cubicLength(fold);
    expect(Math.abs(cubicLength(fold, 0, t) + cubicLength(fold, t, 1) - whole)).toBeLessThan(1e-9);
    // Out to its turn at t = 2/3, where x = 4/9 of the handle, and back.
    expect(whole).toBeCloseTo(2 * (4 / 9) * 0.17266577808847752, 9);
  });
  it('is flattened within the chord error requested', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0.01, max: 1, noNaN: true }), (c, error) => {
        const points = [...flattenCubic(c, error), c.p3];
        const steps = points.length - 1;
        return points.slice(1).every((b, i) => {
          const a = points[i]!;
          const middle = cubicAt(c, (i + 0.5) / steps);
          const chord = distance(a, b);
          const off =
            chord === 0
              ? distance(a, middle)
              : Math.abs(cross({ x: b.x - a.x, y: b.y - a.y }, { x: middle.x - a.x, y: middle.y - a.y })) /
                chord;
          return off <= error * 1.0001;
        });
      }),
      { numRuns: 60 },
    );
  });
  it('is never farther from a point than any of its samples', () => {
    fc.assert(
      fc.property(cubic, point, (c, p) => {
        const found = nearestOnCubic(c, p);
        if (Math.abs(distance(cubicAt(c, found.t), p) - found.distance) > 1e-9) return false;
        return Array.from({ length: 201 }, (_, i) => distance(cubicAt(c, i / 200), p)).every(
          (d) => found.distance <= d + 1e-6,
        );
      }),
      { numRuns: 2000 },
    );
  });
});

describe('a curve and a box', () => {
  it('meet just when a fine sampling says so', () => {
    fc.assert(
      fc.property(cubic, point, fc.double({ min: 5, max: 200, noNaN: true }), (c, corner, size) => {
        const box = { minX: corner.x, minY: corner.y, maxX: corner.x + size, maxY: corner.y + size };
        const sampled = Array.from({ length: 2001 }, (_, i) => cubicAt(c, i / 2000));
        const meets = cubicMeetsBox(c, box);
        if (sampled.some((p) => boxHolds(box, p))) return meets;
        // What only brushes a corner may be missed by samples, never by a wide margin.
        return !meets || sampled.some((p) => boxHolds(growBox(box, 1), p));
      }),
      { numRuns: 300 },
    );
  });
  it('meet where the curve runs through two corners', () => {
    // Found by the property above, seed 569824776.
    const zero = { x: 0, y: 0 };
    const diagonal = { p0: { x: 299.99999999991405, y: 299.99999999991405 }, p1: zero, p2: zero, p3: zero };
    expect(cubicMeetsBox(diagonal, { minX: 0, minY: 5e-324, maxX: 5, maxY: 5 })).toBe(true);
  });
  it('meet where the curve only crosses, both ends outside', () => {
    const across = straightCubic({ x: -50, y: 5 }, { x: 50, y: 5 });
    expect(cubicMeetsBox(across, { minX: 0, minY: 0, maxX: 10, maxY: 10 })).toBe(true);
    expect(cubicMeetsBox(across, { minX: 0, minY: 6, maxX: 10, maxY: 10 })).toBe(false);
  });
});

describe('boxes', () => {
  it('hold what they were made from', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 9 }), (points) => {
        const box = boxOfPoints(points)!;
        return points.every((p) => boxHolds(box, p));
      }),
    );
    expect(boxOfPoints([])).toBeNull();
    expect(unionBox(null, null)).toBeNull();
  });
  it('meet when they touch', () => {
    const a = { minX: 0, minY: 0, maxX: 1, maxY: 1 };
    expect(boxesMeet(a, { ...a, minX: 1, maxX: 2 })).toBe(true);
    expect(boxesMeet(a, { ...a, minX: 1.1, maxX: 2 })).toBe(false);
  });
});

describe('closed paths', () => {
  const square = (w: number, h: number): readonly Cubic[] => {
    const [a, b, c, d] = [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ];
    return [straightCubic(a, b), straightCubic(b, c), straightCubic(c, d), straightCubic(d, a)];
  };
  it('of a rectangle have its area, centroid and perimeter', () => {
    const path = square(40, 30);
    expect(signedArea(path)).toBeCloseTo(1200, 9);
    expect(centroid(path)).toMatchObject({ x: expect.closeTo(20, 9), y: expect.closeTo(15, 9) });
    expect(perimeter(path)).toBeCloseTo(140, 6);
    expect(centroid([straightCubic({ x: 0, y: 0 }, { x: 1, y: 0 })])).toBeNull();
  });
  it('change the sign of their area when run backwards, and keep it when mirrored', () => {
    const path = square(40, 30);
    expect(signedArea(reversePath(path))).toBeCloseTo(-1200, 9);
    expect(signedArea(mirrorPath(path))).toBeCloseTo(1200, 9);
  });
});

describe('remembering', () => {
  it('computes once for the same arguments, and forgets the oldest', () => {
    let calls = 0;
    const f = remember((a: object, n: number) => {
      calls += 1;
      return [a, n];
    }, 2);
    const [x, y] = [{}, {}];
    expect(f(x, 1)).toBe(f(x, 1));
    expect(calls).toBe(1);
    f(x, 2);
    f(y, 1);
    expect(calls).toBe(3);
    f(x, 1);
    expect(calls).toBe(4);
  });
});

describe('a point inside a path', () => {
  it('is told where the ray from it passes through nodes, along straight edges and by turning points', () => {
    // A body with nodes, an extreme and a level edge at the height of what is asked.
    const path = solveOutline(
      (
        [
          [0, -17.7, 'corner'],
          [32, -29.79, 'fair'],
          [98.67, -12.47, 'fair'],
          [132, -3.81, 'fair'],
          [147, 18.59, 'fair'],
          [46.8, 23.32, 'fair'],
          [0, 17.7, 'corner'],
        ] as const
      ).map(([x, y, kind], i) => ({ id: `n${i}`, x, y, kind })),
    );
    const nodes = path.map((c) => c.p0);
    const line = flattenPath(path, 0.001);
    for (const { y } of nodes)
      for (let x = -20.5; x < 170; x += 3) {
        const near = Math.min(...line.map((q) => Math.hypot(q.x - x, q.y - y)));
        if (near < 0.1) continue;
        expect([x, y, pathHolds(path, { x, y })]).toEqual([x, y, polygonHolds(line, { x, y: y + 1e-9 })]);
      }
    const square = solveOutline(
      (
        [
          [0, 0],
          [10, 0],
          [10, 10],
          [5, 10],
          [5, 5],
          [0, 5],
        ] as const
      ).map(([x, y], i) => ({
        ...{ id: `n${i}`, x, y },
        kind: 'corner' as const,
      })),
    );
    expect(pathHolds(square, { x: -1, y: 5 })).toBe(false);
    expect(pathHolds(square, { x: 7, y: 5 })).toBe(true);
    expect(pathHolds(square, { x: -1, y: 0 })).toBe(false);
    expect(pathHolds(square, { x: 3, y: 10 })).toBe(false);
  });
});
