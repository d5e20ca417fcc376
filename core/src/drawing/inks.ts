/** How a line comes out on paper: width and dash in mm, darkness from 0 (black) to 1 (white). */
export interface Weight {
  readonly widthMm: number;
  readonly grey: number;
  readonly dashMm?: readonly number[];
}

/**
 * What a line means, and how heavy it is on paper and in files: the one table of inks. The board's colours and widths
 * on the screen are in `web/src/board/board.css`, a rule for each.
 */
export const INKS = {
  outline: { widthMm: 0.35, grey: 0 },
  opening: { widthMm: 0.25, grey: 0 },
  openingBack: { widthMm: 0.25, grey: 0.1, dashMm: [3, 1.5] },
  hole: { widthMm: 0.15, grey: 0 },
  holeBack: { widthMm: 0.15, grey: 0.1, dashMm: [1.5, 0.8] },
  carve: { widthMm: 0.18, grey: 0.1, dashMm: [6, 1.5, 1.5, 1.5] },
  carveBack: { widthMm: 0.18, grey: 0.2, dashMm: [2, 1.5] },
  depthLine: { widthMm: 0.1, grey: 0.35 },
  seam: { widthMm: 0.18, grey: 0.2, dashMm: [10, 2, 2, 2] },
  guide: { widthMm: 0.12, grey: 0.4, dashMm: [1, 1] },
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
} as const satisfies Readonly<Record<string, Weight>>;

/** What a line means; each output chooses its weight, dash and colour from it. */
export type Ink = keyof typeof INKS;

/** How heavy each ink is. */
export type Weights = Readonly<Record<Ink, Weight>>;
