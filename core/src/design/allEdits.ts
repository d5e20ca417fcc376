export * from './edits.ts';
export {
  addNode,
  alignNodes,
  editNodes,
  moveNode,
  moveNodes,
  pinNodes,
  removeNodes,
  scaleNodes,
  setHandle,
  setNodeKind,
  setOutline,
  turnNodes,
  twinOf,
} from './nodeEdits.ts';
export * from './layoutEdits.ts';
export * from './lineEdits.ts';
export * from './neckEdits.ts';
export * from './shapeEdits.ts';
export * from './balanceEdits.ts';
export { cutMirror, linkMirror } from './mirrorEdits.ts';
export { layStretch, runBetween } from './stretchEdits.ts';
export {
  addUnderlay,
  changeUnderlay,
  freshId,
  removeUnderlay,
  setHand,
  setTools,
  takeOutline,
} from './underlayEdits.ts';
