export { closedPathMark, drawingBox, mirrorDrawing, polylineMark, turnOverDrawing } from './drawing.ts';
export type { Drawing, Layer, Mark, PathMark, TextMark, SeenFrom } from './drawing.ts';
export type { Ink, Weights } from './inks.ts';
export { LAYERS, SHOWABLE, inLayerOrder } from './layers.ts';
export type { LayerName } from './layers.ts';
export { pathData } from './pathData.ts';
