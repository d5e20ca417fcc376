import type { ClosedPath } from '../geometry/closedPath.ts';
import { nearestOnPath, reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { cross, hypot, subtract } from '../geometry/point.ts';
import { cubicFirst } from '../geometry/cubic.ts';
import { alongEdge } from './alongEdge.ts';

/** A place of an edge and how far it lies outside (positive) or inside an earlier one, mm. */
export interface Moved {
  readonly at: Point;
  /** Unit normal of the earlier edge there, outward. */
  readonly outward: Point;
  readonly s: number;
  readonly by: number;
}

/** A stretch that lies beside where it was. */
export interface MovedStretch {
  readonly from: Point;
  readonly to: Point;
  /** mm along the edge. */
  readonly length: number;
  /** Where it moved most, and by how much; positive outward. */
  readonly at: Point;
  readonly by: number;
}

/** Places that are compared along the edge, mm apart. */
const STEP = 4;
/** Moved by less than this, mm, is where it was: a fifth of a fine line. */
export const UNMOVED = 0.05;

/** How an edge lies beside an earlier one, every few mm along it. */
export function differenceAlong(before: ClosedPath, after: ClosedPath): readonly Moved[] {
  const old = signedArea(before) >= 0 ? before : reversePath(before);
  return alongEdge(after, STEP).map(({ at, s }) => {
    const foot = nearestOnPath(old, at)!;
    const way = cubicFirst(old[foot.segment]!, foot.t);
    const speed = hypot(way.x, way.y) || 1;
    const outward = { x: way.y / speed, y: -way.x / speed };
    // Left of a counter-clockwise edge is inside.
    const inside = cross(way, subtract(at, foot.at)) > 0;
    return { at, outward, s, by: inside ? -foot.distance : foot.distance };
  });
}

/** The stretches that moved, the furthest first. */
export function movedStretches(moved: readonly Moved[]): readonly MovedStretch[] {
  const n = moved.length;
  const isMoved = moved.map(({ by }) => Math.abs(by) > UNMOVED);
  const whole = isMoved.every(Boolean);
  // Begun at a place that stays, so that a stretch over the seam is one.
  const start = whole ? 0 : isMoved.indexOf(false);
  if (n === 0) return [];
  const found: MovedStretch[] = [];
  let run: Moved[] = [];
  const end = (): void => {
    if (run.length > 0) {
      const most = run.reduce((a, b) => (Math.abs(b.by) > Math.abs(a.by) ? b : a));
      found.push({
        from: run[0]!.at,
        to: run.at(-1)!.at,
        length: run.length * STEP,
        at: most.at,
        by: most.by,
      });
    }
    run = [];
  };
  for (let i = 0; i < n; i += 1) {
    const k = (start + i) % n;
    if (isMoved[k]) run.push(moved[k]!);
    else end();
  }
  end();
  return found.sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
}
