import * as pdf from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

pdf.GlobalWorkerOptions.workerSrc = workerUrl;

/** Dots to the inch at which a page becomes a picture; less where the page is very large. */
const FINENESS = 200;
const MOST_PIXELS = 24e6;

export interface PdfPage {
  readonly blob: Blob;
  readonly pages: number;
  /** Millimetres of a pixel: a page has its true size. */
  readonly mmPerPixel: number;
}

/** A PDF opened for some work, and closed after it; throws words for people when it cannot be read. */
export async function withPdf<T>(
  data: Uint8Array,
  work: (document: pdf.PDFDocumentProxy) => Promise<T>,
): Promise<T> {
  const task = pdf.getDocument({
    data,
    isEvalSupported: false,
    useSystemFonts: false,
    disableFontFace: false,
  });
  try {
    return await work(await task.promise);
  } catch (error) {
    if (error instanceof Error && error.name === 'PasswordException')
      throw new Error('The PDF is locked with a password: save it without one.', { cause: error });
    if (error instanceof Error && /InvalidPDF|MissingPDF/.test(error.name))
      throw new Error('The file is no PDF that can be read: save it again.', { cause: error });
    throw error;
  } finally {
    void task.destroy();
  }
}

/** A page by its number from 1, refused where there is none. */
export async function pageOf(document: pdf.PDFDocumentProxy, number: number): Promise<pdf.PDFPageProxy> {
  if (number > document.numPages)
    throw new Error(`The PDF has ${document.numPages} pages: there is no page ${number}.`);
  return document.getPage(number);
}

/** A page of a PDF as a picture, white behind it. Throws words for people when it cannot be read. */
export async function pdfPage(file: File, number: number): Promise<PdfPage> {
  return withPdf(new Uint8Array(await file.arrayBuffer()), async (document) => {
    const page = await pageOf(document, number);
    const plain = page.getViewport({ scale: 1 });
    const fits = Math.sqrt(MOST_PIXELS / (plain.width * plain.height));
    const scale = Math.min(FINENESS / 72, fits);
    const viewport = page.getViewport({ scale });
    const canvas = window.document.createElement('canvas');
    canvas.width = Math.ceil(viewport.width);
    canvas.height = Math.ceil(viewport.height);
    await page.render({ canvas, viewport, background: '#ffffff' }).promise;
    const blob = await new Promise<Blob | null>((give) => canvas.toBlob(give, 'image/png'));
    if (!blob) throw new Error('The page could not be made into a picture: is it very large?');
    return { blob, pages: document.numPages, mmPerPixel: 25.4 / 72 / scale };
  });
}
