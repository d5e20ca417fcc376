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
export { nearestOnPath, flattenPath, pathBox } from './geometry/closedPath.ts';
export type { ClosedPath } from './geometry/closedPath.ts';
export { closedPathMark, drawingBox, mirrorDrawing } from './drawing/drawing.ts';
export type { Drawing, Layer, Mark, PathMark, TextMark } from './drawing/drawing.ts';
export type { Ink, Weights } from './drawing/inks.ts';
export { LAYERS, SHOWABLE, inLayerOrder } from './drawing/layers.ts';
export type { LayerName } from './drawing/layers.ts';
export { pathData } from './drawing/pathData.ts';
export { LIMITS } from './design/limits.ts';
export type { Limit, LimitPath } from './design/limits.ts';
export { designShape } from './design/schema.ts';
export { nameSchema } from './design/schemaParts.ts';
export { STAGES } from './design/sections/progress.ts';
export { SECTIONS, SECTION_KEYS } from './design/sections/all.ts';
export type { Section } from './design/section.ts';
export type {
  AcceptedFinding,
  Design,
  Outline,
  OutlineNode,
  PrintSettings,
  Showable,
  Side,
  Stage,
  Strings,
} from './design/schema.ts';
export { checkDesign, designRefusals, editRefusals, shapeRefusals } from './design/check.ts';
export { PatchMismatch, applyPatch, patchOf } from './design/jsonPatch.ts';
export type { PatchOperation } from './design/jsonPatch.ts';
export { documentFault, filledTextSchema, isPlainText, plainTextSchema } from './design/plainText.ts';
export type { Checked, Refusal } from './design/check.ts';
export { newDesign } from './design/defaults.ts';
export * as edits from './design/allEdits.ts';
export { LONGEST_PAGE, paperName, sheetSize } from './design/paper.ts';
export type { PaperName, SheetSize } from './design/paper.ts';
export { planStrings } from './strings/stringPlan.ts';
export type { StringPlan, StringLine } from './strings/stringPlan.ts';
export type { Fret } from './strings/fretboard.ts';
export { boardHalfWidth } from './strings/taper.ts';
export { solveOutline } from './outline/solve.ts';
export { measureOutline } from './outline/measures.ts';
export type { OutlineMeasures } from './outline/measures.ts';
export { drawPlaces, drawSides } from './outline/dimensions.ts';
export { findLumps, rakedEdge, sameLump } from './outline/lumps.ts';
export type { Lump } from './outline/lumps.ts';
export type { Faired, Stretch } from './outline/fairing.ts';
export { curvatureComb } from './outline/comb.ts';
export type { Tooth } from './outline/comb.ts';
export { correctionFrom, correctionQuestioned } from './templates/correction.ts';
export { once, remember } from './geometry/remember.ts';
export { createDeriver } from './derived/derive.ts';
export type { Derived } from './derived/derive.ts';
export { planSheets } from './templates/plan.ts';
export type { SheetPlan, Tile } from './templates/plan.ts';
export { crosshairs } from './templates/crosshairs.ts';
export { layOutSheets, BAR_MM } from './templates/sheets.ts';
export type { Sheet, SheetNotes } from './templates/sheets.ts';
export { drawingSvg } from './files/svg.ts';
export { fretTableCsv, saddleTableCsv } from './files/csv.ts';
export { designText, readDesignText } from './files/json.ts';
export { paperOf, paperNotes } from './files/paper.ts';
export { weightsFor } from './files/lineWeights.ts';
export { fewerSheets } from './templates/fewerSheets.ts';
export type { FewerSheets } from './templates/fewerSheets.ts';
export { tapeUp, TRUE_PRINTER } from './templates/printer.ts';
export type { Printer, TapedUp } from './templates/printer.ts';
export { planToTemplate } from './templates/plan.ts';
export { farCrosshairs } from './templates/farCrosshairs.ts';
export { findAll, acceptanceOf, limitOf } from './findings/run.ts';
export { RULES } from './findings/rules.ts';
export { wordsOfFinding } from './findings/words.ts';
export type { Finding, Rule, RuleLimit, Severity } from './findings/finding.ts';
export { FAMILIES, FAMILY_KEYS, FAMILY_STARTS, FAMILY_WORDS } from './outline/families.ts';
export type { Family } from './outline/families.ts';
export type { Contradiction, NeckSeat } from './outline/contradictions.ts';
export { startOutline } from './outline/start.ts';
export type { Started } from './outline/start.ts';
export { SHAPE_KEYS, SHAPE_WORDS, shapeMeasures } from './outline/shapeMeasures.ts';
export type { ShapeKey, ShapeMeasures } from './outline/shapeMeasures.ts';
export { reshape } from './outline/reshape.ts';
export type { Reshaped } from './outline/reshape.ts';
export { reducible } from './outline/reduce.ts';
export { reshapeDesign } from './outline/reshapeDesign.ts';
export { shapeOf } from './outline/shapeMeasures.ts';
export { seatOf, startDesign } from './outline/startDesign.ts';
export type { StartedDesign } from './outline/startDesign.ts';
export { readMeasuresText, measuresTemplate, MEASURES_FORMAT } from './files/measuresFile.ts';
export { designJsonSchema } from './files/jsonSchema.ts';
export { designReport } from './files/report.ts';
export { addOnEdge } from './outline/addOnEdge.ts';
export { moveUnderlay, pixelMap, scaleByMeasures, similarityOf, toPixelMap } from './design/underlayPlace.ts';
export type { MarkedMeasure, Similarity } from './design/underlayPlace.ts';
export { BODY_LENGTHS, firstPlacing, isBodySize, placingMap } from './files/in/place.ts';
export type { Placing } from './files/in/place.ts';
export type { Opening, Underlay } from './design/schema.ts';
export { PROPORTION_KEYS, RATIOS, proportionsOf, shapeRatios } from './outline/proportion.ts';
export type { ProportionKey, Proportions, ShapeRatio } from './outline/proportion.ts';
export { RATIO_FIGURES, ratioFigure } from './outline/ratioFigures.ts';
export type { RatioFigure } from './outline/ratioFigures.ts';
export { alongEdge, bendsOf, oddBends, reversals } from './outline/alongEdge.ts';
export type { AlongEdge, Bend, Reversal } from './outline/alongEdge.ts';
export { hornShapes } from './outline/horns.ts';
export type { HornShape } from './outline/horns.ts';
export { differenceAlong, movedStretches } from './outline/difference.ts';
export type { Moved, MovedStretch } from './outline/difference.ts';
export { reachAlong, shareTools } from './outline/toolReach.ts';
export type { OwnedTool, Reached, ToolShare } from './outline/toolReach.ts';
export { handReach } from './outline/handReach.ts';
export type { HandReach, SideReach } from './outline/handReach.ts';
export { matchOtherSide, smoothJoin } from './outline/smoothJoin.ts';
export { CURVE_TEMPLATES, snapToTemplate, templateEdge } from './outline/curveTemplates.ts';
export type { CurveTemplate, TemplateLay } from './outline/curveTemplates.ts';
export { ARTWORK_PAPERS, artworkCrosses, artworkSheet } from './templates/artwork.ts';
export type { Artwork, ArtworkPaper } from './templates/artwork.ts';
export { PART_KINDS, assumedOf, formOf, kindOf, measureOf } from './parts/kinds.ts';
export { PART_GROUPS } from './parts/part.ts';
export type { Flat, MeasureDef, PartForm, PartGroup, PartKind } from './parts/part.ts';
export { SHELF, groupOf, specOf } from './parts/shelf.ts';
export type { ShelfPart } from './parts/shelf.ts';
export type { Face, Neck, OpeningStep, PartSpec, PlacedPart, Run, Shape } from './design/schema.ts';
export type { Layout } from './layout/layOut.ts';
export type { Cut, CutRole } from './layout/cut.ts';
export { areaOf, flatPath, isOf, pathInPlace } from './layout/cut.ts';
export type { PartInPlace } from './layout/partInPlace.ts';
export { partInPlace } from './layout/partInPlace.ts';
export { depthWords } from './layout/drawing.ts';
export { fannedTurn, fretNumberAt, nodesNear, poleError, polesOf, spreadAt } from './layout/poles.ts';
export type { Pole } from './layout/poles.ts';
export { bridgePlaceFor, bridgeReach } from './layout/saddles.ts';
export type { BridgeReach } from './layout/saddles.ts';
export { biteOfNeckScrew, neckScrewPlaces, neckSide, pocketHalf } from './layout/pocket.ts';
export { wallsOf } from './layout/walls.ts';
export type { Wall } from './layout/walls.ts';
export { floorsOf } from './layout/floors.ts';
export type { Floor } from './layout/floors.ts';
export { controlFits } from './layout/controls.ts';
export { insideEdge, pickingPlace, stringHeightAt, toStrings } from './layout/clearances.ts';
export { runCover, wayIn, wiringOf } from './layout/wiring.ts';
export type { RunCover, WayIn, Wired } from './layout/wiring.ts';
export { drillNeed } from './layout/runs.ts';
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
} from './strings/elevation.ts';
export type { NeckSide, SaddlePlace } from './strings/elevation.ts';
export { edgeGap, nearestOnSegment } from './geometry/polygons.ts';
export { coverLedge } from './layout/cover.ts';
export { edgePlace } from './layout/edgePlace.ts';
export { partText, checkPart, readPartText } from './files/partFile.ts';
export { massCentre } from './layout/massCentre.ts';
export { drawPlate, platesOf } from './layout/plates.ts';
export type { Plate } from './layout/plates.ts';
export type { Guard } from './design/schema.ts';
export { plateDrawing, plateSheets } from './templates/plateSheets.ts';
