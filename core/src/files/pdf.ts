import PDFDocument from 'pdfkit';
import type { Mark, PathMark, TextMark } from '../drawing/drawing.ts';
import type { Sheet } from '../templates/sheets.ts';
import type { Weights } from '../drawing/inks.ts';
import { INKS } from '../drawing/inks.ts';

export interface PdfOptions {
  readonly title: string;
  /** Bytes of the font that all words are set in (TTF, OTF or WOFF). */
  readonly font: Uint8Array;
  /** Further fonts, for letters that it lacks, in the order that they are tried. */
  readonly otherFonts?: readonly Uint8Array[];
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

/** Printed for a letter that no font has; each sheet that shows it says so. */
const LACKING = '¤';
export const LACKING_SAYS = `${LACKING} is a letter that the fonts of these sheets lack.`;

interface Face {
  readonly font?: { hasGlyphForCodePoint(code: number): boolean };
}

/** The fonts of a document that has them registered, the first for all that it can. */
interface Fonts {
  readonly names: readonly string[];
  /** The first font that has a letter; null for none. */
  readonly forLetter: (letter: string) => string | null;
}

function fontsOf(doc: Doc, names: readonly string[]): Fonts {
  const faces = names.map((name) => (doc.font(name) as unknown as { _font: Face })._font.font);
  return {
    names,
    forLetter: (letter) => {
      const i = faces.findIndex((f) => !f || f.hasGlyphForCodePoint(letter.codePointAt(0)!));
      return i < 0 ? null : names[i]!;
    },
  };
}

/** A text by the fonts that its letters are set in; what no font has is replaced, and reported. */
function runsOf(
  fonts: Fonts,
  text: string,
): { readonly runs: (readonly [string, string])[]; readonly lacks: boolean } {
  const runs: [string, string][] = [];
  let lacks = false;
  for (const letter of text) {
    const shown = [letter, STAND_INS[letter]].find((l) => l !== undefined && fonts.forLetter(l) !== null);
    if (shown === undefined) lacks = true;
    const set = shown ?? LACKING;
    const font = fonts.forLetter(set) ?? fonts.names[0]!;
    const last = runs.at(-1);
    // A space goes on in the font before it.
    if (last && (last[0] === font || set === ' ')) last[1] += set;
    else runs.push([font, set]);
  }
  return { runs, lacks };
}

/** Draws a text; true if a letter of it is in no font. */
function drawText(doc: Doc, fonts: Fonts, mark: TextMark, height: number): boolean {
  const size = mark.sizeMm * PT;
  doc.fontSize(size).fillColor(greyOf(INKS[mark.ink].grey));
  const { runs, lacks } = runsOf(fonts, mark.text);
  const widths = runs.map(([font, text]) => doc.font(font).widthOfString(text));
  const wide = widths.reduce((sum, w) => sum + w, 0);
  doc.save();
  doc.translate(mark.at.x * PT, (height - mark.at.y) * PT);
  if (mark.turn !== 0) doc.rotate((-mark.turn * 180) / Math.PI);
  let at = mark.align === 'start' ? 0 : mark.align === 'middle' ? -wide / 2 : -wide;
  runs.forEach(([font, text], i) => {
    doc.font(font).text(text, at, 0, { lineBreak: false, baseline: 'alphabetic' });
    at += widths[i]!;
  });
  doc.restore();
  return lacks;
}

/** Where a sheet says what stands for a letter that no font has, mm from its lower left corner, and how large. */
const NOTE = { x: 12, y: 7, size: 2.4 } as const;

function drawMarks(doc: Doc, fonts: Fonts, marks: readonly Mark[], height: number, weights: Weights): void {
  for (const mark of marks) if (mark.kind === 'path') drawPath(doc, mark, height, weights);
  let lacks = false;
  for (const mark of marks) if (mark.kind === 'text') lacks = drawText(doc, fonts, mark, height) || lacks;
  if (!lacks) return;
  const [at, text] = [{ x: NOTE.x, y: NOTE.y }, LACKING_SAYS];
  const note = { id: 'lacking', kind: 'text', ink: 'note', at, text, sizeMm: NOTE.size } as const;
  drawText(doc, fonts, { ...note, align: 'start', turn: 0 }, height);
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
    const given = [options.font, ...(options.otherFonts ?? [])];
    const names = given.map((_, i) => (i === 0 ? 'words' : `words ${i + 1}`));
    given.forEach((bytes, i) => doc.registerFont(names[i]!, bytes as unknown as Buffer));
    const fonts = fontsOf(doc, names);
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
      drawMarks(doc, fonts, sheet.drawing, height, weights);
      doc.restore();
      drawMarks(doc, fonts, sheet.guides, height, weights);
    }
    doc.end();
  });
}

/** Letters beyond the first font’s own range (Latin-1, dashes, quotes and signs that drawings use). */
const BEYOND = /[^\u0000-\u00ff\u2010-\u2044\u2212⌀…]/u;

/** Whether sheets hold letters that may need further fonts. */
export const needsOtherFonts = (sheets: readonly Sheet[]): boolean =>
  sheets.some(({ drawing, guides }) =>
    [...drawing, ...guides].some((m) => m.kind === 'text' && BEYOND.test(m.text)),
  );
