import type { PrintSettings } from './schema.ts';

/** Width and height of a sheet, mm. */
export interface SheetSize {
  readonly width: number;
  readonly height: number;
}

export type PaperName = PrintSettings['paper'];

/** ISO 216 and ANSI/ASME Y14.1, upright. */
export const PAPERS: Readonly<Record<Exclude<PaperName, 'own' | 'roll'>, SheetSize>> = {
  A4: { width: 210, height: 297 },
  A3: { width: 297, height: 420 },
  Letter: { width: 215.9, height: 279.4 },
  Legal: { width: 215.9, height: 355.6 },
  Tabloid: { width: 279.4, height: 431.8 },
};

/** Longest page that readers of PDF must take: 14,400 points (ISO 32000-1, annex C), mm. */
export const LONGEST_PAGE = 5080;

/** What a roll's length is while nothing is laid on it: enough for any body. */
const ROLL_UNCUT = 1500;

/** Nobody cuts less off a roll, mm: the reference bars must find room. */
const SHORTEST_CUT = 250;

/**
 * The sheet as it lies. A roll is as long as what is laid on it needs: `needed` is the drawing's box with
 * its margins; “landscape” runs the roll from left to right, “portrait” upward.
 */
export function sheetSize(
  print: Pick<PrintSettings, 'paper' | 'orientation' | 'own' | 'rollWidth'>,
  needed: SheetSize | null = null,
): SheetSize {
  const across = print.orientation === 'landscape';
  if (print.paper === 'roll') {
    const run = Math.min(
      LONGEST_PAGE,
      Math.max(SHORTEST_CUT, needed?.[across ? 'width' : 'height'] ?? ROLL_UNCUT),
    );
    return across ? { width: run, height: print.rollWidth } : { width: print.rollWidth, height: run };
  }
  const { width, height } = print.paper === 'own' ? print.own : PAPERS[print.paper];
  return across ? { width: height, height: width } : { width, height };
}

const PAPER_WORDS: Readonly<Record<'own' | 'roll', string>> = { own: 'own', roll: 'roll' };

/** What the paper is called beside a count of sheets. */
export const paperName = (paper: PaperName): string =>
  paper === 'own' || paper === 'roll' ? PAPER_WORDS[paper] : paper;
