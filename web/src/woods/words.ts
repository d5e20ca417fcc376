/** Labels of how a piece’s wood is chosen, and a board weighed. */
export const WORDS = {
  notChosen: 'Not chosen',
  ownWood: 'Another wood …',
  woodName: 'Name',
  low: 'Density, low',
  likely: 'Density, likely',
  high: 'Density, high',
  keepOnShelf: 'Add to this design’s shelf',
  weighABoard: 'Weigh your own board',
  usualDensity: 'Use the usual density',
  boardLength: 'Board length',
  boardWidth: 'Board width',
  boardThickness: 'Board thickness',
  boardMass: 'Board mass',
  density: 'Density',
} as const;

/** What each piece of wood is called. */
export const PIECE_WORDS = {
  body: 'Body',
  front: 'Glued-on front',
  neck: 'Neck',
  board: 'Fingerboard',
} as const;
