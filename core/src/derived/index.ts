export { createDeriver } from './derive.ts';
export type { Derived } from './derive.ts';
