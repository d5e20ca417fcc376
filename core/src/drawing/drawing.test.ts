import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { straightCubic } from '../geometry/cubic.ts';
import type { Drawing, Mark } from './drawing.ts';
import {
  closedPathMark,
  drawingBox,
  lineMark,
  mapMark,
  markPieces,
  mirrorDrawing,
  polylineMark,
} from './drawing.ts';
import { pathData } from './pathData.ts';

const [a, b, c] = [
  { x: 0, y: 0 },
  { x: 30, y: 0 },
  { x: 30, y: 40 },
];
const triangle = closedPathMark('t', 'outline', [
  straightCubic(a, b),
  straightCubic(b, c),
  straightCubic(c, a),
]);
const words: Mark = {
  kind: 'text',
  id: 'w',
  ink: 'note',
  at: { x: 5, y: 6 },
  text: 'x',
  sizeMm: 3,
  align: 'start',
  turn: 0,
};
const drawing = (marks: readonly Mark[]): Drawing => ({ layers: [{ name: 'outline', marks }] });

describe('marks', () => {
  it('give their pieces, the closing edge included', () => {
    expect(markPieces(polylineMark('p', 'bar', [a, b, c], true)).at(-1)).toEqual([c, a]);
    expect(markPieces(polylineMark('p', 'bar', [a, b, c]))).toHaveLength(2);
    expect(markPieces(triangle)).toHaveLength(3);
  });
  it('are written as path data, each number once, rounded to a tenth of a micron', () => {
    expect(pathData(lineMark('l', 'bar', { x: 1 / 3, y: -0.00001 }, { x: 1e-9, y: 2 }))).toBe(
      'M0.3333 0L0 2',
    );
    expect(pathData(triangle).match(/L/g)).toHaveLength(3);
    expect(pathData(triangle).endsWith('Z')).toBe(true);
  });
  it('never write a number in powers of ten', () => {
    fc.assert(
      fc.property(fc.double({ min: -3000, max: 3000, noNaN: true }), (x) =>
        /^M-?\d+(\.\d{1,4})? 0L0 0$/.test(pathData(lineMark('l', 'bar', { x, y: 0 }, a))),
      ),
    );
  });
});

describe('drawings', () => {
  it('have the box of their lines; words take no room', () => {
    expect(drawingBox(drawing([triangle, words]))).toEqual({ minX: 0, minY: 0, maxX: 30, maxY: 40 });
    expect(drawingBox(drawing([words]))).toBeNull();
  });
  it('mirrored twice are as they were', () => {
    const both = drawing([triangle, words, { ...words, id: 'u', turn: Math.PI / 2 }]);
    expect(mirrorDrawing(mirrorDrawing(both))).toEqual(both);
  });
  it('mirrored keep their words readable, beginning on the other side', () => {
    const [layer] = mirrorDrawing(drawing([words])).layers;
    expect(layer!.marks[0]).toMatchObject({ align: 'end', at: { x: -5, y: 6 }, turn: 0 });
  });
  it('are moved with every point of theirs', () => {
    const moved = mapMark(triangle, (p) => ({ x: p.x + 1, y: p.y - 1 }));
    expect(drawingBox(drawing([moved]))).toEqual({ minX: 1, minY: -1, maxX: 31, maxY: 39 });
  });
});
