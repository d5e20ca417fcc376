import type { Player } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { LapHold } from './seated.ts';

/**
 * A player as an onlooker sees them: x to the onlooker’s right (a right-handed player’s neck side), y up from the floor, mm. Shares of
 * the height are those of a person of middling build (usual figures of drawing books); what was measured replaces them.
 */
export interface Body {
  readonly height: number;
  readonly head: { readonly at: Point; readonly across: number; readonly tall: number };
  readonly neckHalf: number;
  /** Height of the shoulders’ joints, and of the place where a strap lies on one. */
  readonly shoulderY: number;
  readonly strapAt: Point;
  /** The joints, neck side and picking side. */
  readonly neckShoulder: Point;
  readonly pickShoulder: Point;
  readonly chestHalf: number;
  readonly waist: { readonly y: number; readonly half: number };
  readonly hip: { readonly y: number; readonly half: number };
  readonly kneeY: number;
  /** Half of the upper arm, the elbow and the wrist. */
  readonly arm: readonly [number, number, number];
}

const SHARE = {
  chin: 0.87,
  shoulder: 0.815,
  strap: 0.838,
  chest: 0.73,
  waist: 0.615,
  hip: 0.52,
  knee: 0.285,
} as const;
/** How far inside the outside of a shoulder its joint is and the chest’s side, as shares of the shoulders; and where between joint and neck a strap lies. */
const JOINT_IN = 0.107;
const CHEST_IN = 0.121;
const STRAP_OUT = 0.22;

/** A standing player, or one whose hips are at a height of their own. */
export function bodyOf(
  { height, shoulders }: Pick<Player, 'height' | 'shoulders'>,
  hipY = SHARE.hip * height,
): Body {
  const lower = SHARE.hip * height - hipY;
  const y = (share: number): number => share * height - lower;
  const joint = shoulders * (0.5 - JOINT_IN);
  const neckHalf = 0.031 * height;
  return {
    height: height - lower,
    head: { at: { x: 0, y: y(0.933) }, across: 0.092 * height, tall: 0.134 * height },
    neckHalf,
    shoulderY: y(SHARE.shoulder),
    strapAt: { x: neckHalf + STRAP_OUT * (joint - neckHalf), y: y(SHARE.strap) },
    neckShoulder: { x: joint, y: y(SHARE.shoulder) },
    pickShoulder: { x: -joint, y: y(SHARE.shoulder) },
    chestHalf: shoulders * (0.5 - CHEST_IN),
    waist: { y: y(SHARE.waist), half: shoulders * 0.335 },
    hip: { y: hipY, half: shoulders * 0.395 },
    kneeY: SHARE.knee * height,
    arm: [0.03 * height, 0.024 * height, 0.0165 * height],
  };
}

/** Shares of the height of a sitting player: seat of a chair, hips over it; how far apart the knees are, as a share of the hips; how much of a stool’s height lifts the thigh. */
const SEAT = { y: 0.25, hips: 0.03, knees: 1.18, lifted: 0.7, thighOver: 0.42, inside: 0.45 } as const;

/** A player who sits on a chair, an instrument on one thigh. */
export interface Seat {
  readonly body: Body;
  readonly seatY: number;
  /** Where each thigh is seen, picking side and neck side: the middle of its round end. */
  readonly knees: readonly [Point, Point];
  /** The foot stool’s height under the neck-side foot; 0 without. */
  readonly stool: number;
  /** Where the waist rests: on top of the picking side’s thigh, or inside the neck side’s. */
  readonly rest: Point;
}

/** How a player sits in a hold: a foot on the stool only in that which lies on the neck side’s thigh. */
export function seatingOf(player: Player, hold: LapHold): Seat {
  const seatY = SEAT.y * player.height;
  const body = bodyOf(player, seatY + SEAT.hips * player.height);
  const stool = hold === 'neck' ? player.stool : 0;
  const out = body.hip.half * SEAT.knees;
  const y = seatY + player.thigh * SEAT.thighOver;
  const knees: Seat['knees'] = [
    { x: -out, y },
    { x: out, y: y + stool * SEAT.lifted },
  ];
  const knee = knees[hold === 'picking' ? 0 : 1];
  return {
    ...{ body, seatY, knees, stool },
    rest: {
      x: hold === 'picking' ? knee.x : knee.x - player.thigh * SEAT.inside,
      y: knee.y + player.thigh / 2,
    },
  };
}

/** An arm between its shoulder and where its wrist should be. */
export interface Arm {
  readonly shoulder: Point;
  readonly elbow: Point;
  readonly wrist: Point;
  /** How far the wrist should be away; and how far it can be. */
  readonly wanted: number;
  readonly most: number;
}

/** An arm seen from the front is bent at least so much, and is never foreshortened to less than this share. */
const BEND = 1.14;
const LEAST_SEEN = 0.6;

/**
 * An arm that reaches for a place: bent at the elbow on one side (1: to the left of the way from shoulder to wrist), as it is seen from the front, so that it is
 * foreshortened where it is bent towards the onlooker; stretched out where the place is out of reach. `forward`: how far before the shoulders the place lies, mm.
 */
export function armTo(
  { upperArm, forearm }: Pick<Player, 'upperArm' | 'forearm'>,
  shoulder: Point,
  wrist: Point,
  side: 1 | -1,
  forward = 0,
): Arm {
  const flat = distance(shoulder, wrist);
  const [wanted, most] = [Math.hypot(flat, forward), upperArm + forearm];
  const between = (share: number): Point => ({
    x: shoulder.x + (wrist.x - shoulder.x) * share,
    y: shoulder.y + (wrist.y - shoulder.y) * share,
  });
  if (wanted >= most) {
    const reached = between(most / wanted);
    const elbow = between((most / wanted) * (upperArm / most));
    return { shoulder, elbow, wrist: reached, wanted, most };
  }
  const seen = Math.min(1, Math.max(LEAST_SEEN, (flat * BEND) / most));
  const [a, b] = [upperArm * seen, forearm * seen];
  const d = Math.min(Math.max(flat, Math.abs(a - b) + 1), a + b - 1e-6);
  const along = (a * a - b * b + d * d) / (2 * d);
  const off = Math.sqrt(Math.max(0, a * a - along * along)) * side;
  const [ux, uy] = flat > 0 ? [(wrist.x - shoulder.x) / flat, (wrist.y - shoulder.y) / flat] : [0, -1];
  return {
    shoulder,
    elbow: { x: shoulder.x + ux * along - uy * off, y: shoulder.y + uy * along + ux * off },
    wrist,
    wanted,
    most,
  };
}

/** A way from the body plane to where the onlooker sees it: turned by the neck’s angle (rad), one place of it at another. */
export const heldAs =
  (angle: number, from: Point, to: Point) =>
  ({ x, y }: Point): Point => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const [dx, dy] = [x - from.x, y - from.y];
    return { x: to.x + dx * c - dy * s, y: to.y + dx * s + dy * c };
  };
