import type { Sheet, Weights } from '@pelkin/core';
import * as Comlink from 'comlink';
import type { PrintWorker } from './print.worker.ts';

/** The sheets as a PDF, made beside the page; the worker ends with the work. */
export async function pdfOfSheets(
  sheets: readonly Sheet[],
  title: string,
  weights: Weights,
): Promise<Uint8Array> {
  const worker = new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' });
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error('The sheets could not be made: load the page again.'));
    });
    return await Promise.race([
      Comlink.wrap<PrintWorker>(worker).pdf(sheets, title, weights, new Date()),
      failed,
    ]);
  } finally {
    worker.terminate();
  }
}
