import type { Design } from '@pelkin/core';
import { sameJson } from './sameJson.ts';

const SECTIONS: readonly (readonly [keyof Design & string, string])[] = [
  ['name', 'name'],
  ['units', 'units'],
  ['handedness', 'handedness'],
  ['strings', 'strings'],
  ['body', 'body thickness'],
  ['print', 'paper'],
  ['progress', 'marks of the work order'],
];

/** In what two states of a design differ, in words. */
export function differences(mine: Design, theirs: Design): readonly string[] {
  const words = SECTIONS.filter(([key]) => !sameJson(mine[key], theirs[key])).map(([, name]) => name);
  const byId = new Map(theirs.outline.nodes.map((n) => [n.id, n]));
  const moved = mine.outline.nodes.filter((n) => !sameJson(n, byId.get(n.id))).length;
  const gone = theirs.outline.nodes.filter((n) => !mine.outline.nodes.some((m) => m.id === n.id)).length;
  const count = moved + gone;
  if (count) words.push(`${count} ${count === 1 ? 'node' : 'nodes'} of the outline`);
  return words;
}
