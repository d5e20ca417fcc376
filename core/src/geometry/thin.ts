import type { Point } from './point.ts';
import { distance } from './point.ts';
import { squareToSegment } from './polygons.ts';

/**
 * The places of a closed polygon that it needs to stay within a distance of all of them (Ramer, Douglas and Peucker,
 * from the first place and the furthest from it), in their order. Lengths in one unit.
 */
export function thinned(polygon: readonly Point[], within: number): readonly Point[] {
  const n = polygon.length;
  if (n < 4) return polygon;
  let far = 0;
  for (let i = 1; i < n; i += 1)
    if (distance(polygon[0]!, polygon[i]!) > distance(polygon[0]!, polygon[far]!)) far = i;
  const kept = new Set([0, far]);
  const spans: [number, number][] = [
    [0, far],
    [far, n],
  ];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    const [a, b] = [polygon[from]!, polygon[to % n]!];
    let [worst, most] = [-1, within * within];
    for (let i = from + 1; i < to; i += 1) {
      const off = squareToSegment(a, b, polygon[i]!);
      if (off > most) [worst, most] = [i, off];
    }
    if (worst < 0) continue;
    kept.add(worst);
    spans.push([from, worst], [worst, to]);
  }
  return [...kept].sort((i, j) => i - j).map((i) => polygon[i]!);
}
