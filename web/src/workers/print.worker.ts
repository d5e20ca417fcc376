import fontUrl from '@fontsource/commissioner/files/commissioner-latin-400-normal.woff?url';
import cyrillicExtUrl from '@fontsource/commissioner/files/commissioner-cyrillic-ext-400-normal.woff?url';
import cyrillicUrl from '@fontsource/commissioner/files/commissioner-cyrillic-400-normal.woff?url';
import greekUrl from '@fontsource/commissioner/files/commissioner-greek-400-normal.woff?url';
import latinExtUrl from '@fontsource/commissioner/files/commissioner-latin-ext-400-normal.woff?url';
import vietnameseUrl from '@fontsource/commissioner/files/commissioner-vietnamese-400-normal.woff?url';
import type { Sheet, Weights } from '@pelkin/core/plain';
import { needsOtherFonts, sheetsPdf } from '@pelkin/core/files/pdf';
import * as Comlink from 'comlink';

/** Fonts of further scripts, fetched for sheets that hold their letters. */
const OTHERS = [latinExtUrl, cyrillicUrl, cyrillicExtUrl, greekUrl, vietnameseUrl];

async function bytesOf(url: string): Promise<Uint8Array> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error('The font of the sheets could not be loaded: load the page again.');
  return new Uint8Array(await answer.arrayBuffer());
}

async function pdf(
  sheets: readonly Sheet[],
  title: string,
  weights: Weights,
  madeAt: Date,
): Promise<Uint8Array> {
  const font = await bytesOf(fontUrl);
  const otherFonts = needsOtherFonts(sheets) ? await Promise.all(OTHERS.map(bytesOf)) : [];
  const bytes = await sheetsPdf(sheets, { title, font, otherFonts, weights, madeAt });
  return Comlink.transfer(bytes, [bytes.buffer]);
}

const worker = { pdf };
export type PrintWorker = typeof worker;
Comlink.expose(worker);
