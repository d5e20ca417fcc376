import { changePart, setNeckScrew } from '../design/layoutEdits.ts';
import type { Design } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { polygonHolds } from '../geometry/polygons.ts';
import { within } from '../design/limit.ts';
import { NECK_LIMITS } from '../design/sections/neck.ts';
import type { Layout } from '../layout/layOut.ts';
import { biteOfNeckScrew, buttonUnder, neckScrew, neckScrewPlaces, neckSide } from '../layout/pocket.ts';
import { screwsNear } from '../layout/screws.ts';
import { measureOf } from '../parts/kinds.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import type { Button } from './buttons.ts';
import { heldAt } from './hanging.ts';
import type { HangingState } from './hangingState.ts';
import { onStrapOf } from './hangingState.ts';
import type { Weight } from './masses.ts';

const DEG = 180 / Math.PI;

/** How the strap pulls at a button while the instrument hangs at the playing angle. */
export interface Pull {
  /** The way of the pull in the body plane, of length 1. */
  readonly way: Point;
  /** Degrees between the pull and the button’s axis: 0 pulls the strap straight off, 90 across it. */
  readonly offAxis: number;
}

/** The pull at both buttons with a smooth strap; null where nothing hangs so. */
export function pullAt(
  state: HangingState,
  weight: Weight,
): { readonly horn: Pull; readonly tail: Pull } | null {
  if (!state.loads) return null;
  const held = heldAt(onStrapOf(state, weight), state.angle, state.hand);
  if (!held) return null;
  const of = ({ at, axis }: Button): Pull => {
    const long = distance(held.shoulder, at) || 1;
    const way = { x: (held.shoulder.x - at.x) / long, y: (held.shoulder.y - at.y) / long };
    return { way, offAxis: Math.acos(Math.max(-1, Math.min(1, way.x * axis.x + way.y * axis.y))) * DEG };
  };
  return { horn: of(state.buttons.horn), tail: of(state.buttons.tail) };
}

/** Room that a drill’s chuck and hand need beside its axis, mm, and how long drill and bit are from the wood. */
export interface Drill {
  readonly length: number;
  readonly chuck: number;
}
export const PLAIN_DRILL: Drill = { length: 190, chuck: 45 };

/** How near the neck comes to a drill on a button’s axis, mm: less than 0 is in its way. Of the neck, the board’s width as far as the nut, in the body plane. */
export function drillRoom(
  { part, axis }: Button,
  strings: Design['strings'],
  stringPlan: StringPlan,
  drill: Drill = PLAIN_DRILL,
): number {
  if (part.face !== 'edge') return Infinity;
  let least = Infinity;
  const step = 4;
  for (let s = 0; s <= drill.length; s += step) {
    const p = { x: part.at.x + axis.x * s, y: part.at.y + axis.y * s };
    // Only beyond the joint is there a neck beside the body.
    if (p.x < stringPlan.jointX || p.x > stringPlan.centreScale) continue;
    const half = boardHalfWidth(strings, p.x, p.y >= 0 ? 'bass' : 'treble');
    least = Math.min(least, Math.abs(p.y) - half - drill.chuck / 2);
  }
  return least;
}

/** How much wood lies along the fibres through a button’s screw, mm: where it is little, the wood splits off. `grain`: rad from the centre line. */
export function fibreThrough(outline: Polygon, { part, axis }: Button, grain: number): number {
  if (part.face !== 'edge') return Infinity;
  const deep = measureOf(part.spec, 'screwLength') / 2;
  const at = { x: part.at.x - axis.x * deep, y: part.at.y - axis.y * deep };
  const way = { x: Math.cos(grain), y: Math.sin(grain) };
  const run = (sign: 1 | -1): number => {
    const step = 1;
    for (let s = step; s < 1000; s += step)
      if (!polygonHolds(outline, { x: at.x + way.x * s * sign, y: at.y + way.y * s * sign })) return s - step;
    return 1000;
  };
  return polygonHolds(outline, at) ? run(1) + run(-1) : 0;
}

/** The hole of a button’s screw, mm: pilot by the root, a little deeper than the screw; the flag on the bit is stopped short of. */
export interface ButtonHole {
  readonly pilot: number;
  readonly deep: number;
  readonly stopAt: number;
  /** The edge of the hole is opened to this, so that the finish does not crack. */
  readonly countersink: number;
  /** The nearest opening or other screw, and how far off; null where none is near. */
  readonly near: { readonly name: string; readonly apart: number } | null;
}

const DEEPER = 2;
const FLAG = 1;
const OPENED = 1.5;

/** The hole for a button’s own screw; null for one that stands under a neck screw. */
export function buttonHole({ part }: Button, layout: Layout): ButtonHole | null {
  const length = measureOf(part.spec, 'screwLength');
  if (length <= 0) return null;
  const [near] = screwsNear(layout)
    .filter((n) => n.screw.owner.kind === 'part' && n.screw.owner.id === part.id && n.other)
    .sort((a, b) => a.apart - b.apart);
  return {
    pilot: measureOf(part.spec, 'screwRoot'),
    deep: length + DEEPER,
    stopAt: length + DEEPER - FLAG,
    countersink: measureOf(part.spec, 'screwThread') + OPENED,
    near: near?.other ? { name: near.other.name, apart: near.apart } : null,
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
  const side = neckSide(design, stringPlan);
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

/**
 * A design with a button of the edge moved under a neck screw (counted from 0): it needs no screw of its own there, and that screw grows by its height.
 * The same design where it has no such screw.
 */
export function buttonToNeckScrew(design: Design, id: string, index: number, stringPlan: StringPlan): Design {
  const part = design.parts.find((p) => p.id === id);
  const high = part ? measureOf(part.spec, 'high') : 0;
  const screw = screwsForButton(design, stringPlan, high)[index];
  if (!part || !screw || screw.taken) return design;
  const moved = changePart(design, id, {
    face: 'back',
    at: { x: screw.at.x, y: screw.at.y },
    turn: 0,
    tilt: 0,
    spec: { ...part.spec, measures: { ...part.spec.measures, screwLength: 0 } },
  });
  return setNeckScrew(moved, index, { length: screw.after.length });
}
