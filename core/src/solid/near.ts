import type { Point } from '../geometry/point.ts';
import { hypot } from '../geometry/point.ts';

/** A chain of places, prepared for thousands of distance queries. */
export interface NearChain {
  /** The distance of a place, mm; Infinity where it is over the given reach. */
  readonly distance: (x: number, y: number, reach?: number) => number;
  /** The side of the nearest piece that a place lies on: above 0 is left. 0 for a chain without length. */
  readonly side: (x: number, y: number) => number;
  /** The distance of a place, mm, below 0 on its right: side and distance in one search. */
  readonly signed: (x: number, y: number) => number;
  /** Its places: piece i runs from i to i + 1. */
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  /** The pieces that may lie within so far of a place, into `found`; how many. */
  readonly within: (x: number, y: number, reach: number, found: Int32Array) => number;
  readonly isOpen: boolean;
  /** How many pieces it has. */
  readonly count: number;
}

/** So many pieces that follow each other are looked at one by one. */
const LEAF = 8;
/** A place so near to two pieces, square mm, is as near to both: it lies before the corner where they meet. */
const SAME = 1e-9;

/**
 * A chain (closed: its last place runs on to its first) made ready for questions: boxes round runs of its pieces, and
 * boxes round pairs of those. What follows each other lies together, so that most of a chain is never looked at.
 */
export function nearChain(points: readonly Point[], closed: boolean): NearChain {
  const count = Math.max(0, closed ? points.length : points.length - 1);
  const xs = new Float64Array(count + 1);
  const ys = new Float64Array(count + 1);
  for (let i = 0; i <= count; i += 1) {
    const p = points[i % points.length];
    xs[i] = p?.x ?? 0;
    ys[i] = p?.y ?? 0;
  }
  const leaves = Math.max(1, Math.ceil(count / LEAF));
  const width = 2 ** Math.ceil(Math.log2(leaves));
  // A heap: the whole chain first, the two halves of node n at 2n and 2n + 1; leaves from `width` on.
  const boxes = new Float64Array(8 * width).fill(Infinity);
  for (let n = 2 * width - 1; n >= 1; n -= 1) {
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    if (n >= width) {
      const from = (n - width) * LEAF;
      for (let i = from; i <= Math.min(count, from + LEAF) && from < count; i += 1) {
        x0 = Math.min(x0, xs[i]!);
        y0 = Math.min(y0, ys[i]!);
        x1 = Math.max(x1, xs[i]!);
        y1 = Math.max(y1, ys[i]!);
      }
    } else
      for (const m of [2 * n, 2 * n + 1]) {
        x0 = Math.min(x0, boxes[4 * m]!);
        y0 = Math.min(y0, boxes[4 * m + 1]!);
        x1 = Math.max(x1, boxes[4 * m + 2]!);
        y1 = Math.max(y1, boxes[4 * m + 3]!);
      }
    boxes.set([x0, y0, x1, y1], 4 * n);
  }
  const toBox = (n: number, x: number, y: number): number => {
    const b = 4 * n;
    const dx = Math.max(boxes[b]! - x, 0, x - boxes[b + 2]!);
    const dy = Math.max(boxes[b + 1]! - y, 0, y - boxes[b + 3]!);
    return dx * dx + dy * dy;
  };
  const toPiece = (i: number, x: number, y: number): number => {
    const dx = xs[i + 1]! - xs[i]!;
    const dy = ys[i + 1]! - ys[i]!;
    const px = x - xs[i]!;
    const py = y - ys[i]!;
    const long = dx * dx + dy * dy;
    const t = long === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / long));
    const ox = px - t * dx;
    const oy = py - t * dy;
    return ox * ox + oy * oy;
  };
  const stack = new Int32Array(64);
  /** How near the box of each can be, square mm. */
  const squares = new Float64Array(64);
  /** The piece that was nearest last: who asks goes on beside it, as a rule, and whole halves need not be looked at. */
  let last = 0;
  /** The square of the least distance under `most`; `look` is called for each piece that may have it. */
  const search = (x: number, y: number, most: number, look: (i: number, square: number) => void): number => {
    let best = count > 0 ? Math.min(most, toPiece(last, x, y)) : most;
    let top = 0;
    if (count > 0) {
      stack[0] = 1;
      squares[0] = toBox(1, x, y);
      top = 1;
    }
    while (top > 0) {
      top -= 1;
      const n = stack[top]!;
      if (squares[top]! > best + SAME) continue;
      if (n >= width) {
        const from = (n - width) * LEAF;
        const to = Math.min(count, from + LEAF);
        for (let i = from; i < to; i += 1) {
          const s = toPiece(i, x, y);
          if (s > best + SAME) continue;
          look(i, s);
          if (s <= best) {
            best = s;
            last = i;
          }
        }
      } else {
        const a = toBox(2 * n, x, y);
        const b = toBox(2 * n + 1, x, y);
        // The nearer half is taken off the stack first.
        const first = a <= b ? 2 * n + 1 : 2 * n;
        stack[top] = first;
        squares[top] = a <= b ? b : a;
        stack[top + 1] = 4 * n + 1 - first;
        squares[top + 1] = a <= b ? a : b;
        top += 2;
      }
    }
    return best;
  };
  const nothing = (): void => undefined;
  const besideOf = (x: number, y: number): { readonly side: number; readonly square: number } => {
    let [best, side] = [Infinity, 0];
    const square = search(x, y, Infinity, (i, s) => {
      const dx = xs[i + 1]! - xs[i]!;
      const dy = ys[i + 1]! - ys[i]!;
      const long = hypot(dx, dy);
      if (long === 0) return;
      const across = (dx * (y - ys[i]!) - dy * (x - xs[i]!)) / long;
      // Before a corner the piece that the place stands more squarely to tells its side.
      if (s < best - SAME || Math.abs(across) > Math.abs(side)) side = across;
      best = Math.min(best, s);
    });
    return { side, square };
  };
  return {
    xs,
    ys,
    count,
    isOpen: !closed,
    within: (x, y, reach, found) => {
      const most = reach * reach;
      let many = 0;
      let top = 0;
      if (count > 0) {
        stack[0] = 1;
        top = 1;
      }
      while (top > 0) {
        top -= 1;
        const n = stack[top]!;
        if (toBox(n, x, y) > most) continue;
        if (n >= width) {
          const from = (n - width) * LEAF;
          for (let i = from; i < Math.min(count, from + LEAF); i += 1)
            if (toPiece(i, x, y) <= most) {
              found[many] = i;
              many += 1;
            }
        } else {
          stack[top] = 2 * n;
          stack[top + 1] = 2 * n + 1;
          top += 2;
        }
      }
      return many;
    },
    distance: (x, y, reach = Infinity) => {
      const most = reach * reach;
      const best = search(x, y, most, nothing);
      return best < most || most === Infinity ? Math.sqrt(best) : Infinity;
    },
    side: (x, y) => besideOf(x, y).side,
    signed: (x, y) => {
      const { side, square } = besideOf(x, y);
      return side < 0 ? -Math.sqrt(square) : Math.sqrt(square);
    },
  };
}
