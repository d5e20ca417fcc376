/** What a worker that looks for fewer sheets needs; no schema comes with it. */
export { fewerSheets } from './templates/fewerSheets.ts';
export type { FewerSheets } from './templates/fewerSheets.ts';
