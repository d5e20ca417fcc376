import type { PrintSettings } from '../design/schema.ts';
import type { Weight, Weights } from '../drawing/inks.ts';
import { INKS } from '../drawing/inks.ts';

/** What an ordinary fine line is without the user's own weights, mm. */
const FINE = INKS.fret.widthMm;

/** Weights with the user's own edge and fine line: all others keep their proportion to the fine one. */
export function weightsFor({ edge, fine }: PrintSettings['weights']): Weights {
  const scaled = Object.entries(INKS).map(([ink, weight]): [string, Weight] => [
    ink,
    { ...weight, widthMm: ink === 'outline' ? edge : (weight.widthMm * fine) / FINE },
  ]);
  return Object.fromEntries(scaled) as unknown as Weights;
}
