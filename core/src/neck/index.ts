export { LEAST_BREAK, LEAST_CLEARANCE, MOST_BREAK, MOST_SIDEWAYS } from './stringPaths.ts';
export type { StringPath } from './stringPaths.ts';
export { asHeadstock, fromHeadstock } from './headstockOutline.ts';
export { tunerSeen } from './drawing.ts';
export { LEAST_TO_EDGE, onPlan, stringIndex } from './headstockPlan.ts';
export type { HeadstockPlan, TunerPlan } from './headstockPlan.ts';
export type { NeckBlank, NeckPlan } from './planNeck.ts';
export { LEAST_FLOOR } from './rod.ts';
export { fretAt } from './fretAt.ts';
export { treeBar } from './drawing.ts';
export { fullnessLetter } from './fullnessLetter.ts';
export type { FullnessLetter } from './fullnessLetter.ts';
export { fullnessThrough, thicknessThrough } from './reshape.ts';
export {
  fullness,
  halfWidth,
  sectionArea,
  shaftBack,
  sectionCurve,
  sectionSize,
  woodDepth,
} from './shaft.ts';
export type { SectionSize, Shaft } from './shaft.ts';
export { sideView } from './sideView.ts';
export type { SidePlace, SideView } from './sideView.ts';
export { addTuner, placeRow, tunersOn } from './tunerRow.ts';
export type { TunerRow } from './tunerRow.ts';
export { HEADSTOCK_STARTS, startHeadstock } from './startHeadstock.ts';
export type { HeadstockStart } from './startHeadstock.ts';
export { crownDrop } from './fittings.ts';
export { nutLine } from './nutLine.ts';
export type { Crown, Fitting, NeckFittings } from './fittings.ts';
export type { Frame, Place } from './frames.ts';
export type { NeckPieces } from './neckMesh.ts';
