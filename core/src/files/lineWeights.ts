import type { PrintSettings } from '../design/schema.ts';
import type { Ink } from '../drawing/drawing.ts';

/** How a line comes out on paper: width and dash in mm, darkness from 0 (black) to 1 (white). */
export interface Weight {
  readonly widthMm: number;
  readonly grey: number;
  readonly dashMm?: readonly number[];
}

export type Weights = Readonly<Record<Ink, Weight>>;

export const PAPER_WEIGHTS: Weights = {
  outline: { widthMm: 0.35, grey: 0 },
  opening: { widthMm: 0.25, grey: 0 },
  openingBack: { widthMm: 0.25, grey: 0.1, dashMm: [3, 1.5] },
  hole: { widthMm: 0.15, grey: 0 },
  holeBack: { widthMm: 0.15, grey: 0.1, dashMm: [1.5, 0.8] },
  part: { widthMm: 0.12, grey: 0.4 },
  partBack: { widthMm: 0.12, grey: 0.45, dashMm: [3, 1.5] },
  centreLine: { widthMm: 0.18, grey: 0.25, dashMm: [8, 1.5, 1, 1.5] },
  bridgeLine: { widthMm: 0.25, grey: 0.1 },
  fret: { widthMm: 0.12, grey: 0.45 },
  string: { widthMm: 0.12, grey: 0.55 },
  saddle: { widthMm: 0.2, grey: 0.15 },
  sawLine: { widthMm: 0.18, grey: 0.2, dashMm: [6, 2] },
  boardEdge: { widthMm: 0.18, grey: 0.3 },
  dimension: { widthMm: 0.12, grey: 0.35 },
  witness: { widthMm: 0.12, grey: 0.35 },
  cutLine: { widthMm: 0.12, grey: 0.45, dashMm: [4, 2] },
  crosshair: { widthMm: 0.12, grey: 0 },
  bar: { widthMm: 0.2, grey: 0 },
  note: { widthMm: 0.12, grey: 0.15 },
};

/** What an ordinary fine line is without the user's own weights, mm. */
const FINE = PAPER_WEIGHTS.fret.widthMm;

/** Weights with the user's own edge and fine line: all others keep their proportion to the fine one. */
export function weightsFor({ edge, fine }: PrintSettings['weights']): Weights {
  const scaled = Object.entries(PAPER_WEIGHTS).map(([ink, weight]): [string, Weight] => [
    ink,
    { ...weight, widthMm: ink === 'outline' ? edge : (weight.widthMm * fine) / FINE },
  ]);
  return Object.fromEntries(scaled) as unknown as Weights;
}
