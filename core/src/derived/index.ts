export { createDeriver } from './derive.ts';
export type { Derived } from './derive.ts';
export { createSnap, measured } from './snapping.ts';
export type { SnapTo, Snapped } from './snapping.ts';
export { asSeenFrom } from './seen.ts';
export { LONG } from './long.ts';
export type { LongName, LongReads, LongSource, LongValue } from './long.ts';
