import type { Cubic } from '../geometry/cubic.ts';
import { cubicAt, cubicExtremes, mapCubic } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';

/** Heights nearer to one another than this, mm, are level: rounding of a straight edge. */
const LEVEL = 1e-9;

/**
 * Where a hollow edge rests on a thigh with the neck at an angle (rad above the horizontal; formulas section 7): the place between its ends where it is
 * level in the world, an inside maximum of the height `x sin θ + y cos θ`, the greatest if there are several. `hollow`: cubics in order, body plane, mm.
 * Null where no place is level: it would slide.
 */
export function thighContact(hollow: readonly Cubic[], angle: number): Point | null {
  const [s, c] = [Math.sin(angle), Math.cos(angle)];
  const height = ({ x, y }: Point): number => x * s + y * c;
  // Between neighbours of this list the height only rises or only falls.
  const places = hollow.flatMap((piece, i): readonly Point[] => {
    const level = cubicExtremes(
      mapCubic(piece, (p) => ({ x: 0, y: height(p) })),
      'y',
    );
    return [...(i === 0 ? [0] : []), ...level.sort((a, b) => a - b), 1].map((t) => cubicAt(piece, t));
  });
  let [best, rising]: [Point | null, boolean] = [null, false];
  for (let i = 1; i < places.length; i += 1) {
    const step = height(places[i]!) - height(places[i - 1]!);
    if (Math.abs(step) <= LEVEL) continue;
    if (rising && step < 0 && (best === null || height(places[i - 1]!) > height(best))) best = places[i - 1]!;
    rising = step > 0;
  }
  return best;
}
