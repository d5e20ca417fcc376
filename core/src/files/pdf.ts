import PDFDocument from 'pdfkit';
import type { Mark, PathMark, TextMark } from '../drawing/drawing.ts';
import type { Sheet } from '../templates/sheets.ts';
import type { Weights } from '../drawing/inks.ts';
import { INKS } from '../drawing/inks.ts';

export interface PdfOptions {
  readonly title: string;
  /** Bytes of the font that all words are set in (TTF, OTF or WOFF). */
  readonly font: Uint8Array;
  /** How lines come out; the ordinary weights when left out. */
  readonly weights?: Weights;
  /** Stated as the time of making. */
  readonly madeAt: Date;
}

/** PDF points a millimetre. */
const PT = 72 / 25.4;
const greyOf = (level: number): string => {
  const part = Math.round(level * 255)
    .toString(16)
    .padStart(2, '0');
  return `#${part}${part}${part}`;
};

type Doc = InstanceType<typeof PDFDocument>;

function drawPath(doc: Doc, mark: PathMark, height: number, weights: Weights): void {
  const weight = weights[mark.ink];
  const x = (v: number): number => v * PT;
  const y = (v: number): number => (height - v) * PT;
  doc.moveTo(x(mark.start.x), y(mark.start.y));
  for (const s of mark.steps) {
    if (s.kind === 'line') doc.lineTo(x(s.to.x), y(s.to.y));
    else doc.bezierCurveTo(x(s.c1.x), y(s.c1.y), x(s.c2.x), y(s.c2.y), x(s.to.x), y(s.to.y));
  }
  if (mark.closed) doc.closePath();
  doc
    .lineWidth(weight.widthMm * PT)
    .lineJoin('round')
    .lineCap('butt')
    .strokeColor(greyOf(weight.grey));
  if (weight.dashMm) {
    // The types know one dash length; the writer takes a list of them.
    doc.dash(weight.dashMm.map((mm) => mm * PT) as unknown as number, {});
    doc.stroke().undash();
  } else doc.stroke();
}

/** A picture cut off at its line, and what is covered in white over it. */
function drawPicture(doc: Doc, picture: NonNullable<Sheet['picture']>, height: number): void {
  const x = (v: number): number => v * PT;
  const y = (v: number): number => (height - v) * PT;
  const { image, size, matrix, within, covered } = picture;
  const [a, b, c, d, e, f] = matrix;
  doc.save();
  const [first] = within;
  if (first) doc.moveTo(x(first.p0.x), y(first.p0.y));
  for (const { p1, p2, p3 } of within)
    doc.bezierCurveTo(x(p1.x), y(p1.y), x(p2.x), y(p2.y), x(p3.x), y(p3.y));
  doc.closePath().clip();
  doc.save();
  // From pixels to points, whose y runs down.
  doc.transform(a * PT, -b * PT, c * PT, -d * PT, x(e), y(f));
  doc.image(
    image.buffer.slice(image.byteOffset, image.byteOffset + image.byteLength) as unknown as Buffer,
    0,
    0,
    size,
  );
  doc.restore();
  for (const polygon of covered) {
    polygon.forEach((p, i) => (i ? doc.lineTo(x(p.x), y(p.y)) : doc.moveTo(x(p.x), y(p.y))));
    doc.closePath();
  }
  if (covered.length) doc.fill('#ffffff', 'non-zero');
  doc.restore();
}

/** What stands for a sign that the sheets’ font lacks. */
const STAND_INS: Readonly<Record<string, string>> = { '⌀': 'Ø' };

/** Letters that the font has no shape for are replaced, so that a name never prints as empty boxes. */
function printable(doc: Doc, text: string): string {
  const face = (doc as unknown as { _font: { font?: { hasGlyphForCodePoint(code: number): boolean } } })._font
    .font;
  return face
    ? [...text]
        .map((c) => [c, STAND_INS[c] ?? '?'].find((g) => face.hasGlyphForCodePoint(g.codePointAt(0)!)) ?? '?')
        .join('')
    : text;
}

function drawText(doc: Doc, mark: TextMark, height: number): void {
  const size = mark.sizeMm * PT;
  doc.font('words').fontSize(size).fillColor(greyOf(INKS[mark.ink].grey));
  const text = printable(doc, mark.text);
  const wide = doc.widthOfString(text);
  const back = mark.align === 'start' ? 0 : mark.align === 'middle' ? wide / 2 : wide;
  doc.save();
  doc.translate(mark.at.x * PT, (height - mark.at.y) * PT);
  if (mark.turn !== 0) doc.rotate((-mark.turn * 180) / Math.PI);
  doc.text(text, -back, 0, { lineBreak: false, baseline: 'alphabetic' });
  doc.restore();
}

function drawMarks(doc: Doc, marks: readonly Mark[], height: number, weights: Weights): void {
  for (const mark of marks) if (mark.kind === 'path') drawPath(doc, mark, height, weights);
  for (const mark of marks) if (mark.kind === 'text') drawText(doc, mark, height);
}

/**
 * One page a sheet, true vectors at 1:1, page boxes of the sheet's size, printing scale asked to be left
 * alone. Gives the file's bytes.
 */
export function sheetsPdf(sheets: readonly Sheet[], options: PdfOptions): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const doc = new PDFDocument({
      autoFirstPage: false,
      margin: 0,
      // No standard font is used: it would be read from a folder that a page or worker does not have.
      font: '',
      info: { Title: options.title, Creator: 'Pelkin', Producer: 'Pelkin', CreationDate: options.madeAt },
    });
    const chunks: Uint8Array[] = [];
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk));
    doc.on('error', reject);
    doc.on('end', () => {
      const bytes = new Uint8Array(chunks.reduce((sum, c) => sum + c.length, 0));
      let at = 0;
      for (const chunk of chunks) {
        bytes.set(chunk, at);
        at += chunk.length;
      }
      resolve(bytes);
    });
    doc.registerFont('words', options.font as unknown as Buffer);
    const root = (doc as unknown as { _root: { data: Record<string, unknown> } })._root;
    root.data.ViewerPreferences = doc.ref({ PrintScaling: 'None' });
    const weights = options.weights ?? INKS;
    for (const sheet of sheets) {
      const { width, height } = sheet.size;
      doc.addPage({ size: [width * PT, height * PT], margin: 0 });
      doc.save();
      const { minX, minY, maxX, maxY } = sheet.clip;
      doc.rect(minX * PT, (height - maxY) * PT, (maxX - minX) * PT, (maxY - minY) * PT).clip();
      if (sheet.picture) drawPicture(doc, sheet.picture, height);
      drawMarks(doc, sheet.drawing, height, weights);
      doc.restore();
      drawMarks(doc, sheet.guides, height, weights);
    }
    doc.end();
  });
}
