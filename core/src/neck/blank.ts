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

/** Least height of a neck’s blank, mm: on each side of the glue plane and whole. */
export interface BlankHeight {
  /** What the headstock alone needs under the glue plane. */
  readonly headstock: number;
  readonly under: number;
  /** Wood over the glue plane, where the headstock’s face begins above it. */
  readonly over: number;
  readonly height: number;
}

const heights = (headstock: number, under: number, drop: number): BlankHeight => {
  const over = Math.max(0, -drop);
  return { headstock, under, over, height: under + over };
};

/** Least height of a blank that holds neck and headstock in one piece. */
export function onePieceHeight(neck: OnePiece): BlankHeight {
  const drop = faceDrop(neck);
  const headstock =
    drop + neck.headstockLength * Math.sin(neck.tilt) + neck.headstockThickness * Math.cos(neck.tilt);
  return heights(headstock, Math.max(headstock, neck.heelDepth, neck.shaftDepth), drop);
}

/** Least height of a blank whose headstock is joined by a scarf: its board is the shaft’s own, or as thick as the headstock. */
export const scarfedHeight = (neck: OnePiece): BlankHeight =>
  heights(
    onePieceHeight(neck).headstock,
    Math.max(neck.heelDepth, neck.shaftDepth, neck.headstockThickness),
    faceDrop(neck),
  );

/** A scarf through a board: how long its sloping face is, and how long it is along the board. `angle` over 0. */
export const scarf = (
  angle: number,
  thickness: number,
): { readonly face: number; readonly along: number } => ({
  face: thickness / Math.sin(angle),
  along: thickness / Math.tan(angle),
});
