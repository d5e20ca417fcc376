import type { Design } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { Layout } from '../layout/layOut.ts';
import type { OutlineMeasures } from '../outline/measures.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import { crossSection } from '../shape/section.ts';
import { deepest } from '../solid/depths.ts';
import { pickingPlace } from '../layout/clearances.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import { centreScale, fretX } from '../strings/frets.ts';
import type { Body } from './pose.ts';
import { forearmAt } from './seated.ts';

const DEG = 180 / Math.PI;

/** How an arm reaches for something, mm: how far it is from the shoulder, and how far the arm goes; the elbow’s angle, degrees, 180 stretched out. */
export interface Reach {
  readonly name: string;
  readonly wanted: number;
  readonly most: number;
  readonly elbow: number | null;
}

/** An instrument lies so far before the shoulders, past half of the chest, mm. */
const BEFORE = 40;
/** Fingers fret or turn so much of the hand’s length past the wrist. */
const FINGERS = 0.55;

/** How an arm reaches for a place that lies before the chest. `shoulder` and `at` as an onlooker sees them. */
export function reachFor(name: string, player: Design['player'], shoulder: Point, at: Point): Reach {
  const { upperArm, forearm, hand, chest } = player;
  const wanted = Math.hypot(distance(shoulder, at), chest / 2 + BEFORE);
  const lower = forearm + FINGERS * hand;
  const cos = (upperArm ** 2 + lower ** 2 - wanted ** 2) / (2 * upperArm * lower);
  return {
    ...{ name, wanted, most: upperArm + lower },
    elbow: wanted > upperArm + lower ? null : Math.acos(Math.max(-1, Math.min(1, cos))) * DEG,
  };
}

/** What is turned or thrown by the picking hand. */
const TURNED = new Set(['pot', 'rotary', 'lever', 'toggle', 'knob']);

/** A control, and how far the picking hand’s little finger goes for it from where the hand plays. */
export interface ControlReach {
  readonly id: string;
  readonly name: string;
  readonly at: Point;
  /** mm from the hand’s place over the strings; the little finger reaches so far as the design’s hand says. */
  readonly from: number;
  /** How far off the straight line through all controls it lies, mm; null with under three. */
  readonly offLine: number | null;
}

/** The line that lies nearest to places (least squares of the distances across it): how far each lies off it. */
function offLine(places: readonly Point[]): readonly number[] {
  const n = places.length;
  const middle = { x: places.reduce((s, p) => s + p.x, 0) / n, y: places.reduce((s, p) => s + p.y, 0) / n };
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of places) {
    const [dx, dy] = [p.x - middle.x, p.y - middle.y];
    [xx, xy, yy] = [xx + dx * dx, xy + dx * dy, yy + dy * dy];
  }
  const way = Math.atan2(2 * xy, xx - yy) / 2;
  return places.map((p) => Math.abs(-(p.x - middle.x) * Math.sin(way) + (p.y - middle.y) * Math.cos(way)));
}

/** Each control’s reach from the picking hand’s place, and how well they line up. */
export function controlReaches(
  { hand }: Pick<Design, 'hand'>,
  layout: Layout,
  stringPlan: StringPlan,
): readonly ControlReach[] {
  const controls = layout.parts.filter((p) => TURNED.has(p.part.spec.kind));
  const place = pickingPlace(hand, stringPlan);
  const off = controls.length > 2 ? offLine(controls.map((c) => c.part.at)) : null;
  return controls.map(({ part, name }, i) => ({
    id: part.id,
    name,
    at: part.at,
    from: distance(part.at, place),
    offLine: off && off[i]!,
  }));
}

/** Where arms go at a pose: the first and the last fret by the neck side’s, the strings by the picking side’s. */
export function armReaches(design: Design, body: Body, place: (p: Point) => Point): readonly Reach[] {
  const { player, strings, hand } = design;
  const scale = centreScale(strings);
  const fret = (n: number): Point => place({ x: fretX(scale, n), y: 0 });
  return [
    reachFor('Fret 1', player, body.neckShoulder, fret(1)),
    reachFor(`Fret ${strings.frets}`, player, body.neckShoulder, fret(strings.frets)),
    reachFor('Strings, picking hand', player, body.pickShoulder, place({ x: hand.picking, y: 0 })),
  ];
}

/** The edge that the forearm lies on. */
export interface ForearmEdge {
  readonly at: Point;
  /** The radius that an arm feels there, mm: how long the edge takes to turn from the side to the face, by the angle that it turns; 0 is sharp. */
  readonly radius: number;
  /** How much lower the edge is than the face, mm. */
  readonly lowered: number;
}

/**
 * So far inward of its edge a body is looked at, mm; an edge turns between these slopes from the face, degrees: on a bevel the arm lies on the bevel itself, and
 * what it feels begins with the bevel’s slope.
 */
const LOOKED = 70;
const TURNS = { from: 20, fromBevelled: 4, to: 75 } as const;
/** A front that is carved this deep at the edge, mm, is bevelled there. */
const BEVELLED = 2;

/** The way square into the wood at a place, from the middle of the bout. */
const inward = (at: Point, { box }: OutlineMeasures): Point => {
  const to = { x: (box.minX + at.x * 3) / 4 - at.x, y: -at.y };
  const long = Math.hypot(to.x, to.y) || 1;
  return { x: to.x / long, y: to.y / long };
};

/** Where the forearm presses and with what radius, after edge and bevel are cut; null for an outline without a lower bout. */
export function forearmEdge(body: BodySolid, layout: Layout, measures: OutlineMeasures): ForearmEdge | null {
  const at = forearmAt(measures);
  if (!at) return null;
  const way = inward(at, measures);
  const far = { x: at.x + way.x * LOOKED, y: at.y + way.y * LOOKED };
  const out = { x: at.x - way.x, y: at.y - way.y };
  const [first] = crossSection(body, layout, out, far).pieces;
  if (!first) return null;
  const isBevelled =
    body.front.some(({ by }) => by.kind === 'contour') && body.bent.front.depth(at.x, at.y) > BEVELLED;
  const least = isBevelled ? TURNS.fromBevelled : TURNS.from;
  let turned = 0;
  for (let i = 1; i < first.top.length; i += 1) {
    const [[a, z], [b, y]] = [first.top[i - 1]!, first.top[i]!];
    const slope = Math.atan2(Math.abs(y - z), b - a) * DEG;
    if (slope > least && slope < TURNS.to) turned += Math.hypot(b - a, y - z);
  }
  return {
    at,
    radius: turned / ((TURNS.to - least) / DEG),
    lowered: Math.max(0, -first.top[0]![1]),
  };
}

/** How much is cut off the back where the ribs lie, mm: beside the bass side’s waist, so far inside the edge. */
const RIBS_INSIDE = 30;
export function bellyDepth(
  { solid, axes }: BodySolid,
  { bass }: OutlineMeasures,
): { readonly at: Point; readonly depth: number } | null {
  if (!bass.waist) return null;
  const at = { x: bass.waist.x, y: bass.waist.y - RIBS_INSIDE };
  // What bends the back, not what is routed in it.
  const carved = solid.back.filter((r) => r.kind !== 'opening');
  return { at, depth: deepest(solid.region, carved, axes)(at.x, at.y) };
}
