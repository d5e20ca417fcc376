import type { Point } from '../geometry/point.ts';

/** The straight saddle that comes nearest to every string's own place. */
export interface SaddleLine {
  /** Its ends, over the outer strings. */
  readonly bass: Point;
  readonly treble: Point;
  /** Turn from square to the centre line, rad; positive when the bass end lies tailward. */
  readonly turn: number;
  /** The string that it misses most, counted from the bass side from 0, and by how much, mm. */
  readonly worst: { readonly string: number; readonly by: number };
}

/**
 * Least squares of x on y through the strings' saddle places; null for a single string, or where all
 * stand at one y.
 */
export function fitSaddleLine(saddles: readonly Point[]): SaddleLine | null {
  const n = saddles.length;
  if (n < 2) return null;
  const mean = saddles.reduce((m, p) => ({ x: m.x + p.x / n, y: m.y + p.y / n }), { x: 0, y: 0 });
  const squares = saddles.reduce((sum, p) => sum + (p.y - mean.y) ** 2, 0);
  if (squares === 0) return null;
  const slope = saddles.reduce((sum, p) => sum + (p.y - mean.y) * (p.x - mean.x), 0) / squares;
  const at = (y: number): Point => ({ x: mean.x + slope * (y - mean.y), y });
  const off = saddles.map((p) => p.x - at(p.y).x);
  const worst = off.reduce((w, by, i) => (Math.abs(by) > Math.abs(off[w]!) ? i : w), 0);
  return {
    bass: at(saddles[0]!.y),
    treble: at(saddles[n - 1]!.y),
    turn: Math.atan(-slope),
    worst: { string: worst, by: off[worst]! },
  };
}
