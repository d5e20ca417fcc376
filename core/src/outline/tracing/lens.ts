import type { Point } from '../../geometry/point.ts';
import { hypot } from '../../geometry/point.ts';
import { goldenSectionMinimum } from '../../geometry/roots.ts';

/**
 * The bow of a lens by one number (division model: A. Fitzgibbon, Simultaneous linear estimation of multiple view
 * geometry and lens distortion, 2001): a place at r half-diagonals from the picture's middle belongs at
 * r / (1 + k r²). k < 0: straight edges bulge outward.
 */
export interface Lens {
  readonly k: number;
  readonly middle: Point;
  /** Half the picture's diagonal, pixels. */
  readonly unit: number;
}

export const noBow = (width: number, height: number): Lens => ({
  k: 0,
  middle: { x: width / 2, y: height / 2 },
  unit: hypot(width, height) / 2,
});

/** Where a place of the picture would be without the bow. */
export function straightened({ k, middle, unit }: Lens, p: Point): Point {
  if (k === 0) return p;
  const [x, y] = [(p.x - middle.x) / unit, (p.y - middle.y) / unit];
  const f = unit / (1 + k * (x * x + y * y));
  return { x: middle.x + x * f, y: middle.y + y * f };
}

/** Where the picture shows a place that straightening gave. */
export function bent({ k, middle, unit }: Lens, p: Point): Point {
  if (k === 0) return p;
  const [x, y] = [(p.x - middle.x) / unit, (p.y - middle.y) / unit];
  const r2 = x * x + y * y;
  const root = 1 - 4 * k * r2;
  // 2 / (1 + √(1 − 4 k r²)): the smaller root, without the loss of figures near k = 0.
  const f = (unit * 2) / (1 + Math.sqrt(Math.max(0, root)));
  return { x: middle.x + x * f, y: middle.y + y * f };
}

/** Sum of squared distances of places from their best straight line. */
function offLine(points: readonly Point[]): number {
  const n = points.length;
  const cx = points.reduce((s, p) => s + p.x, 0) / n;
  const cy = points.reduce((s, p) => s + p.y, 0) / n;
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - cx) ** 2;
    xy += (p.x - cx) * (p.y - cy);
    yy += (p.y - cy) ** 2;
  }
  // Summed across the line itself: the difference of the two large sums would lose the figures that are needed.
  const along = Math.atan2(2 * xy, xx - yy) / 2;
  const [c, s] = [Math.cos(along), Math.sin(along)];
  return points.reduce((sum, p) => sum + (c * (p.y - cy) - s * (p.x - cx)) ** 2, 0);
}

/** Bows of lenses that people hold lie within these. */
const MOST_BOW = 0.35;
const LOOKS = 40;

/**
 * The bow that makes a marked edge straight: three marks or more along it, pixels. `off` is the distance, root mean
 * square, that is left of it, pixels; `plain` what there is of it without a bow. Null with too few marks.
 */
export function bowOf(
  edges: readonly (readonly Point[])[],
  width: number,
  height: number,
): { readonly lens: Lens; readonly off: number; readonly plain: number } | null {
  const marked = edges.filter((e) => e.length >= 3);
  if (marked.length === 0) return null;
  const plain = noBow(width, height);
  const cost = (k: number): number =>
    marked.reduce((s, e) => s + offLine(e.map((p) => straightened({ ...plain, k }, p))), 0);
  const looks = Array.from({ length: LOOKS + 1 }, (_, i) => -MOST_BOW + (2 * MOST_BOW * i) / LOOKS);
  const best = looks.reduce((a, b) => (cost(b) < cost(a) ? b : a));
  const step = (2 * MOST_BOW) / LOOKS;
  const k = goldenSectionMinimum(cost, Math.max(-MOST_BOW, best - step), Math.min(MOST_BOW, best + step));
  const count = marked.reduce((s, e) => s + e.length, 0);
  return { lens: { ...plain, k }, off: Math.sqrt(cost(k) / count), plain: Math.sqrt(cost(0) / count) };
}
