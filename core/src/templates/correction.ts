/** A correction further from 1 than this is questioned: the print was probably made at “fit to page”. */
const QUESTIONED_OVER = 0.03;

/**
 * The factor that cures a print (formulas section 10): nominal over measured, times the factor the
 * measured print was already made with. Both lengths in mm, over zero.
 */
export const correctionFrom = (nominal: number, measured: number, present = 1): number =>
  (present * nominal) / measured;

export const correctionQuestioned = (k: number): boolean => Math.abs(k - 1) > QUESTIONED_OVER;
