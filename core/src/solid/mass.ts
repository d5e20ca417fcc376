import type { Crossed, Fields } from './field.ts';

/** Volume and centre. */
export interface Mass {
  /** mm³. */
  readonly volume: number;
  /** mm; the z of the middle is below 0. */
  readonly centre: { readonly x: number; readonly y: number; readonly z: number };
}

/** Wood thicker than so many cells does not run out within one: no slope of a carve is that steep. */
const SURE = 8;

/** What is in the cells that openings’ edges cross, by cell. */
const byCell = ({ cells }: Crossed): ReadonlyMap<number, number> =>
  new Map(cells.map((cell, k) => [cell, k]));

/**
 * Volume and moments by the grid (formulas section 5): each cell by its share inside; one that an opening’s edge crosses
 * in two parts; one in which the wood runs out, its thickness taken as even across it, by the part that has wood.
 */
export function massOf(fields: Fields): Mass {
  const { x0, y0, step, columns, rows, thickness, share, front, back } = fields;
  const cell = step * step;
  const [inFront, inBack] = [byCell(fields.frontCrossed), byCell(fields.backCrossed)];
  const isCrossed = new Uint8Array(share.length);
  for (const i of fields.frontCrossed.cells) isCrossed[i] = 1;
  for (const i of fields.backCrossed.cells) isCrossed[i] = 1;
  // Cells that an opening’s edge crosses, or in which the wood may run out.
  const unsure: number[] = [];
  // Volume and its moments in x, y, z of the cells that are not wood all through.
  const sums = new Float64Array(4);
  const add = (x: number, y: number, f: number, b: number, area: number): void => {
    const t = thickness - f - b;
    if (t <= 0) return;
    const v = t * area;
    sums[0]! += v;
    sums[1]! += x * v;
    sums[2]! += y * v;
    sums[3]! += ((b - f - thickness) / 2) * v;
  };
  // How much the thickness changes from a cell to its neighbour: not where an opening’s edge lies between.
  const change = (i: number, j: number): number =>
    j < 0 || j >= share.length || share[j] === 0 || isCrossed[j]
      ? Infinity
      : Math.abs(front[j]! + back[j]! - front[i]! - back[i]!);
  const steepness = (i: number, by: number): number => {
    const least = Math.min(change(i, i - by), change(i, i + by));
    return least === Infinity ? 0 : least;
  };
  const parts = (
    crossed: Crossed,
    k: number | undefined,
    all: number,
  ): readonly (readonly [number, number])[] =>
    k === undefined
      ? [[1, all]]
      : [
          [crossed.shares[k]!, crossed.inside[k]!],
          [1 - crossed.shares[k]!, crossed.outside[k]!],
        ];
  /** A cell that an opening’s edge crosses, or in which the wood may run out. */
  const addInParts = (i: number, x: number, y: number, area: number): void => {
    const [f, b] = [front[i]!, back[i]!];
    if (isCrossed[i]) {
      for (const [p, u] of parts(fields.frontCrossed, inFront.get(i), f))
        for (const [q, v] of parts(fields.backCrossed, inBack.get(i), b)) add(x, y, u, v, area * p * q);
      return;
    }
    const t = thickness - f - b;
    const span = steepness(i, 1) + steepness(i, columns);
    if (Math.abs(t) >= span / 2) {
      add(x, y, f, b, area);
      return;
    }
    // From no wood at one side of the cell to some at the other.
    const part = (t + span / 2) / span;
    const less = (t - ((t + span / 2) * part) / 2) / 2;
    add(x, y, f + less, b + less, area);
  };
  // Plain sums in the loop itself, row by row: most cells are wood all through.
  let [volume, mx, my, mz] = [0, 0, 0, 0];
  const sure = SURE * step;
  for (let r = 0; r < rows; r += 1) {
    const y = y0 + r * step;
    const start = r * columns;
    let inRow = 0;
    let inRowX = 0;
    let inRowZ = 0;
    for (let c = 0; c < columns; c += 1) {
      const i = start + c;
      const s = share[i]!;
      if (s === 0) continue;
      const f = front[i]!;
      const b = back[i]!;
      const t = thickness - f - b;
      if (t < sure || isCrossed[i] !== 0) {
        unsure.push(i);
        continue;
      }
      const v = t * s;
      inRow += v;
      inRowX += c * v;
      inRowZ += (b - f) * v;
    }
    volume += inRow;
    mx += x0 * inRow + step * inRowX;
    my += y * inRow;
    mz += inRowZ;
  }
  for (const i of unsure) {
    const r = Math.floor(i / columns);
    addInParts(i, x0 + (i - r * columns) * step, y0 + r * step, share[i]! * cell);
  }
  const [v, ux, uy, uz] = sums as unknown as [number, number, number, number];
  const all = volume * cell + v;
  return {
    volume: all,
    centre:
      all > 0
        ? {
            x: (mx * cell + ux) / all,
            y: (my * cell + uy) / all,
            z: ((mz / 2 - (volume * thickness) / 2) * cell + uz) / all,
          }
        : { x: 0, y: 0, z: 0 },
  };
}
