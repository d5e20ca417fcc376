/** What the least height of a one-piece blank follows from (formulas section 12); mm, rad. */
export interface OnePiece {
  readonly tilt: number;
  /** The headstock along its face from the nut, and its thickness. */
  readonly headstockLength: number;
  readonly headstockThickness: number;
  /** The headstock's face below the bottom of the nut's slots, square to it. */
  readonly below: number;
  /** The bottom of the nut's slots over the glue plane. */
  readonly slotBottom: number;
  readonly heelDepth: number;
  readonly shaftDepth: number;
}

/** How far the headstock's face lies under the glue plane at the nut: `c = g / cos τ − (slot bottom over the glue plane)`. */
export const faceDrop = ({
  tilt,
  below,
  slotBottom,
}: Pick<OnePiece, 'tilt' | 'below' | 'slotBottom'>): number => below / Math.cos(tilt) - slotBottom;

/** The least height under the glue plane of a blank that holds a neck in one piece, and what its headstock alone needs. */
export function onePieceHeight(neck: OnePiece): { readonly headstock: number; readonly height: number } {
  const headstock =
    faceDrop(neck) +
    neck.headstockLength * Math.sin(neck.tilt) +
    neck.headstockThickness * Math.cos(neck.tilt);
  return { headstock, height: Math.max(headstock, neck.heelDepth, neck.shaftDepth) };
}

/** A scarf through a board: how long its sloping face is, and how long it is along the board. `angle` over 0. */
export const scarf = (
  angle: number,
  thickness: number,
): { readonly face: number; readonly along: number } => ({
  face: thickness / Math.sin(angle),
  along: thickness / Math.tan(angle),
});
