import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { nearestOnPath } from '../geometry/closedPath.ts';
import { edgeSeat, slideOnEdge, squareOnEdge } from './onEdge.ts';

const { path, measures } = createDeriver()(demo('windrow'));
const { box } = measures;

describe('a part in the edge', () => {
  it('stands on the edge, square into the wood, wherever it was put', () => {
    fc.assert(
      fc.property(
        fc.double({ min: box.minX - 40, max: box.maxX + 40, noNaN: true }),
        fc.double({ min: box.minY - 40, max: box.maxY + 40, noNaN: true }),
        (x, y) => {
          const seat = edgeSeat(path, squareOnEdge(path, { x, y })!);
          expect(seat.off).toBeLessThan(0.01);
          // A corner’s square is between its sides: hundredths of a mm beside it are on one of them.
          if (nearestOnPath(path, { x, y })!.t > 0.01 && nearestOnPath(path, { x, y })!.t < 0.99)
            expect(Math.abs(seat.fromSquare)).toBeLessThan(0.5);
        },
      ),
    );
  });
  it('slides along the edge to the number that is typed', () => {
    const start = squareOnEdge(path, { x: box.minX, y: 0 })!;
    for (const y of [-80, -20, 35, 90]) {
      const slid = slideOnEdge(path, start.at, 'y', y)!;
      expect(slid.at.y).toBeCloseTo(y, 2);
      expect(edgeSeat(path, slid).off).toBeLessThan(0.01);
      expect(slid.at.x).toBeLessThan(0);
    }
  });
  it('goes to the nearest place where the edge does not reach the number', () => {
    const slid = slideOnEdge(path, { x: box.minX, y: 10 }, 'x', box.minX - 500)!;
    expect(slid.at.x).toBeCloseTo(box.minX, 0);
  });
  it('tells how far it is off, and how far from square', () => {
    const on = squareOnEdge(path, { x: 0, y: box.minY - 20 })!;
    const inward = (on.turn * Math.PI) / 180;
    const off = {
      at: { x: on.at.x + 13 * Math.cos(inward), y: on.at.y + 13 * Math.sin(inward) },
      turn: on.turn + 43,
    };
    expect(edgeSeat(path, off).off).toBeCloseTo(13, 1);
    expect(edgeSeat(path, off).fromSquare).toBeCloseTo(43, 0);
    expect(edgeSeat(path, { ...on, turn: on.turn - 370 }).fromSquare).toBeCloseTo(-10, 6);
  });
});
