import type { Rule } from './finding.ts';
import { boardSeat } from './rules/boardSeat.ts';
import { bridgeOff } from './rules/bridgeOff.ts';
import { correctionOver } from './rules/correctionOver.ts';
import { crossing } from './rules/crossing.ts';
import { doubled } from './rules/doubled.ts';
import { hollowBit } from './rules/hollowBit.ts';
import { jointOff } from './rules/jointOff.ts';
import { lump } from './rules/lump.ts';
import { open } from './rules/open.ts';
import { sheetOver } from './rules/sheetOver.ts';
import { sidesDrifted } from './rules/sidesDrifted.ts';
import { stringEdge } from './rules/stringEdge.ts';
import { tailOff } from './rules/tailOff.ts';
import { BRIDGE_RULES } from './rules/bridges.ts';
import { CONTROL_RULES } from './rules/controls.ts';
import { FLOOR_RULES } from './rules/floors.ts';
import { NECK_RULES } from './rules/neck.ts';
import { OVER_FACE_RULES } from './rules/overFace.ts';
import { PLATE_RULES } from './rules/plates.ts';
import { SCREW_RULES } from './rules/screws.ts';
import { WALL_RULES } from './rules/walls.ts';
import { WIRE_RULES } from './rules/wires.ts';

/** Every rule, in the order that findings are listed. */
export const RULES: readonly Rule[] = [
  stringEdge,
  crossing,
  open,
  doubled,
  bridgeOff,
  tailOff,
  jointOff,
  boardSeat,
  hollowBit,
  lump,
  sidesDrifted,
  ...WALL_RULES,
  ...FLOOR_RULES,
  ...CONTROL_RULES,
  ...OVER_FACE_RULES,
  ...SCREW_RULES,
  ...PLATE_RULES,
  ...BRIDGE_RULES,
  ...NECK_RULES,
  ...WIRE_RULES,
  sheetOver,
  correctionOver,
];
