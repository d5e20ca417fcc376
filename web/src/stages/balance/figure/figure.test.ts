import type { Point } from '@pelkin/core';
import { bodyOf, heldAs } from '@pelkin/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../../../core/tests/findings.ts';
import { neckArm, pickingArm } from './arms.ts';
import { arrow } from './arrow.ts';
import { arrowHead, limb, smooth } from './shapes.ts';

/** The places that a path names, in its order. */
const places = (d: string): Point[] =>
  [...d.matchAll(/(-?\d+\.\d) (-?\d+\.\d)(?![\d.]* 0 0 0)/g)].map(([, x, y]) => ({
    x: Number(x),
    y: Number(y),
  }));
const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);
const place = fc.record({
  x: fc.double({ min: -800, max: 800, noNaN: true }),
  y: fc.double({ min: -800, max: 800, noNaN: true }),
});

describe('shapes of the figure', () => {
  it('a smooth curve goes through its points, closed', () =>
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 9 }), (points) => {
        const d = smooth(points);
        expect(d.endsWith('Z')).toBe(true);
        const drawn = places(d);
        // M, then three for each side: two handles and its end.
        expect(drawn).toHaveLength(1 + 3 * points.length);
        points.forEach((p, i) => expect(apart(drawn[3 * i]!, p)).toBeLessThan(0.08));
        expect(apart(drawn.at(-1)!, points[0]!)).toBeLessThan(0.08);
      }),
    ));
  it('a limb is as thick at both joints as it is there, square to its way', () =>
    fc.assert(
      fc.property(
        place,
        place,
        fc.double({ min: 5, max: 60, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        (a, b, from, to) => {
          fc.pre(apart(a, b) > 10);
          const [fromLeft, toLeft, toRight, fromRight] = places(limb(a, b, from, to));
          expect(apart(fromLeft!, fromRight!)).toBeCloseTo(2 * from, 0);
          expect(apart(toLeft!, toRight!)).toBeCloseTo(2 * to, 0);
          expect(apart(fromLeft!, a)).toBeCloseTo(from, 0);
          expect(apart(toRight!, b)).toBeCloseTo(to, 0);
        },
      ),
    ));
  it('a limb or an arrow of no length is drawn without a number that is none', () => {
    const p = { x: 3, y: 4 };
    for (const d of [limb(p, p, 10, 8), arrowHead(p, p, 12)]) expect(d).not.toMatch(/NaN|Infinity/);
  });
  it('an arrow ends where the force does, its head as long as it is asked', () => {
    const [tip, one, two] = places(arrowHead({ x: 0, y: 0 }, { x: 0, y: -100 }, 12));
    expect(tip).toEqual({ x: 0, y: -100 });
    expect((one!.y + two!.y) / 2).toBeCloseTo(-88, 6);
    expect(apart(one!, two!)).toBeCloseTo(12, 6);
  });
  it('a larger force has a longer arrow, and none is too short to be seen', () => {
    expect(arrow(0)).toBeGreaterThan(20);
    expect(arrow(30) - arrow(20)).toBeCloseTo(arrow(-20) - arrow(-10), 9);
    expect(arrow(-5)).toBe(arrow(5));
  });
});

describe('arms', () => {
  const design = demo('windrow');
  const to = ({ x, y }: Point): Point => ({ x, y: -y });
  it('hold the instrument at any angle: bones no longer than they are, joints where the body has them', () =>
    fc.assert(
      fc.property(fc.double({ min: -0.3, max: 1.2, noNaN: true }), (angle) => {
        const body = bodyOf(design.player);
        const held = heldAs(angle, { x: 150, y: 520 }, body.strapAt);
        const [neck, picking] = [neckArm(design, body, held, to), pickingArm(design, body, held, to)];
        expect(neck.arm.shoulder).toEqual(body.neckShoulder);
        expect(picking.arm.shoulder).toEqual(body.pickShoulder);
        for (const { arm, shapes } of [neck, picking]) {
          expect(apart(arm.shoulder, arm.elbow)).toBeLessThanOrEqual(design.player.upperArm + 1e-6);
          expect(apart(arm.elbow, arm.wrist)).toBeLessThanOrEqual(design.player.forearm + 1e-6);
          for (const d of [shapes.upper, ...shapes.lower]) expect(d).not.toMatch(/NaN|Infinity/);
        }
        // Fingers are where they play: the strings’ side of their wrists.
        expect(apart(neck.target, neck.arm.wrist)).toBeLessThan(
          design.player.hand * 1.2 + Math.max(0, neck.arm.wanted - neck.arm.most),
        );
      }),
      { numRuns: 60 },
    ));
});
