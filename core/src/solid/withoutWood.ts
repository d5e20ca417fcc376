import { deepest } from './depths.ts';
import type { Crossed, Fields } from './field.ts';
import { regionHolds } from './region.ts';
import type { Solid } from './solid.ts';

/** A cell where wood may run out is looked at in so many parts each way. */
const PARTS = 8;
/** Over a part of a cell wood thins by no more than this, mm: what changes by more is an opening’s wall, which is half way between its corners. */
const JUMP = 0.25;
/** A cell’s corners are looked at a hair inside it: a wall that runs along its border is the next cell’s. */
const WITHIN = 1 - 1e-6;
/** Beside the edge a round is steep: wood thinner than this there, mm, may run out within the cell. */
const STEEP = 4;

/** A share of a cell and how deep it is. */
type Part = readonly [share: number, depth: number];

/** For each cell that an opening’s edge crosses: its parts with their depths. */
const partsOf = ({ cells, shares, inside, outside }: Crossed): ReadonlyMap<number, readonly Part[]> =>
  new Map(
    cells.map((cell, k) => [
      cell,
      [
        [shares[k]!, inside[k]!],
        [1 - shares[k]!, outside[k]!],
      ],
    ]),
  );

/**
 * Area of a solid’s plan where front and back meet, mm². By its fields where they are sure; a cell in which the wood may run out is looked at in parts by the
 * very depths, so that a shallow sliver that two rounds take is as exact as a deep break. `fields`: of the same solid.
 */
export function areaWithoutWood(solid: Solid, fields: Fields): number {
  const { x0, y0, step, columns, rows, thickness, share, front, back } = fields;
  const [f, b] = [deepest(solid.region, solid.front), deepest(solid.region, solid.back)];
  const holds = regionHolds(solid.region);
  const [inFront, inBack] = [partsOf(fields.frontCrossed), partsOf(fields.backCrossed)];
  const left = (i: number): number => thickness - front[i]! - back[i]!;
  /** How much the wood differs to the cells beside this one. */
  const change = (i: number, c: number, r: number): number => {
    const t = left(i);
    let most = 0;
    for (const [dc, dr] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [x, y] = [c + dc, r + dr];
      if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
      const j = y * columns + x;
      if (share[j]! > 0) most = Math.max(most, Math.abs(left(j) - t));
    }
    return most;
  };
  /** Wood in the cell of a column and row, mm²: between the corners of its parts as if it thinned evenly. All of it where no corner is without wood. */
  const woodIn = (c: number, r: number): number => {
    const n = PARTS + 1;
    const ts = new Float64Array(n * n);
    let isWhole = true;
    for (let k = 0; k < n * n; k += 1) {
      const x = x0 + (c + WITHIN * ((k % n) / PARTS - 0.5)) * step;
      const y = y0 + (r + WITHIN * (Math.floor(k / n) / PARTS - 0.5)) * step;
      // Past the edge it is taken for as thin as it can be: what runs out does so inside it.
      const isIn = holds(x, y);
      const t = isIn ? thickness - f(x, y) - b(x, y) : -thickness;
      if (isIn && t <= 0) isWhole = false;
      ts[k] = Math.max(-JUMP, Math.min(JUMP, t));
    }
    if (isWhole) return Infinity;
    let wood = 0;
    for (let v = 0; v < PARTS; v += 1)
      for (let u = 0; u < PARTS; u += 1) {
        let [more, less] = [0, 0];
        for (const k of [v * n + u, v * n + u + 1, (v + 1) * n + u, (v + 1) * n + u + 1]) {
          if (ts[k]! > 0) more += ts[k]!;
          else less -= ts[k]!;
        }
        wood += more > 0 ? more / (more + less) : 0;
      }
    return (wood / (PARTS * PARTS)) * step * step;
  };
  let area = 0;
  for (let r = 0; r < rows; r += 1)
    for (let c = 0; c < columns; c += 1) {
      const i = r * columns + c;
      if (share[i] === 0) continue;
      const [ff, bb] = [inFront.get(i), inBack.get(i)];
      const t = left(i);
      if (ff || bb) {
        // Walls of openings, by what of the cell is on each side of them.
        for (const [p, u] of ff ?? [[1, front[i]!]])
          for (const [q, v] of bb ?? [[1, back[i]!]])
            if (thickness - u - v <= 0) area += p * q * share[i]! * step * step;
        continue;
      }
      const isSure = share[i]! < 1 ? t > STEEP : Math.abs(t) > change(i, c, r);
      if (isSure) {
        if (t <= 0) area += share[i]! * step * step;
        continue;
      }
      area += Math.max(0, share[i]! * step * step - woodIn(c, r));
    }
  return area;
}
