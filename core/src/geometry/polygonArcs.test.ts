import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circlePath, polygonPath, rectPath } from './figures.ts';
import { offsetPath } from './offset.ts';
import type { Point } from './point.ts';
import { distance } from './point.ts';
import { polygonArcs } from './polygonArcs.ts';

const arcsOf = (polygon: readonly Point[]) => polygonArcs(polygon, 0.005);

/** Middle and radius of an arc by its bulge. */
function circleOf({ from, to, bulge }: ReturnType<typeof polygonArcs>['arcs'][number]) {
  const chord = distance(from, to);
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const k = (1 - bulge * bulge) / (4 * bulge);
  return {
    radius,
    centre: {
      x: (from.x + to.x) / 2 - (to.y - from.y) * k,
      y: (from.y + to.y) / 2 + (to.x - from.x) * k,
    },
  };
}

describe('a polygon of chords as arcs', () => {
  it('a circle of chords is two or three arcs of its radius', () => {
    const [polygon] = offsetPath(circlePath(60), 2.5);
    const { arcs, deviation } = arcsOf(polygon!);
    expect(arcs.length).toBeLessThan(5);
    expect(deviation).toBeLessThan(0.005);
    for (const arc of arcs.filter((a) => a.bulge !== 0)) {
      const { centre, radius } = circleOf(arc);
      expect(radius).toBeCloseTo(32.5, 1);
      expect(Math.hypot(centre.x, centre.y)).toBeLessThan(0.02);
    }
  });
  it('a rectangle grown is four sides and four corners', () => {
    const [polygon] = offsetPath(rectPath(92, 61, 3), 8);
    const { arcs, deviation } = arcsOf(polygon!);
    expect(arcs).toHaveLength(8);
    expect(deviation).toBeLessThan(0.004);
    const bent = arcs.filter((a) => a.bulge !== 0);
    expect(bent).toHaveLength(4);
    for (const arc of bent) {
      // So near to the corner’s curve, an arc of a little less than it may be a little flatter.
      expect(Math.abs(circleOf(arc).radius - 11)).toBeLessThan(0.02);
      expect(Math.abs(Math.abs(arc.bulge) - Math.tan(Math.PI / 8))).toBeLessThan(0.02);
    }
    expect(arcs.filter((a) => a.bulge === 0 && distance(a.from, a.to) > 1)).toHaveLength(4);
  });
  it('sides that are meant as sides stay: an octagon, a square', () => {
    for (const n of [4, 8, 12]) {
      const polygon = Array.from({ length: n }, (_, i) => ({
        x: 40 * Math.cos((2 * Math.PI * i) / n),
        y: 40 * Math.sin((2 * Math.PI * i) / n),
      }));
      const { arcs, deviation } = arcsOf(polygon);
      expect(arcs).toHaveLength(n);
      expect(arcs.every((a) => a.bulge === 0)).toBe(true);
      expect(deviation).toBe(0);
    }
  });
  it('closes, runs through its points in order, and keeps to the tolerance (any rounded polygon, grown)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 90, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: -2, max: 9, noNaN: true }),
        (long, wide, radius, by) => {
          for (const polygon of offsetPath(rectPath(long, wide, radius), by)) {
            const { arcs, deviation } = arcsOf(polygon);
            expect(deviation).toBeLessThanOrEqual(0.005);
            arcs.forEach((arc, i) => expect(arc.to).toEqual(arcs[(i + 1) % arcs.length]!.from));
            // Every point of the polygon is the end of an arc, or lies on one.
            for (const p of polygon) {
              const off = Math.min(
                ...arcs.map((arc) => {
                  if (distance(arc.from, p) === 0 || distance(arc.to, p) === 0) return 0;
                  if (arc.bulge === 0) return Infinity;
                  const { centre, radius: r } = circleOf(arc);
                  return Math.abs(distance(centre, p) - r);
                }),
              );
              expect(off).toBeLessThanOrEqual(0.005 + 1e-9);
            }
          }
        },
      ),
    );
  });
  it('few points stay as they are', () => {
    const three = polygonPath([
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 5, y: 8 },
    ]).map((c) => c.p0);
    expect(arcsOf(three).arcs).toHaveLength(3);
  });
});
