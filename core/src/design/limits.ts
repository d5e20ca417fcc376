import { PLACE_LIMITS } from './nodes.ts';
import { BODY_LIMITS } from './sections/body.ts';
import { DRILL_LIMITS } from './sections/drill.ts';
import { GUARD_LIMITS } from './sections/guards.ts';
import { HAND_LIMITS } from './sections/hand.ts';
import { HEADSTOCK_LIMITS } from './sections/headstock.ts';
import { LINE_LIMITS } from './sections/lines.ts';
import { NECK_LIMITS } from './sections/neck.ts';
import { OPENING_LIMITS } from './sections/openings.ts';
import { PART_LIMITS } from './sections/parts.ts';
import { PLAYER_LIMITS } from './sections/player.ts';
import { PRINT_LIMITS } from './sections/print.ts';
import { RUN_LIMITS } from './sections/runs.ts';
import { SHAFT_LIMITS } from './sections/shaft.ts';
import { STRINGS_LIMITS } from './sections/strings.ts';
import { TOOL_LIMITS } from './sections/tools.ts';
import { UNDERLAY_LIMITS } from './sections/underlays.ts';
import { WEIGHT_LIMITS } from './sections/weight.ts';
import { SHAPE_LIMITS } from './shapes.ts';

export type { Limit } from './limit.ts';

/** Every number of the design that is typed, by its path. Wide enough for anything that is strung and held. */
export const LIMITS = {
  ...PLACE_LIMITS,
  ...SHAPE_LIMITS,
  ...STRINGS_LIMITS,
  ...OPENING_LIMITS,
  ...UNDERLAY_LIMITS,
  ...TOOL_LIMITS,
  ...HAND_LIMITS,
  ...BODY_LIMITS,
  ...PART_LIMITS,
  ...RUN_LIMITS,
  ...GUARD_LIMITS,
  ...LINE_LIMITS,
  ...NECK_LIMITS,
  ...SHAFT_LIMITS,
  ...HEADSTOCK_LIMITS,
  ...WEIGHT_LIMITS,
  ...PLAYER_LIMITS,
  ...DRILL_LIMITS,
  ...PRINT_LIMITS,
};

export type LimitPath = keyof typeof LIMITS;
