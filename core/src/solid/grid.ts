import type { Box } from '../geometry/box.ts';
import { rowsOf } from './region.ts';
import type { Region } from './solid.ts';

/** A grid of square cells, row by row from its lower left corner. */
export interface Grid {
  /** The middle of the first cell, mm. */
  readonly x0: number;
  readonly y0: number;
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
}

/** A part of a grid: so many columns and rows from a cell on. */
export interface Window {
  readonly c0: number;
  readonly r0: number;
  readonly columns: number;
  readonly rows: number;
}

/** Grids begin and end at so many whole cells from the origin: a box that moves a little has the same grid. */
const WHOLE = 16;

/** A grid over a box, with a cell to spare round it. */
export function gridOver(box: Box, step: number): Grid {
  const side = WHOLE * step;
  const from = (v: number): number => Math.floor((v - step) / side);
  const to = (v: number): number => Math.ceil((v + step) / side);
  const [left, low] = [from(box.minX), from(box.minY)];
  return {
    x0: (left + 0.5 / WHOLE) * side,
    y0: (low + 0.5 / WHOLE) * side,
    step,
    columns: (to(box.maxX) - left) * WHOLE,
    rows: (to(box.maxY) - low) * WHOLE,
  };
}

export const sameGrid = (a: Grid, b: Grid): boolean =>
  a.step === b.step && a.x0 === b.x0 && a.y0 === b.y0 && a.columns === b.columns && a.rows === b.rows;

/** The cells of a grid that a box touches; null where it touches none. */
export function windowOf(grid: Grid, box: Box): Window | null {
  const cell = (v: number, from: number, count: number): number =>
    Math.max(0, Math.min(count - 1, Math.round((v - from) / grid.step)));
  const { x0, y0, step, columns, rows } = grid;
  if (box.maxX < x0 - step / 2 || box.maxY < y0 - step / 2) return null;
  if (box.minX > x0 + (columns - 0.5) * step || box.minY > y0 + (rows - 0.5) * step) return null;
  const [c0, r0] = [cell(box.minX, x0, columns), cell(box.minY, y0, rows)];
  return {
    c0,
    r0,
    columns: cell(box.maxX, x0, columns) - c0 + 1,
    rows: cell(box.maxY, y0, rows) - r0 + 1,
  };
}

/** Cells are looked at in so many rows each where an edge may cross them. */
const PARTS = 4;

/**
 * How much of each cell of a window a region takes, 0 to 1: its rows are cut exactly along x, and looked at several
 * times along y.
 */
export function sharesOf(region: Region, grid: Grid, window: Window): Float32Array {
  const { step } = grid;
  const { columns, rows } = window;
  const share = new Float32Array(columns * rows);
  const lines = rowsOf(region, step);
  const left = grid.x0 + (window.c0 - 0.5) * step;
  const low = grid.y0 + (window.r0 - 0.5) * step;
  for (let r = 0; r < rows; r += 1) {
    const parts = Array.from({ length: PARTS }, (_, k) => lines.at(low + (r + (k + 0.5) / PARTS) * step));
    const stretches = parts[0]!.length >> 1;
    const isAlike = parts.every((at) => at.length >> 1 === stretches);
    for (let i = 0; i < Math.max(...parts.map((at) => at.length >> 1)); i += 1) {
      // Cells that all lines of the row take whole are filled at once; the rest, and those at the window’s ends, line by line.
      let [first, end] = [columns, 0];
      if (isAlike) {
        [first, end] = [1, columns - 1];
        for (const at of parts) {
          first = Math.max(first, Math.floor((at[2 * i]! - left) / step) + 1);
          end = Math.min(end, Math.floor((at[2 * i + 1]! - left) / step));
        }
      }
      const row = r * columns;
      if (first < end) share.fill(1, row + first, row + end);
      for (const at of parts) {
        if (2 * i + 1 >= at.length) continue;
        const from = Math.max(0, (at[2 * i]! - left) / step);
        const to = Math.min(columns, (at[2 * i + 1]! - left) / step);
        if (!(to > from)) continue;
        const [c0, c1] = [Math.floor(from), Math.min(columns - 1, Math.floor(to))];
        if (c0 === c1) {
          share[row + c0]! += (to - from) / PARTS;
          continue;
        }
        share[row + c0]! += (c0 + 1 - from) / PARTS;
        const [before, after] = first < end ? [Math.min(c1, first), Math.max(c0 + 1, end)] : [c1, c1];
        for (let c = c0 + 1; c < before; c += 1) share[row + c]! += 1 / PARTS;
        for (let c = after; c < c1; c += 1) share[row + c]! += 1 / PARTS;
        share[row + c1]! += (to - c1) / PARTS;
      }
    }
  }
  return share;
}
