import type { JSONPatchOperation } from 'immutable-json-patch';

/** A path of member names as a JSON Pointer (RFC 6901). */
const pointer = (path: readonly (string | number)[]): string =>
  path.map((part) => `/${String(part).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

type Json = unknown;
const isObject = (v: Json): v is Record<string, Json> => typeof v === 'object' && v !== null;

function walk(
  before: Json,
  after: Json,
  path: readonly (string | number)[],
  into: JSONPatchOperation[],
): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) return walkList(before, after, path, into);
  if (!isObject(before) || !isObject(after) || Array.isArray(before) || Array.isArray(after)) {
    into.push({ op: 'replace', path: pointer(path), value: after as never });
    return;
  }
  for (const key of Object.keys(before))
    if (before[key] !== undefined && after[key] === undefined)
      into.push({ op: 'remove', path: pointer([...path, key]) });
  for (const [key, value] of Object.entries(after)) {
    if (value === undefined) continue;
    if (before[key] === undefined)
      into.push({ op: 'add', path: pointer([...path, key]), value: value as never });
    else walk(before[key], value, [...path, key], into);
  }
}

/** Lists: what both begin and end with stays; between, members are changed in their place, then taken out or put in. */
function walkList(
  before: Json[],
  after: Json[],
  path: readonly (string | number)[],
  into: JSONPatchOperation[],
): void {
  let start = 0;
  const shorter = Math.min(before.length, after.length);
  while (start < shorter && Object.is(before[start], after[start])) start += 1;
  let end = 0;
  while (end < shorter - start && Object.is(before[before.length - 1 - end], after[after.length - 1 - end]))
    end += 1;
  const [old, fresh] = [before.length - end, after.length - end];
  const both = Math.min(old, fresh);
  for (let i = start; i < both; i += 1) walk(before[i], after[i], [...path, i], into);
  for (let i = old - 1; i >= both; i -= 1) into.push({ op: 'remove', path: pointer([...path, i]) });
  for (let i = both; i < fresh; i += 1)
    into.push({ op: 'add', path: pointer([...path, i]), value: after[i] as never });
}

/**
 * What turns one JSON value into another, as a JSON Patch (RFC 6902). Members that are the same object in both are not
 * looked into, so the cost is that of what changed; members that are `undefined` count as not there, as in JSON.
 */
export function patchOf(before: unknown, after: unknown): readonly JSONPatchOperation[] {
  const operations: JSONPatchOperation[] = [];
  walk(before, after, [], operations);
  return operations;
}
