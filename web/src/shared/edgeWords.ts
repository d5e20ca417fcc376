/** How an edge is cut, in words: of the body, and of a sound opening. */
export const EDGE_WORDS = {
  square: 'Square',
  round: 'Round',
  chamfer: 'Chamfer',
  radiusOfRound: 'Radius',
  widthOfChamfer: 'Width',
  angleOfChamfer: 'Angle to the face',
  bearing: 'Bearing',
} as const;
