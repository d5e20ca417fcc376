import type { Design, LimitPath, Section } from '@pelkin/core';
import { LIMITS, SECTIONS, sameJson } from '@pelkin/core';

/** A part of a design that two states differ in, in words; it can be taken from either. */
export interface Difference {
  readonly key: string;
  readonly words: string;
}

const KNOWN: readonly (readonly [string, Section])[] = Object.entries(
  SECTIONS as unknown as Readonly<Record<string, Section>>,
);
/** Not parts of their own: the first three say what the whole is, the words typed go with their numbers. */
const NO_PART = new Set(['format', 'version', 'lengths', 'typed']);

/** At most so many numbers are named of one part. */
const MOST_NAMED = 3;
/** The numbers of a part that differ, by their labels, as the other state has them: “nut width 44, frets 24”. */
function numbersWords(key: string, own: unknown, other: unknown): string {
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

/** In what two states of a design differ, part by part; numbers are reported as the other state has them. */
export function differences(mine: Design, theirs: Design): readonly Difference[] {
  const found = KNOWN.filter(([key]) => !NO_PART.has(key) && !sameJson(mine[key], theirs[key])).map(
    ([key, { words, differs }]): Difference => ({
      key,
      words: differs
        ? (differs(mine[key] as never, theirs[key] as never) ?? words)
        : `${words}${numbersWords(key, mine[key], theirs[key])}`,
    }),
  );
  // Sections that this version does not know can differ too.
  const known = new Set([...KNOWN.map(([key]) => key), ...NO_PART]);
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
