import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { Design, PrintSettings, Showable } from '@pelkin/core';
import {
  SHOWABLE,
  checkDesign,
  createDeriver,
  designText,
  drawingSvg,
  fretTableCsv,
  paperNotes,
  paperOf,
  saddleTableCsv,
  weightsFor,
} from '@pelkin/core';
import type { DxfCurves } from '@pelkin/core/files/dxf';
import { DXF_CURVES, drawingDxf } from '@pelkin/core/files/dxf';
import { sheetsPdf } from '@pelkin/core/files/pdf';
import { EXIT, Failure } from './failure.ts';

const require = createRequire(import.meta.url);

export const FORMATS = ['pdf', 'svg', 'dxf', 'csv', 'json'] as const;
export type Format = (typeof FORMATS)[number];

/** What an export may be told beside its format. */
export interface ExportOptions {
  readonly curves?: string | undefined;
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

/** The bytes or text of one export, and what belongs to be told of it. */
export async function exportDesign(
  original: Design,
  format: Format,
  options: ExportOptions,
): Promise<{ readonly content: string | Uint8Array; readonly told: string }> {
  const design = withOptions(original, options);
  const derived = createDeriver()(design);
  const weights = weightsFor(design.print.weights);
  const title = `${design.name}${design.handedness === 'left' ? ', left-handed' : ''}`;
  if (format === 'json') return { content: designText(design), told: 'lengths in millimetres' };
  if (format === 'svg')
    return { content: drawingSvg(derived.template, title, weights), told: 'millimetres, curves exact' };
  if (format === 'csv') {
    const table = oneOf('table', options.table ?? 'frets', ['frets', 'saddles']);
    return {
      content: (table === 'frets' ? fretTableCsv : saddleTableCsv)(derived.stringPlan, design.handedness),
      told: `${table}, units in the head`,
    };
  }
  if (format === 'dxf') {
    const curves: DxfCurves = oneOf('curves', options.curves ?? 'arcs', DXF_CURVES);
    const { text, deviation } = drawingDxf(derived.template, title, curves);
    return { content: text, told: `millimetres, ${curves}, largest deviation ${deviation.toFixed(4)} mm` };
  }
  const date = options.date ?? new Date().toISOString().slice(0, 10);
  const sheets = paperOf(design, derived, paperNotes(design, options.revision ?? 'from a file', date));
  if (sheets.length === 0)
    throw new Failure(EXIT.refused, 'nothing goes on paper: choose layers, a cover or a plan');
  const font = new Uint8Array(
    await readFile(require.resolve('@fontsource/commissioner/files/commissioner-latin-400-normal.woff')),
  );
  const content = await sheetsPdf(sheets, { title: design.name, font, weights, madeAt: new Date() });
  return { content, told: `${sheets.length} pages, print at 100 %` };
}
