import type { PartSpec } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { kindOf } from './kinds.ts';

/** What a name is derived from. `at`: instrument frame, mm. */
export interface NamedPart {
  readonly id: string;
  readonly spec: Pick<PartSpec, 'kind' | 'name'>;
  readonly at: Point;
}

/** Names of two and of three pickups of one make, from the nut to the bridge. More are counted. */
const ALONG_STRINGS: Readonly<Record<number, readonly string[]>> = {
  2: ['neck', 'bridge'],
  3: ['neck', 'middle', 'bridge'],
};
/** Names of the two strap buttons, from the nut end to the tail end. */
const ENDS = ['neck end', 'tail end'];

/** A name with a number. A name that has a size in it takes the number in brackets. */
const counted = (name: string, number: number): string =>
  /[\d,]/.test(name) ? `${name} (${number})` : `${name} ${number}`;

/** Appends an asterisk to a derived name while it equals the typed name of another part. */
function unlike(taken: { readonly has: (name: string) => boolean }, name: string): string {
  let own = name;
  while (taken.has(own)) own = `${own}*`;
  return own;
}

const nutwardFirst = (a: NamedPart, b: NamedPart): number => b.at.x - a.at.x;
const trebleFirst = (a: NamedPart, b: NamedPart): number => a.at.y - b.at.y;

/** Names of several parts that share kind and name, in the order given. */
function namesApart(parts: readonly NamedPart[]): readonly (readonly [string, string])[] {
  const apart = kindOf(parts[0]!.spec)?.toldApart ?? 'by order';
  const sorted =
    apart === 'by order'
      ? parts
      : [...parts].sort(apart === 'across the strings' ? trebleFirst : nutwardFirst);
  const words =
    apart === 'along the strings'
      ? ALONG_STRINGS[parts.length]
      : apart === 'by end' && parts.length === ENDS.length
        ? ENDS
        : undefined;
  return sorted.map(({ id, spec }, i) => [
    id,
    words ? `${spec.name} (${words[i]!})` : counted(spec.name, i + 1),
  ]);
}

const NAMES = new WeakMap<readonly NamedPart[], ReadonlyMap<string, string>>();

/**
 * Returns the name of each part of a design, by its id. A name that only one part has stays as it is. Parts that share a
 * name get an addition: pickups and rings their position (neck, middle, bridge), strap buttons their end, the saddles
 * of single strings the string's number (1 is the string furthest to the treble side), all others a number in the order
 * in which they were placed. Remembered while the list is the same.
 */
export function partNames(parts: readonly NamedPart[]): ReadonlyMap<string, string> {
  const known = NAMES.get(parts);
  if (known) return known;
  const byName = new Map<string, NamedPart[]>();
  for (const p of parts) byName.set(p.spec.name, [...(byName.get(p.spec.name) ?? []), p]);
  const names = new Map<string, string>();
  for (const [name, alike] of byName) {
    if (alike.length === 1) names.set(alike[0]!.id, name);
    else {
      // Parts of several kinds with one name have no common rule of position: they are numbered.
      const oneKind = alike.every((p) => p.spec.kind === alike[0]!.spec.kind);
      const list = oneKind ? namesApart(alike) : alike.map((p, i) => [p.id, counted(name, i + 1)] as const);
      for (const [id, own] of list) names.set(id, unlike(byName, own));
    }
  }
  NAMES.set(parts, names);
  return names;
}

/** The name of one part of a design; “a part” where there is none of this id. */
export const partName = (parts: readonly NamedPart[], id: string): string =>
  partNames(parts).get(id) ?? 'a part';
