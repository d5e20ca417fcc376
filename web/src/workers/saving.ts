import type { Drawing, PrintSettings, Saving } from '@pelkin/core';
import type { SavingWorker } from './saving.worker.ts';
import { work } from './worker.ts';

/** The turn and shift that saves most sheets, looked for beside the page. */
export const savingOf = (drawing: Drawing, print: PrintSettings): Promise<Saving | null> =>
  work<SavingWorker, Saving | null>(
    () => new Worker(new URL('./saving.worker.ts', import.meta.url), { type: 'module' }),
    'The sheets could not be laid',
    (w) => w.find(drawing, print),
  ).answer;
