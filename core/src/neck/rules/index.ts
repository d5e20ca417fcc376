import type { Rule } from '../../design/rule.ts';
import { blankTooLow, blankTooShort, shortGrain } from './blank.ts';
import { headstockEar } from './ears.ts';
import { breakTooLarge, breakTooSmall } from './breakAngle.ts';
import { heelTooThin, wideForPocket } from './join.ts';
import { markerOverFret } from './markers.ts';
import { noWay, sideways, stringAtPost, tunersMissing } from './stringWay.ts';
import { bushTooShort, housingOver, housingsMeet, tunerAtEdge, keyOverWood } from './tunerRoom.ts';
import { heelDips, offNut, rodAtFace, rodFloor } from './wood.ts';

/** The rules of Neck, in the order that findings are listed. */
export const NECK_RULES: readonly Rule[] = [
  stringAtPost,
  noWay,
  tunersMissing,
  breakTooSmall,
  breakTooLarge,
  sideways,
  tunerAtEdge,
  housingsMeet,
  housingOver,
  keyOverWood,
  bushTooShort,
  rodFloor,
  rodAtFace,
  heelDips,
  offNut,
  heelTooThin,
  wideForPocket,
  shortGrain,
  headstockEar,
  blankTooShort,
  blankTooLow,
  markerOverFret,
];
