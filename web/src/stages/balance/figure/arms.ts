import type { Arm, Body, Design, Point } from '@pelkin/core';
import { armTo, boardHalfWidth, handAt } from '@pelkin/core';
import type { ArmShapes } from './Figure.tsx';
import { armShapes } from './Figure.tsx';
import type { ToPicture } from './shapes.ts';

/** An arm, and the shapes that it is drawn by. */
export interface DrawnArm {
  readonly arm: Arm;
  readonly shapes: ArmShapes;
  /** Where its fingers are. */
  readonly target: Point;
}

type Place = (p: Point) => Point;

/** The arm under the neck: its wrist below the treble edge where the fingers fret. */
export function neckArm(design: Design, body: Body, place: Place, to: ToPicture): DrawnArm {
  const { player, strings } = design;
  const at = handAt(strings);
  const half = boardHalfWidth(strings, at.x, 'treble');
  const wrist = place({ x: at.x - player.hand * 0.12, y: -half - player.hand * 0.42 });
  const arm = armTo(player, body.neckShoulder, wrist, -1);
  const target = place(at);
  return { arm, target, shapes: armShapes(arm, body.arm, player.hand, target, to) };
}

/** The arm over the body: its wrist on the strings’ bass side, its fingers where they play. */
export function pickingArm(design: Design, body: Body, place: Place, to: ToPicture): DrawnArm {
  const { player, hand } = design;
  const target = place({ x: hand.picking, y: 0 });
  const wrist = place({ x: hand.picking - player.hand * 0.45, y: player.hand * 0.45 });
  const arm = armTo(player, body.pickShoulder, wrist, -1);
  return { arm, target, shapes: armShapes(arm, body.arm, player.hand, target, to) };
}
