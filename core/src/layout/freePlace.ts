import type { Facts } from '../design/rule.ts';
import type { Opening, PartSpec, PlacedPart } from '../design/schema.ts';
import type { Box } from '../geometry/box.ts';
import { boxesMeet, growBox, unionBox } from '../geometry/box.ts';
import { pathBox } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { add, distance, subtract } from '../geometry/point.ts';
import { areaHolds, distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { formOf, kindOf } from '../parts/kinds.ts';
import { openingCuts } from './openingCuts.ts';
import { partInPlace } from './partInPlace.ts';
import { squareOnEdge } from './onEdge.ts';
import { hangingArea } from './controls.ts';

/** An opening before it has an id. */
export type NewOpening = Pick<Opening, 'name' | 'face' | 'at' | 'turn' | 'steps'>;

/** What places are looked for among. */
export type Ground = Pick<Facts, 'layout' | 'path' | 'measures' | 'stringPlan' | 'parts'>;

/** Places are tried so far apart, mm, in rings round the usual one, up to so many rings. */
const STEP = 8;
const RINGS = 34;
/** Clear of the body's edge, and of what is there, mm. */
const INSIDE = 8;
const APART = 4;
/** Fingers between two knobs, mm. */
const KNOBS_APART = 8;

/** Places in rings round one, the nearest first. */
function* around(middle: Point): Generator<Point> {
  yield middle;
  for (let ring = 1; ring <= RINGS; ring += 1) {
    const count = 6 * ring;
    for (let i = 0; i < count; i += 1) {
      const a = (2 * Math.PI * i) / count;
      yield {
        x: Math.round(middle.x + ring * STEP * Math.cos(a)),
        y: Math.round(middle.y + ring * STEP * Math.sin(a)),
      };
    }
  }
}

const cornersOf = ({ minX, minY, maxX, maxY }: Box): readonly Point[] => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];

/** Whether a box lies in the body, so far inside its edge. */
const inBody = ({ layout }: Ground, box: Box): boolean =>
  cornersOf(box).every(
    (p) => polygonHolds(layout.body.polygon, p) && distanceToEdge(layout.body.polygon, p) >= INSIDE,
  );

/** The ground that a part takes on its face, and what it needs over it; null where it has no outline. */
const groundOf = (part: PlacedPart, thickness: number): Box | null => {
  const placed = partInPlace(part, thickness);
  return [...placed.footprint.map((l) => pathBox(l)), ...placed.clear.map((c) => c.box)].reduce<Box | null>(
    (all, box) => unionBox(all, box),
    null,
  );
};

const moved = (box: Box, by: Point): Box => ({
  minX: box.minX + by.x,
  maxX: box.maxX + by.x,
  minY: box.minY + by.y,
  maxY: box.maxY + by.y,
});

/** What is taken on a face: parts by their ground, and openings that are cut from it. */
function takenOn(face: 'front' | 'back', { layout }: Ground, withOpenings: boolean): readonly Box[] {
  const parts = layout.parts
    .filter((p) => p.part.face === face)
    .flatMap((p) => groundOf(p.part, layout.thickness) ?? []);
  const cuts = layout.cuts
    .filter((c) => withOpenings && c.face === face && c.role !== 'screw' && c.role !== 'drilled')
    .map((c) => c.area.box);
  return [...parts, ...cuts].map((b) => growBox(b, APART));
}

/** A control's free place in a cavity behind its face: its body hangs free there, its knob clear of the others. */
function inCavity(part: PlacedPart, ground: Ground): Point | null {
  const { layout } = ground;
  const bush = formOf(part.spec).bush;
  if (!bush) return null;
  // Wherever it is, it hangs there with the same outline.
  const hangs = hangingArea(partInPlace(part, layout.thickness)).polygon.map((q) => subtract(q, part.at));
  const others = layout.parts.filter((p) => p.form.bush && p.part.face === part.face);
  const reach = (p: PlacedPart): number => {
    const { knob, bush: b } = formOf(p.spec);
    return Math.max(knob?.diameter ?? 0, b?.bodyLong ?? 0) / 2;
  };
  for (const cavity of layout.cuts) {
    if (cavity.role !== 'cavity' || cavity.face === part.face || cavity.owner.kind !== 'opening') continue;
    const { box, polygon } = cavity.area;
    const places: Point[] = [];
    for (let x = box.maxX; x >= box.minX; x -= 2)
      for (let y = box.minY; y <= box.maxY; y += 2) places.push({ x: Math.round(x), y: Math.round(y) });
    // Along the middle of the cavity, from its nut end on: where hands look for them.
    const middle = (p: Point): number => -distanceToEdge(polygon, p);
    const free = places
      .filter((p) => polygonHolds(polygon, p))
      .filter((p) => others.every((o) => distance(o.part.at, p) >= reach(o.part) + reach(part) + KNOBS_APART))
      .filter((p) => hangs.every((q) => polygonHolds(polygon, add(p, q))))
      .sort((a, b) => Math.round(middle(a) / 3) - Math.round(middle(b) / 3) || b.x - a.x);
    if (free[0]) return free[0];
  }
  return null;
}

/** The usual place of a part of a kind, whatever stands there already: instrument frame, mm. */
export function usualPlace(spec: PartSpec, { stringPlan, measures, parts }: Ground): Point {
  const form = formOf(spec);
  if (form.saddles) {
    const xs = stringPlan.lines.map((l) => l.saddle.x);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    return { x: middle + form.saddles.travel / 2, y: 0 };
  }
  if (form.poles) {
    const taken = parts.filter((p) => formOf(p.spec).poles).length;
    const span = stringPlan.boardEndX;
    return { x: Math.round(span * (taken === 0 ? 0.28 : taken === 1 ? 0.8 : 0.54)), y: 0 };
  }
  if (spec.kind === 'tailpiece-studs') return { x: -45, y: 0 };
  const { box } = measures;
  if (spec.kind === 'strap-button') {
    const buttons = parts.filter((p) => p.spec.kind === 'strap-button').length;
    // The end button on the centre line, the other at the bass horn.
    return buttons === 0 ? { x: box.minX, y: 0 } : { x: box.maxX, y: box.maxY * 0.8 };
  }
  if (kindOf(spec)?.faces[0] === 'edge')
    return { x: Math.round(box.minX * 0.6), y: Math.round(box.minY * 1.1) };
  return { x: Math.round(box.minX * 0.45), y: Math.round(box.minY * 0.5) };
}

/** Parts in the edge stand so far apart along it, mm: a plug's hand, a strap's end. */
const EDGE_APART = 45;

/**
 * A free place for a new part on a face: its usual one, or the nearest where it lies inside the body and clear of what is
 * there; a control in its cavity, clear of the others; in the edge along it. The usual place where nothing is free.
 */
export function freePlace(spec: PartSpec, face: PlacedPart['face'], ground: Ground): Point {
  const usual = usualPlace(spec, ground);
  const form = formOf(spec);
  const part: PlacedPart = { id: '', spec, face, at: { ...usual }, turn: 0, z: 0, tilt: 0, group: null };
  if (face === 'edge') {
    const others = ground.layout.parts.filter((p) => p.part.face === 'edge');
    for (const p of around(usual)) {
      const seat = squareOnEdge(ground.path, p);
      if (seat && others.every((o) => distance(o.part.at, seat.at) >= EDGE_APART)) return seat.at;
    }
    return squareOnEdge(ground.path, usual)?.at ?? usual;
  }
  // A bridge and pickups have their places by the strings.
  if (form.saddles || form.poles) return usual;
  const hung = inCavity(part, ground);
  if (hung) return hung;
  const own = groundOf(part, ground.layout.thickness);
  if (!own) return usual;
  const taken = takenOn(face, ground, !form.bush);
  for (const p of around(usual)) {
    const box = moved(own, { x: p.x - usual.x, y: p.y - usual.y });
    if (inBody(ground, box) && !taken.some((t) => boxesMeet(t, box))) return p;
  }
  return usual;
}

/**
 * A free place for a new opening: where it was begun, or the nearest where all of it lies inside the body and clear of
 * other openings of its face. An inset follows its line wherever it is.
 */
export function freeOpeningPlace(opening: NewOpening, ground: Ground): Point {
  const { at, face } = opening;
  if (opening.steps.some((s) => s.shape.kind === 'inset')) return at;
  const { thickness } = ground.layout;
  const cuts = openingCuts({ openings: [{ ...opening, id: 'new' }], body: { thickness } }, ground.path);
  const own = cuts.reduce<Box | null>((all, c) => unionBox(all, c.area.box), null);
  if (!own) return at;
  const isSound = opening.steps[0]?.role === 'sound opening';
  const others = ground.layout.cuts
    .filter(
      (c) =>
        !(isSound && c.closed) &&
        c.role !== 'screw' &&
        c.role !== 'drilled' &&
        (c.face === face || c.through),
    )
    .map((c) => growBox(c.area.box, APART));
  const over = isSound ? overChamber(ground) : null;
  for (const p of around(over ?? at)) {
    const box = moved(own, { x: p.x - at.x, y: p.y - at.y });
    if (inBody(ground, box) && !others.some((t) => boxesMeet(t, box))) return p;
  }
  return at;
}

/** The place over something closed that lies furthest in from its wall; null where nothing is closed. */
function overChamber({ layout }: Ground): Point | null {
  let [best, furthest]: [Point | null, number] = [null, 0];
  for (const { area, closed, role } of layout.cuts) {
    if (!closed || role !== 'chamber') continue;
    const { minX, maxX, minY, maxY } = area.box;
    for (let y = minY; y <= maxY; y += CHAMBER_STEP)
      for (let x = minX; x <= maxX; x += CHAMBER_STEP) {
        const p = { x: Math.round(x), y: Math.round(y) };
        const inside = areaHolds(area, p) ? distanceToEdge(area.polygon, p) : 0;
        if (inside > furthest) [best, furthest] = [p, inside];
      }
  }
  return best;
}
/** A chamber is looked over in steps of so much, mm. */
const CHAMBER_STEP = 4;

/** A measured value so near to the shelf's, as a share of it, is of the same part. */
const ALIKE = 0.3;

/**
 * A part of the shelf with what was measured of one like it in the design: the same kind, and where nothing was measured
 * the same numbers. The part as it is where there is none.
 */
export function measuredLike(spec: PartSpec, parts: readonly PlacedPart[]): PartSpec {
  const like = parts.find(({ spec: known }) => {
    if (
      known.kind !== spec.kind ||
      known.outline ||
      known.assumed.length === Object.keys(known.measures).length
    )
      return false;
    return Object.entries(spec.measures).every(([key, value]) => {
      const had = known.measures[key];
      if (had === undefined) return true;
      return known.assumed.includes(key)
        ? had === value
        : Math.abs(had - value) <= ALIKE * Math.abs(value) + 1;
    });
  });
  if (!like) return spec;
  const { measures, assumed } = like.spec;
  const taken = Object.fromEntries(
    // What was measured of the new one itself stays.
    Object.entries(measures).filter(([key]) => spec.assumed.includes(key) && !assumed.includes(key)),
  );
  return {
    ...spec,
    measures: { ...spec.measures, ...taken },
    assumed: spec.assumed.filter((key) => !(key in taken)),
  };
}
