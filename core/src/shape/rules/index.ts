import type { Rule } from '../../design/rule.ts';
import {
  carveAtNeck,
  carveIntoOpening,
  carveOverOpening,
  carvedThin,
  contourFault,
  plateOnCarve,
  throughFront,
} from './carved.ts';
import { bindingRounded, edgesMeet, partOnRound } from './edges.ts';

/** The rules of Shape, in the order that findings are listed. */
export const SHAPE_RULES: readonly Rule[] = [
  contourFault,
  carveIntoOpening,
  carveOverOpening,
  carvedThin,
  plateOnCarve,
  carveAtNeck,
  throughFront,
  edgesMeet,
  bindingRounded,
  partOnRound,
];
