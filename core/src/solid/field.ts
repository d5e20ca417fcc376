import type { Distances } from './distances.ts';
import type { Grid } from './grid.ts';
import { gridOver, sameGrid, sharesOf } from './grid.ts';
import type { Known, Layer } from './layers.ts';
import { layerOf, nothingKnown } from './layers.ts';
import { regionBox } from './region.ts';
import type { Chain, Region, Removal, Solid } from './solid.ts';

/** A solid on a grid. */
export interface Fields extends Grid {
  /** The solid’s thickness before anything is cut, mm. */
  readonly thickness: number;
  /** How much of each cell lies in the region, 0 to 1. */
  readonly share: Float32Array;
  /** Depths from each face, mm: at the middle of each cell, and of the whole cell where an opening’s edge crosses it. */
  readonly front: Float32Array;
  readonly back: Float32Array;
  readonly frontCrossed: Crossed;
  readonly backCrossed: Crossed;
}

/** A cell that lies in an opening to this share lies in it. */
const WHOLE_CELL = 0.9999;

/** Cells that an opening’s edge crosses: what of each lies in the opening, how deep it is, and how deep the rest. */
export interface Crossed {
  readonly cells: readonly number[];
  readonly shares: readonly number[];
  readonly inside: readonly number[];
  readonly outside: readonly number[];
}

/** One face with all that is taken from it: contours and edges first, then openings from the shallowest on. */
function together(
  layers: readonly Layer[],
  { columns, rows }: Grid,
): { readonly depth: Float32Array; readonly crossed: Crossed } {
  const depth = new Float32Array(columns * rows);
  // By cell, the last that crosses it; none where a deeper opening takes all of the cell.
  const crossing = new Map<number, readonly [share: number, inside: number, outside: number]>();
  const order = [...layers].sort((a, b) => (a.flat ?? -1) - (b.flat ?? -1));
  for (const layer of order) {
    if (layer.window === null) {
      const { cells, values } = layer;
      for (let k = 0; k < cells.length; k += 1) {
        const v = values[k]!;
        if (v > depth[cells[k]!]!) depth[cells[k]!] = v;
      }
      continue;
    }
    const { window, values, flat } = layer;
    for (let r = 0; r < window.rows; r += 1) {
      let to = (window.r0 + r) * columns + window.c0;
      let from = r * window.columns;
      const end = from + window.columns;
      if (flat === null)
        for (; from < end; from += 1, to += 1) {
          const v = values[from]!;
          if (v > depth[to]!) depth[to] = v;
        }
      else
        for (; from < end; from += 1, to += 1) {
          const s = values[from]!;
          if (s === 0 || flat <= depth[to]!) continue;
          if (s > WHOLE_CELL) {
            depth[to] = flat;
            crossing.delete(to);
            continue;
          }
          crossing.set(to, [s, flat, depth[to]!]);
          depth[to] = (1 - s) * depth[to]! + s * flat;
        }
    }
  }
  const all = [...crossing.values()];
  const crossed: Crossed = {
    cells: [...crossing.keys()],
    shares: all.map(([share]) => share),
    inside: all.map(([, inside]) => inside),
    outside: all.map(([, , outside]) => outside),
  };
  return { depth, crossed };
}

/** Samples solids, and keeps of each what the next shares with it. */
export interface Sampler {
  /**
   * Both fields of a solid at a step, mm. `progress` is called with the share that is done, and may throw to end it.
   * Throws {@link BadRemoval} for a removal that makes no cut.
   */
  readonly fields: (solid: Solid, step: number, progress?: (share: number) => void) => Fields;
}

/** What is kept of a step. */
interface Kept {
  readonly grid: Grid;
  region: Region | null;
  share: Float32Array;
  layers: Map<Removal, Layer | null>;
  known: Known;
}

/** At most so many steps are kept beside one another: a coarse one while something is dragged, and a fine one. */
const STEPS_KEPT = 2;

const whole = ({ columns, rows }: Grid) => ({ c0: 0, r0: 0, columns, rows });

/** A sampler: of a solid that differs from the last in one removal, or in its edge, that alone is computed again. */
export function createSampler(): Sampler {
  let kept: readonly Kept[] = [];
  const keptFor = (grid: Grid): Kept => {
    const known = kept.find((k) => sameGrid(k.grid, grid));
    if (known) return known;
    const made: Kept = {
      grid,
      region: null,
      share: new Float32Array(0),
      layers: new Map(),
      known: nothingKnown(),
    };
    kept = [made, ...kept.filter((k) => k.grid.step !== grid.step)].slice(0, STEPS_KEPT);
    return made;
  };
  return {
    fields: (solid, step, progress = () => undefined) => {
      const { region, thickness } = solid;
      const own = keptFor(gridOver(regionBox(region), step));
      const { grid } = own;
      const isMoved = own.region !== region;
      if (isMoved) {
        own.share = sharesOf(region, grid, whole(grid));
        own.known = { ...nothingKnown(), fromLines: own.known.fromLines };
      }
      const { share } = own;
      // What is kept is taken out while it is worked on: where a removal makes no cut, all is computed again next time.
      const before = own.layers;
      own.layers = new Map();
      own.region = null;
      const layers = new Map<Removal, Layer | null>();
      const distances = new Map<Chain, Distances>();
      const all = [...solid.front, ...solid.back];
      all.forEach((removal, i) => {
        progress(i / (all.length + 1));
        const known = before.get(removal);
        const isSame = known !== undefined && (!isMoved || removal.kind === 'opening');
        layers.set(removal, isSame ? known : layerOf(region, removal, grid, share, own.known, known));
        if (removal.kind === 'contour' && own.known.fromLines.has(removal.start))
          distances.set(removal.start, own.known.fromLines.get(removal.start)!);
      });
      own.layers = layers;
      own.region = region;
      own.known = { ...own.known, fromLines: distances };
      const of = (removals: readonly Removal[]): ReturnType<typeof together> =>
        together(
          removals.map((r) => layers.get(r)!).filter((l) => l !== null),
          grid,
        );
      const [front, back] = [of(solid.front), of(solid.back)];
      progress(1);
      return {
        ...grid,
        thickness,
        share,
        front: front.depth,
        back: back.depth,
        frontCrossed: front.crossed,
        backCrossed: back.crossed,
      };
    },
  };
}

/** Both fields of one solid; see {@link Sampler}. */
export const fieldsOf = (solid: Solid, step: number, progress?: (share: number) => void): Fields =>
  createSampler().fields(solid, step, progress);
