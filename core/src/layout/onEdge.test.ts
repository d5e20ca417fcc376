import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { nearestOnPath } from '../geometry/closedPath.ts';
import { moveNode } from '../design/nodeEdits.ts';
import { changePart } from '../design/layoutEdits.ts';
import { edgePartsFollow, edgeSeat, slideOnEdge, squareOnEdge } from './onEdge.ts';

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

describe('an outline that is changed', () => {
  const before = demo('windrow');
  const edgeParts = before.parts.filter((p) => p.face === 'edge');
  const pathOf = (d: typeof before) => createDeriver()(d).path;
  it('takes the parts of its edge along, square as they were', () => {
    for (const { id, x, y } of before.outline.nodes) {
      const moved = moveNode(before, id, { x: x + 6, y: y * 1.04 });
      const next = edgePartsFollow(moved, before);
      for (const part of next.parts.filter((p) => p.face === 'edge')) {
        const seat = edgeSeat(pathOf(next), part);
        expect(seat.off).toBeLessThan(0.02);
        expect(Math.abs(seat.fromSquare)).toBeLessThan(1);
      }
      expect(next.parts.filter((p) => p.face !== 'edge')).toEqual(
        before.parts.filter((p) => p.face !== 'edge'),
      );
    }
  });
  it('leaves the end button on the centre line, and one that stood off the edge where it was', () => {
    const end = edgeParts.find((p) => Math.abs(p.at.y) < 0.05)!;
    const tail = before.outline.nodes.find((n) => Math.abs(n.y) < 40 && n.x < 0)!;
    const moved = moveNode(before, tail.id, { x: tail.x - 8, y: tail.y });
    const next = edgePartsFollow(moved, before).parts.find((p) => p.id === end.id)!;
    expect(Math.abs(next.at.y)).toBeLessThan(0.3);
    expect(next.at.x).toBeLessThan(end.at.x);
    const floating = changePart(before, end.id, { at: { x: end.at.x + 12, y: 0 } });
    const kept = edgePartsFollow({ ...floating, outline: moved.outline }, floating);
    const where = (d: typeof before) => d.parts.find((p) => p.id === end.id)!.at;
    expect(where(kept)).toEqual(where(floating));
  });
  it('that stays the same changes nothing', () => expect(edgePartsFollow(before, before)).toBe(before));
});
