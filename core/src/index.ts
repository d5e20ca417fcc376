export {
  parseLength,
  figureAndUnit,
  formatLength,
  lengthWithUnit,
  lengthForEntry,
  entryUnit,
  unitSuffix,
  inchFraction,
} from './units/length.ts';
export type { DisplayUnit, EntryUnit, LengthReading } from './units/length.ts';
export type { Point } from './geometry/point.ts';
export { add, distance, subtract } from './geometry/point.ts';
export type { Box } from './geometry/box.ts';
export { boxHeight, boxWidth, growBox, unionBox } from './geometry/box.ts';
export { splitCubic } from './geometry/cubic.ts';
export { nearestOnPath, flattenPath } from './geometry/closedPath.ts';
export type { ClosedPath } from './geometry/closedPath.ts';
export { closedPathMark, drawingBox, mirrorDrawing } from './drawing/drawing.ts';
export type { Drawing, Ink, Layer, LayerName, Mark, PathMark, TextMark } from './drawing/drawing.ts';
export { pathData } from './drawing/pathData.ts';
export { LIMITS } from './design/limits.ts';
export type { Limit, LimitPath } from './design/limits.ts';
export { designShape, nameSchema, STAGES } from './design/schema.ts';
export type { Design, Outline, OutlineNode, PrintSettings, Stage, Strings } from './design/schema.ts';
export { checkDesign, designRefusals } from './design/check.ts';
export type { Checked, Refusal } from './design/check.ts';
export { newDesign } from './design/defaults.ts';
export * as edits from './design/edits.ts';
export { PAPERS, sheetSize } from './design/paper.ts';
export type { PaperName, SheetSize } from './design/paper.ts';
export { layoutStrings, spreadAt } from './strings/layout.ts';
export type { Fret, StringLayout } from './strings/layout.ts';
export { boardHalfWidth } from './strings/taper.ts';
export { solveOutline } from './outline/solve.ts';
export { measureOutline } from './outline/measures.ts';
export type { OutlineMeasures } from './outline/measures.ts';
export { curvatureComb } from './outline/comb.ts';
export type { Tooth } from './outline/comb.ts';
export { correctionFrom, correctionQuestioned } from './templates/correction.ts';
export { remember } from './geometry/remember.ts';
export { createDeriver } from './templates/derive.ts';
export type { Derived } from './templates/derive.ts';
export { planSheets } from './templates/plan.ts';
export type { SheetPlan, Tile } from './templates/plan.ts';
export { crosshairs } from './templates/crosshairs.ts';
export { layOutSheets, BAR_MM } from './templates/sheets.ts';
export type { Sheet, SheetNotes } from './templates/sheets.ts';
export { drawingSvg } from './files/svg.ts';
export { fretTableCsv } from './files/csv.ts';
export { designText, readDesignText } from './files/json.ts';
