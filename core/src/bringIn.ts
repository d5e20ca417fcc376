/** What a worker that brings drawings in needs; no schema comes with it. */
export { readDrawing } from './files/in/read.ts';
export { placedPath } from './files/in/place.ts';
export type { Placing } from './files/in/place.ts';
export { joinChains } from './geometry/chains.ts';
export { flattenPath } from './geometry/closedPath.ts';
export type { Chain } from './geometry/chains.ts';
export { pathBox } from './geometry/closedPath.ts';
export type { ClosedPath } from './geometry/closedPath.ts';
export { nodesAsDrawn, nodesWithin } from './outline/fromChain.ts';
export type { FileRead, FoundCurve, PassedOver, UnitChoice } from './files/in/found.ts';
export type { OutlineFit } from './outline/fitOutline.ts';
export { drawingText } from './files/in/text.ts';
export { describeLines, lineRefusal } from './files/in/lines.ts';
export type { DrawnLine } from './files/in/lines.ts';
export { GIVEN_UP_AFTER_MS, Unreadable, startClock } from './files/in/found.ts';
