import type { PrintSettings } from '../design/schema.ts';

/** A correction further from 1 than this is questioned: the print was probably made at “fit to page”. */
const QUESTIONED_OVER = 0.03;

/**
 * The factor that cures a print (formulas section 10): nominal over measured, times the factor the
 * measured print was already made with. Both lengths in mm, over zero.
 */
export const correctionFrom = (nominal: number, measured: number, present = 1): number =>
  (present * nominal) / measured;

export const correctionQuestioned = (k: number): boolean => Math.abs(k - 1) > QUESTIONED_OVER;

/** The reference bars of a sheet, mm. */
export const BARS = [100, 101.6] as const;

/**
 * Takes what a bar of the last print measured, mm: `axis` x across the sheet, y up it. A reading belongs to one print: it
 * counts against the correction that print was made with, whatever was typed for it before; the other bar, or the same
 * one again, replaces it.
 */
export function takeBar(
  print: PrintSettings,
  axis: 'x' | 'y',
  nominal: number,
  measured: number,
): Pick<PrintSettings, 'correction' | 'reading'> {
  const reading = print.reading ?? { madeWith: print.correction, x: null, y: null };
  return {
    correction: {
      ...print.correction,
      [axis]: correctionFrom(nominal, measured, reading.madeWith[axis]),
    },
    reading: { ...reading, [axis]: { nominal, measured } },
  };
}

/** A newer print was made, with the present correction: what the older one measured counts no more. */
export const printedAgain = (): Pick<PrintSettings, 'reading'> => ({ reading: null });

/** No correction, and no reading. */
export const uncorrected = (): Pick<PrintSettings, 'correction' | 'reading'> => ({
  correction: { x: 1, y: 1 },
  reading: null,
});
