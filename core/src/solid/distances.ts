import type { Grid, Window } from './grid.ts';
import type { NearChain } from './near.ts';

/** Cells are looked at in blocks of so many rows and columns: what may be near is found once for each. */
const BLOCK = 16;
/** A place so near to two pieces, square mm, is as near to both: it lies before the corner where they meet. */
const SAME = 1e-9;

/**
 * Distances of the middles of cells from a chain, mm, by rows of the window; above `most` (or where `share` is 0) it is
 * Infinity. `left`: also on the right of the chain.
 */
export function distancesOn(
  chain: NearChain,
  grid: Grid,
  window: Window,
  most: number,
  share: Float32Array | null,
  left = false,
): Float32Array {
  const { step } = grid;
  const { c0, r0, columns, rows } = window;
  const out = new Float32Array(columns * rows).fill(Infinity);
  const { xs, ys } = chain;
  const found = new Int32Array(chain.count);
  const half = (BLOCK * step * Math.SQRT2) / 2;
  for (let rb = 0; rb < rows; rb += BLOCK)
    for (let cb = 0; cb < columns; cb += BLOCK) {
      const [re, ce] = [Math.min(rows, rb + BLOCK), Math.min(columns, cb + BLOCK)];
      const mx = grid.x0 + (c0 + (cb + ce - 1) / 2) * step;
      const my = grid.y0 + (r0 + (rb + re - 1) / 2) * step;
      const near = chain.distance(mx, my, most + half);
      if (near === Infinity || (left && near > half && chain.side(mx, my) < 0)) continue;
      const many = chain.within(mx, my, near + 2 * half, found);
      for (let r = rb; r < re; r += 1) {
        const y = grid.y0 + (r0 + r) * step;
        for (let c = cb; c < ce; c += 1) {
          const o = r * columns + c;
          if (share && share[(r0 + r) * grid.columns + c0 + c] === 0) continue;
          const x = grid.x0 + (c0 + c) * step;
          let best = Infinity;
          let side = 0;
          for (let k = 0; k < many; k += 1) {
            const i = found[k]!;
            const dx = xs[i + 1]! - xs[i]!;
            const dy = ys[i + 1]! - ys[i]!;
            const px = x - xs[i]!;
            const py = y - ys[i]!;
            const long = dx * dx + dy * dy;
            const dot = px * dx + py * dy;
            const t = dot <= 0 ? 0 : dot >= long ? 1 : dot / long;
            const ox = px - t * dx;
            const oy = py - t * dy;
            const s = ox * ox + oy * oy;
            if (s > best + SAME) continue;
            if (left) {
              const across = (dx * py - dy * px) / Math.sqrt(long || 1);
              // Before a corner the piece that the place stands more squarely to tells its side.
              if (s < best - SAME || Math.abs(across) > Math.abs(side)) side = across;
            }
            if (s < best) best = s;
          }
          if (side >= 0 && best <= most * most) out[o] = Math.sqrt(best);
        }
      }
    }
  return out;
}
