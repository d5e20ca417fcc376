import { Unreadable } from './found.ts';

/** One pair of a DXF file: a code that says what the value is, and the line of the file it stands on. */
export interface Group {
  readonly code: number;
  readonly value: string;
  readonly line: number;
}

/** An entity: its kind and its groups. */
export interface Entity {
  readonly kind: string;
  readonly groups: readonly Group[];
  readonly line: number;
}

export interface Block {
  readonly name: string;
  readonly head: Entity;
  readonly entities: readonly Entity[];
}

export interface DxfParts {
  readonly header: ReadonlyMap<string, Group>;
  readonly hiddenLayers: ReadonlySet<string>;
  /** In capitals. */
  readonly constructionLayers: ReadonlySet<string>;
  readonly dashedLayers: ReadonlySet<string>;
  readonly blocks: ReadonlyMap<string, Block>;
  readonly entities: readonly Entity[];
}

const at = (line: number): string => `line ${line}`;

/** The lines of a text one after the other, without a list of all of them: a drawing may have millions. */
function lineReader(text: string): () => string | null {
  let at = 0;
  return () => {
    if (at > text.length) return null;
    let end = at;
    while (end < text.length && text.charCodeAt(end) !== 10 && text.charCodeAt(end) !== 13) end += 1;
    const line = text.slice(at, end);
    // A line ends with one of \r\n, \n, \r.
    at = end + (text.charCodeAt(end) === 13 && text.charCodeAt(end + 1) === 10 ? 2 : 1);
    return line;
  };
}

/** The pairs of a DXF text file. */
export function dxfGroups(text: string, look: () => void = () => undefined): readonly Group[] {
  if (text.includes('\0'))
    throw new Unreadable('the file', 'it is not a text DXF: save it again as DXF in text (ASCII) form');
  const next = lineReader(text);
  const groups: Group[] = [];
  for (let i = 0; ; i += 2) {
    look();
    const first = next();
    const value = first === null ? null : next();
    if (first === null || value === null) break;
    const code = first.trim();
    if (!/^-?\d+$/.test(code)) {
      // Blank lines behind the end are nobody's loss.
      let rest: string | null = value;
      if (code === '') while (rest !== null && rest.trim() === '') rest = next();
      if (code === '' && rest === null) break;
      throw new Unreadable(
        at(i + 1),
        `“${code.slice(0, 30)}” stands where a group code (a whole number) belongs: the file is broken or no DXF`,
      );
    }
    groups.push({ code: Number(code), value: value.trim(), line: i + 2 });
    if (code === '0' && value.trim() === 'EOF') break;
  }
  return groups;
}

/** Cuts a run of groups into entities, each begun by code 0. */
const entitiesOf = (groups: readonly Group[]): readonly Entity[] => {
  const found: { kind: string; groups: Group[]; line: number }[] = [];
  for (const g of groups) {
    if (g.code === 0) found.push({ kind: g.value.toUpperCase(), groups: [], line: g.line });
    else found.at(-1)?.groups.push(g);
  }
  return found;
};

/** The first group of a code. */
export const groupOf = (e: Entity, code: number): Group | undefined => e.groups.find((g) => g.code === code);
export const textOf = (e: Entity, code: number): string | undefined => groupOf(e, code)?.value;

/** A group's number; refused where it is none. */
export function numberOf(g: Group, kind: string): number {
  const value = g.value === '' ? NaN : Number(g.value);
  if (!Number.isFinite(value))
    throw new Unreadable(
      at(g.line),
      `${kind}: “${g.value.slice(0, 30)}” is no number (group ${g.code}): the file is broken`,
    );
  return value;
}

/** The number of an entity's first group of a code; `otherwise` where it has none, refused where that is null. */
export function figure(e: Entity, code: number, otherwise: number | null = null): number {
  const g = groupOf(e, code);
  if (g) return numberOf(g, e.kind);
  if (otherwise !== null) return otherwise;
  throw new Unreadable(at(e.line), `${e.kind}: its group ${code} is missing: the file is broken`);
}

/** All numbers of a code, in order. */
export const figures = (e: Entity, code: number): readonly number[] =>
  e.groups.filter((g) => g.code === code).map((g) => numberOf(g, e.kind));

function headerOf(groups: readonly Group[]): ReadonlyMap<string, Group> {
  const header = new Map<string, Group>();
  groups.forEach((g, i) => {
    const next = groups[i + 1];
    if (g.code === 9 && next) header.set(g.value, next);
  });
  return header;
}

function blocksOf(entities: readonly Entity[]): ReadonlyMap<string, Block> {
  const blocks = new Map<string, Block>();
  let head: Entity | null = null;
  let inside: Entity[] = [];
  for (const e of entities) {
    if (e.kind === 'BLOCK') [head, inside] = [e, []];
    else if (e.kind === 'ENDBLK' && head) {
      const name = textOf(head, 2) ?? '';
      blocks.set(name.toUpperCase(), { name, head, entities: inside });
      head = null;
    } else inside.push(e);
  }
  return blocks;
}

/** Layers that are frozen or turned off (a colour under zero). */
const hiddenOf = (entities: readonly Entity[]): ReadonlySet<string> =>
  new Set(
    entities
      .filter((e) => e.kind === 'LAYER' && (figure(e, 62, 7) < 0 || (figure(e, 70, 0) & 1) === 1))
      .map((e) => textOf(e, 2) ?? ''),
  );

/** Layers that are there to draw by: not plotted, or the one that measures define their points on. */
const constructionOf = (entities: readonly Entity[]): ReadonlySet<string> =>
  new Set([
    'DEFPOINTS',
    ...entities
      .filter((e) => e.kind === 'LAYER' && textOf(e, 290) === '0')
      .map((e) => (textOf(e, 2) ?? '').toUpperCase()),
  ]);

/** A line type's name that says dashes: not those of centre lines, whose dashes and dots have another meaning. */
export const isDashed = (lineType: string): boolean =>
  /DASH|HIDDEN|ISO0[23]W/i.test(lineType) && !/DOT|CENT|PHANTOM/i.test(lineType);

/** Layers whose lines are drawn in dashes. */
const dashedOf = (entities: readonly Entity[]): ReadonlySet<string> =>
  new Set(
    entities
      .filter((e) => e.kind === 'LAYER' && isDashed(textOf(e, 6) ?? ''))
      .map((e) => (textOf(e, 2) ?? '').toUpperCase()),
  );

/** The parts of a file that carry lines. */
export function dxfParts(text: string, look: () => void = () => undefined): DxfParts {
  const groups = dxfGroups(text, look);
  const sections = new Map<string, Group[]>();
  let section: Group[] | null = null;
  let isEnded = false;
  for (const [i, g] of groups.entries()) {
    if (g.code === 0 && g.value === 'SECTION') {
      section = [];
      sections.set(groups[i + 1]?.code === 2 ? groups[i + 1]!.value.toUpperCase() : '', section);
    } else if (g.code === 0 && g.value === 'ENDSEC') section = null;
    else if (g.code === 0 && g.value === 'EOF') isEnded = true;
    else section?.push(g);
  }
  const drawn = sections.get('ENTITIES');
  if (!drawn)
    throw new Unreadable('the file', 'it has no ENTITIES section: this is no DXF drawing, or it was cut off');
  if (section !== null || !isEnded)
    throw new Unreadable(
      at(groups.at(-1)?.line ?? 1),
      'the file stops before its end (no EOF): save or copy it again',
    );
  const tables = entitiesOf(sections.get('TABLES') ?? []);
  return {
    header: headerOf(sections.get('HEADER') ?? []),
    hiddenLayers: hiddenOf(tables),
    constructionLayers: constructionOf(tables),
    dashedLayers: dashedOf(tables),
    blocks: blocksOf(entitiesOf(sections.get('BLOCKS') ?? [])),
    entities: entitiesOf(drawn),
  };
}
