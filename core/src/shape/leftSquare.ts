import type { Cut } from '../layout/cut.ts';
import type { Layout } from '../layout/layOut.ts';
import type { PartInPlace } from '../layout/partInPlace.ts';
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

/** A corner of more than this, rad, is one: round it, a bit’s end would be anywhere. */
const CORNER = 0.3;
/** An end is no nearer to a corner than this, mm. */
const OFF_CORNER = 1;

/** Whether the edge turns a corner near a place of it. */
function isAtCorner({ at }: Walk, s: number): boolean {
  const way = (from: number, to: number): number => {
    const [a, b] = [at(from), at(to)];
    return Math.atan2(b.y - a.y, b.x - a.x);
  };
  const turn = Math.abs(
    way(s + OFF_CORNER, s + 1.2 * OFF_CORNER) - way(s - 1.2 * OFF_CORNER, s - OFF_CORNER),
  );
  return Math.min(turn, 2 * Math.PI - turn) > CORNER;
}

/** A span whose ends lie clear of corners: it goes on past one. */
function clearOfCorners({ from, to }: Span, walk: Walk): Span {
  const clear = (s: number, way: 1 | -1): number => {
    let end = s;
    for (let k = 0; k < 4 && isAtCorner(walk, end); k += 1) end += way * OFF_CORNER;
    return (end + walk.length) % walk.length;
  };
  return { from: clear(from, -1), to: clear(to, 1) };
}

/** Where the neck is joined: the edge within its pocket. */
export function spansAtNeck(pocket: Cut | null, walk: Walk): readonly Span[] {
  const areas = pocket ? offsetPolygon(pocket.area.polygon, BESIDE_NECK) : [];
  if (areas.length === 0) return [];
  return spansWhere(walk, (p) => areas.some((area) => polygonHolds(area, p))).map((span) =>
    clearOfCorners(span, walk),
  );
}

/** The pocket of the neck; null where none is cut. */
export const pocketOf = ({ cuts }: Layout): Cut | null =>
  cuts.find((c) => c.owner.kind === 'neck' && c.role === 'pocket') ?? null;

const AT_PART = new WeakMap<Walk, WeakMap<PartInPlace, Span | null>>();

/** Where one part sits in the edge: its plate or button, and a bit beside it; null for one that has no width there. */
function spanAtPart(placed: PartInPlace, walk: Walk): Span | null {
  const known = AT_PART.get(walk) ?? new WeakMap<PartInPlace, Span | null>();
  AT_PART.set(walk, known);
  const found = known.get(placed);
  if (found !== undefined) return found;
  const { part, footprint } = placed;
  const turn = (part.turn * Math.PI) / 180;
  // How wide it is along the edge: across its own way into the wood.
  const wide = footprint
    .flatMap((path) => path.flatMap((c) => [c.p0, c.p1, c.p2, c.p3]))
    .map((p) => Math.abs((p.y - part.at.y) * Math.cos(turn) - (p.x - part.at.x) * Math.sin(turn)))
    .reduce((most, v) => Math.max(most, v), 0);
  const middle = walk.to(part.at);
  const reach = Math.min(wide + BESIDE_PARTS, walk.length / 2 - 1);
  const made =
    wide === 0
      ? null
      : { from: (middle - reach + walk.length) % walk.length, to: (middle + reach) % walk.length };
  known.set(placed, made);
  return made;
}

/** Where parts sit in the edge. */
export const spansAtParts = ({ parts }: Layout, walk: Walk): readonly Span[] =>
  parts.flatMap((placed) => (placed.part.face === 'edge' ? (spanAtPart(placed, walk) ?? []) : []));
