export { closedPathMark, drawingBox, mirrorDrawing, polylineMark } from './drawing.ts';
export type { Drawing, Layer, Mark, PathMark, TextMark } from './drawing.ts';
export type { Ink, Weights } from './inks.ts';
export { LAYERS, SHOWABLE, inLayerOrder } from './layers.ts';
export type { LayerName } from './layers.ts';
export { pathData } from './pathData.ts';
