import { once } from '../geometry/remember.ts';
import { deepest } from './depths.ts';
import type { Fields } from './field.ts';
import { regionHolds } from './region.ts';
import type { Solid } from './solid.ts';

/** Volume, centre, and what of the plan has no wood. */
export interface Mass {
  /** mm³. */
  readonly volume: number;
  /** mm; the z of the middle is below 0. */
  readonly centre: { readonly x: number; readonly y: number; readonly z: number };
  /** Where front and back meet, mm². */
  readonly withoutWood: number;
}

/** A cell that has wood in a part of it is looked at in so many rows and columns. */
const PARTS = 6;

/**
 * Volume and moments by the grid (formulas section 5): each cell by its share inside. A cell beside which the wood ends is
 * looked at in parts, by the solid itself.
 */
export function massOf(solid: Solid, fields: Fields): Mass {
  const { x0, y0, step, columns, rows, share, front, back } = fields;
  const { thickness } = solid;
  const exact = once(() => ({
    holds: regionHolds(solid.region),
    front: deepest(solid.region, solid.front),
    back: deepest(solid.region, solid.back),
  }));
  let [volume, mx, my, mz, bare] = [0, 0, 0, 0, 0];
  const add = (x: number, y: number, f: number, b: number, area: number): void => {
    const t = thickness - f - b;
    if (t <= 0) {
      bare += area;
      return;
    }
    const v = t * area;
    volume += v;
    mx += x * v;
    my += y * v;
    mz += ((b - f - thickness) / 2) * v;
  };
  const isBare = (i: number): boolean => share[i]! > 0 && thickness - front[i]! - back[i]! <= 0;
  for (let r = 0; r < rows; r += 1) {
    const y = y0 + r * step;
    for (let c = 0; c < columns; c += 1) {
      const i = r * columns + c;
      const s = share[i]!;
      if (s === 0) continue;
      const x = x0 + c * step;
      const own = isBare(i);
      // Where the wood ends beside a cell or in it; far inside either, a cell is one thing.
      const ends =
        own !== isBare(i - 1) ||
        own !== isBare(i + 1) ||
        own !== isBare(i - columns) ||
        own !== isBare(i + columns);
      if (!ends) {
        add(x, y, front[i]!, back[i]!, s * step * step);
        continue;
      }
      const places: (readonly [number, number])[] = [];
      for (let j = 0; j < PARTS; j += 1)
        for (let k = 0; k < PARTS; k += 1) {
          const [u, v] = [x + ((j + 0.5) / PARTS - 0.5) * step, y + ((k + 0.5) / PARTS - 0.5) * step];
          if (exact().holds(u, v)) places.push([u, v]);
        }
      if (places.length === 0) add(x, y, front[i]!, back[i]!, s * step * step);
      for (const [u, v] of places)
        add(u, v, exact().front(u, v), exact().back(u, v), (s * step * step) / places.length);
    }
  }
  return {
    volume,
    centre: volume > 0 ? { x: mx / volume, y: my / volume, z: mz / volume } : { x: 0, y: 0, z: 0 },
    withoutWood: bare,
  };
}
