import { boxesMeet, growBox } from '../geometry/box.ts';
import { mapPath } from '../geometry/closedPath.ts';
import { offsetPath } from '../geometry/offset.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import { areaHolds, distanceToEdge, polygonArea } from '../geometry/polygons.ts';
import type { Opening } from '../design/schema.ts';
import { placesAlong } from './placesAlong.ts';
import type { Cut } from './cut.ts';
import { areaOf, sameOwner, zOverlap } from './cut.ts';

/** Wood that a cover’s screw keeps to what else is cut under it, mm. */
const WOOD = 2;
/** Other places along the ledge are tried in steps of about this, mm. */
const STEP = 1.5;
/** A screw does not go further than this share of the way to its neighbour. */
const FURTHEST = 0.5;

const isClearAt = (at: Point, radius: number, near: readonly Cut[]): boolean =>
  near.every(({ area }) => !areaHolds(area, at) && distanceToEdge(area.polygon, at) >= radius + WOOD);

const moveTo = (screw: Cut, at: Point): Cut => {
  const { x, y } = screw.round!.at;
  const path = mapPath(screw.path, (p) => ({ x: p.x + at.x - x, y: p.y + at.y - y }));
  return { ...screw, path, area: areaOf(path), round: { ...screw.round!, at } };
};

interface Moved {
  readonly near: readonly Cut[];
  readonly screw: Cut;
}
const MOVED = new WeakMap<Cut, Moved>();

/**
 * Moves a cover’s screw to the nearest clear place along the middle of its ledge. `width`: of the ledge, mm; `apart`: the
 * screws’ spacing, mm; `near`: the cuts to avoid. Returns the screw itself if it is clear already, or no place is.
 */
function clearScrew(screw: Cut, ledge: Cut, width: number, apart: number, near: readonly Cut[]): Cut {
  const known = MOVED.get(screw);
  if (known && known.near.length === near.length && known.near.every((c, i) => c === near[i]))
    return known.screw;
  const { at, diameter } = screw.round!;
  let found = screw;
  if (!isClearAt(at, diameter / 2, near)) {
    const [middle] = [...offsetPath(ledge.path, -width / 2)].sort((a, b) => polygonArea(b) - polygonArea(a));
    const place = (middle ? placesAlong(middle, STEP) : [])
      .filter((p) => distance(p, at) <= apart * FURTHEST && isClearAt(p, diameter / 2, near))
      .sort((p, q) => distance(p, at) - distance(q, at))[0];
    if (place) found = moveTo(screw, place);
  }
  MOVED.set(screw, { near, screw: found });
  return found;
}

/**
 * Returns all cuts of a design with the screws of covers whose screws are spread from the corners moved clear of drilled
 * runs, parts and other openings. Other covers keep their screws.
 */
export function clearCovers(cuts: readonly Cut[], openings: readonly Opening[]): readonly Cut[] {
  const covered = new Map(
    openings.flatMap((o) =>
      o.cover?.screws === 'corners' && o.cover.apart > 0 ? [[o.id, o.cover] as const] : [],
    ),
  );
  if (covered.size === 0) return cuts;
  const ledges = new Map(cuts.filter((c) => c.role === 'ledge').map((c) => [c.id, c]));
  return cuts.map((cut) => {
    const cover =
      cut.owner.kind === 'opening' && cut.role === 'screw' ? covered.get(cut.owner.id) : undefined;
    const ledge = cover && ledges.get(cut.id.replace(/-s\d+$/, ''));
    if (!cover || !ledge || !cut.round) return cut;
    // The box of every place that it may be moved to.
    const reach = growBox(cut.area.box, cover.apart * FURTHEST + WOOD);
    const near = cuts.filter(
      (c) => !sameOwner(c.owner, cut.owner) && zOverlap(c, cut) && boxesMeet(c.area.box, reach),
    );
    return near.length === 0 ? cut : clearScrew(cut, ledge, cover.ledge, cover.apart, near);
  });
}
