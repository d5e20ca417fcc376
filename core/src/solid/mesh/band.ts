import type { Point } from '../../geometry/point.ts';
import type { Ring } from '../beside.ts';

/** A triangle that is turned over by less than this, mm², is flat: places are kept to a µm. */
const FOLD = 1e-3;

/**
 * Triangles between two lines beside one line of `around` places, the second further inside: what is by the same place of
 * it is joined. `outer` and `inner` are the numbers of their first places. Null where that folds over: the lines do not run
 * beside one another all round.
 */
export function strip(
  a: Ring,
  b: Ring,
  around: number,
  outer: number,
  inner: number,
): readonly number[] | null {
  const [n, m] = [a.places.length, b.places.length];
  if (m < 3) return null;
  const triangles: number[] = [];
  const place = (ring: Ring, k: number): Point => ring.places[k % ring.places.length]!;
  const by = (ring: Ring, k: number): number => {
    const many = ring.places.length;
    return ring.by[k % many]! + Math.floor(k / many) * around;
  };
  const isTurned = (p: Point, q: Point, r: Point): boolean =>
    (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x) < -FOLD;
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    const [from, to] = [outer + (i % n), inner + (j % m)];
    const isOuter = j >= m || (i < n && by(a, i + 1) <= by(b, j + 1));
    if (isOuter) {
      if (isTurned(place(a, i), place(a, i + 1), place(b, j))) return null;
      i += 1;
      triangles.push(from, outer + (i % n), to);
    } else {
      if (isTurned(place(a, i), place(b, j + 1), place(b, j))) return null;
      j += 1;
      triangles.push(from, inner + (j % m), to);
    }
  }
  return triangles;
}
