import type { Drawing, PrintSettings, FewerSheets } from '@pelkin/core';
import type { FewerSheetsWorker } from './fewerSheets.worker.ts';
import { work } from './worker.ts';

/** The turn and shift that saves most sheets, looked for beside the page. */
export const savingOf = (drawing: Drawing, print: PrintSettings): Promise<FewerSheets | null> =>
  work<FewerSheetsWorker, FewerSheets | null>(
    () => new Worker(new URL('./fewerSheets.worker.ts', import.meta.url), { type: 'module' }),
    'The sheets could not be laid',
    (w) => w.find(drawing, print),
  ).answer;
