// @vitest-environment node
import { fileURLToPath } from 'node:url';
import type { FileRead } from '@pelkin/core';
import { Unreadable, readPdfPage } from '@pelkin/core';
import * as pdf from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it, vi } from 'vitest';

vi.mock('pdfjs-dist', () => pdf);
// The page’s own part sets where the worker is: here it is the one of the library’s own build for Node.js.
vi.mock('pdfjs-dist/build/pdf.worker.min.mjs?url', () => ({
  default: fileURLToPath(import.meta.resolve('pdfjs-dist/legacy/build/pdf.worker.mjs')),
}));

/** A PDF of one page that paints `content`, with an optional layer “REAR”, a hidden one, and a form. */
function pdfOf(content: string, page = ''): Uint8Array {
  const form = '0 0 10 0 0 0 0 10 m';
  const stream = (dict: string, body: string): string =>
    `<< ${dict} /Length ${body.length} >> stream\n${body}\nendstream`;
  const objects = [
    `<< /Type /Catalog /Pages 2 0 R /OCProperties << /OCGs [6 0 R 7 0 R] /D << /ON [6 0 R] /OFF [7 0 R] /Order [6 0 R 7 0 R] >> >> >>`,
    `<< /Type /Pages /Kids [3 0 R] /Count 1 >>`,
    `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 720 360] ${page} /Contents 4 0 R /Resources << /XObject << /F 5 0 R >> /Properties << /L1 6 0 R /L2 7 0 R >> >> >>`,
    stream('', content),
    stream(
      '/Type /XObject /Subtype /Form /BBox [0 0 100 100] /Matrix [2 0 0 2 100 50]',
      `0 0 10 10 re S % ${form}`,
    ),
    `<< /Type /OCG /Name (REAR) >>`,
    `<< /Type /OCG /Name (NOTES) >>`,
  ];
  let text = '%PDF-1.5\n';
  const offsets = objects.map((o, i) => {
    const at = text.length;
    text += `${i + 1} 0 obj\n${o}\nendobj\n`;
    return at;
  });
  const xref = text.length;
  text += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${offsets
    .map((o) => `${String(o).padStart(10, '0')} 00000 n \n`)
    .join('')}trailer << /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${xref}\n%%EOF`;
  return new TextEncoder().encode(text);
}

async function read(content: string, page = ''): Promise<FileRead> {
  const { paintedBy } = await import('./pdfLines.ts');
  const task = pdf.getDocument({ data: pdfOf(content, page), useSystemFonts: false });
  const document = await task.promise;
  try {
    return readPdfPage(await paintedBy(document as never, (await document.getPage(1)) as never));
  } finally {
    await task.destroy();
  }
}
const mm = 25.4 / 72;
const boxOf = ({ curves }: FileRead, i: number) => {
  const all = curves[i]!.pieces.flatMap((c) => [c.p0, c.p3]);
  const [xs, ys] = [all.map((p) => p.x), all.map((p) => p.y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(
    (v) => Math.round(v * 1e3) / 1e3,
  );
};

describe('the lines of a PDF page', () => {
  it('are painted paths in points, y up, closed where they meet; what only cuts off is none', async () => {
    const found = await read(
      '72 72 m 144 72 l 144 144 l 72 72 l S 0 0 500 300 re W n q 2 0 0 1 10 20 cm 5 5 20 30 re f Q',
    );
    expect(found.declared!.mm).toBeCloseTo(mm, 12);
    expect(found.curves).toHaveLength(2);
    expect(found.curves[0]!.closed).toBe(true);
    expect(boxOf(found, 0)).toEqual([72, 72, 144, 144]);
    expect(boxOf(found, 1)).toEqual([20, 25, 60, 55]);
  });
  it('know their layer and their dashes; a hidden layer is counted and left out', async () => {
    const found = await read(
      '/OC /L1 BDC [3 2] 0 d 10 10 m 100 10 l S EMC [] 0 d /OC /L2 BDC 0 0 9 9 re S EMC 10 20 m 90 20 l S',
    );
    expect(found.curves.map((c) => [c.layer, c.dashed === true, c.closed])).toEqual([
      ['REAR', true, false],
      ['', false, false],
    ]);
    expect(found.passedOver).toEqual([{ what: 'path', why: 'the file does not show it', count: 1 }]);
  });
  it('lie where forms and a turned page put them', async () => {
    expect(boxOf(await read('/F Do'), 0)).toEqual([100, 50, 120, 70]);
    // Turned clockwise by a quarter: what was its lower left is its upper left.
    expect(boxOf(await read('0 0 20 10 re S', '/Rotate 90'), 0)).toEqual([0, 700, 10, 720]);
  });
  it('curves stay curves', async () => {
    const found = await read('100 100 m 100 155 55 200 0 200 c S');
    const [c] = found.curves[0]!.pieces;
    expect(c!.p1).toEqual({ x: 100, y: 155 });
    expect(c!.p3).toEqual({ x: 0, y: 200 });
  });
});

it('a path of numbers that no path has is refused', () => {
  const page = {
    operations: { fnArray: [91], argsArray: [[20, [[9, 1, 2]]]] },
    names: { constructPath: 91, stroke: 20, endPath: 28 },
    matrix: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 },
    layers: new Map(),
    mm,
  };
  expect(() => readPdfPage(page)).toThrow(Unreadable);
});
