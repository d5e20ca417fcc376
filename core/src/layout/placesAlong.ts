import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';

/** Places along a closed line, evenly, about `apart` mm from one another; at least three, so that a plate lies flat. */
export function placesAlong(polygon: readonly Point[], apart: number): readonly Point[] {
  const sides = polygon.map((p, i) => distance(p, polygon[(i + 1) % polygon.length]!));
  const total = sides.reduce((s, v) => s + v, 0);
  const count = Math.max(3, Math.round(total / apart));
  const places: Point[] = [];
  let [i, walked] = [0, 0];
  // Half a step in, so that no screw stands just in the first corner.
  for (let k = 0; k < count; k += 1) {
    const at = ((k + 0.5) * total) / count;
    while (walked + sides[i]! < at) {
      walked += sides[i]!;
      i = (i + 1) % polygon.length;
    }
    const t = (at - walked) / sides[i]!;
    const [a, b] = [polygon[i]!, polygon[(i + 1) % polygon.length]!];
    places.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
  }
  return places;
}
