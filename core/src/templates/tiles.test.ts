import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Drawing, PathMark } from '../drawing/drawing.ts';
import { drawingBox, markBox, markPieces } from '../drawing/drawing.ts';
import type { Box } from '../geometry/box.ts';
import { boxHolds, growBox } from '../geometry/box.ts';
import { cubicAt, straightCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { drawnCurves, tileArea, tileGrid, tilesWithLines } from './tiles.ts';

const coordinate = fc.double({ min: -250, max: 250, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });
const mark = fc
  .record({ start: point, a: point, b: point, c: point, d: point, closed: fc.boolean() })
  .map(({ start, a, b, c, d, closed }): PathMark => ({
    kind: 'path',
    id: 'm',
    ink: 'outline',
    start,
    steps: [
      { kind: 'cubic', c1: a, c2: b, to: c },
      { kind: 'line', to: d },
    ],
    closed,
  }));
const drawing = fc
  .array(mark, { minLength: 1, maxLength: 4 })
  .map((marks): Drawing => ({ layers: [{ name: 'outline', marks }] }));

const SAMPLES = 400;
/** Places along every line of a drawing. */
const sampled = (d: Drawing): readonly Point[] =>
  drawnCurves(d).flatMap((c) => Array.from({ length: SAMPLES + 1 }, (_, i) => cubicAt(c, i / SAMPLES)));
const margins = { left: 10, right: 10, top: 10, bottom: 10 };
const gridOf = (d: Drawing, overlap: number) =>
  tileGrid(drawingBox(d)!, { width: 120, height: 90 }, margins, overlap);

describe('tiles that carry a line', () => {
  it('are all that any place of a line lies in, and no others', () => {
    fc.assert(
      fc.property(drawing, fc.double({ min: 0, max: 30, noNaN: true }), (d, overlap) => {
        const grid = gridOf(d, overlap);
        const inked = tilesWithLines(grid, d);
        const points = sampled(d);
        for (let row = 0; row < grid.rows; row += 1)
          for (let column = 0; column < grid.columns; column += 1) {
            const area = tileArea(grid, column, row);
            // A place well inside must be reported; where none comes near, none may be.
            const within: Box = growBox(area, -1e-6);
            if (points.some((p) => boxHolds(within, p))) expect(inked(column, row)).toBe(true);
            else if (!points.some((p) => boxHolds(growBox(area, 4), p)))
              expect(inked(column, row)).toBe(false);
          }
      }),
      { numRuns: 60 },
    );
  });
  it('cover the whole drawing', () => {
    fc.assert(
      fc.property(drawing, fc.double({ min: 0, max: 30, noNaN: true }), (d, overlap) => {
        const grid = gridOf(d, overlap);
        const box = drawingBox(d)!;
        // Compared by their difference: no place has a sign of nought.
        const first = tileArea(grid, 0, 0);
        expect(Math.abs(first.minX - box.minX) + Math.abs(first.minY - box.minY)).toBe(0);
        const last = tileArea(grid, grid.columns - 1, grid.rows - 1);
        expect(last.maxX).toBeGreaterThanOrEqual(box.maxX - 1e-6);
        expect(last.maxY).toBeGreaterThanOrEqual(box.maxY - 1e-6);
        if (grid.columns > 1) expect(tileArea(grid, grid.columns - 2, 0).maxX).toBeLessThan(box.maxX + 1e-6);
      }),
    );
  });
});

describe('a mark’s box', () => {
  it('holds every place of its lines, and is no larger', () => {
    fc.assert(
      fc.property(mark, (m) => {
        const box = markBox(m);
        const points = markPieces(m).flatMap((piece) => {
          const c = 'p0' in piece ? piece : straightCubic(piece[0], piece[1]);
          return Array.from({ length: SAMPLES + 1 }, (_, i) => cubicAt(c, i / SAMPLES));
        });
        expect(points.every((p) => boxHolds(growBox(box, 1e-6), p))).toBe(true);
        expect(Math.min(...points.map((p) => p.x)) - box.minX).toBeLessThan(1);
        expect(box.maxY - Math.max(...points.map((p) => p.y))).toBeLessThan(1);
        expect(markBox(m)).toBe(box);
      }),
    );
  });
});
