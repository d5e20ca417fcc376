import type { Attributes, Element } from './svgElement.ts';

/**
 * The part of style sheets (CSS) that decides which lines a drawing shows: rules by element, class and id, one within
 * another or directly within it, the stronger and the later first. Rules for print or for states of a page are not a
 * drawing's and are passed over.
 */

interface Compound {
  readonly tag: string | null;
  readonly id: string | null;
  readonly classes: readonly string[];
  /** Whether the one before it must hold it directly. */
  readonly direct: boolean;
}
interface Rule {
  /** From the outermost to the element itself. */
  readonly parts: readonly Compound[];
  readonly weight: number;
  readonly declarations: ReadonlyMap<string, { readonly value: string; readonly important: boolean }>;
}

export type Declarations = ReadonlyMap<string, { readonly value: string; readonly important: boolean }>;

/** The declarations of a style attribute or a rule. */
export function declarationsOf(text: string): Declarations {
  return new Map(
    text.split(';').flatMap((declaration): [string, { value: string; important: boolean }][] => {
      const at = declaration.indexOf(':');
      if (at < 0) return [];
      const value = declaration.slice(at + 1).trim();
      const important = /!\s*important$/i.test(value);
      return [
        [
          declaration.slice(0, at).trim().toLowerCase(),
          { value: value.replace(/\s*!\s*important$/i, ''), important },
        ],
      ];
    }),
  );
}

/** A compound selector; null where it asks for more than is reported here. */
function compoundOf(text: string, direct: boolean): Compound | null {
  if (!/^(\*|[\w-]+)?([.#][\w-]+)*$/.test(text) || text === '') return null;
  const tag = /^(\*|[\w-]+)/.exec(text)?.[0] ?? null;
  const ids = text.match(/#[\w-]+/g) ?? [];
  const classes = (text.match(/\.[\w-]+/g) ?? []).map((c) => c.slice(1));
  return { tag: tag === '*' ? null : tag, id: ids.at(-1)?.slice(1) ?? null, classes, direct };
}

function selectorOf(text: string): readonly Compound[] | null {
  const words = text
    .replace(/\s*>\s*/g, ' > ')
    .trim()
    .split(/\s+/);
  const parts: Compound[] = [];
  let direct = false;
  for (const word of words) {
    if (word === '>') {
      direct = true;
      continue;
    }
    const compound = compoundOf(word, direct);
    if (!compound) return null;
    parts.push(compound);
    direct = false;
  }
  return parts.length ? parts : null;
}

const weightOf = (parts: readonly Compound[]): number =>
  parts.reduce((sum, p) => sum + (p.id ? 10_000 : 0) + p.classes.length * 100 + (p.tag ? 1 : 0), 0);

/** At most so many rules are kept: a drawing has dozens. */
const MOST_RULES = 2_000;

/** The rules of a drawing's style sheets, in order. */
export function rulesOf(sheets: readonly string[]): readonly Rule[] {
  const rules: Rule[] = [];
  for (const sheet of sheets) {
    const text = sheet.replace(/\/\*[\s\S]*?\*\//g, ' ').replace(/<!--|-->/g, ' ');
    let at = 0;
    while (at < text.length && rules.length < MOST_RULES) {
      const open = text.indexOf('{', at);
      if (open < 0) break;
      const prelude = text
        .slice(at, open)
        .replace(/^[\s;}]*(@(import|charset|namespace)[^;]*;)*/i, '')
        .trim();
      if (prelude.startsWith('@')) {
        // What is for screens holds; any other block is skipped whole.
        const end = blockEnd(text, open);
        if (/^@media\b/i.test(prelude) && /\b(all|screen)\b/i.test(prelude) && !/\bnot\b/i.test(prelude))
          rules.push(...rulesOf([text.slice(open + 1, end)]));
        at = end + 1;
        continue;
      }
      const close = text.indexOf('}', open);
      const declarations = declarationsOf(text.slice(open + 1, close < 0 ? text.length : close));
      for (const selector of prelude.split(',')) {
        const parts = selectorOf(selector.trim());
        if (parts) rules.push({ parts, weight: weightOf(parts), declarations });
      }
      at = close < 0 ? text.length : close + 1;
    }
  }
  return rules;
}

/** Where the block that opens at a place ends. */
function blockEnd(text: string, open: number): number {
  let depth = 0;
  for (let i = open; i < text.length; i += 1) {
    if (text[i] === '{') depth += 1;
    if (text[i] === '}') depth -= 1;
    if (depth === 0) return i;
  }
  return text.length;
}

/** An element as rules see it, with what holds it. */
export interface Styled {
  readonly tag: string;
  readonly id: string | null;
  readonly classes: ReadonlySet<string>;
  readonly holder: Styled | null;
}
export const styledOf = ({ tag, attributes }: Element, holder: Styled | null): Styled => ({
  tag,
  id: attributes.id ?? null,
  classes: new Set((attributes.class ?? '').split(/\s+/).filter(Boolean)),
  holder,
});

const fits = (c: Compound, e: Styled): boolean =>
  (c.tag === null || c.tag === e.tag) &&
  (c.id === null || c.id === e.id) &&
  c.classes.every((name) => e.classes.has(name));

function matches(parts: readonly Compound[], e: Styled): boolean {
  const last = parts.at(-1)!;
  if (!fits(last, e)) return false;
  const rest = parts.slice(0, -1);
  if (rest.length === 0) return true;
  for (let holder = e.holder; holder; holder = holder.holder) {
    if (matches(rest, holder)) return true;
    if (last.direct) return false;
  }
  return false;
}

/** What an element itself says of a property: by rule, style attribute or plain attribute, the strongest. */
export function propertyOf(
  name: string,
  e: Styled,
  attributes: Attributes,
  own: Declarations | null,
  rules: readonly Rule[],
): string | undefined {
  let [value, strength]: [string | undefined, number] = [attributes[name]?.trim(), -1];
  for (const rule of rules) {
    const said = rule.declarations.get(name);
    if (!said || !matches(rule.parts, e)) continue;
    const weight = rule.weight + (said.important ? 1e9 : 0);
    if (weight >= strength) [value, strength] = [said.value, weight];
  }
  const inline = own?.get(name);
  if (inline && (inline.important || strength < 1e9)) return inline.value;
  return value;
}
