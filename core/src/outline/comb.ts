import type { ClosedPath } from '../geometry/closedPath.ts';
import { signedArea } from '../geometry/closedPath.ts';
import { cubicAt, cubicCurvature, cubicFirst, cubicLength } from '../geometry/cubic.ts';
import type { Point } from '../geometry/point.ts';
import { length } from '../geometry/point.ts';

/** One tooth: foot on the outline, tip outward by curvature where the outline bulges, inward where it is hollow. */
export interface Tooth {
  readonly foot: Point;
  readonly tip: Point;
  /** 1/mm, positive where convex. */
  readonly curvature: number;
}

/**
 * The curvature comb: a tooth about every `spacingMm`, its length curvature × `gainMm2`, in mm, cut off
 * at `longestMm` so that a tight tip does not fill the board. One list a segment.
 */
export function curvatureComb(
  path: ClosedPath,
  spacingMm: number,
  gainMm2: number,
  longestMm: number,
): readonly (readonly Tooth[])[] {
  const sense = signedArea(path) >= 0 ? 1 : -1;
  return path.map((c) => {
    const teeth = Math.max(2, Math.ceil(cubicLength(c) / spacingMm));
    return Array.from({ length: teeth + 1 }, (_, k): Tooth => {
      const t = k / teeth;
      const foot = cubicAt(c, t);
      const first = cubicFirst(c, t);
      const speed = length(first) || 1;
      const curvature = sense * (cubicCurvature(c, t) ?? 0);
      const reach = Math.max(-longestMm, Math.min(longestMm, curvature * gainMm2));
      const outward = { x: (sense * first.y) / speed, y: (-sense * first.x) / speed };
      return { foot, tip: { x: foot.x + outward.x * reach, y: foot.y + outward.y * reach }, curvature };
    });
  });
}
