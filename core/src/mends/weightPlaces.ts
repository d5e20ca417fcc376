import type { Derived } from '../derived/derive.ts';
import type { Design } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { boxed, distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import type { Polygon } from '../geometry/polygons.ts';
import type { Cut } from '../layout/cut.ts';

/** Lead, g/mm³: the usual stuff of added weights. */
export const LEAD = 11.3e-3;

/** A round slug of lead, mm: where its middle is, across and high. */
export interface Slug {
  readonly at: Point;
  /** Its middle under the front face. */
  readonly deep: number;
  readonly across: number;
  readonly high: number;
}

/** A free place for a weight, mm. */
export interface WeightPlace {
  readonly kind: 'cavity' | 'hole';
  /** The cavity’s name; of a hole, what it is called. */
  readonly name: string;
  readonly at: Point;
  readonly across: number;
  /** The highest slug that goes in. */
  readonly most: number;
  /** Where a slug of a height is, and how deep a hole for it is from the back. */
  readonly slug: (high: number) => Slug;
  readonly holeDeep: (high: number) => number;
}

/** Between a slug and what is beside it in a cavity, and under its cover, mm. */
const BESIDE = 2;
const UNDER_COVER = 4;
/** Smallest and largest slug, and how near to one another places are looked at, mm. */
const LEAST_ACROSS = 18;
const MOST_ACROSS = 50;
const GRID = 4;
/** Usual bits for a drilled place, mm; wood round it, under its floor, and the plug over it. */
const BITS = [40, 35, 30, 25, 20];
const WALL = 16;
const FLOOR = 11;
const PLUG = 4;

/** Parts that need all of the room they are in. */
const fillsItsCavity = (kind: string, hasPoles: boolean): boolean => kind === 'battery' || hasPoles;

/** Places over a polygon’s box. */
function* placesIn({ polygon }: { readonly polygon: Polygon }, step: number): Generator<Point> {
  const { box } = boxed(polygon);
  for (let x = box.minX; x <= box.maxX; x += step)
    for (let y = box.minY; y <= box.maxY; y += step) {
      const at = { x: Math.round(x), y: Math.round(y) };
      if (polygonHolds(polygon, at)) yield at;
    }
}

const clearOf = (polygons: readonly Polygon[], at: Point, room: number): number =>
  polygons.reduce((least, p) => (polygonHolds(p, at) ? 0 : Math.min(least, distanceToEdge(p, at))), room);

interface Best {
  readonly at: Point;
  readonly across: number;
  readonly worth: number;
}
const better = (best: Best | null, at: Point, across: number, from: number): Best | null => {
  const worth = across * across * (from - at.x);
  return worth > 0 && (!best || worth > best.worth) ? { at, across, worth } : best;
};

/** A free place in a cavity that was routed as an opening: none in one that a battery or a pickup needs, or that has no floor. */
function inCavity(cut: Cut, design: Design, { layout }: Derived, from: number): WeightPlace | null {
  const { thickness } = design.body;
  const isFull = layout.parts.some(
    ({ part, form }) =>
      fillsItsCavity(part.spec.kind, form.poles !== undefined) && polygonHolds(cut.area.polygon, part.at),
  );
  const opening = design.openings.find((o) => o.id === cut.owner.id);
  if (isFull || !opening || cut.through || cut.unsaid || cut.closed) return null;
  const others = [
    ...layout.parts.flatMap((p) => p.solids.filter((s) => s.high > cut.bottom && s.low < cut.top)),
    ...layout.cuts.filter((c) => c.role === 'screw' && c.top > cut.bottom && c.bottom < cut.top),
  ].map((o) => o.area.polygon);
  const blocked = [...others, ...cut.islands];
  let best: Best | null = null;
  for (const at of placesIn(cut.area, GRID)) {
    const room = clearOf(blocked, at, distanceToEdge(cut.area.polygon, at));
    const across = Math.min(MOST_ACROSS, 2 * Math.floor(room - BESIDE));
    if (across >= LEAST_ACROSS) best = better(best, at, across, from);
  }
  const { cover } = opening;
  const most = cut.top - cut.bottom - (cover ? cover.thickness + cover.deeper : 0) - UNDER_COVER;
  if (!best || most < 3) return null;
  const { at, across } = best;
  // On its floor: of a cavity from the back that is its top.
  const middle = (high: number): number =>
    cut.face === 'back' ? -cut.top + high / 2 : -cut.bottom - high / 2;
  return {
    ...{ kind: 'cavity', name: opening.name, at, across, most: Math.floor(Math.min(most, thickness)) },
    slug: (high) => ({ at, across, high, deep: middle(high) }),
    holeDeep: () => 0,
  };
}

/** A place to drill from the back, tailward and clear of everything. */
function drilled(design: Design, { layout, carved }: Derived, from: number): WeightPlace | null {
  const { thickness } = design.body;
  const deep = Math.floor(thickness - FLOOR);
  const cuts = layout.cuts.filter((c) => c.bottom < -FLOOR && !(c.role === 'screw' && c.face === 'front'));
  const blocked = cuts.map((c) => c.area.polygon);
  const parts = layout.parts
    .flatMap((p) => p.solids)
    .filter((s) => s.low < -FLOOR)
    .map((s) => s.area.polygon);
  let best: Best | null = null;
  for (const at of placesIn(layout.body, GRID * 1.5)) {
    if (at.x > from) continue;
    const edge = distanceToEdge(layout.body.polygon, at);
    if (edge < WALL + BITS.at(-1)! / 2) continue;
    const room = clearOf([...blocked, ...parts], at, edge) - WALL;
    const across = BITS.find((bit) => bit <= 2 * room);
    if (across && carved.bent.back.depth(at.x, at.y) + carved.bent.front.depth(at.x, at.y) === 0)
      best = better(best, at, across, from);
  }
  if (!best || deep - PLUG < 5) return null;
  const { at, across } = best;
  return {
    ...{ kind: 'hole', name: 'Hole for a weight', at, across, most: deep - PLUG },
    slug: (high) => ({ at, across, high, deep: thickness - PLUG - high / 2 }),
    holeDeep: (high) => high + PLUG,
  };
}

/** Free places for a weight that lies tailward of the balance point: the best of the cavities, and a place to drill. */
export function weightPlaces(design: Design, derived: Derived): readonly WeightPlace[] {
  const from = derived.weighed?.centre.x;
  if (from === undefined) return [];
  const cavities = derived.layout.cuts
    .filter((c) => c.role === 'cavity' && c.owner.kind === 'opening')
    .flatMap((c) => inCavity(c, design, derived, from) ?? []);
  const moment = (p: WeightPlace): number => p.across ** 2 * p.most * (from - p.at.x);
  const [cavity] = cavities.sort((a, b) => moment(b) - moment(a));
  const hole = drilled(design, derived, from);
  return [...(cavity ? [cavity] : []), ...(hole ? [hole] : [])];
}

/** Mass of a slug, g. */
export const slugMass = ({ across, high }: Pick<Slug, 'across' | 'high'>): number =>
  (Math.PI / 4) * across * across * high * LEAD;

/** A slug of a mass (g) at a place, as high as that mass of lead is; null where it does not go in. */
export function slugAt(place: WeightPlace, mass: number): Slug | null {
  const high = mass / slugMass({ across: place.across, high: 1 });
  return high <= place.most ? place.slug(high) : null;
}
