import { boxOfPoints, growBox } from '../geometry/box.ts';
import type { Cut } from './depths.ts';
import { cutOf } from './depths.ts';
import { distancesOn } from './distances.ts';
import type { Grid, Window } from './grid.ts';
import { sharesOf, windowOf } from './grid.ts';
import type { Region, Removal } from './solid.ts';

/** What one removal takes from the cells of a window of the grid. */
export interface Layer {
  readonly window: Window;
  /** Its depth at the middle of each cell, mm; for an opening the share of the cell that it takes, 0 to 1. */
  readonly values: Float32Array;
  /** An opening's one depth, mm; null for a removal whose depth changes from place to place. */
  readonly flat: number | null;
}

const whole = ({ columns, rows }: Grid): Window => ({ c0: 0, r0: 0, columns, rows });

function windowFor(cut: Cut, grid: Grid): Window | null {
  if (cut.kind === 'within') return windowOf(grid, boxOfPoints(cut.shape.outer)!);
  // What goes on past its line, or lies on one side of it, may be anywhere.
  if (cut.left || cut.beyond > 0) return whole(grid);
  const points = cut.lines.flatMap((line) => [...line.xs].map((x, i) => ({ x, y: line.ys[i]! })));
  const box = boxOfPoints(points);
  return box && windowOf(grid, growBox(box, cut.reach + cut.lessBy));
}

/**
 * A removal on a grid; `share` is how much of each cell of the grid lies in the region: others are left out. Null where it
 * takes nothing of it. Throws {@link BadRemoval}.
 */
export function layerOf(region: Region, removal: Removal, grid: Grid, share: Float32Array): Layer | null {
  const cut = cutOf(region, removal);
  const window = windowFor(cut, grid);
  if (!window) return null;
  if (cut.kind === 'within') return { window, values: sharesOf(cut.shape, grid, window), flat: cut.depth };
  const { lessBy, reach, beyond, deep, left } = cut;
  const fields = cut.lines.map((line) => distancesOn(line, grid, window, reach + lessBy, share, left));
  const values = fields[0]!;
  for (const other of fields.slice(1))
    for (let i = 0; i < values.length; i += 1) if (other[i]! < values[i]!) values[i] = other[i]!;
  for (let i = 0; i < values.length; i += 1) {
    const d = values[i]!;
    values[i] = d === Infinity ? beyond : deep(d > lessBy ? d - lessBy : 0);
  }
  return { window, values, flat: null };
}
