import type { FileRead } from '@pelkin/core';
import { Unreadable, readPdfPage } from '@pelkin/core';
import { OPS } from 'pdfjs-dist';
import type { PDFPageProxy, PDFDocumentProxy } from 'pdfjs-dist';
import { pageOf, withPdf } from './pdfPage.ts';

const MM_PER_POINT = 25.4 / 72;

/** The lines of one page: what it paints, in points, y up, by its layers. */
export async function linesOfPage(document: PDFDocumentProxy, page: PDFPageProxy): Promise<FileRead> {
  const [operations, layers] = await Promise.all([
    page.getOperatorList(),
    document.getOptionalContentConfig(),
  ]);
  const { transform, height } = page.getViewport({ scale: 1 });
  const [a, b, c, d, e, f] = transform as [number, number, number, number, number, number];
  return readPdfPage({
    operations: { fnArray: operations.fnArray, argsArray: operations.argsArray as readonly unknown[] },
    names: OPS,
    // The viewport’s y runs down.
    matrix: { a, b: -b, c, d: -d, e, f: height - f },
    layer: (id) => {
      const group = layers.getGroup(id) as { name?: string | null; visible?: boolean } | null;
      return group && { name: group.name ?? '', shown: group.visible !== false };
    },
    mm: MM_PER_POINT,
  });
}

/** A page of a PDF as lines, and how many pages there are; throws words for people where it cannot be read. */
export const pdfLines = (
  data: Uint8Array,
  number: number,
): Promise<{ readonly read: FileRead; readonly pages: number }> =>
  withPdf(data, async (document) => {
    try {
      return { read: await linesOfPage(document, await pageOf(document, number)), pages: document.numPages };
    } catch (error) {
      if (error instanceof Unreadable) throw new Error(`${error.where}: ${error.message}.`, { cause: error });
      throw error;
    }
  });
