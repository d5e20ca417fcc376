/** What a worker that traces pictures needs; no schema comes with it. */
export { fitTraced } from './outline/fitOutline.ts';
export type { OutlineFit } from './outline/fitOutline.ts';
export { cameraOf, faceOf } from './outline/tracing/camera.ts';
export type { Camera, MarkedPlane, SideSeen } from './outline/tracing/camera.ts';
export { sheetEdges } from './outline/tracing/sheetEdges.ts';
export { bowOf, noBow } from './outline/tracing/lens.ts';
export type { Raster } from './outline/tracing/raster.ts';
export { rectify, uprightOf } from './outline/tracing/rectify.ts';
export type { Seen, Upright } from './outline/tracing/rectify.ts';
export { traceEdge } from './outline/tracing/traceEdge.ts';
export type { Steering, Stroke } from './outline/tracing/traceEdge.ts';
export { pixelMap } from './design/underlayPlace.ts';
export { edgeDoubts } from './outline/tracing/doubts.ts';
export type { Doubt } from './outline/tracing/doubts.ts';
