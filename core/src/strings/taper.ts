import type { Strings } from '../design/schema.ts';

/** The numbers that widths along the neck follow from. */
export type Taper = Pick<Strings, 'scaleLength' | 'nutWidth' | 'nutMargin' | 'bridgeSpread' | 'bridgeMargin'>;

/** Outer string centre to outer string centre at the nut, mm: `s_n = w_n − 2 m_n`. */
export const nutSpread = (t: Pick<Taper, 'nutWidth' | 'nutMargin'>): number => t.nutWidth - 2 * t.nutMargin;

/** Half the spread of the outer strings at x, mm (formulas section 2): linear from bridge to nut. */
export const halfSpread = (t: Taper, x: number): number =>
  t.bridgeSpread / 2 + (((nutSpread(t) - t.bridgeSpread) / 2) * x) / t.scaleLength;

/** Half the fingerboard's width at x, mm: linear from `s_b/2 + m_b` at the bridge line to `w_n/2` at the nut. */
export function boardHalfWidth(t: Taper, x: number): number {
  const atBridge = t.bridgeSpread / 2 + t.bridgeMargin;
  return atBridge + ((t.nutWidth / 2 - atBridge) * x) / t.scaleLength;
}
