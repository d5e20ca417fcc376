/** Every label of the board: the one place where it is worded. Tests name controls by it. */
export const WORDS = {
  cancel: 'Cancel',
  fitTheDrawing: 'Fit the drawing',
  fromTheBack: 'From the back',
  lifeSize: 'Life size',
  measureThisScreen: 'Measure this screen',
  measureThisScreenAgain: 'Measure this screen again',
  ofLifeSize: 'of life size',
  showAtLifeSize: 'Show at life size',
  theCardFits: 'The card fits',
  zoomIn: 'Zoom in',
  zoomOut: 'Zoom out',
} as const;
