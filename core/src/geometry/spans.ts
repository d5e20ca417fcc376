import type { Polygon } from './polygons.ts';

/** Where the line across at x lies in a polygon: pairs of y, rising. */
export function spansAt(plan: Polygon, x: number): readonly (readonly [number, number])[] {
  const ys = plan
    .flatMap((p, i) => {
      const q = plan[(i + 1) % plan.length]!;
      return p.x > x === q.x > x ? [] : [p.y + ((x - p.x) / (q.x - p.x)) * (q.y - p.y)];
    })
    .sort((a, b) => a - b);
  return ys.flatMap((y, i) => (i % 2 === 0 && ys[i + 1] !== undefined ? [[y, ys[i + 1]!] as const] : []));
}
