import fontUrl from '@fontsource/commissioner/files/commissioner-latin-400-normal.woff?url';
import type { Sheet, Weights } from '@pelkin/core/plain';
import { sheetsPdf } from '@pelkin/core/files/pdf';
import * as Comlink from 'comlink';

async function pdf(
  sheets: readonly Sheet[],
  title: string,
  weights: Weights,
  madeAt: Date,
): Promise<Uint8Array> {
  const answer = await fetch(fontUrl);
  if (!answer.ok) throw new Error('The font of the sheets could not be loaded: load the page again.');
  const font = new Uint8Array(await answer.arrayBuffer());
  const bytes = await sheetsPdf(sheets, { title, font, weights, madeAt });
  return Comlink.transfer(bytes, [bytes.buffer]);
}

const worker = { pdf };
export type PrintWorker = typeof worker;
Comlink.expose(worker);
