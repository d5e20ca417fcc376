import type { Ink } from '../drawing/drawing.ts';

/** How a line comes out on paper: width and dash in mm, darkness from 0 (black) to 1 (white). */
export interface Weight {
  readonly widthMm: number;
  readonly grey: number;
  readonly dashMm?: readonly number[];
}

export const PAPER_WEIGHTS: Readonly<Record<Ink, Weight>> = {
  outline: { widthMm: 0.35, grey: 0 },
  centreLine: { widthMm: 0.18, grey: 0.25, dashMm: [8, 1.5, 1, 1.5] },
  bridgeLine: { widthMm: 0.25, grey: 0.1 },
  fret: { widthMm: 0.12, grey: 0.45 },
  string: { widthMm: 0.12, grey: 0.55 },
  boardEdge: { widthMm: 0.18, grey: 0.3 },
  dimension: { widthMm: 0.12, grey: 0.35 },
  witness: { widthMm: 0.12, grey: 0.35 },
  cutLine: { widthMm: 0.12, grey: 0.45, dashMm: [4, 2] },
  crosshair: { widthMm: 0.12, grey: 0 },
  bar: { widthMm: 0.2, grey: 0 },
  note: { widthMm: 0.12, grey: 0.15 },
};
