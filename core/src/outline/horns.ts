import type { ClosedPath } from '../geometry/closedPath.ts';
import { reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { bendsOf } from './alongEdge.ts';
import type { OutlineMeasures } from './measures.ts';
import { yCrossings } from './widthAt.ts';

/** One horn as it is compared with the other. */
export interface HornShape {
  readonly tip: Point;
  /** From its cutaway's deepest place to the tip along the centre line, mm. */
  readonly length: number;
  /** Across, half-way along that length, mm; null where it has no inner edge there. */
  readonly width: number | null;
  /** From the middle at its root to the tip: degrees outward from the centre line. */
  readonly outwardDeg: number;
  /** The tightest bulge within the outer third of its length, mm; 0 at a corner. */
  readonly tipRadius: number;
}

/** How wide a horn is at x, and its middle there, on one side of the centre line. */
function across(
  path: ClosedPath,
  x: number,
  side: 1 | -1,
): { readonly width: number; readonly middle: number } | null {
  const ys = yCrossings(path, x)
    .map((y) => side * y)
    .filter((y) => y > 0)
    .sort((a, b) => b - a);
  return ys.length >= 2 ? { width: ys[0]! - ys[1]!, middle: (side * (ys[0]! + ys[1]!)) / 2 } : null;
}

/** Where along a horn its root is taken, share of its length from the cutaway's bottom. */
const ROOT = 0.1;

/** A bend at the tip itself, mm past it by rounding, is the tip's. */
const AT_TIP = 1e-6;

/** Both horns, where the outline has them (a cutaway beside the neck). */
export function hornShapes(
  path: ClosedPath,
  measures: OutlineMeasures,
): { readonly bass: HornShape | null; readonly treble: HornShape | null } {
  const forward = signedArea(path) >= 0 ? path : reversePath(path);
  const bends = bendsOf(forward);
  const one = (side: 'bass' | 'treble'): HornShape | null => {
    const horn = measures.neck?.[side];
    if (!horn?.cutaway) return null;
    const sign = side === 'bass' ? 1 : -1;
    const { tip, cutaway } = horn;
    const length = tip.x - cutaway.at.x;
    const half = across(forward, tip.x - length / 2, sign);
    const root = across(forward, cutaway.at.x + ROOT * length, sign);
    const reach = tip.x - (root ? cutaway.at.x + ROOT * length : cutaway.at.x);
    const sideways = sign * (tip.y - (root?.middle ?? tip.y));
    const near = bends.filter(
      (b) =>
        b.kind === 'bulge' && sign * b.at.y > 0 && b.at.x > tip.x - length / 3 && b.at.x <= tip.x + AT_TIP,
    );
    return {
      tip,
      length,
      width: half?.width ?? null,
      outwardDeg: (Math.atan2(sideways, reach) * 180) / Math.PI,
      tipRadius: near[0]?.radius ?? Infinity,
    };
  };
  return { bass: one('bass'), treble: one('treble') };
}
