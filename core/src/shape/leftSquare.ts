import type { Layout } from '../layout/layOut.ts';
import { polygonHolds } from '../geometry/polygons.ts';
import { offsetPolygon } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import type { Span, Walk } from './stretches.ts';

/** A bit is kept so far off the neck's joint, mm: what tape over it keeps free. */
const BESIDE_NECK = 3;
/** And so far off a plate or a button, mm. */
const BESIDE_PARTS = 2;
/** The edge is looked at in steps of so much, mm. */
const LOOK = 0.5;

/** The spans of an edge on which something holds. */
function spansWhere(walk: Walk, holds: (p: Point) => boolean): readonly Span[] {
  const count = Math.max(8, Math.ceil(walk.length / LOOK));
  const on = Array.from({ length: count }, (_, i) => holds(walk.at((i * walk.length) / count)));
  if (on.every(Boolean)) return [{ from: 0, to: walk.length }];
  const spans: Span[] = [];
  on.forEach((here, i) => {
    if (!here || on[(i + count - 1) % count]) return;
    let k = i;
    while (on[(k + 1) % count]) k += 1;
    const step = walk.length / count;
    spans.push({
      from: ((i - 1) * step + walk.length) % walk.length,
      to: ((k + 1) * step) % walk.length,
    });
  });
  return spans;
}

/** Where the neck is joined: the edge within its pocket. */
export function spansAtNeck({ cuts }: Layout, walk: Walk): readonly Span[] {
  const pockets = cuts
    .filter((c) => c.owner.kind === 'neck' && c.role === 'pocket')
    .flatMap((c) => offsetPolygon(c.area.polygon, BESIDE_NECK));
  return pockets.length === 0 ? [] : spansWhere(walk, (p) => pockets.some((area) => polygonHolds(area, p)));
}

/** Where parts sit in the edge: their plates or buttons, and a bit beside them. */
export function spansAtParts({ parts }: Layout, walk: Walk): readonly Span[] {
  return parts
    .filter(({ part }) => part.face === 'edge')
    .flatMap(({ part, footprint }) => {
      const turn = (part.turn * Math.PI) / 180;
      // How wide it is along the edge: across its own way into the wood.
      const across = footprint
        .flatMap((path) => path.flatMap((c) => [c.p0, c.p1, c.p2, c.p3]))
        .map((p) => (p.y - part.at.y) * Math.cos(turn) - (p.x - part.at.x) * Math.sin(turn));
      const wide = across.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
      if (wide === 0) return [];
      const middle = walk.to(part.at);
      const reach = Math.min(wide + BESIDE_PARTS, walk.length / 2 - 1);
      return [
        {
          from: (middle - reach + walk.length) % walk.length,
          to: (middle + reach) % walk.length,
        },
      ];
    });
}
