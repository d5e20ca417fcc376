import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { Unreadable } from './found.ts';
import { svgNumbers } from './svgLengths.ts';

export type Attributes = Readonly<Record<string, string>>;
/** An element as the parser gives it in order: its children under its name, its attributes beside them. */
type Parsed = Readonly<Record<string, unknown>>;
export interface Element {
  readonly tag: string;
  readonly attributes: Attributes;
  readonly children: readonly Parsed[];
}

const ATTRIBUTES = ':@';

function elementOf(parsed: Parsed): Element | null {
  let tag: string | undefined;
  for (const key in parsed)
    if (key !== ATTRIBUTES) {
      tag = key;
      break;
    }
  if (tag === undefined || tag.startsWith('#') || tag.startsWith('?')) return null;
  const children = parsed[tag];
  return {
    // Told without the name space’s prefix: <svg:path> is <path>.
    tag: tag.includes(':') ? tag.slice(tag.indexOf(':') + 1) : tag,
    attributes: (parsed[ATTRIBUTES] ?? {}) as Attributes,
    children: Array.isArray(children) ? (children as readonly Parsed[]) : [],
  };
}

export const childElements = (e: Element): readonly Element[] =>
  e.children.map(elementOf).filter((c): c is Element => c !== null);

/** The words within an element. */
export const textIn = (e: Element): string =>
  e.children
    .map(
      (child) => child['#text'] ?? (child['#cdata'] as readonly Parsed[] | undefined)?.[0]?.['#text'] ?? '',
    )
    .join('\n');

/** An element as a refusal names it. */
export const whereOf = ({ tag, attributes }: Element): string =>
  attributes.id ? `<${tag} id="${attributes.id}">` : `<${tag}>`;

/** The view box that an element declares. Throws Unreadable when it is none. */
export function viewBoxOf(e: Element): { x: number; y: number; width: number; height: number } | null {
  if (e.attributes.viewBox === undefined) return null;
  const n = svgNumbers(e.attributes.viewBox, whereOf(e));
  if (n.length !== 4 || !(n[2]! > 0 && n[3]! > 0))
    throw new Unreadable(
      whereOf(e),
      `its viewBox “${e.attributes.viewBox}” is not four numbers with a width and a height`,
    );
  return { x: n[0]!, y: n[1]!, width: n[2]!, height: n[3]! };
}

/** The elements of a file that carry an id; the first of each. */
export function byId(root: Element): ReadonlyMap<string, Element> {
  const found = new Map<string, Element>();
  const waiting: Element[] = [root];
  for (let e = waiting.pop(); e; e = waiting.pop()) {
    const { id } = e.attributes;
    if (id !== undefined && !found.has(id)) found.set(id, e);
    waiting.push(...[...childElements(e)].reverse());
  }
  return found;
}

/** A value that mark-up cannot be hidden in. */
const VALUE = /="[^"<>]*"/g;
/** Values longer than this are taken out before the file is validated. */
const SHORT = 16;

/** What is wrong with a file's mark-up, in our own words. */
function wordsOf({ code, msg }: { readonly code: string; readonly msg: string }): string {
  if (/closed|closing|unclosed|expected/i.test(msg)) return 'an element is opened here and not closed';
  if (code === 'InvalidAttr') return 'an attribute here is not written whole, or twice';
  if (code === 'InvalidChar') return 'a character stands here that may not';
  if (code === 'InvalidTag') return 'the name of an element is none';
  return 'it breaks off, or something here is not written whole';
}

/** The <svg> of a file. Throws Unreadable, with the place, when the file is no whole XML or no drawing. */
export function rootOf(text: string): Element {
  // A parser that mends what is broken would lose lines: a broken file is refused with its place.
  // Its validator takes long over path data, in which no mark-up can be broken: only its line breaks are kept.
  const bones = text.replace(VALUE, (value) =>
    value.length <= SHORT ? value : value.includes('\n') ? `="${value.replace(/[^\n]+/g, '')}"` : '=""',
  );
  const valid = XMLValidator.validate(bones, { allowBooleanAttributes: false });
  if (valid !== true)
    throw new Unreadable(
      valid.err.col ? `line ${valid.err.line}, column ${valid.err.col}` : `line ${valid.err.line}`,
      `the file is no whole XML: ${wordsOf(valid.err)}. Save it again where it was made`,
    );
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseTagValue: false,
    parseAttributeValue: false,
    trimValues: true,
    cdataPropName: '#cdata',
  });
  let parsed: readonly Parsed[];
  try {
    parsed = parser.parse(text) as readonly Parsed[];
  } catch {
    throw new Unreadable(
      'the file',
      'it is no whole XML, or its elements lie too deep in one another: save it again, ungrouped, where it was made',
    );
  }
  const root = parsed.map(elementOf).find((e) => e !== null);
  if (root?.tag !== 'svg')
    throw new Unreadable(
      root ? whereOf(root) : 'the file',
      'this is no SVG drawing: its first element is not <svg>',
    );
  return root;
}
