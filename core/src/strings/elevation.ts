import { hypot } from '../geometry/point.ts';

/**
 * The neck seen from the side (formulas section 3): plane of the centre line, x towards the nut, z out of the front
 * face. Lengths mm, angles rad; a positive angle tips the headstock back. The string is straight, neck relief is
 * neglected, and heel and pocket are both taken along z at the joint fret.
 */
export interface NeckSide {
  readonly scaleLength: number;
  readonly jointFret: number;
  /** Heel with fingerboard, along z at the joint. */
  readonly heel: number;
  /** Pocket below the face, along z at the joint. */
  readonly depth: number;
  readonly angle: number;
  readonly fretHeight: number;
  readonly actionNut: number;
  readonly action12: number;
}

/** Where string and saddle come to lie. */
export interface SaddlePlace {
  /** From the joint to the scale's end, along the board. */
  readonly jointToEnd: number;
  /** The board's face over the body's face at the joint. */
  readonly boardOver: number;
  /** The string over the plane of the crowns at the saddle. */
  readonly stringOver: number;
  readonly z: number;
  readonly x: number;
  readonly nutX: number;
  /** The string over the front face at the nut. */
  readonly nutZ: number;
}

/** `w_s = 2 a_12 − a_0`: the string is straight. */
export const stringOverCrowns = ({ actionNut, action12 }: Pick<NeckSide, 'actionNut' | 'action12'>): number =>
  2 * action12 - actionNut;

const jointX = ({ scaleLength, jointFret }: Pick<NeckSide, 'scaleLength' | 'jointFret'>): number =>
  scaleLength * 2 ** (-jointFret / 12);

/** The saddle of a neck that is set: z over the front face, x in plan. */
export function saddlePlace(neck: NeckSide): SaddlePlace {
  const jointToEnd = jointX(neck);
  const boardOver = neck.heel - neck.depth;
  const over = neck.fretHeight + stringOverCrowns(neck);
  const [s, c] = [Math.sin(neck.angle), Math.cos(neck.angle)];
  return {
    jointToEnd,
    boardOver,
    stringOver: stringOverCrowns(neck),
    z: boardOver + jointToEnd * s + over * c,
    x: jointToEnd - jointToEnd * c + over * s,
    // The same as at the saddle, on the other side of the joint: `z_J − u_J sin α + (f + a_0) cos α`.
    nutX: jointToEnd + (neck.scaleLength - jointToEnd) * c,
    nutZ: boardOver - (neck.scaleLength - jointToEnd) * s + (neck.fretHeight + neck.actionNut) * c,
  };
}

/** The angle that brings the saddle to a height over the face; null where no angle does. */
export function angleFor(neck: Omit<NeckSide, 'angle'>, height: number): number | null {
  const r = jointX(neck);
  const over = neck.fretHeight + stringOverCrowns(neck);
  const share = (height - (neck.heel - neck.depth)) / hypot(r, over);
  return Math.abs(share) <= 1 ? Math.asin(share) - Math.atan2(over, r) : null;
}

/** The pocket's depth that brings the saddle to a height at the neck's angle. */
export function depthFor(neck: Omit<NeckSide, 'depth'>, height: number): number {
  const over = neck.fretHeight + stringOverCrowns(neck);
  return neck.heel - height + jointX(neck) * Math.sin(neck.angle) + over * Math.cos(neck.angle);
}

/**
 * A full-length shim (a wedge) in a flat pocket: its thickness at the pocket's tail end and at the joint that tips
 * the neck by the angle. The joint end stays where it is, so that the tail end is packed by `length · tan α`.
 */
export const shimFor = (angle: number, length: number): number => length * Math.tan(angle);

/** How far a height is out of a travel: 0 inside, positive above it, negative under it. */
export const outsideTravel = (height: number, [low, high]: readonly [number, number]): number =>
  height > high ? height - high : height < low ? height - low : 0;

/** How far a string at y runs under the one on the middle, over a board of so much radius; 0 over a flat one. */
export const radiusDrop = (radius: number | null, y: number): number =>
  radius === null ? 0 : radius - Math.sqrt(Math.max(0, radius * radius - y * y));

/** A screw from the back into the neck. */
export interface NeckScrew {
  readonly thickness: number;
  /** Pocket depth at the screw: `d − (x_J − x_screw) tan α`. */
  readonly pocketDepth: number;
  readonly carve: number;
  readonly length: number;
  readonly plate: number;
  readonly underHead: number;
  readonly heel: number;
  readonly board: number;
}

export const LEAST_BITE = 10;
export const LEAST_UNDER_BOARD = 2;

/** What the screw passes, what it bites, and the wood left between its tip and the fingerboard; mm. */
export function screwBite(s: NeckScrew): {
  readonly passed: number;
  readonly bite: number;
  readonly left: number;
  readonly longEnough: boolean;
  readonly shortEnough: boolean;
} {
  const passed = s.thickness - s.pocketDepth - s.carve;
  const bite = s.length - s.plate - passed - s.underHead;
  const left = s.heel - s.board - bite;
  return {
    passed,
    bite,
    left,
    longEnough: bite >= LEAST_BITE,
    shortEnough: left >= LEAST_UNDER_BOARD,
  };
}

/** The pocket's depth under a place tailward of the joint: its floor is tilted with the neck. */
export const pocketDepthAt = (
  neck: Pick<NeckSide, 'depth' | 'angle' | 'scaleLength' | 'jointFret'>,
  x: number,
): number => neck.depth - (jointX(neck) - x) * Math.tan(neck.angle);

/**
 * How steeply a string leaves its saddle downward behind it, rad: from the saddle to where it is held, `behind` mm
 * tailward of it and `held` mm over the face, against the string's own slope in front.
 */
export function breakAngle(place: SaddlePlace, behind: number, held: number): number {
  const front = Math.atan2(place.z - place.nutZ, place.nutX - place.x);
  return front + Math.atan2(place.z - held, behind);
}
