import type { PdfPage } from '@pelkin/core';
import { layersIn, lightened } from '@pelkin/core';
import { OPS } from 'pdfjs-dist';
import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist';
import { pageOf, withPdf } from './pdfPage.ts';

const MM_PER_POINT = 25.4 / 72;

/** What one page paints, ready to be read as lines beside the page. */
export async function paintedBy(document: PDFDocumentProxy, page: PDFPageProxy): Promise<PdfPage> {
  const [{ fnArray, argsArray }, known] = await Promise.all([
    page.getOperatorList(),
    document.getOptionalContentConfig(),
  ]);
  const operations = { fnArray, argsArray: argsArray as readonly unknown[] };
  const { transform, height } = page.getViewport({ scale: 1 });
  const [a, b, c, d, e, f] = transform as [number, number, number, number, number, number];
  return {
    operations: lightened(operations, OPS),
    names: { ...OPS },
    // The viewport’s y runs down.
    matrix: { a, b: -b, c, d: -d, e, f: height - f },
    layers: new Map(
      layersIn(operations, OPS).flatMap((id) => {
        const group = known.getGroup(id) as { name?: string | null; visible?: boolean } | null;
        return group ? [[id, { name: group.name ?? '', shown: group.visible !== false }]] : [];
      }),
    ),
    mm: MM_PER_POINT,
  };
}

/** A page of a PDF, and how many there are; throws words for people where it cannot be read. */
export const pdfPainting = (
  data: Uint8Array,
  number: number,
): Promise<{ readonly painted: PdfPage; readonly pages: number }> =>
  withPdf(data, async (document) => ({
    painted: await paintedBy(document, await pageOf(document, number)),
    pages: document.numPages,
  }));
