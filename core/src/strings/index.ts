export {
  angleFor,
  breakAngle,
  depthFor,
  outsideTravel,
  pocketDepthAt,
  radiusDrop,
  saddlePlace,
  screwBite,
  shimFor,
} from './elevation.ts';
export type { NeckSide, SaddlePlace } from './elevation.ts';
export { neckSide } from './neckSide.ts';
export type { Fret } from './fretboard.ts';
export { planStrings } from './stringPlan.ts';
export type { StringLine, StringPlan } from './stringPlan.ts';
export { boardHalfWidth } from './taper.ts';
