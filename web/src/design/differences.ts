import type { Design, LimitPath } from '@pelkin/core';
import { LIMITS } from '@pelkin/core';
import { sameJson } from './sameJson.ts';

/** A part of a design that two states differ in, in words; it can be taken from either. */
export interface Difference {
  readonly key: string;
  readonly words: string;
}

const SECTIONS: readonly (readonly [keyof Design & string, string])[] = [
  ['name', 'name'],
  ['units', 'units'],
  ['handedness', 'handedness'],
  ['strings', 'strings'],
  ['body', 'body'],
  ['parts', 'parts'],
  ['openings', 'openings'],
  ['guards', 'pickguards'],
  ['runs', 'drilled runs'],
  ['neck', 'neck join'],
  ['underlays', 'pictures'],
  ['tools', 'tools'],
  ['hand', 'hand'],
  ['print', 'paper'],
  ['findings', 'limits and accepted findings'],
  ['progress', 'marks of the work order'],
];
/** Not parts of their own: the first says what the whole is, the words typed go with their numbers. */
const NO_PART = new Set(['format', 'version', 'lengths', 'typed']);

function outlineWords(mine: Design, theirs: Design): string | null {
  if (sameJson(mine.outline, theirs.outline)) return null;
  const byId = new Map(theirs.outline.nodes.map((n) => [n.id, n]));
  const moved = mine.outline.nodes.filter((n) => !sameJson(n, byId.get(n.id))).length;
  const gone = theirs.outline.nodes.filter((n) => !mine.outline.nodes.some((m) => m.id === n.id)).length;
  const count = moved + gone;
  if (count === 0) return 'mirror links of the outline';
  return `${count} ${count === 1 ? 'node' : 'nodes'} of the outline`;
}

/** At most so many numbers are named of one part. */
const MOST_NAMED = 3;
/** The numbers of a part that differ, by their labels, as the other state has them: “nut width 44, frets 24”. */
function numbersWords(key: keyof Design & string, mine: Design, theirs: Design): string {
  const [own, other] = [mine[key], theirs[key]] as readonly unknown[];
  if (typeof own !== 'object' || typeof other !== 'object' || own === null || other === null) return '';
  const values = own as Readonly<Record<string, unknown>>;
  const named = Object.entries(other).flatMap(([name, value]) => {
    const path = `${key}.${name}`;
    const known = path in LIMITS && typeof value === 'number' && value !== values[name];
    return known ? [`${LIMITS[path as LimitPath].label} ${Number(value.toFixed(3))}`] : [];
  });
  if (named.length === 0) return '';
  const more = named.length > MOST_NAMED ? ' …' : '';
  return ` (${named.slice(0, MOST_NAMED).join(', ')}${more})`;
}

/** In what two states of a design differ, part by part; numbers are told as the other state has them. */
export function differences(mine: Design, theirs: Design): readonly Difference[] {
  const found = SECTIONS.filter(([key]) => !sameJson(mine[key], theirs[key])).map(
    ([key, words]): Difference => ({ key, words: `${words}${numbersWords(key, mine, theirs)}` }),
  );
  const outline = outlineWords(mine, theirs);
  if (outline) found.push({ key: 'outline', words: outline });
  // Sections that this version does not know can differ too.
  const known = new Set([...SECTIONS.map(([key]) => key as string), 'outline', ...NO_PART]);
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)]))
    if (!known.has(key) && !sameJson(mine[key], theirs[key])) found.push({ key, words: `section “${key}”` });
  return found;
}

/** My state with some parts taken from theirs; the words that lengths were typed in go with their part. */
export function takeParts(mine: Design, theirs: Design, keys: readonly string[]): Design {
  const merged: Record<string, unknown> = { ...mine };
  for (const key of keys) {
    if (key in theirs) merged[key] = theirs[key];
    else delete merged[key];
  }
  const partOf = (path: string): string => path.split('.')[0]!;
  merged.typed = Object.fromEntries([
    ...Object.entries(mine.typed).filter(([path]) => !keys.includes(partOf(path))),
    ...Object.entries(theirs.typed).filter(([path]) => keys.includes(partOf(path))),
  ]);
  return merged as Design;
}
