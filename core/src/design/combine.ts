import { LIMITS } from './limits.ts';
import type { LimitPath } from './limits.ts';
import { sharedWith } from './jsonPatch.ts';
import type { Design } from './schema.ts';
import { SECTIONS } from './sections/all.ts';
import type { Section } from './section.ts';
import { sameJson } from './sameJson.ts';

/**
 * Two states of a design that were made from the same one, put together: section by section, part by part and node by node. Nothing is
 * computed of the geometry. What only one of them changed is taken from it; what both changed to different values is a clash, and stays as
 * `mine` has it until it is settled.
 */

/** A thing that both states changed differently. `path`: keys from the document down, members of lists by their own key. A value is undefined where that state does not have the thing. */
export interface Clash {
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}
export interface Combined {
  readonly design: Design;
  readonly clashes: readonly Clash[];
}

type Json = unknown;
type JsonObject = Readonly<Record<string, Json>>;
type Member = JsonObject;

const isObject = (v: Json): v is JsonObject => typeof v === 'object' && v !== null && !Array.isArray(v);
/** A point, or a thing at a point: its coordinates are never taken from two states. */
const isPlaced = (v: JsonObject): boolean => typeof v['x'] === 'number' && typeof v['y'] === 'number';
const idOf = (v: Json): string | null => (isObject(v) && typeof v['id'] === 'string' ? v['id'] : null);

const sectionOf = (key: string): Section | undefined =>
  Object.hasOwn(SECTIONS, key) ? (SECTIONS as unknown as Readonly<Record<string, Section>>)[key] : undefined;

/** Returns the function that gives a member's key: its section's own (`listKeys`), or its id. The key is null where a member has no id. */
function keysOf(path: readonly string[]): (member: Json) => string | null {
  const [key, ...rest] = path;
  const own = sectionOf(key ?? '')?.listKeys?.[rest.join('.')];
  return own ? (member) => (own as (m: Json) => string)(member) : idOf;
}

/** The members of a list by their keys; null where one has none, or two have the same. */
function keyed(list: readonly Json[], path: readonly string[]): ReadonlyMap<string, Json> | null {
  const keyOf = keysOf(path);
  const map = new Map<string, Json>();
  for (const member of list) {
    const key = keyOf(member);
    if (key === null || map.has(key)) return null;
    map.set(key, member);
  }
  return map;
}

interface Work {
  readonly clashes: Clash[];
}
const clash = (work: Work, path: readonly string[], mine: Json, theirs: Json): Json => {
  work.clashes.push({ path, mine, theirs });
  return mine;
};

/** Stages are not done where one was worked on meanwhile. */
const IN_PROGRESS = 'in progress';

function combine(base: Json, mine: Json, theirs: Json, path: readonly string[], work: Work): Json {
  if (sameJson(mine, theirs) || sameJson(base, theirs)) return mine;
  if (sameJson(base, mine)) return theirs;
  if (path.length === 2 && path[0] === 'progress') return IN_PROGRESS;
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs)) {
    const [b, m, t] = [keyed(base, path), keyed(mine, path), keyed(theirs, path)];
    return b && m && t
      ? combineLists(b, m, t, path, work, { mine, theirs })
      : clash(work, path, mine, theirs);
  }
  if (!isObject(base) || !isObject(mine) || !isObject(theirs) || isPlaced(mine) || isPlaced(theirs))
    return clash(work, path, mine, theirs);
  const made: Record<string, Json> = {};
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
    const value = combine(base[key], mine[key], theirs[key], [...path, key], work);
    if (value !== undefined) made[key] = value;
  }
  return made;
}

type Members = ReadonlyMap<string, Json>;

/** Returns the new members of one side, grouped by the member of the base that they follow; '' for the beginning of the list. */
function additions(base: Members, side: Members): ReadonlyMap<string, readonly string[]> {
  const after = new Map<string, string[]>();
  let last = '';
  for (const key of side.keys())
    if (base.has(key)) last = key;
    else after.set(last, [...(after.get(last) ?? []), key]);
  return after;
}

/** True if the members of the base that a side still has are in another order there. */
function isReordered(base: Members, side: Members): boolean {
  const kept = [...side.keys()].filter((key) => base.has(key));
  const before = [...base.keys()].filter((key) => side.has(key));
  return kept.some((key, i) => key !== before[i]);
}

/** Combines two lists member by member. The order is that of the side that changed it. */
function combineLists(
  base: Members,
  mine: Members,
  theirs: Members,
  path: readonly string[],
  work: Work,
  whole: { readonly mine: Json; readonly theirs: Json },
): Json {
  // A line of nodes is one thing where both changed which nodes follow each other at the same place.
  const isLine = [...base.values()].some((m) => isObject(m) && isPlaced(m) && 'kind' in m);
  const [fromMine, fromTheirs] = [additions(base, mine), additions(base, theirs)];
  const reordered = isReordered(base, mine);
  if (reordered && isReordered(base, theirs)) return clash(work, path, whole.mine, whole.theirs);
  if (isLine && [...fromMine.keys()].some((key) => fromTheirs.has(key)))
    return clash(work, path, whole.mine, whole.theirs);
  const members = new Map<string, Json>();
  const own: Work = { clashes: [] };
  for (const key of new Set([...base.keys(), ...mine.keys(), ...theirs.keys()])) {
    const value = combine(base.get(key), mine.get(key), theirs.get(key), [...path, key], own);
    if (value !== undefined) members.set(key, value);
  }
  work.clashes.push(...own.clashes);
  const order = [...(reordered ? mine : theirs).keys()].filter((key) => base.has(key));
  // What one side took out stays in its place where the other changed it.
  for (const [i, key] of [...base.keys()].entries())
    if (!order.includes(key) && members.has(key)) order.splice(Math.min(i, order.length), 0, key);
  const added = (after: string): readonly string[] => {
    const [a, b] = [fromMine.get(after) ?? [], fromTheirs.get(after) ?? []];
    const both = [...a, ...b.filter((key) => !a.includes(key))];
    return isLine ? both : both.sort(byNumber);
  };
  return ['', ...order]
    .flatMap((key) => [...(key === '' ? [] : [key]), ...added(key)])
    .concat([...base.keys()].filter((key) => !order.includes(key)).flatMap(added))
    .flatMap((key) => (members.has(key) ? [members.get(key)] : []));
}

/** Ids in the order of their numbers: p9 before p10. */
const byNumber = (a: string, b: string): number => a.length - b.length || (a < b ? -1 : Number(a > b));

/** Names that are only text, or name groups by words of their own. */
const NO_REFERENCE = new Set(['name', 'group', 'reason']);

/** Returns a copy of a JSON value in which the id `from` is replaced by `to`, also as part of a longer key (`cut-p7-s0`). Names are kept. */
function withId(value: Json, from: string, to: string): Json {
  if (typeof value === 'string')
    return value.includes(from)
      ? value
          .split(/([^A-Za-z0-9_]+)/)
          .map((token) => (token === from ? to : token))
          .join('')
      : value;
  if (Array.isArray(value)) return value.map((member) => withId(member, from, to));
  if (!isObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, member]) => [
      withId(key, from, to) as string,
      NO_REFERENCE.has(key) ? member : withId(member, from, to),
    ]),
  );
}

/** Collects every list whose members have ids into `into`, by its path joined with dots. Lists inside members are left out. */
function idLists(value: Json, path: readonly string[], into: Map<string, readonly Member[]>): void {
  if (Array.isArray(value)) {
    if (value.length > 0 && value.every((m) => idOf(m) !== null)) into.set(path.join('.'), value as Member[]);
    return;
  }
  if (isObject(value))
    for (const [key, member] of Object.entries(value)) idLists(member, [...path, key], into);
}
const listsOf = (design: Design): ReadonlyMap<string, readonly Member[]> => {
  const lists = new Map<string, readonly Member[]>();
  idLists(design, [], lists);
  return lists;
};

/** A free id of the same kind (`p12`, `p13`, …). */
function freeId(id: string, taken: ReadonlySet<string>): string {
  const prefix = id.replace(/\d+$/, '');
  let n = 1;
  while (taken.has(`${prefix}${n}`)) n += 1;
  return `${prefix}${n}`;
}

/** `mine` with other ids for what it has new under an id that `theirs` has new for something else. */
function withFreeIds(base: Design, mine: Design, theirs: Design): Design {
  const [before, others] = [listsOf(base), listsOf(theirs)];
  let made = mine;
  for (const [at, members] of listsOf(mine)) {
    const known = new Set((before.get(at) ?? []).map((m) => idOf(m)!));
    const other = new Map((others.get(at) ?? []).map((m) => [idOf(m)!, m]));
    const taken = new Set([...known, ...other.keys(), ...members.map((m) => idOf(m)!)]);
    for (const member of members) {
      const id = idOf(member)!;
      const rival = other.get(id);
      if (known.has(id) || !rival || sameJson(rival, member)) continue;
      const free = freeId(id, taken);
      taken.add(free);
      made = renamed(made, at.split('.'), id, free);
    }
  }
  return made;
}

/** `mine` with other names for the groups of parts that it has new under a name that `theirs` has new too. */
function withFreeGroups(base: Design, mine: Design, theirs: Design): Design {
  const groupsOf = ({ parts }: Design): ReadonlySet<string> =>
    new Set(parts.flatMap(({ group }) => (group === null ? [] : [group])));
  const [before, others] = [groupsOf(base), groupsOf(theirs)];
  const taken = new Set([...before, ...others, ...groupsOf(mine)]);
  const names = new Map<string, string>();
  for (const group of groupsOf(mine)) {
    if (before.has(group) || !others.has(group)) continue;
    const free = freeId(group, taken);
    taken.add(free);
    names.set(group, free);
  }
  if (names.size === 0) return mine;
  const parts = mine.parts.map((p) => {
    const group = p.group === null ? undefined : names.get(p.group);
    return group === undefined ? p : { ...p, group };
  });
  return { ...mine, parts };
}

/** A design with a member's id replaced: nodes in their own line and its links, everything else in the whole document. */
function renamed(design: Design, path: readonly string[], from: string, to: string): Design {
  const isNodes = path.at(-1) === 'nodes';
  if (path.length === 1 && !isNodes) return withId(design, from, to) as Design;
  const [first, ...rest] = path;
  const within = (value: Json, left: readonly string[]): Json =>
    left.length <= 1 || !isObject(value)
      ? withId(value, from, to)
      : { ...value, [left[0]!]: within(value[left[0]!], left.slice(1)) };
  const made = { ...design, [first!]: within(design[first as keyof Design], rest) };
  return first === undefined ? design : (made as Design);
}

/** The value at a path of keys joined with dots, as typed lengths name it; undefined where there is none. */
function valueAt(design: Json, path: readonly string[]): Json {
  let value = design;
  for (const key of path) {
    if (Array.isArray(value)) value = value.find((m) => idOf(m) === key);
    else if (isObject(value)) value = value[key] ?? valueAmong(value, key);
    else return undefined;
  }
  return value;
}
/** `outline.n5.x` names a node of the outline without its list. */
const valueAmong = (value: JsonObject, id: string): Json =>
  Object.values(value).flatMap((list) => (Array.isArray(list) ? list.filter((m) => idOf(m) === id) : []))[0];

/** The words that lengths were typed in, of whichever state the length itself is from. */
function typedWords(made: Design, base: Design, mine: Design, theirs: Design): Design['typed'] {
  const typed: Record<string, string> = {};
  for (const key of new Set([...Object.keys(mine.typed), ...Object.keys(theirs.typed)])) {
    const path = key.split('.');
    const now = valueAt(made, path);
    const [own, other] = [mine.typed[key], theirs.typed[key]];
    const isMine = sameJson(now, valueAt(mine, path));
    const isTheirs = sameJson(now, valueAt(theirs, path));
    const words = isMine && isTheirs ? (own === base.typed[key] ? other : own) : isTheirs ? other : own;
    if (words !== undefined) typed[key] = words;
  }
  return typed;
}

/**
 * Puts two states that were made from `base` together: `mine`, and the one that is `there`. The result is not checked: numbers of both may not agree (`designRefusals`). Members
 * that are the same in `mine` are the same objects.
 */
export function combineDesigns(base: Design, mine: Design, there: Design): Combined {
  // What is the same object in both need not be compared.
  const theirs = sharedWith(base, there) as Design;
  if (theirs === base) return { design: mine, clashes: [] };
  const own = withFreeGroups(base, withFreeIds(base, mine, theirs), theirs);
  const work: Work = { clashes: [] };
  const { typed: _, ...known } = own;
  const made = combine(base, { ...known, typed: theirs.typed }, theirs, [], work) as Design;
  const words = { ...made, typed: typedWords(made, base, own, theirs) };
  return { design: sharedWith(mine, words) as Design, clashes: work.clashes };
}

function withAt(value: Json, path: readonly string[], at: number, put: Json): Json {
  if (at === path.length) return put;
  const key = path[at]!;
  if (Array.isArray(value)) {
    const keyOf = keysOf(path.slice(0, at));
    const i = value.findIndex((m) => keyOf(m) === key);
    const made = withAt(value[i], path, at + 1, put);
    if (i < 0) return made === undefined ? value : [...value, made];
    return value.flatMap((m, k) => (k !== i ? [m] : made === undefined ? [] : [made]));
  }
  if (!isObject(value)) return value;
  const made = withAt(value[key], path, at + 1, put);
  const { [key]: _, ...others } = value;
  return made === undefined ? others : { ...value, [key]: made };
}

/** A combined design with some clashes settled as the other state has them. */
export const settleClashes = (design: Design, taken: readonly Clash[]): Design => {
  const made = taken.reduce<Json>((d, { path, theirs }) => withAt(d, path, 0, theirs), design) as Design;
  return sharedWith(design, made) as Design;
};

/** Fields of things by what a maker calls them; others are named by the thing alone. */
const FIELDS: Readonly<Record<string, string>> = {
  at: 'place',
  turn: 'rotation',
  face: 'face',
  spec: 'measurements',
  steps: 'depths and shapes',
  name: 'name',
  group: 'group',
};
const nameOf = (v: Json): string | null => {
  if (!isObject(v)) return null;
  if (typeof v['name'] === 'string' && v['name']) return v['name'];
  return isObject(v['spec']) ? nameOf(v['spec']) : null;
};
const numberOf = (v: Json): string | null => (typeof v === 'number' ? String(Number(v.toFixed(3))) : null);

/** What a clash is about, in words: the section, the thing in it, and its field where it has a name. */
export function clashWords(clash: Clash, design: Design): string {
  const [key = '', ...rest] = clash.path;
  const words = sectionOf(key)?.words ?? `section “${key}”`;
  const limit = clash.path.join('.');
  if (limit in LIMITS) {
    const { label } = LIMITS[limit as LimitPath];
    const [mine, theirs] = [numberOf(clash.mine), numberOf(clash.theirs)];
    return mine !== null && theirs !== null ? `${label}: ${mine} here, ${theirs} there` : label;
  }
  let at: Json = design[key as keyof Design];
  let name: string | null = null;
  let field: string | null = null;
  rest.forEach((step, i) => {
    const next = Array.isArray(at) ? valueAt(at, [step]) : isObject(at) ? at[step] : undefined;
    if (Array.isArray(at)) {
      const n = at.findIndex((m) => idOf(m) === step) + 1;
      const last = i === rest.length - 1;
      name = nameOf(next ?? (last ? (clash.mine ?? clash.theirs) : undefined)) ?? (n > 0 ? `no. ${n}` : null);
    } else field = FIELDS[step] ?? field;
    at = next;
  });
  const gone =
    clash.mine === undefined ? ' (removed here)' : clash.theirs === undefined ? ' (removed there)' : '';
  return `${words}${name === null ? '' : `: ${name as string}`}${field === null ? '' : `, ${field as string}`}${gone}`;
}
