import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { Design, FileWriter, Format, PrintSettings, Showable, WriteOf, Written } from '@pelkin/core';
import { PIECES, SHOWABLE, WRITERS, checkDesign, createDeriver } from '@pelkin/core';
import { DXF_CURVES } from '@pelkin/core/files/dxf';
import { meshOf } from '@pelkin/core/solid/mesh';
import { neckMesh } from '@pelkin/core/neck/mesh';
import { needsOtherFonts, sheetsPdf } from '@pelkin/core/files/pdf';
import { EXIT, Failure } from './failure.ts';

const require = createRequire(import.meta.url);

/** What an export may be reported beside its format. */
export interface ExportOptions {
  readonly curves?: string | undefined;
  readonly 'layers-by'?: string | undefined;
  readonly 'seen-from'?: string | undefined;
  readonly piece?: string | undefined;
  readonly table?: string | undefined;
  readonly paper?: string | undefined;
  readonly orientation?: string | undefined;
  readonly layers?: string | undefined;
  readonly 'saw-line'?: string | undefined;
  readonly hand?: string | undefined;
  readonly revision?: string | undefined;
  readonly date?: string | undefined;
}

/** Takes a word that must be one of a few. */
function oneOf<T extends string>(option: string, word: string, among: readonly T[]): T {
  const found = among.find((a) => a === word);
  if (!found) throw new Failure(EXIT.usage, `--${option} is one of ${among.join(', ')}, not “${word}”`);
  return found;
}

/** The design as the options want it printed and drawn; checked again, since they change it. */
function withOptions(design: Design, o: ExportOptions): Design {
  const print: Record<string, unknown> = { ...design.print };
  if (o.paper !== undefined) print.paper = o.paper;
  if (o.orientation !== undefined) print.orientation = o.orientation;
  if (o['saw-line'] !== undefined) print.cutOffset = Number(o['saw-line']);
  if (o.layers !== undefined) {
    const wanted = o.layers.split(',').map((l) => oneOf('layers', l.trim(), SHOWABLE));
    print.show = Object.fromEntries(SHOWABLE.map((l: Showable) => [l, wanted.includes(l)]));
  }
  const handedness = o.hand === undefined ? design.handedness : oneOf('hand', o.hand, ['right', 'left']);
  const checked = checkDesign({ ...design, handedness, print: print as PrintSettings });
  if (!checked.ok)
    throw new Failure(EXIT.usage, checked.refusals.map((r) => `${r.where}: ${r.message}`).join('\n'));
  return checked.design;
}

/** The writer that the options name: of its format the one with an option's value, or the first. */
function chosenWriter(format: Format, options: ExportOptions): FileWriter {
  const writers = WRITERS.filter((w) => w.format === format);
  const named = ['layers-by', 'curves', 'table'] as const;
  for (const name of named) {
    const wanted = options[name];
    const among = writers.filter((w) => w.option?.name === name);
    if (wanted === undefined || among.length === 0) continue;
    const value = oneOf(
      name,
      wanted,
      among.map((w) => w.option!.value),
    );
    return among.find((w) => w.option!.value === value)!;
  }
  return writers[0]!;
}

/** The font of the sheets, as it ships, for its scripts: the first for most, the others for letters that it lacks. */
const fontOf = (script: string): Promise<Uint8Array> =>
  readFile(require.resolve(`@fontsource/commissioner/files/commissioner-${script}-400-normal.woff`)).then(
    (bytes) => new Uint8Array(bytes),
  );
const OTHER_SCRIPTS = ['latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'vietnamese'];

const pdf: WriteOf['pdf'] = async (sheets, title, weights) => {
  const font = await fontOf('latin');
  const otherFonts = needsOtherFonts(sheets) ? await Promise.all(OTHER_SCRIPTS.map(fontOf)) : [];
  return sheetsPdf(sheets, { title, font, otherFonts, weights, madeAt: new Date() });
};

/** What a format can be of beside the body, in words. */
function ofWhat(format: Format): string {
  const pieces = new Set(WRITERS.filter((w) => w.format === format).flatMap((w) => w.pieces));
  return pieces.size > 0 ? `: its pieces are ${[...pieces].join(', ')}` : '';
}

/** The bytes or text of one export, and what belongs to be known of it. */
export async function exportDesign(
  original: Design,
  format: Format,
  options: ExportOptions,
): Promise<Written> {
  const design = withOptions(original, options);
  const writer = chosenWriter(format, options);
  const piece = options.piece === undefined ? 'whole' : oneOf('piece', options.piece, PIECES);
  if (piece !== 'whole' && !writer.pieces.includes(piece))
    throw new Failure(EXIT.usage, `--piece ${piece} is not for ${format}${ofWhat(format)}`);
  try {
    return await writer.write({
      design,
      derived: createDeriver()(design),
      revision: options.revision ?? 'from a file',
      date: options.date ?? new Date().toISOString().slice(0, 10),
      pdf,
      mesh: meshOf,
      neckMesh: (pieces) => neckMesh(pieces),
      from:
        options['seen-from'] === undefined
          ? 'front'
          : oneOf('seen-from', options['seen-from'], ['front', 'back'] as const),
      piece,
      ...(options.curves === undefined ? {} : { curves: oneOf('curves', options.curves, DXF_CURVES) }),
    });
  } catch (error) {
    throw new Failure(EXIT.refused, error instanceof Error ? error.message : String(error));
  }
}
