export * as edits from './allEdits.ts';
export type { Checked, Refusal } from './check.ts';
export { clashWords, combineDesigns, settleClashes } from './combine.ts';
export type { Clash, Combined } from './combine.ts';
export { sameJson } from './sameJson.ts';
export { MOST_OPERATIONS, PatchMismatch, applyPatch, patchOf, sharedWith } from './jsonPatch.ts';
export type { PatchOperation } from './jsonPatch.ts';
export { LIMITS } from './limits.ts';
export type { Limit, LimitPath } from './limits.ts';
export { LONGEST_PAGE, paperName, sheetSize } from './paper.ts';
export type { PaperName, SheetSize } from './paper.ts';
export type {
  BodyEdge,
  Contour,
  EdgeProfile,
  AcceptedFinding,
  Cover,
  Design,
  Face,
  Guard,
  OwnLine,
  Headstock,
  Neck,
  ShaftNumbers,
  Tuner,
  CaseInside,
  Player,
  WeightNumbers,
  Wood,
  Opening,
  OpeningStep,
  Outline,
  OutlineNode,
  PartSpec,
  PlacedPart,
  PrintSettings,
  Run,
  Shape,
  Showable,
  Side,
  Stage,
  Strings,
  Underlay,
} from './schema.ts';
export type { Section } from './section.ts';
export { STAGES } from './sections/progress.ts';
export type { WoodPiece } from './sections/weight.ts';
export { strapLength } from './sections/player.ts';
export {
  carryNodes,
  carryPlace,
  isPlacedAs,
  moveUnderlay,
  pixelMap,
  scaleByMeasures,
  similarityOf,
  toPixelMap,
} from './underlayPlace.ts';
export type { MarkedMeasure, Similarity } from './underlayPlace.ts';
export type { FactName, Facts, Rule, RuleLimit, Severity } from './rule.ts';
export { PENDING, onceReady } from './later.ts';
export type { Later } from './later.ts';
export type { Mend } from './mend.ts';
