import type { OutlineNode } from '../../design/schema.ts';
import { nearestOnPath } from '../../geometry/closedPath.ts';
import type { Point } from '../../geometry/point.ts';
import { solveOutline } from '../solve.ts';

/** A place where an outline leaves the edge it was fitted to, and how far, mm. */
export interface Miss {
  readonly at: Point;
  readonly by: number;
}

/** What lies between the places that a fit looks at may be off by this share more. */
const BETWEEN = 0.2;

/** Whether an outline follows its edge within the tolerance, mm: one that does not is no outline of it. */
export const follows = (off: number, tolerance: number): boolean => off <= tolerance * (1 + BETWEEN);

/** At most so many places are shown: the worst. */
const MOST_SHOWN = 6;

/**
 * The places where an outline leaves the edge by more than the tolerance, the worst of each stretch, the worst first;
 * instrument frame, mm. Empty where it follows.
 */
export function missesOf(
  edge: readonly Point[],
  nodes: readonly OutlineNode[],
  tolerance: number,
): readonly Miss[] {
  const path = solveOutline(nodes);
  const off = edge.map((at): Miss => ({ at, by: nearestOnPath(path, at)!.distance }));
  const isOff = ({ by }: Miss): boolean => !follows(by, tolerance);
  // Begun where it follows, so that no stretch is cut in two; where it follows nowhere, anywhere.
  const start = Math.max(
    0,
    off.findIndex((m) => !isOff(m)),
  );
  const worst: Miss[] = [];
  let run: Miss | null = null;
  for (let i = 0; i < off.length; i += 1) {
    const here = off[(start + i) % off.length]!;
    if (!isOff(here)) {
      if (run) worst.push(run);
      run = null;
    } else if (!run || here.by > run.by) run = here;
  }
  if (run) worst.push(run);
  return worst.sort((a, b) => b.by - a.by).slice(0, MOST_SHOWN);
}
