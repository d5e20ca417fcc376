import type { Grid } from './grid.ts';
import { gridOver, sharesOf } from './grid.ts';
import type { Layer } from './layers.ts';
import { layerOf } from './layers.ts';
import { regionBox } from './region.ts';
import type { Region, Removal, Solid } from './solid.ts';

/** A solid on a grid. */
export interface Fields extends Grid {
  /** The solid’s thickness before anything is cut, mm. */
  readonly thickness: number;
  /** How much of each cell lies in the region, 0 to 1. */
  readonly share: Float32Array;
  /** Depths from each face, mm: at the middle of each cell, and of the whole cell where an opening’s edge crosses it. */
  readonly front: Float32Array;
  readonly back: Float32Array;
}

/** One face with all that is taken from it: contours and edges first, then openings from the shallowest on. */
function together(layers: readonly Layer[], { columns, rows }: Grid): Float32Array {
  const depth = new Float32Array(columns * rows);
  const order = [...layers].sort((a, b) => (a.flat ?? -1) - (b.flat ?? -1));
  for (const { window, values, flat } of order)
    for (let r = 0; r < window.rows; r += 1) {
      let to = (window.r0 + r) * columns + window.c0;
      let from = r * window.columns;
      const end = from + window.columns;
      if (flat === null)
        for (; from < end; from += 1, to += 1) {
          if (values[from]! > depth[to]!) depth[to] = values[from]!;
        }
      else
        for (; from < end; from += 1, to += 1) {
          const s = values[from]!;
          // What a cell keeps of its former depth, and what the opening makes of the rest.
          if (s > 0 && flat > depth[to]!) depth[to] = (1 - s) * depth[to]! + s * flat;
        }
    }
  return depth;
}

/** Samples solids, and keeps of each what the next shares with it. */
export interface Sampler {
  /**
   * Both fields of a solid at a step, mm. `progress` is called with the share that is done, and may throw to end it.
   * Throws {@link BadRemoval} for a removal that makes no cut.
   */
  readonly fields: (solid: Solid, step: number, progress?: (share: number) => void) => Fields;
}

/** What is kept of a region and a step. */
interface Kept {
  readonly region: Region;
  readonly step: number;
  readonly grid: Grid;
  readonly share: Float32Array;
  layers: Map<Removal, Layer | null>;
}

/** At most so many steps are kept beside one another: a coarse one while something is dragged, and a fine one. */
const STEPS_KEPT = 2;

/** A sampler: of a solid that differs from the last in one removal, that one alone is computed again. */
export function createSampler(): Sampler {
  let kept: readonly Kept[] = [];
  const keptFor = (region: Region, step: number): Kept => {
    const known = kept.find((k) => k.region === region && k.step === step);
    if (known) return known;
    const grid = gridOver(regionBox(region), step);
    const share = sharesOf(region, grid, { c0: 0, r0: 0, columns: grid.columns, rows: grid.rows });
    const made: Kept = { region, step, grid, share, layers: new Map() };
    kept = [made, ...kept.filter((k) => k.step !== step)].slice(0, STEPS_KEPT);
    return made;
  };
  return {
    fields: (solid, step, progress = () => undefined) => {
      const own = keptFor(solid.region, step);
      const { grid, share } = own;
      const layers = new Map<Removal, Layer | null>();
      const all = [...solid.front, ...solid.back];
      all.forEach((removal, i) => {
        progress(i / (all.length + 1));
        const known = own.layers.get(removal);
        layers.set(removal, known === undefined ? layerOf(solid.region, removal, grid, share) : known);
      });
      own.layers = layers;
      const of = (removals: readonly Removal[]): Float32Array =>
        together(
          removals.map((r) => layers.get(r)!).filter((l) => l !== null),
          grid,
        );
      const fields = {
        ...grid,
        thickness: solid.thickness,
        share,
        front: of(solid.front),
        back: of(solid.back),
      };
      progress(1);
      return fields;
    },
  };
}

/** Both fields of one solid; see {@link Sampler}. */
export const fieldsOf = (solid: Solid, step: number, progress?: (share: number) => void): Fields =>
  createSampler().fields(solid, step, progress);
