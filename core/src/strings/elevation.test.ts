import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { NeckSide } from './elevation.ts';
import {
  LEAST_BITE,
  LEAST_UNDER_BOARD,
  angleFor,
  breakAngle,
  depthFor,
  outsideTravel,
  pocketDepthAt,
  radiusDrop,
  saddlePlace,
  shimFor,
} from './elevation.ts';

const RAD = Math.PI / 180;
const anyNeck = fc.record({
  scaleLength: fc.double({ min: 500, max: 900, noNaN: true }),
  jointFret: fc.integer({ min: 12, max: 24 }),
  heel: fc.double({ min: 15, max: 40, noNaN: true }),
  depth: fc.double({ min: 0, max: 25, noNaN: true }),
  angle: fc.double({ min: -3 * RAD, max: 8 * RAD, noNaN: true }),
  fretHeight: fc.double({ min: 0.5, max: 1.6, noNaN: true }),
  actionNut: fc.double({ min: 0.2, max: 1, noNaN: true }),
  action12: fc.double({ min: 1, max: 3.5, noNaN: true }),
});

/**
 * A second way: the neck drawn flat with its face along x, its strings' two known points on it, all of it turned
 * about the joint's place on the board, and the string drawn on to where the scale ends on the neck.
 */
function drawn(n: NeckSide): { x: number; z: number } {
  const joint = n.scaleLength * 2 ** (-n.jointFret / 12);
  const board = n.heel - n.depth;
  // In the neck's own frame: s along the board from the nut, h over its face.
  const nut = { s: 0, h: n.fretHeight + n.actionNut };
  const twelfth = { s: n.scaleLength / 2, h: n.fretHeight + n.action12 };
  const slope = (twelfth.h - nut.h) / (twelfth.s - nut.s);
  const end = { s: n.scaleLength, h: nut.h + slope * n.scaleLength };
  // From the joint: so far tailward along the board, so far over it; turned so that the nut sinks.
  const [along, over] = [end.s - (n.scaleLength - joint), end.h];
  const turned = {
    x: -along * Math.cos(n.angle) + over * Math.sin(n.angle),
    z: along * Math.sin(n.angle) + over * Math.cos(n.angle),
  };
  return { x: joint + turned.x, z: board + turned.z };
}

describe('the neck from the side', () => {
  it('agrees with points drawn and turned, to a millionth of a mm', () => {
    fc.assert(
      fc.property(anyNeck, (neck) => {
        const place = saddlePlace(neck);
        const second = drawn(neck);
        return Math.abs(place.z - second.z) < 1e-6 && Math.abs(place.x - second.x) < 1e-6;
      }),
    );
  });
  it('solved for angle and depth comes back to the wanted height', () => {
    fc.assert(
      fc.property(anyNeck, fc.double({ min: 5, max: 30, noNaN: true }), (neck, height) => {
        const angle = angleFor(neck, height)!;
        const byAngle = saddlePlace({ ...neck, angle }).z;
        const byDepth = saddlePlace({ ...neck, depth: depthFor(neck, height) }).z;
        return Math.abs(byAngle - height) < 1e-9 && Math.abs(byDepth - height) < 1e-9;
      }),
    );
  });
  it('has no angle for a height beyond the neck’s reach', () => {
    const neck = {
      scaleLength: 640,
      jointFret: 16,
      heel: 25,
      depth: 16,
      fretHeight: 1,
      actionNut: 0.5,
      action12: 1.8,
    };
    expect(angleFor(neck, 400)).toBeNull();
  });
  it('tells a shim, a tilted floor, an arc’s drop and a travel', () => {
    expect(shimFor(0.01, 75)).toBeCloseTo(0.75, 4);
    const neck = { scaleLength: 640, jointFret: 16, depth: 16, angle: 0.02 };
    const joint = 640 * 2 ** (-16 / 12);
    expect(pocketDepthAt(neck, joint)).toBe(16);
    expect(pocketDepthAt(neck, joint - 50)).toBeCloseTo(16 - 50 * Math.tan(0.02), 12);
    expect(radiusDrop(null, 26)).toBe(0);
    expect(radiusDrop(300, 26)).toBeCloseTo(300 - Math.sqrt(300 ** 2 - 26 ** 2), 12);
    expect(outsideTravel(12, [9, 15])).toBe(0);
    expect(outsideTravel(8, [9, 15])).toBe(-1);
  });
  it('runs the string straight: at fret 12 it stands over the crown by its action, whatever the angle', () => {
    for (const angle of [-0.05, 0, 0.06]) {
      const neck = { ...drawnNeck, angle };
      const place = saddlePlace(neck);
      // The middle of the string, and the crown plane's foot under it: from the joint along the tilted board.
      const middle = { x: (place.x + place.nutX) / 2, z: (place.z + place.nutZ) / 2 };
      const along = neck.scaleLength / 2 - place.jointToEnd;
      const board = {
        x: place.jointToEnd + along * Math.cos(angle),
        z: place.boardOver - along * Math.sin(angle),
      };
      // Ends that stand over the board at different heights lean by the tilt: compare square to the board.
      const over = (middle.x - board.x) * Math.sin(angle) + (middle.z - board.z) * Math.cos(angle);
      // To hundredths: `nutX` is the nut on the board, the string over it leans by the tilt.
      expect(over).toBeCloseTo(neck.fretHeight + neck.action12, 2);
    }
  });
  it('breaks the string more, the lower and nearer it is held', () => {
    const neck = { ...drawnNeck, angle: 0 };
    const place = saddlePlace(neck);
    expect(breakAngle(place, 20, 0)).toBeGreaterThan(breakAngle(place, 40, 0));
    expect(breakAngle(place, 20, 0)).toBeGreaterThan(breakAngle(place, 20, 8));
    // Held in line with the string in front, it does not break at all.
    const slope = (place.z - place.nutZ) / (place.nutX - place.x);
    expect(breakAngle(place, 30, place.z + slope * 30)).toBeCloseTo(0, 12);
  });
  it('asks 10 mm of bite and 2 mm under the board', () =>
    expect([LEAST_BITE, LEAST_UNDER_BOARD]).toEqual([10, 2]));
});

const drawnNeck: NeckSide = {
  scaleLength: 640,
  jointFret: 16,
  heel: 25,
  depth: 16,
  angle: 0,
  fretHeight: 1,
  actionNut: 0.5,
  action12: 1.8,
};
