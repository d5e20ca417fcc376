import type { Sheet, Weights } from '@pelkin/core';
import type { PrintWorker } from './print.worker.ts';
import { work } from './worker.ts';

/** The sheets as a PDF, made beside the page; the worker ends with the work. */
export const pdfOfSheets = (sheets: readonly Sheet[], title: string, weights: Weights): Promise<Uint8Array> =>
  work<PrintWorker, Uint8Array>(
    () => new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' }),
    'The sheets could not be made',
    (w) => w.pdf(sheets, title, weights, new Date()),
  ).answer;
