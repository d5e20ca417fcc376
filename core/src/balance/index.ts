export { buttonOf, buttonsOf } from './buttons.ts';
export type { Button, Buttons } from './buttons.ts';
export type { AtHornPlace, LoadAtAngle } from './curves.ts';
export { boardDensity, densityOf } from './density.ts';
export {
  GRAVITY,
  StrapTooShort,
  hang,
  heldAt,
  leftHandLoad,
  massHeld,
  pulls,
  settlesAt,
  weightOf,
} from './hanging.ts';
export type { Hanging, Held, Interval, OnStrap } from './hanging.ts';
export { FRICTION, STRAPS, handAt, hangingState, onStrapOf, toSpare } from './hangingState.ts';
export type { HangingState, Load, StrapKind } from './hangingState.ts';
export { estimateOf, estimateToKeep, weighedMass } from './items.ts';
export type { Together } from './items.ts';
export type { MassItem, MassRange, Weight } from './masses.ts';
export { quickWeight, slabOf } from './quick.ts';
export { sit } from './sitting.ts';
export type { OnThigh, Sitting } from './sitting.ts';
export { armTo, bodyOf, heldAs } from './pose.ts';
export type { Arm, Body } from './pose.ts';
export { HOLDS, HOLD_ANGLES, onLap, putDown } from './seated.ts';
export type { LapHold, OnLap, PutDown } from './seated.ts';
export { CASES } from './caseFit.ts';
export type { CaseFit, Room } from './caseFit.ts';
export { seatingOf } from './pose.ts';
export type { Seat } from './pose.ts';
export { armReaches, bellyDepth, controlReaches, forearmEdge } from './playerFit.ts';
export type { ControlReach, ForearmEdge, Reach } from './playerFit.ts';
export {
  buttonHole,
  buttonToEdge,
  buttonToNeckScrew,
  drillRoom,
  fibreThrough,
  neckScrewOver,
  pullAt,
  screwsForButton,
} from './strapButtons.ts';
export type { ButtonHole, DrillRoom, Pull, ScrewForButton } from './strapButtons.ts';
export { leastPull } from './rules/hanging.ts';
