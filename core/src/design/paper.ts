/** Width and height of a sheet, mm. */
export interface SheetSize {
  readonly width: number;
  readonly height: number;
}

export type PaperName = 'A4' | 'Letter';

/** ISO 216 and ANSI/ASME Y14.1, upright. */
export const PAPERS: Readonly<Record<PaperName, SheetSize>> = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
};

export function sheetSize(paper: PaperName, orientation: 'portrait' | 'landscape'): SheetSize {
  const { width, height } = PAPERS[paper];
  return orientation === 'portrait' ? { width, height } : { width: height, height: width };
}
