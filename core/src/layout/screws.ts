import { boxesMeet, growBox } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { areaHolds, distanceToEdge, edgeGap, polygonsMeet } from '../geometry/polygons.ts';
import type { Cut } from './cut.ts';
import { sameOwner, zOverlap } from './cut.ts';
import type { Layout } from './layOut.ts';
import { byPair } from './pairs.ts';
import { isPilot } from './walls.ts';

/** Screws further than this from anything are not looked at, mm. */
const SIGHT = 8;

/** A screw and the opening it comes near: 0 apart where it comes out in it. */
export interface ScrewNear {
  readonly screw: Cut;
  /** Null: the body’s edge. */
  readonly other: Cut | null;
  readonly apart: number;
  readonly at: Point;
}

/** Between two round holes in a face: by their middles. */
function roundApart(
  a: NonNullable<Cut['round']>,
  b: NonNullable<Cut['round']>,
): { readonly apart: number; readonly at: Point } | null {
  const middles = distance(a.at, b.at);
  const apart = middles - (a.diameter + b.diameter) / 2;
  if (apart > SIGHT) return null;
  if (apart <= 0) return { apart: 0, at: a.at };
  const share = a.diameter / 2 / middles;
  return {
    apart,
    at: { x: a.at.x + (b.at.x - a.at.x) * share, y: a.at.y + (b.at.y - a.at.y) * share },
  };
}

/** Between a round hole in a face and an opening: by the hole's middle. */
function roundOff(
  { at, diameter }: NonNullable<Cut['round']>,
  area: Cut['area'],
): { readonly apart: number; readonly at: Point } | null {
  if (areaHolds(area, at)) return { apart: 0, at };
  const apart = distanceToEdge(area.polygon, at) - diameter / 2;
  return apart > SIGHT ? null : { apart: Math.max(0, apart), at };
}

const apartOf = byPair((a: Cut, b: Cut): { readonly apart: number; readonly at: Point } | null => {
  const { round } = a;
  if (round) return b.round ? roundApart(round, b.round) : roundOff(round, b.area);
  if (polygonsMeet(a.area, b.area)) return { apart: 0, at: a.area.polygon[0]! };
  const gap = edgeGap(a.area, b.area, SIGHT);
  return gap && { apart: gap.distance, at: gap.from };
});

const toEdge = byPair((a: Cut, body: Layout['body']) => edgeGap(a.area, body, SIGHT));

/** Screws beside openings that are cut as deep as they go, beside one another, and beside the edge. */
export function screwsNear({ cuts, body }: Pick<Layout, 'cuts' | 'body'>): readonly ScrewNear[] {
  const screws = cuts.filter((c) => c.role === 'screw' || isPilot(c));
  const place = new Map(screws.map((c, i) => [c, i]));
  return screws.flatMap((screw, i): readonly ScrewNear[] => {
    const near: ScrewNear[] = [];
    const sight = growBox(screw.area.box, SIGHT);
    for (const other of cuts) {
      if (!boxesMeet(other.area.box, sight)) continue;
      if (other === screw || sameOwner(other.owner, screw.owner) || !zOverlap(screw, other)) continue;
      // Screws of covers stand in their ledge; drilled runs tell their own cover; a pair of screws is reported once.
      if (other.role === 'ledge' || other.role === 'drilled' || (place.get(other) ?? i) < i) continue;
      const found = apartOf(screw, other);
      if (found) near.push({ screw, other, ...found });
    }
    if (screw.face !== 'edge') {
      const gap = toEdge(screw, body);
      if (gap) near.push({ screw, other: null, apart: gap.distance, at: gap.from });
    }
    return near;
  });
}

/** Wood under a screw's tip, mm, unless the design's own limit says otherwise. */
export const LEAST_UNDER_TIP = 2;

/** Screws in a face and the wood between their tip and the other face, mm; less than 0: out of it. */
export const screwTips = ({
  cuts,
  thickness,
}: Pick<Layout, 'cuts' | 'thickness'>): readonly {
  readonly screw: Cut;
  readonly left: number;
}[] =>
  cuts
    .filter((c) => c.role === 'screw' && c.face !== 'edge' && c.owner.kind !== 'neck')
    .map((screw) => ({ screw, left: screw.face === 'front' ? screw.bottom + thickness : -screw.top }));
