import { centreScale } from '../strings/frets.ts';
import { slotBottomOf } from './planNeck.ts';
import type { NeckPlan, NeckSource } from './planNeck.ts';

/** A place in space, mm. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A frame in another: turned about y so that its x axis falls by `tilt` (rad), its origin at (x, 0, z). */
export interface Frame {
  readonly tilt: number;
  readonly x: number;
  readonly z: number;
}

/** A place of a frame in the frame that it lies in. */
export function placed({ tilt, x, z }: Frame, p: Place): Place {
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)];
  return { x: x + p.x * cos + p.z * sin, y: p.y, z: z - p.x * sin + p.z * cos };
}

/** A frame within a frame, as one. */
export function within(outer: Frame, inner: Frame): Frame {
  const { x, z } = placed(outer, { x: inner.x, y: 0, z: inner.z });
  return { tilt: outer.tilt + inner.tilt, x, z };
}

const RAD = Math.PI / 180;

/**
 * The shaft’s frame (x from the nut along the glue plane towards the headstock, y to the bass side, z up to the strings) in the
 * instrument’s: the neck at its angle, its fingerboard’s face at the joint as high as heel and pocket say (formulas section 3).
 */
export function shaftFrame({ neck, strings }: Pick<NeckSource, 'neck' | 'strings'>, plan: NeckPlan): Frame {
  const { jointU } = plan;
  const tilt = neck.angle * RAD;
  const scale = centreScale(strings);
  const boardAtJoint: Frame = { tilt, x: scale - jointU, z: neck.heel - neck.depth };
  const { x, z } = placed(boardAtJoint, { x: jointU, y: 0, z: -neck.board });
  return { tilt, x, z };
}

/** The headstock’s frame (its face, as its outline is drawn; z out of it) in the shaft’s. */
export const headFrame = (plan: NeckPlan): Frame => ({
  tilt: plan.headstock.side.tilt,
  x: 0,
  z: -plan.faceDrop,
});

/** The bottom of the nut’s slots in the shaft’s frame. */
export const nutPlace = ({ neck }: Pick<NeckSource, 'neck'>): Place => ({
  x: 0,
  y: 0,
  z: slotBottomOf(neck),
});
