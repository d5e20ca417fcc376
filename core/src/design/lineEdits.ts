import type { Design, OwnLine } from './schema.ts';
import { freshId } from './underlayEdits.ts';

/** What a new line says of itself. */
export type NewLine = Pick<OwnLine, 'name' | 'kind' | 'way'>;

/** A name for a new line of a kind that no other has: “Guide 1”, “Seam 2”. */
export function freeLineName({ lines }: Pick<Design, 'lines'>, kind: OwnLine['kind']): string {
  const word = kind === 'seam' ? 'Seam' : 'Guide';
  let n = 1;
  while (lines.some((line) => line.name === `${word} ${n}`)) n += 1;
  return `${word} ${n}`;
}

/** Adds a guide or seam line; the id it got is the one that is free next. */
export function addLine(design: Design, line: NewLine): { readonly design: Design; readonly id: string } {
  const id = freshId(design.lines, 'l');
  return { design: { ...design, lines: [...design.lines, { ...line, id }] }, id };
}

export const changeLine = (design: Design, id: string, change: Partial<NewLine>): Design => ({
  ...design,
  lines: design.lines.map((line) => (line.id === id ? { ...line, ...change } : line)),
});

export const removeLine = (design: Design, id: string): Design => ({
  ...design,
  lines: design.lines.filter((line) => line.id !== id),
});
