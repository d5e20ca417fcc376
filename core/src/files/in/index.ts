export { findAxes, placingByAxes, pressPlaces, pressedAxes } from './axes.ts';
export type { Axes, Axis, AxisBy } from './axes.ts';
export { FIT_GIVEN_UP_AFTER_MS, GIVEN_UP_AFTER_MS, Unreadable, startClock } from './found.ts';
export type { FileRead, FoundCurve, PassedOver, UnitChoice } from './found.ts';
export { describeLines, lineRefusal } from './lines.ts';
export type { DrawnLine } from './lines.ts';
export { layersIn, lightened, readPdfPage } from './pdfPaths.ts';
export type { PdfPage } from './pdfPaths.ts';
export { firstPlacing, placedPath, placingMap, unplacingMap } from './place.ts';
export type { Placing } from './place.ts';
export {
  CIRCLE_PARTS,
  bodyLine,
  crossesItself,
  depthInName,
  firstPlans,
  outlineOf,
  planLayers,
  useByLayer,
  usesFor,
} from './plan.ts';
export { FILE_PLACES, KIND_BYTES, fileKind, wrongFile } from './fileKind.ts';
export type { FileKind, FilePlace } from './fileKind.ts';
export { holeSizePlan, holeSizes } from './holeSizes.ts';
export type { HoleSize, HoleSizePlan } from './holeSizes.ts';
export type { CirclePart, LayerPlan, LayerUse, PlanLayer, PlanLine, PlanUse } from './plan.ts';
export { readDrawing } from './read.ts';
export { drawingText } from './text.ts';
