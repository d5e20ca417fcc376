export { ARTWORK_PAPERS, artworkCrosses, artworkSheet } from './artwork.ts';
export { artworkFace, artworkPaths, artworkSheets, artworkSvg } from './artworkFace.ts';
export type { ArtworkFace } from './artworkFace.ts';
export type { Artwork, ArtworkPaper } from './artwork.ts';
export {
  BARS,
  correctionFrom,
  correctionQuestioned,
  printedAgain,
  takeBar,
  uncorrected,
} from './correction.ts';
export { crosshairs } from './crosshairs.ts';
export { farCrosshairs } from './farCrosshairs.ts';
export { fewerSheets } from './fewerSheets.ts';
export type { FewerSheets } from './fewerSheets.ts';
export { planSheets, planToTemplate } from './plan.ts';
export type { SheetPlan, Tile } from './plan.ts';
export { plateDrawing, plateSheets } from './plateSheets.ts';
export { TRUE_PRINTER, tapeUp } from './printer.ts';
export type { Printer, TapedUp } from './printer.ts';
export { BAR_MM, layOutSheets } from './sheets.ts';
export type { Sheet, SheetNotes } from './sheets.ts';
