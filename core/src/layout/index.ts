export { insideEdge, pickingPlace, stringHeightAt, toStrings } from './clearances.ts';
export { controlFits } from './controls.ts';
export { PLAIN_COVER, canBeCovered } from './cover.ts';
export { areaOf, flatPath, isOf, pathInPlace } from './cut.ts';
export type { Cut, CutRole } from './cut.ts';
export { depthWords } from './drawing.ts';
export { edgePlace } from './edgePlace.ts';
export { floorsOf } from './floors.ts';
export type { Floor } from './floors.ts';
export type { Layout } from './layOut.ts';
export { massCentre } from './massCentre.ts';
export { partInPlace } from './partInPlace.ts';
export type { PartInPlace } from './partInPlace.ts';
export { bevelWidth, drawPlate, guardEdge, platesOf } from './plates.ts';
export type { Plate } from './plates.ts';
export {
  addGuardScrew,
  editGuardNodes,
  moveGuardScrew,
  removeGuardScrew,
  spaceGuardScrews,
} from './guardEdits.ts';
export { biteOfNeckScrew, buttonUnder, neckScrew, neckScrewPlaces, pocketHalf } from './pocket.ts';
export { fannedTurn, fretNumberAt, nodesNear, poleError, polesOf, spreadAt } from './poles.ts';
export type { Pole } from './poles.ts';
export { drillNeed } from './runs.ts';
export { bridgePlaceFor, bridgeReach } from './saddles.ts';
export type { BridgeReach } from './saddles.ts';
export { wallsOf } from './walls.ts';
export type { Wall } from './walls.ts';
export { runCover, wayIn, wiringOf } from './wiring.ts';
export type { RunCover, WayIn, Wired } from './wiring.ts';
export { lastInLine, rowAlongEdge, rowAlongGuard, rowInLine, rowOnArc, rowReading } from './rows.ts';
export { edgePartsFollow, edgeSeat, moveOnBody, slideOnEdge, squareOnEdge } from './onEdge.ts';
export type { EdgePlacing } from './onEdge.ts';
export { isMountable, mountableOver, mountsOf } from './mounting.ts';
export type { Mount } from './mounting.ts';
export { proposeRuns, runEnds, wireKey, withProposedRuns } from './proposeRuns.ts';
export type { ProposedRun } from './proposeRuns.ts';
export { leastRunCover } from './rules/wires.ts';
export { mountedIn, moveOpening } from './moveOpening.ts';
export { freeOpeningPlace, freePlace, measuredLike, usualPlace } from './freePlace.ts';
export type { NewOpening } from './freePlace.ts';
export { mended, wordsOfMend } from './mending.ts';
export { cutList, widestBit } from './cutList.ts';
export type { CutRow } from './cutList.ts';
export { cavityRoundControls } from './roundControls.ts';
export { stringsWithoutSaddle, withSaddles } from './eachSaddle.ts';
export { deeperStep } from './deeperStep.ts';
export { canExchange, exchangeFollows, exchangeParts } from './exchange.ts';
export { ringOf, turnToStrings, turnUnderStrings } from './turnToStrings.ts';
export {
  changeTogether,
  commonMeasures,
  commonOfOpenings,
  measureTogether,
  openingsOfKind,
  partsOfKind,
} from './together.ts';
export type { CommonMeasure, CommonOfOpenings } from './together.ts';
export { bringAlong, carried, carryAlong, leadsDiffer, leftBehind } from './carry/carry.ts';
export type { CarriedNumber } from './carry/carry.ts';
export type { CarryFacts } from './carry/dependents.ts';
export { numberChangeWords, numberKey, numberName } from './carry/numbers.ts';
