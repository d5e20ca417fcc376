import { boxOfPoints, growBox } from '../geometry/box.ts';
import type { Axes, Cut, Depth } from './depths.ts';
import { cutOf } from './depths.ts';
import type { CellDistances, Distances } from './distances.ts';
import { distancesBeside, distancesOn } from './distances.ts';
import type { Grid, Window } from './grid.ts';
import { sharesOf, windowOf } from './grid.ts';
import type { Chain, Profile, Region, Removal } from './solid.ts';

/** What one removal takes from the cells of a window of the grid, or of some cells alone. */
export type Layer = LayerOver | LayerOfCells;

/** Of few cells, as along an edge: their depths, mm. */
export interface LayerOfCells {
  readonly window: null;
  readonly cells: Int32Array;
  readonly values: Float32Array;
  readonly flat: null;
  readonly far: number;
}

interface LayerOver {
  readonly window: Window;
  /** Its depth at the middle of each cell, mm; for an opening the share of the cell that it takes, 0 to 1. */
  readonly values: Float32Array;
  /** An opening's one depth, mm; null for a removal whose depth changes from place to place. */
  readonly flat: number | null;
  /** How far the region went from a contour’s line when this was made, mm; Infinity for others. */
  readonly far: number;
}

const whole = ({ columns, rows }: Grid): Window => ({ c0: 0, r0: 0, columns, rows });

function windowFor(cut: Cut, grid: Grid): Window | null {
  if (cut.kind === 'within') return windowOf(grid, boxOfPoints(cut.shape.outer)!);
  if (cut.kind === 'by place') return whole(grid);
  // What goes on past its line, or lies on one side of it, may be anywhere.
  if (cut.left || cut.beyond > 0) return whole(grid);
  const points = cut.lines.flatMap((line) => [...line.xs].map((x, i) => ({ x, y: line.ys[i]! })));
  const box = boxOfPoints(points);
  return box && windowOf(grid, growBox(box, cut.reach + cut.lessBy));
}

/** What is kept from one removal to the next. */
export interface Known {
  /** Distances from start lines, which do not depend on the region. */
  readonly fromLines: Map<Chain, Distances>;
  /** Ways of bits along the region’s edges, and distances from them: front and back are often cut alike. */
  readonly axes: Axes;
  readonly alongEdge: Map<string, Distances | CellDistances>;
}

export const nothingKnown = (): Known => ({ fromLines: new Map(), axes: new Map(), alongEdge: new Map() });

/** A cut that goes no further from its line than this, mm, is looked at piece by piece. */
const BESIDE = 60;

type FromLine = Extract<Cut, { kind: 'from line' }>;

/** Distances from the way of a bit along an edge, or from the edge. */
function distancesAlong(
  removal: Removal,
  { lines, lessBy, reach, left, beyond }: FromLine,
  grid: Grid,
  window: Window,
  share: Float32Array,
  { alongEdge }: Known,
): Distances | CellDistances {
  const most = reach + lessBy;
  const key = 'stretch' in removal ? JSON.stringify([removal.edge, lessBy, reach, removal.stretch]) : null;
  const known = key !== null && alongEdge.get(key);
  if (known) return known;
  const found =
    most < BESIDE && beyond === 0
      ? distancesBeside(lines, grid, window, lessBy, most, share)
      : nearestOf(
          lines.map((line) => distancesOn(line, grid, window, most, share, left)),
          window,
        );
  if (key !== null) alongEdge.set(key, found);
  return found;
}

/** The nearest of several fields over one window. */
function nearestOf([first, ...others]: readonly Distances[], { columns, rows }: Window): Distances {
  if (others.length === 0) return first!;
  const values = Float32Array.from(first!.values);
  for (const other of others)
    for (let i = 0; i < values.length; i += 1)
      if (other.values[i]! < values[i]!) values[i] = other.values[i]!;
  return { values, used: { c0: 0, r0: 0, columns, rows } };
}

const isByFarthest = ({ by }: Profile): boolean => 'dropAtFarthest' in by;

/** Depths of a contour are looked up this near to one another, mm: between, a straight line is off by a thousandth at most. */
const LOOKED_UP = 1 / 16;
/** An arc may stand nearly upright where it ends: this share of the way there it is computed itself. */
const BY_ITSELF = 0.9;

/** A contour laid out by distances from its line; past the region too: it is the same where the edge goes out to there. */
function fillContour(
  values: Float32Array,
  nearest: Float32Array,
  full: Window,
  part: Window,
  deep: (s: number) => number,
  far: number,
): void {
  const count = Math.ceil((BY_ITSELF * far) / LOOKED_UP);
  const table = Float64Array.from({ length: count + 1 }, (_, i) => deep(Math.min(far, i * LOOKED_UP)));
  const upTo = (count - 1) * LOOKED_UP;
  for (let r = 0; r < part.rows; r += 1) {
    const from = (part.r0 + r) * full.columns + part.c0;
    const to = r * part.columns;
    for (let c = 0; c < part.columns; c += 1) {
      const d = nearest[from + c]!;
      if (d < upTo) {
        const u = d / LOOKED_UP;
        const k = u | 0;
        const low = table[k]!;
        values[to + c] = low + (table[k + 1]! - low) * (u - k);
      } else values[to + c] = d === Infinity ? 0 : deep(d < far ? d : far);
    }
  }
}

/** A cut that is known by the place alone: each cell of the region asked. */
function placedLayer(deep: Depth, grid: Grid, share: Float32Array): Layer {
  const { x0, y0, step, columns, rows } = grid;
  const values = new Float32Array(columns * rows);
  // Across, one x after the other: much is the same there.
  for (let c = 0; c < columns; c += 1)
    for (let r = 0; r < rows; r += 1) {
      const i = r * columns + c;
      if (share[i]! > 0) values[i] = deep(x0 + c * step, y0 + r * step);
    }
  return { window: whole(grid), values, flat: null, far: Infinity };
}

/**
 * A removal on a grid; `share` is how much of each cell of the grid lies in the region: others are left out. `before` is its
 * layer on the same grid when the region was another: a contour that is as deep still is the same. Null where it takes
 * nothing of the region. Throws {@link BadRemoval}.
 */
export function layerOf(
  region: Region,
  removal: Removal,
  grid: Grid,
  share: Float32Array,
  known: Known = nothingKnown(),
  before: Layer | null = null,
): Layer | null {
  const cut = cutOf(region, removal, known.axes);
  if (before && removal.kind === 'contour' && cut.kind === 'from line')
    if (isByFarthest(removal.profile) ? cut.far === before.far : cut.far <= before.far) return before;
  const full = windowFor(cut, grid);
  if (!full) return null;
  if (cut.kind === 'within')
    return { window: full, values: sharesOf(cut.shape, grid, full), flat: cut.depth, far: Infinity };
  if (cut.kind === 'by place') return placedLayer(cut.deep, grid, share);
  const { lessBy, reach, beyond, deep, far } = cut;
  // Distances from a start line do not depend on the body’s edge: they are the same while that is moved.
  const start = removal.kind === 'contour' ? removal.start : null;
  const field = start
    ? (known.fromLines.get(start) ?? distancesOn(cut.lines[0]!, grid, full, reach, null, true))
    : distancesAlong(removal, cut, grid, full, share, known);
  if ('cells' in field) {
    const depths = field.values.map((d) => deep(d > lessBy ? d - lessBy : 0));
    return { window: null, cells: field.cells, values: depths, flat: null, far };
  }
  if (start) known.fromLines.set(start, field);
  const nearest = field.values;
  // Wood that is removed beyond the reach: all of the window counts.
  const part: Window | null =
    beyond > 0 ? { c0: 0, r0: 0, columns: full.columns, rows: full.rows } : field.used;
  if (!part) return null;
  const size = part.columns * part.rows;
  // Nobody else holds what the last one was laid out in.
  const values = before?.values.length === size ? before.values : new Float32Array(size);
  if (start) fillContour(values, nearest, full, part, deep, far);
  else
    for (let r = 0; r < part.rows; r += 1) {
      const from = (part.r0 + r) * full.columns + part.c0;
      const cell = (full.r0 + part.r0 + r) * grid.columns + full.c0 + part.c0;
      const to = r * part.columns;
      for (let c = 0; c < part.columns; c += 1) {
        const d = nearest[from + c]!;
        values[to + c] =
          share[cell + c] === 0 ? 0 : d === Infinity ? beyond : deep(d > lessBy ? d - lessBy : 0);
      }
    }
  return {
    window: { c0: full.c0 + part.c0, r0: full.r0 + part.r0, columns: part.columns, rows: part.rows },
    values,
    flat: null,
    far,
  };
}
