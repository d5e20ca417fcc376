import { deepest } from './depths.ts';
import { regionBox, rowsOf } from './region.ts';
import type { Solid } from './solid.ts';
import { isAlongEdge } from './solid.ts';

/** Cells are looked at in so many rows and columns where an edge may cross them. */
const PARTS = 4;

/** Cells are looked at in blocks of so many rows and columns. */
const BLOCK = 16;
/** From a block’s middle to its corner, of half its side; and a cell’s half beyond. */
const CORNER = 1.6;

/** A grid of cells over a solid: row by row from its lower left corner. */
export interface Fields {
  /** The middle of the first cell. */
  readonly x0: number;
  readonly y0: number;
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
  /** How much of each cell lies in the region, 0 to 1. */
  readonly share: Float32Array;
  /** Depths from each face at the middle of each cell; 0 outside. */
  readonly front: Float32Array;
  readonly back: Float32Array;
}

/** How much of each cell of a grid a region takes: its rows are cut exactly along x, and looked at several times along y. */
function shares(
  solid: Solid,
  x0: number,
  y0: number,
  step: number,
  columns: number,
  rows: number,
): Float32Array {
  const share = new Float32Array(columns * rows);
  const lines = rowsOf(solid.region, step);
  const left = x0 - step / 2;
  for (let r = 0; r < rows; r += 1)
    for (let k = 0; k < PARTS; k += 1) {
      const y = y0 - step / 2 + (r + (k + 0.5) / PARTS) * step;
      const at = lines.at(y);
      for (let i = 0; i + 1 < at.length; i += 2) {
        const [from, to] = [(at[i]! - left) / step, (at[i + 1]! - left) / step];
        const [c0, c1] = [Math.max(0, Math.floor(from)), Math.min(columns - 1, Math.floor(to))];
        for (let c = c0; c <= c1; c += 1)
          share[r * columns + c]! += (Math.min(to, c + 1) - Math.max(from, c)) / PARTS;
      }
    }
  return share;
}

/** Both fields of a solid at a step, mm. `told` hears how far it is and may throw to end it. */
export function fieldsOf(
  solid: Solid,
  step: number,
  told: (share: number) => void = () => undefined,
): Fields {
  const box = regionBox(solid.region);
  const x0 = box.minX - step / 2;
  const y0 = box.minY - step / 2;
  const columns = Math.ceil((box.maxX - box.minX) / step) + 2;
  const rows = Math.ceil((box.maxY - box.minY) / step) + 2;
  const share = shares(solid, x0, y0, step, columns, rows);
  const front = new Float32Array(share.length);
  const back = new Float32Array(share.length);
  const [deepFront, deepBack] = [deepest(solid.region, solid.front), deepest(solid.region, solid.back)];
  for (let r0 = 0; r0 < rows; r0 += BLOCK) {
    told(r0 / rows);
    for (let c0 = 0; c0 < columns; c0 += BLOCK) {
      // A removal that does not reach a block of cells is computed for none of them.
      const half = (BLOCK * step) / 2;
      const [mx, my] = [x0 + c0 * step + half, y0 + r0 * step + half];
      const [f, b] = [deepFront.near(mx, my, half * CORNER), deepBack.near(mx, my, half * CORNER)];
      for (let r = r0; r < Math.min(rows, r0 + BLOCK); r += 1)
        for (let c = c0; c < Math.min(columns, c0 + BLOCK); c += 1) {
          const i = r * columns + c;
          if (!(share[i]! > 0)) continue;
          front[i] = f(x0 + c * step, y0 + r * step);
          back[i] = b(x0 + c * step, y0 + r * step);
        }
    }
  }
  told(1);
  return { x0, y0, step, columns, rows, share, front, back };
}

/** Volume, centre, and what of the plan has no wood. */
export interface Mass {
  /** mm³. */
  readonly volume: number;
  /** mm; the z of the middle is below 0. */
  readonly centre: { readonly x: number; readonly y: number; readonly z: number };
  /** Where front and back meet, mm². */
  readonly withoutWood: number;
}

/** Cells whose depths differ from a neighbour’s by more than this, mm, are looked at in parts. */
const STEEP = 1;

/** Volume and moments by the grid: cells at the region’s edge by their share inside, those with a step in them in parts. */
export function massOf(solid: Solid, fields: Fields): Mass {
  const { x0, y0, step, columns, share, front, back } = fields;
  const { thickness } = solid;
  const [deepFront, deepBack] = [deepest(solid.region, solid.front), deepest(solid.region, solid.back)];
  let [volume, mx, my, mz, bare] = [0, 0, 0, 0, 0];
  const add = (x: number, y: number, f: number, b: number, area: number): void => {
    const top = -f;
    const bottom = b - thickness;
    const t = top - bottom;
    if (t <= 0) {
      bare += area;
      return;
    }
    volume += t * area;
    mx += x * t * area;
    my += y * t * area;
    mz += ((top * top - bottom * bottom) / 2) * area;
  };
  const isSteep = (field: Float32Array, i: number): boolean =>
    [i - 1, i + 1, i - columns, i + columns].some(
      (j) => share[j]! > 0 && Math.abs(field[j]! - field[i]!) > STEEP,
    );
  for (let i = 0; i < share.length; i += 1) {
    const s = share[i]!;
    if (!(s > 0)) continue;
    const c = i % columns;
    const x = x0 + c * step;
    const y = y0 + ((i - c) / columns) * step;
    const area = s * step * step;
    if (s > 0.999 && !isSteep(front, i) && !isSteep(back, i)) add(x, y, front[i]!, back[i]!, area);
    else
      for (let j = 0; j < PARTS; j += 1)
        for (let k = 0; k < PARTS; k += 1) {
          const [u, v] = [x + ((j + 0.5) / PARTS - 0.5) * step, y + ((k + 0.5) / PARTS - 0.5) * step];
          add(u, v, deepFront.at(u, v), deepBack.at(u, v), area / (PARTS * PARTS));
        }
  }
  return {
    volume,
    centre: volume > 0 ? { x: mx / volume, y: my / volume, z: mz / volume } : { x: 0, y: 0, z: 0 },
    withoutWood: bare,
  };
}

/** The least wood of a solid without what is done along its edges, mm, and a place that has it. Never under 0. */
export function leastThickness(
  solid: Solid,
  step: number,
): { readonly thickness: number; readonly at: { readonly x: number; readonly y: number } } {
  const plain = (removals: Solid['front']) => removals.filter((r) => !isAlongEdge(r));
  const [deepFront, deepBack] = [
    deepest(solid.region, plain(solid.front)),
    deepest(solid.region, plain(solid.back)),
  ];
  let best = { thickness: Infinity, at: solid.region.outer[0]! as { x: number; y: number } };
  const look = (x: number, y: number, f = deepFront.at(x, y), b = deepBack.at(x, y)): void => {
    const t = Math.max(0, solid.thickness - f - b);
    if (t < best.thickness) best = { thickness: t, at: { x, y } };
  };
  // A hair inside every line: on it, a place counts to either side.
  const HAIR = 1e-5;
  const edges = [
    solid.region.outer,
    ...solid.region.holes,
    ...[...plain(solid.front), ...plain(solid.back)].flatMap((r) =>
      r.kind === 'opening' ? [r.shape.outer, ...r.shape.holes] : [],
    ),
  ];
  const inside = rowsOf(solid.region, 1);
  const holds = (x: number, y: number): boolean => inside.at(y).filter((at) => at <= x).length % 2 === 1;
  for (const polygon of edges)
    polygon.forEach((a, i) => {
      const [b, before] = [
        polygon[(i + 1) % polygon.length]!,
        polygon[(i + polygon.length - 1) % polygon.length]!,
      ];
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const long = Math.hypot(dx, dy);
      if (long === 0) return;
      const [nx, ny] = [-dy / long, dx / long];
      const parts = Math.max(1, Math.ceil(long / step));
      for (let k = 0; k < parts; k += 1) {
        const [x, y] = [a.x + (dx * k) / parts + nx * HAIR, a.y + (dy * k) / parts + ny * HAIR];
        if (k > 0 && holds(x, y)) look(x, y);
      }
      // Into the corner, between its two sides.
      const back = Math.hypot(a.x - before.x, a.y - before.y) || 1;
      const [mx, my] = [-(a.y - before.y) / back, (a.x - before.x) / back];
      const [cx, cy] = [a.x + (nx + mx) * HAIR, a.y + (ny + my) * HAIR];
      if (holds(cx, cy)) look(cx, cy);
    });
  const bare = { ...solid, front: plain(solid.front), back: plain(solid.back) };
  const { x0, y0, columns, share, front, back } = fieldsOf(bare, step);
  for (let i = 0; i < share.length; i += 1)
    if (share[i]! > 0.999)
      look(x0 + (i % columns) * step, y0 + Math.floor(i / columns) * step, front[i]!, back[i]!);
  return best;
}
