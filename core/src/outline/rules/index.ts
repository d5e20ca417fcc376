import type { Rule } from '../../design/rule.ts';
import { boardSeat } from './boardSeat.ts';
import { bridgeOff } from './bridgeOff.ts';
import { crossing } from './crossing.ts';
import { doubled } from './doubled.ts';
import { hollowBit } from './hollowBit.ts';
import { jointOff } from './jointOff.ts';
import { lump } from './lump.ts';
import { open } from './open.ts';
import { sidesDrifted } from './sidesDrifted.ts';
import { tailOff } from './tailOff.ts';

/** The rules of Outline, in the order that findings are listed. */
export const OUTLINE_RULES: readonly Rule[] = [
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
];
