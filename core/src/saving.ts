/** What a worker that looks for fewer sheets needs; no schema comes with it. */
export { findSaving } from './templates/saving.ts';
export type { Saving } from './templates/saving.ts';
