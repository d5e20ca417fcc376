import { changePart, setNeckScrew } from '../design/layoutEdits.ts';
import type { Design, Drill, PlacedPart } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Boxed, Polygon } from '../geometry/polygons.ts';
import { boxed, distanceToEdge, edgeGap, polygonHolds, polygonsMeet } from '../geometry/polygons.ts';
import { within } from '../design/limit.ts';
import { NECK_LIMITS } from '../design/sections/neck.ts';
import type { Cut } from '../layout/cut.ts';
import { sameOwner, zOverlap } from '../layout/cut.ts';
import { cutWords } from '../layout/cutWords.ts';
import type { Layout } from '../layout/layOut.ts';
import { squareOnEdge } from '../layout/onEdge.ts';
import { biteOfNeckScrew, buttonUnder, isUnderScrew, neckScrew, neckScrewPlaces } from '../layout/pocket.ts';
import { measureOf } from '../parts/kinds.ts';
import { heldBy, holderOf, standsOut } from '../parts/strapButton.ts';
import { neckSide } from '../strings/neckSide.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import type { Button } from './buttons.ts';
import type { HangingState } from './hangingState.ts';

const DEG = 180 / Math.PI;

/** How the strap pulls at a button while the instrument hangs at the playing angle. */
export interface Pull {
  /** The way of the pull in the body plane, of length 1. */
  readonly way: Point;
  /** Degrees between the pull and the button’s axis: 0 pulls the strap straight off, 90 across it. */
  readonly offAxis: number;
}

/** The pull at both buttons with a smooth strap; null where nothing hangs so. */
export function pullAt({ held, buttons }: HangingState): { readonly horn: Pull; readonly tail: Pull } | null {
  if (!held) return null;
  const of = ({ at, axis }: Button): Pull => {
    const long = distance(held.shoulder, at) || 1;
    const way = { x: (held.shoulder.x - at.x) / long, y: (held.shoulder.y - at.y) / long };
    return { way, offAxis: Math.acos(Math.max(-1, Math.min(1, way.x * axis.x + way.y * axis.y))) * DEG };
  };
  return { horn: of(buttons.horn), tail: of(buttons.tail) };
}

/** Whether a drill reaches a button’s hole to its floor: mm between chuck or hand and what stands nearest; less than 0 is in its way. */
export interface DrillRoom {
  /** Beside the body alone, before the neck is on. */
  readonly before: number;
  /** Beside body and neck. */
  readonly after: number;
  /** How much longer the bit must be to bore the hole as deep as it is; 0 where it is long enough. */
  readonly bitShort: number;
}

/** A pilot goes so much deeper than its screw, mm. */
const DEEPER = 2;
/** Room beside a chuck is told to so far, mm: beyond it there is enough for any hand. */
const ROOM_SEEN = 60;
/** A chuck that lies against the wood is not in its way, mm. */
const TOUCHES = 0.05;

/** How far the places of a polygon’s edge within another one lie from that one’s edge at most, mm. */
const depthIn = (outline: Polygon, within: Polygon): number =>
  within.reduce(
    (most, p) => (polygonHolds(outline, p) ? Math.max(most, distanceToEdge(outline, p)) : most),
    0,
  );

/** Room between a chuck and what stands beside it; less than 0 where they meet, by how deep the one stands in the other. */
function roomBeside(chuck: Boxed, other: Boxed): number {
  if (polygonsMeet(chuck, other)) {
    const deep = Math.max(depthIn(other.polygon, chuck.polygon), depthIn(chuck.polygon, other.polygon));
    return deep < TOUCHES ? 0 : -deep;
  }
  return edgeGap(chuck, other, ROOM_SEEN)?.distance ?? ROOM_SEEN;
}

/** The board from the joint to the nut, as wide as it is. */
function boardBeside(strings: Design['strings'], { jointX, centreScale }: StringPlan): Polygon {
  const [near, far] = [jointX, centreScale];
  const at = (x: number, side: 'bass' | 'treble'): Point => ({
    x,
    y: boardHalfWidth(strings, x, side) * (side === 'bass' ? 1 : -1),
  });
  return [at(near, 'treble'), at(far, 'treble'), at(far, 'bass'), at(near, 'bass')];
}

/**
 * How near body and neck come to a drill on a button’s axis, in the body plane: to a chuck (and the hand round it) of the drill’s width and length that has
 * bored to the floor; at most 60 mm are told. Of the neck, the board’s width from the joint to the nut. Null for a button that no hole in the edge is bored for.
 */
export function drillRoom(
  { part, axis }: Button,
  drill: Drill,
  body: Boxed,
  strings: Design['strings'],
  stringPlan: StringPlan,
): DrillRoom | null {
  const screw = measureOf(part.spec, 'screwLength');
  if (part.face !== 'edge' || screw <= 0) return null;
  const deep = screw + DEEPER;
  const front = Math.max(0, drill.bit - deep);
  const flat = Math.hypot(axis.x, axis.y) || 1;
  const way = { x: axis.x / flat, y: axis.y / flat };
  const at = (s: number, across: number): Point => ({
    x: part.at.x + way.x * s - way.y * across,
    y: part.at.y + way.y * s + way.x * across,
  });
  const half = drill.chuck / 2;
  // Places along its sides too: how deep it stands in something is told by them.
  const side = (sign: number): readonly Point[] =>
    [0, 0.25, 0.5, 0.75, 1].map((share) => at(front + drill.length * share, sign * half));
  const chuck = boxed([...side(1), ...[...side(-1)].reverse()]);
  const before = roomBeside(chuck, body);
  const neck = roomBeside(chuck, boxed(boardBeside(strings, stringPlan)));
  return { before, after: Math.min(before, neck), bitShort: Math.max(0, deep - drill.bit) };
}

/** How much wood lies along the fibres through a button’s screw, mm: where it is little, the wood splits off. `grain`: rad from the centre line. */
export function fibreThrough(outline: Polygon, { part, axis }: Button, grain: number): number {
  if (part.face !== 'edge') return Infinity;
  const deep = measureOf(part.spec, 'screwLength') / 2;
  const at = { x: part.at.x - axis.x * deep, y: part.at.y - axis.y * deep };
  if (!polygonHolds(outline, at)) return 0;
  const [wx, wy] = [Math.cos(grain), Math.sin(grain)];
  // Where the fibre leaves the wood on both sides: the nearest crossings with the edge.
  let [back, ahead] = [-Infinity, Infinity];
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const [fromP, fromQ] = [p, q].map((v) => (v.y - at.y) * wx - (v.x - at.x) * wy) as [number, number];
    if (fromP > 0 === fromQ > 0) return;
    const share = fromP / (fromP - fromQ);
    const along = (p.x + share * (q.x - p.x) - at.x) * wx + (p.y + share * (q.y - p.y) - at.y) * wy;
    if (along >= 0) ahead = Math.min(ahead, along);
    else back = Math.max(back, along);
  });
  return ahead - back;
}

/** The hole of a button’s screw, mm: pilot by the root, a little deeper than the screw; the flag on the bit is stopped short of. */
export interface ButtonHole {
  readonly pilot: number;
  readonly deep: number;
  readonly stopAt: number;
  /** The edge of the hole is opened to this, so that the finish does not crack. */
  readonly countersink: number;
  /** Every opening as deep as the screw lies, the nearest first, and how much wood is between them in the body plane. */
  readonly openings: readonly { readonly name: string; readonly apart: number }[];
}

const FLAG = 1;
const OPENED = 1.5;

/** Further apart than any two places of a body, mm. */
const ANYWHERE = 4000;

/** Openings and holes of other owners that a screw could come out in, by their names, the nearest of each name. */
function openingsAround(
  screw: Cut,
  { cuts }: Layout,
  design: Pick<Design, 'parts' | 'openings'>,
): ButtonHole['openings'] {
  const nearest = new Map<string, number>();
  for (const other of cuts) {
    // A ledge lies over its cavity, which is told.
    if (other.role === 'screw' || other.role === 'ledge') continue;
    if (sameOwner(other.owner, screw.owner) || !zOverlap(screw, other)) continue;
    const apart = polygonsMeet(screw.area, other.area)
      ? 0
      : (edgeGap(screw.area, other.area, ANYWHERE)?.distance ?? ANYWHERE);
    const name = cutWords(other, design);
    nearest.set(name, Math.min(apart, nearest.get(name) ?? ANYWHERE));
  }
  return [...nearest].map(([name, apart]) => ({ name, apart })).sort((p, q) => p.apart - q.apart);
}

/** The hole for a button’s own screw; null for one that stands under a neck screw. */
export function buttonHole(
  { part }: Button,
  layout: Layout,
  design: Pick<Design, 'parts' | 'openings'>,
): ButtonHole | null {
  const length = measureOf(part.spec, 'screwLength');
  if (length <= 0) return null;
  const screw = layout.cuts.find(
    (c) => c.role === 'screw' && c.owner.kind === 'part' && c.owner.id === part.id,
  );
  return {
    pilot: measureOf(part.spec, 'screwRoot'),
    deep: length + DEEPER,
    stopAt: length + DEEPER - FLAG,
    countersink: measureOf(part.spec, 'screwThread') + OPENED,
    openings: screw ? openingsAround(screw, layout, design) : [],
  };
}

/** A neck screw that a button may stand under: how long it is then, and how deep it bites before and after. */
export interface ScrewForButton {
  readonly index: number;
  readonly at: Point;
  readonly taken: boolean;
  readonly before: { readonly length: number; readonly bite: number };
  readonly after: { readonly length: number; readonly bite: number };
}

/** Which neck screws can take a button of a height, and what changes: the screw grows by the button, so that it still bites as deep. */
export function screwsForButton(
  design: Design,
  stringPlan: StringPlan,
  high: number,
): readonly ScrewForButton[] {
  const { neck } = design;
  if (neck.joint !== 'screwed') return [];
  const side = neckSide(design);
  return neckScrewPlaces(neck, stringPlan).map((at, index) => {
    const { length } = neckScrew(neck, index);
    const there = buttonUnder(design.parts, at);
    const { bite } = biteOfNeckScrew(design, side, at, index);
    const longer = within(NECK_LIMITS['neck.screwLength'], length - there + high);
    return {
      ...{ index, at, taken: there > 0 },
      before: { length, bite },
      after: { length: longer, bite: bite + (longer - high) - (length - there) },
    };
  });
}

/** The neck screw, counted from 0, that a button stands under; null for one that does not. */
export function neckScrewOver({ neck }: Design, stringPlan: StringPlan, part: PlacedPart): number | null {
  const index =
    neck.joint === 'screwed'
      ? neckScrewPlaces(neck, stringPlan).findIndex((at) => isUnderScrew(part, at))
      : -1;
  return index < 0 ? null : index;
}

/** A design whose neck screw over a button is as the others are again; the same where none is. */
function freed(design: Design, part: PlacedPart, stringPlan: StringPlan): Design {
  const over = neckScrewOver(design, stringPlan, part);
  return over === null ? design : setNeckScrew(design, over, null);
}

/**
 * A design with a button moved under a neck screw (counted from 0): it needs no screw of its own there and no recess, and that screw grows by its height and
 * its washer’s; one that it stood under before is as the others are again. The same design where it has no such screw, or the button stands there.
 */
export function buttonToNeckScrew(design: Design, id: string, index: number, stringPlan: StringPlan): Design {
  const part = design.parts.find((p) => p.id === id);
  if (!part || neckScrewOver(design, stringPlan, part) === index) return design;
  const spec = holderOf(part.spec) === 'let in' ? heldBy(part.spec, 'head') : part.spec;
  const before = freed(design, part, stringPlan);
  const screw = screwsForButton(before, stringPlan, standsOut(spec))[index];
  if (!screw || screw.taken) return design;
  const moved = changePart(before, id, {
    face: 'back',
    at: { x: screw.at.x, y: screw.at.y },
    turn: 0,
    tilt: 0,
    spec: { ...spec, measures: { ...spec.measures, screwLength: 0 } },
  });
  return setNeckScrew(moved, index, { length: screw.after.length });
}

/**
 * A design with a button moved into the edge, square, at the place nearest to one: with a screw of its own again, of the usual length where it had none; the
 * neck screw that it stood under is as the others are. The same design where the outline has no such place.
 */
export function buttonToEdge(
  design: Design,
  id: string,
  near: Point,
  path: ClosedPath,
  stringPlan: StringPlan,
): Design {
  const part = design.parts.find((p) => p.id === id);
  const seat = squareOnEdge(path, near);
  if (!part || !seat) return design;
  const { screwLength, ...measures } = part.spec.measures;
  return changePart(freed(design, part, stringPlan), id, {
    ...seat,
    face: 'edge',
    z: -design.body.thickness / 2,
    spec: { ...part.spec, measures: screwLength ? { ...measures, screwLength } : measures },
  });
}
