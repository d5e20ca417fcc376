/**
 * Frets by twelve-tone equal temperament (formulas section 2): `d(n) = L (1 − 2^(−n/12))`.
 * Valid for n ≥ 0 and a scale length measured along the centre line.
 */
export const fretFromNut = (scaleLength: number, fret: number): number =>
  scaleLength * (1 - 2 ** (-fret / 12));

/** A fret's x in the instrument frame (bridge line 0, nut at the scale length), mm. */
export const fretX = (scaleLength: number, fret: number): number => scaleLength * 2 ** (-fret / 12);
