import type { Grid, Window } from './grid.ts';
import type { NearChain } from './near.ts';
import { hypot } from '../geometry/point.ts';

/** A field of distances over a window of a grid. */
export interface Distances {
  /** Row by row of the window; Infinity where nothing is near enough. */
  readonly values: Float32Array;
  /** The part of the window, in its own columns and rows, outside of which all are Infinity; null where all are. */
  readonly used: Window | null;
}

/** Squares of cells are halved until they have so many rows and columns. */
const LEAF = 16;
/** A place so near to two pieces, square mm, is as near to both: it lies before the corner where they meet. */
const SAME = 1e-9;
/**
 * Further from its line than this, mm, a field of distances is so even that it is computed at every so many cells and laid
 * out between; unless the middle between four of them is off by more than the last, mm.
 */
const EVEN_FROM = 10;
const EVERY = 4;
const EVEN = 5e-3;

/**
 * Distances of the middles of cells from a chain, mm; Infinity above `most`, where `share` (of the whole grid, where there is one) is 0, and,
 * for `left`, on the right of the chain. Squares of cells are halved, each with the pieces that may be nearest to
 * anything in it.
 */
export function distancesOn(
  { xs, ys, count }: Pick<NearChain, 'xs' | 'ys' | 'count'>,
  grid: Grid,
  window: Window,
  most: number,
  share: Float32Array | null,
  left = false,
): Distances {
  const { step } = grid;
  const { columns, rows } = window;
  const [wx, wy] = [grid.x0 + window.c0 * step, grid.y0 + window.r0 * step];
  const values = new Float32Array(columns * rows).fill(Infinity);
  const longs = Float64Array.from({ length: count }, (_, i) =>
    Math.max(Number.MIN_VALUE, (xs[i + 1]! - xs[i]!) ** 2 + (ys[i + 1]! - ys[i]!) ** 2),
  );
  const ways = new Float64Array(2 * count);
  for (let i = 0; i < count; i += 1) {
    ways[2 * i] = xs[i + 1]! - xs[i]!;
    ways[2 * i + 1] = ys[i + 1]! - ys[i]!;
  }
  let [minC, minR, maxC, maxR] = [columns, rows, -1, -1];
  // In an array: a number that closures change is put in a box each time.
  const side = new Float64Array(1);
  /** The square of the distance from the nearest of the first `many` pieces of a list. */
  const nearestPlain = (x: number, y: number, list: Int32Array, many: number): number => {
    let best = Infinity;
    for (let k = 0; k < many; k += 1) {
      const i = list[k]!;
      const dx = ways[2 * i]!;
      const dy = ways[2 * i + 1]!;
      const px = x - xs[i]!;
      const py = y - ys[i]!;
      const long = longs[i]!;
      const dot = px * dx + py * dy;
      let s = px * px + py * py;
      if (dot >= long) s += long - 2 * dot;
      else if (dot > 0) s -= (dot * dot) / long;
      if (s < best) best = s;
    }
    return best > 0 ? best : 0;
  };
  /** The same; leaves the side of it in `side`. */
  const nearestSided = (x: number, y: number, list: Int32Array, many: number): number => {
    let best = Infinity;
    let found = 0;
    for (let k = 0; k < many; k += 1) {
      const i = list[k]!;
      const dx = ways[2 * i]!;
      const dy = ways[2 * i + 1]!;
      const px = x - xs[i]!;
      const py = y - ys[i]!;
      const long = longs[i]!;
      const dot = px * dx + py * dy;
      const t = dot <= 0 ? 0 : dot >= long ? 1 : dot / long;
      const ox = px - t * dx;
      const oy = py - t * dy;
      const s = ox * ox + oy * oy;
      if (s > best + SAME) continue;
      const across = (dx * py - dy * px) / Math.sqrt(long);
      // Before a corner the piece that the place stands more squarely to tells its side.
      if (s < best - SAME || Math.abs(across) > Math.abs(found)) found = across;
      if (s < best) best = s;
    }
    side[0] = found;
    return best;
  };
  const nearest = left ? nearestSided : nearestPlain;
  const mostSquare = most * most;
  const nodes = new Float64Array((LEAF / EVERY + 1) ** 2);
  /** Lays a square of cells out from every fourth; false where the field is not even enough for that. */
  const even = (c0: number, r0: number, list: Int32Array, many: number): boolean => {
    const n = LEAF / EVERY;
    for (let j = 0; j <= n; j += 1)
      for (let i = 0; i <= n; i += 1) {
        nodes[j * (n + 1) + i] = Math.sqrt(
          nearest(wx + (c0 + i * EVERY) * step, wy + (r0 + j * EVERY) * step, list, many),
        );
        if (left && side[0]! < 0) return false;
      }
    // In each of them: where the nearest place leaps from one side to another, one corner at least lies beyond the leap, and the middle shows it.
    for (let j = 0; j < n; j += 1)
      for (let i = 0; i < n; i += 1) {
        const o = j * (n + 1) + i;
        const between = (nodes[o]! + nodes[o + 1]! + nodes[o + n + 1]! + nodes[o + n + 2]!) / 4;
        const [x, y] = [wx + (c0 + (i + 0.5) * EVERY) * step, wy + (r0 + (j + 0.5) * EVERY) * step];
        if (Math.abs(Math.sqrt(nearest(x, y, list, many)) - between) > EVEN) return false;
      }
    const [ce, re] = [Math.min(columns, c0 + LEAF), Math.min(rows, r0 + LEAF)];
    for (let r = r0; r < re; r += 1) {
      const v = (r - r0) / EVERY;
      const j = Math.floor(v);
      const fv = v - j;
      for (let c = c0; c < ce; c += 1) {
        if (share?.[(window.r0 + r) * grid.columns + window.c0 + c] === 0) continue;
        const u = (c - c0) / EVERY;
        const i = Math.floor(u);
        const fu = u - i;
        const o = j * (n + 1) + i;
        const d =
          (nodes[o]! * (1 - fu) + nodes[o + 1]! * fu) * (1 - fv) +
          (nodes[o + n + 1]! * (1 - fu) + nodes[o + n + 2]! * fu) * fv;
        if (d <= most) values[r * columns + c] = d;
      }
    }
    return true;
  };
  const all = Int32Array.from({ length: count }, (_, i) => i);
  const lists: Int32Array[] = [];
  const look = (c0: number, r0: number, size: number, from: Int32Array, of: number, depth: number): void => {
    if (c0 >= columns || r0 >= rows) return;
    const half = (size * step * Math.SQRT2) / 2;
    const x = wx + (c0 + (size - 1) / 2) * step;
    const y = wy + (r0 + (size - 1) / 2) * step;
    const near = Math.sqrt(nearest(x, y, from, of));
    if (near - half > most || (left && side[0]! < 0 && near > half)) return;
    const list = (lists[depth] ??= new Int32Array(count));
    const reach = (near + 2 * half) ** 2;
    let many = 0;
    for (let k = 0; k < of; k += 1) {
      const i = from[k]!;
      const ax = xs[i]!;
      const ay = ys[i]!;
      const dx = xs[i + 1]! - ax;
      const dy = ys[i + 1]! - ay;
      const dot = (x - ax) * dx + (y - ay) * dy;
      const t = dot <= 0 ? 0 : dot >= longs[i]! ? 1 : dot / longs[i]!;
      const [ox, oy] = [x - ax - t * dx, y - ay - t * dy];
      if (ox * ox + oy * oy <= reach) {
        list[many] = i;
        many += 1;
      }
    }
    if (size > LEAF) {
      const h = size / 2;
      look(c0, r0, h, list, many, depth + 1);
      look(c0 + h, r0, h, list, many, depth + 1);
      look(c0, r0 + h, h, list, many, depth + 1);
      look(c0 + h, r0 + h, h, list, many, depth + 1);
      return;
    }
    const [ce, re] = [Math.min(columns, c0 + LEAF), Math.min(rows, r0 + LEAF)];
    minC = Math.min(minC, c0);
    minR = Math.min(minR, r0);
    maxC = Math.max(maxC, ce - 1);
    maxR = Math.max(maxR, re - 1);
    if (near > EVEN_FROM + half && even(c0, r0, list, many)) return;
    for (let r = r0; r < re; r += 1)
      for (let c = c0; c < ce; c += 1) {
        if (share?.[(window.r0 + r) * grid.columns + window.c0 + c] === 0) continue;
        const s = nearest(wx + c * step, wy + r * step, list, many);
        if (s <= mostSquare && (!left || side[0]! >= 0)) values[r * columns + c] = Math.sqrt(s);
      }
  };
  let size = LEAF;
  while (size < Math.max(columns, rows)) size *= 2;
  if (count > 0) look(0, 0, size, all, count, 0);
  return {
    values,
    used: maxC < 0 ? null : { c0: minC, r0: minR, columns: maxC - minC + 1, rows: maxR - minR + 1 },
  };
}

/** A way whose sine or cosine is under this runs along the rows or columns. */
const EVEN_WITH = 1e-9;
/** Pieces longer than this, mm, are taken in parts: the box round a slanting one holds mostly what is not beside it. */
const LONG = 8;

/** A line along an edge, with the wood on its left; `isOpen` where a bit comes to its ends and turns there. */
export interface AlongLine extends Pick<NearChain, 'xs' | 'ys' | 'count'> {
  readonly isOpen: boolean;
}

/** Distances of some cells of a grid alone, mm. */
export interface CellDistances {
  readonly cells: Int32Array;
  readonly values: Float32Array;
}

/**
 * The same where `most` is small beside the grid, as along an edge: each piece in turn, over the cells beside it that are no nearer than about
 * `least` (there is no wood). Several lines at once; the nearest counts. Of the cells that have a share of the region, those within `most`.
 */
export function distancesBeside(
  lines: readonly AlongLine[],
  grid: Grid,
  window: Window,
  least: number,
  most: number,
  share: Float32Array,
): CellDistances {
  const { step } = grid;
  const { columns, rows } = window;
  const [wx, wy] = [grid.x0 + window.c0 * step, grid.y0 + window.r0 * step];
  const square = most * most;
  const squares = new Float32Array(columns * rows).fill(Infinity);
  const touched: number[] = [];
  for (const { xs, ys, count, isOpen } of lines)
    for (let i = 0; i < count; i += 1) {
      const [x0, y0, x1, y1] = [xs[i]!, ys[i]!, xs[i + 1]!, ys[i + 1]!];
      // What lies behind a piece or close before it belongs to no wood, or to another; but at an end the bit goes round, and from the edge itself (least 0)
      // cells count that it crosses beside their middle.
      const near = isOpen && (i === 0 || i === count - 1) ? -most : least > 0 ? least / 2 : -grid.step;
      const parts = Math.max(1, Math.ceil(hypot(x1 - x0, y1 - y0) / LONG));
      for (let part = 0; part < parts; part += 1) {
        const [dx, dy] = [(x1 - x0) / parts, (y1 - y0) / parts];
        const [ax, ay] = [x0 + dx * part, y0 + dy * part];
        const long = Math.max(Number.MIN_VALUE, dx * dx + dy * dy);
        const length = Math.sqrt(long);
        const [nx, ny] = [dx / length, dy / length];
        // Along the piece from -most to its length + most, across from near to most: the rows and columns of that rectangle.
        const lowX = ax + Math.min(-most * nx, (length + most) * nx) + Math.min(-near * ny, -most * ny);
        const highX = ax + Math.max(-most * nx, (length + most) * nx) + Math.max(-near * ny, -most * ny);
        const lowY = ay + Math.min(-most * ny, (length + most) * ny) + Math.min(near * nx, most * nx);
        const highY = ay + Math.max(-most * ny, (length + most) * ny) + Math.max(near * nx, most * nx);
        const c0 = Math.max(0, Math.ceil((lowX - wx) / step));
        const c1 = Math.min(columns - 1, Math.floor((highX - wx) / step));
        const r0 = Math.max(0, Math.ceil((lowY - wy) / step));
        const r1 = Math.min(rows - 1, Math.floor((highY - wy) / step));
        for (let r = r0; r <= r1; r += 1) {
          const py = wy + r * step - ay;
          let [from, to] = [c0, c1];
          if (Math.abs(nx) > EVEN_WITH) {
            const [u, v] = [(-most - py * ny) / nx, (length + most - py * ny) / nx];
            from = Math.max(from, Math.ceil((Math.min(u, v) + ax - wx) / step));
            to = Math.min(to, Math.floor((Math.max(u, v) + ax - wx) / step));
          }
          if (Math.abs(ny) > EVEN_WITH) {
            const [u, v] = [(py * nx - near) / ny, (py * nx - most) / ny];
            from = Math.max(from, Math.ceil((Math.min(u, v) + ax - wx) / step));
            to = Math.min(to, Math.floor((Math.max(u, v) + ax - wx) / step));
          }
          let k = r * columns + from;
          let px = wx + from * step - ax;
          const dotY = py * dy;
          const squareY = py * py;
          for (let c = from; c <= to; c += 1, k += 1, px += step) {
            const dot = px * dx + dotY;
            let s = px * px + squareY;
            if (dot >= long) s += long - 2 * dot;
            else if (dot > 0) s -= (dot * dot) / long;
            const was = squares[k]!;
            if (s < was) {
              if (was === Infinity) touched.push(k);
              squares[k] = s;
            }
          }
        }
      }
    }
  const cells = new Int32Array(touched.length);
  const values = new Float32Array(touched.length);
  let count = 0;
  for (const k of touched) {
    const r = Math.floor(k / columns);
    const cell = (window.r0 + r) * grid.columns + window.c0 + k - r * columns;
    if (share[cell] === 0 || squares[k]! > square) continue;
    cells[count] = cell;
    values[count] = Math.sqrt(Math.max(0, squares[k]!));
    count += 1;
  }
  return { cells: cells.subarray(0, count), values: values.subarray(0, count) };
}
