import { boxOfPoints, growBox } from '../geometry/box.ts';
import type { Cut } from './depths.ts';
import { cutOf } from './depths.ts';
import type { Distances } from './distances.ts';
import { distancesOn } from './distances.ts';
import type { Grid, Window } from './grid.ts';
import { sharesOf, windowOf } from './grid.ts';
import type { Chain, Region, Removal } from './solid.ts';

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
 * A removal on a grid; `share` is how much of each cell of the grid lies in the region: others are left out. `known`
 * keeps what does not depend on the region. Null where it takes nothing of it. Throws {@link BadRemoval}.
 */
export function layerOf(
  region: Region,
  removal: Removal,
  grid: Grid,
  share: Float32Array,
  known: Map<Chain, Distances> = new Map(),
): Layer | null {
  const cut = cutOf(region, removal);
  const full = windowFor(cut, grid);
  if (!full) return null;
  if (cut.kind === 'within')
    return { window: full, values: sharesOf(cut.shape, grid, full), flat: cut.depth };
  const { lessBy, reach, beyond, deep, left } = cut;
  // Distances from a start line do not depend on the body’s edge: they are the same while that is moved.
  const start = removal.kind === 'contour' ? removal.start : null;
  const before = start && known.get(start);
  const fields = before
    ? [before]
    : cut.lines.map((line) => distancesOn(line, grid, full, reach + lessBy, start ? null : share, left));
  if (start) known.set(start, fields[0]!);
  const nearest = fields[0]!.values;
  for (const { values } of fields.slice(1))
    for (let i = 0; i < nearest.length; i += 1) if (values[i]! < nearest[i]!) nearest[i] = values[i]!;
  const [used, ...others] = fields.map((f) => f.used);
  // Several lines, or wood that is removed beyond the reach: all of the window counts.
  const part: Window | null =
    beyond > 0 || others.length > 0 ? { c0: 0, r0: 0, columns: full.columns, rows: full.rows } : used!;
  if (!part) return null;
  const values = new Float32Array(part.columns * part.rows);
  for (let r = 0; r < part.rows; r += 1) {
    let from = (part.r0 + r) * full.columns + part.c0;
    const to = r * part.columns;
    for (let c = 0; c < part.columns; c += 1, from += 1) {
      const d = nearest[from]!;
      if (share[(full.r0 + part.r0 + r) * grid.columns + full.c0 + part.c0 + c] === 0) continue;
      values[to + c] = d === Infinity ? beyond : deep(d > lessBy ? d - lessBy : 0);
    }
  }
  return {
    window: { c0: full.c0 + part.c0, r0: full.r0 + part.r0, columns: part.columns, rows: part.rows },
    values,
    flat: null,
  };
}
