import { readFileSync } from 'node:fs';
import {
  artworkSheet,
  checkDesign,
  createDeriver,
  designReport,
  designText,
  drawingBox,
  drawingSvg,
  findAll,
  fretTableCsv,
  paperNotes,
  paperOf,
  plateSheets,
  readDesignText,
  saddleTableCsv,
  weightsFor,
  wordsOfFinding,
} from '@pelkin/core';
import type { Design, LongSource } from '@pelkin/core';
import { DXF_CURVES, drawingDxf } from '@pelkin/core/files/dxf';
import fc from 'fast-check';
import type { Tried } from './case.ts';
import { FOREIGN, attempt } from './case.ts';
import { changed, changes } from './values.ts';

export const DEMOS: readonly Design[] = ['windrow', 'skerry', 'fathom'].map((name) => {
  const read = checkDesign(
    JSON.parse(readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!read.ok) throw new Error(`${name} cannot be read`);
  return read.design;
});

const designs = fc.tuple(fc.constantFrom(...DEMOS), changes).map(([demo, list]) => changed(demo, list));

/** As in a page: what takes long is made elsewhere, and nothing waits for it. */
const elsewhere: LongSource = () => ({ state: 'pending', share: 0 });

/** Anything that was a design: refused in our words, or derived, checked, drawn and written in every format, as a page does it. */
export const tryDesign = (seed: number): Promise<Tried> => {
  const [raw] = fc.sample(designs, { numRuns: 1, seed });
  return attempt('design', seed, () => useUp(raw, createDeriver(elsewhere)));
};

/** The same with all that takes long, as the command line reports it. */
export const tryReport = (seed: number): Promise<Tried> => {
  const [raw] = fc.sample(designs, { numRuns: 1, seed });
  return attempt('report', seed, () => useUp(raw, createDeriver()));
};

function useUp(raw: unknown, derive: ReturnType<typeof createDeriver>): string | null {
  const checked = checkDesign(raw);
  if (!checked.ok) {
    const told = checked.refusals.map((r) => `${r.where}: ${r.message}`).join('; ');
    return checked.refusals.length === 0 || FOREIGN.test(told.replace(/"[^"]*"|“[^”]*”/g, ''))
      ? `refused with “${told.slice(0, 200)}”`
      : null;
  }
  const { design } = checked;
  const again = readDesignText(designText(design));
  if (!again.ok) return `is not read again: ${again.refusals[0]!.message}`;
  const derived = derive(design);
  const box = drawingBox(derived.drawing);
  if (box && !Object.values(box).every(Number.isFinite)) return 'is drawn without end';
  for (const finding of findAll(design, derived)) {
    const words = wordsOfFinding(finding, design.units);
    const text = `${words.title} ${words.says} ${words.remedy}`;
    if (FOREIGN.test(text)) return `${finding.rule} says “${text}”`;
    if (finding.measured !== null && !Number.isFinite(finding.measured))
      return `${finding.rule} measures ${finding.measured}`;
  }
  const written = [
    drawingSvg(derived.template, design.name, weightsFor(design.print.weights)),
    fretTableCsv(derived.stringPlan, design.handedness),
    saddleTableCsv(derived.stringPlan, design.handedness),
    JSON.stringify(designReport(design, derived)),
    ...DXF_CURVES.map((curves) => drawingDxf(derived.template, design.name, curves).text),
    JSON.stringify(artworkSheet(design, derived, 'a3')).replaceAll('null', ''),
  ];
  for (const text of written)
    if (/NaN|Infinity|undefined/.test(text.replaceAll(design.name, '')))
      return `writes ${/.{0,40}(NaN|Infinity|undefined).{0,20}/.exec(text)![0]}`;
  const notes = paperNotes(design, 'revision 1', '2026-01-01');
  const sheets = [
    ...paperOf(design, derived, notes),
    ...derived.plates.flatMap((plate) => plateSheets(plate, design, notes)),
  ];
  return JSON.stringify(sheets).includes('null,"y"') ? 'has a sheet with a place that is none' : null;
}
