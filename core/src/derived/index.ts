export { createDeriver } from './derive.ts';
export type { Derived } from './derive.ts';
export { LONG } from './long.ts';
export type { LongName, LongReads, LongSource, LongValue } from './long.ts';
