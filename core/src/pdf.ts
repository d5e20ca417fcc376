/** Entry for workers that print: apart from the index, so that neither carries the other's weight. */
export { sheetsPdf } from './files/pdf.ts';
export type { PdfOptions } from './files/pdf.ts';
export type { Weights } from './drawing/inks.ts';
export type { Sheet } from './templates/sheets.ts';
