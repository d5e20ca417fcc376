export { GIVEN_UP_AFTER_MS, Unreadable, startClock } from './found.ts';
export type { FileRead, FoundCurve, PassedOver, UnitChoice } from './found.ts';
export { describeLines, lineRefusal } from './lines.ts';
export type { DrawnLine } from './lines.ts';
export { BODY_LENGTHS, firstPlacing, isBodySize, placedPath, placingMap } from './place.ts';
export type { Placing } from './place.ts';
export { readDrawing } from './read.ts';
export { drawingText } from './text.ts';
