export { changedLines, compareStates } from './compare.ts';
export type { Comparison, ThingChange } from './compare.ts';
export type { MeasureChange, State } from './measures.ts';
