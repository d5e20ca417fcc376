import type { Box } from './box.ts';
import { boxesMeet, boxHolds, growBox } from './box.ts';
import type { Cubic } from './cubic.ts';
import { cubicAt, cubicBox } from './cubic.ts';
import { cubicRootsInUnit } from './roots.ts';

/** The cubic's polynomial coefficients in t, highest first, for one axis, less a level. */
function coefficients(c: Cubic, axis: 'x' | 'y', level: number): [number, number, number, number] {
  const [a, b, d, e] = [c.p0[axis], c.p1[axis], c.p2[axis], c.p3[axis]];
  return [e - 3 * d + 3 * b - a, 3 * (d - 2 * b + a), 3 * (b - a), a - level];
}

/** A curve that comes within this, mm, of the box meets it: rounding of a crossing, no drawn distance. */
const TOUCHING = 1e-9;

/** Whether any point of the curve lies in the box: an end inside, or a crossing of one of its four edges. */
export function cubicMeetsBox(c: Cubic, box: Box): boolean {
  const near = growBox(box, TOUCHING);
  if (boxHolds(near, c.p0) || boxHolds(near, c.p3)) return true;
  if (!boxesMeet(cubicBox(c), near)) return false;
  const crosses = (axis: 'x' | 'y', level: number, low: number, high: number): boolean =>
    cubicRootsInUnit(...coefficients(c, axis, level)).some((t) => {
      const other = cubicAt(c, t)[axis === 'x' ? 'y' : 'x'];
      return other >= low - TOUCHING && other <= high + TOUCHING;
    });
  return (
    crosses('x', box.minX, box.minY, box.maxY) ||
    crosses('x', box.maxX, box.minY, box.maxY) ||
    crosses('y', box.minY, box.minX, box.maxX) ||
    crosses('y', box.maxY, box.minX, box.maxX)
  );
}
