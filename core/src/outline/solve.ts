import type { OutlineNode } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Cubic } from '../geometry/cubic.ts';
import { straightCubic } from '../geometry/cubic.ts';
import { add } from '../geometry/point.ts';
import { fairLoop, fairRun } from './spline.ts';

/** Between two corners: straight, or bent by whichever handles they carry. */
function betweenCorners(a: OutlineNode, b: OutlineNode): Cubic {
  const straight = straightCubic(a, b);
  return {
    p0: { x: a.x, y: a.y },
    p1: a.after ? add(a, a.after) : straight.p1,
    p2: b.before ? add(b, b.before) : straight.p2,
    p3: { x: b.x, y: b.y },
  };
}

/**
 * The outline through its nodes: fair between corners, straight between two corners without handles.
 * Segment i runs from node i to the next, so places on the path map back to nodes. Instrument frame,
 * mm; needs three nodes or more, neighbours apart (the design's check sees to both).
 */
export function solveOutline(nodes: readonly OutlineNode[]): ClosedPath {
  const n = nodes.length;
  const firstCorner = nodes.findIndex((node) => node.kind === 'corner');
  if (firstCorner < 0) return fairLoop(nodes);
  const segments = new Array<Cubic>(n);
  let from = firstCorner;
  do {
    const run = [from];
    let to = (from + 1) % n;
    while (nodes[to]!.kind === 'fair') {
      run.push(to);
      to = (to + 1) % n;
    }
    run.push(to);
    const start = nodes[from]!;
    const end = nodes[to]!;
    const curve =
      run.length === 2
        ? [betweenCorners(start, end)]
        : fairRun(
            run.map((i) => nodes[i]!),
            start.after ?? null,
            end.before ?? null,
          );
    curve.forEach((c, k) => {
      segments[run[k]!] = c;
    });
    from = to;
  } while (from !== firstCorner);
  return segments;
}
