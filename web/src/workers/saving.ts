import type { Drawing, PrintSettings, Saving } from '@pelkin/core';
import * as Comlink from 'comlink';
import type { SavingWorker } from './saving.worker.ts';

/** The turn and shift that saves most sheets, looked for beside the page. */
export async function savingOf(drawing: Drawing, print: PrintSettings): Promise<Saving | null> {
  const worker = new Worker(new URL('./saving.worker.ts', import.meta.url), { type: 'module' });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error('The sheets could not be laid: load the page again.'));
    });
    return await Promise.race([Comlink.wrap<SavingWorker>(worker).find(drawing, print), failed]);
  } finally {
    worker.terminate();
  }
}
