import type { Rule } from '../../design/rule.ts';
import { BRIDGE_RULES } from './bridges.ts';
import { CONTROL_RULES } from './controls.ts';
import { EDGE_PART_RULES } from './edgeParts.ts';
import { FLOOR_RULES } from './floors.ts';
import { GLUED_RULES } from './gluedFront.ts';
import { NECK_RULES } from './neck.ts';
import { OVER_FACE_RULES } from './overFace.ts';
import { PLATE_RULES } from './plates.ts';
import { RING_RULES } from './rings.ts';
import { ROUT_RULES } from './routs.ts';
import { SCREW_RULES } from './screws.ts';
import { WALL_RULES } from './walls.ts';
import { WIRE_RULES } from './wires.ts';

/** The rules of Layout, in the order that findings are listed. */
export const LAYOUT_RULES: readonly Rule[] = [
  ...WALL_RULES,
  ...FLOOR_RULES,
  ...GLUED_RULES,
  ...ROUT_RULES,
  ...EDGE_PART_RULES,
  ...CONTROL_RULES,
  ...OVER_FACE_RULES,
  ...SCREW_RULES,
  ...PLATE_RULES,
  ...RING_RULES,
  ...BRIDGE_RULES,
  ...NECK_RULES,
  ...WIRE_RULES,
];
