/**
 * JSON Patch (RFC 6902), of its operations the three that a change of state needs. Written here because both ends need
 * what the libraries that were tried do not give: the untouched members of the result are the same objects as before (so
 * that only what changed is checked again), and an operation whose place is not there is refused, not passed over.
 */
export type PatchOperation =
  | { readonly op: 'add' | 'replace'; readonly path: string; readonly value: unknown }
  | { readonly op: 'remove'; readonly path: string };

/** A path of member names as a JSON Pointer (RFC 6901). */
const pointer = (path: readonly (string | number)[]): string =>
  path.map((part) => `/${String(part).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

type Json = unknown;
const isObject = (v: Json): v is Record<string, Json> => typeof v === 'object' && v !== null;
/** A member of its own: an object has a `toString` that no document gave it. */
const memberOf = (object: Record<string, Json>, key: string): Json =>
  Object.hasOwn(object, key) ? object[key] : undefined;

function walk(before: Json, after: Json, path: readonly (string | number)[], into: PatchOperation[]): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) return walkList(before, after, path, into);
  if (!isObject(before) || !isObject(after) || Array.isArray(before) || Array.isArray(after)) {
    into.push({ op: 'replace', path: pointer(path), value: after });
    return;
  }
  for (const key of Object.keys(before))
    if (before[key] !== undefined && memberOf(after, key) === undefined)
      into.push({ op: 'remove', path: pointer([...path, key]) });
  for (const [key, value] of Object.entries(after)) {
    if (value === undefined) continue;
    const was = memberOf(before, key);
    if (was === undefined) into.push({ op: 'add', path: pointer([...path, key]), value: value });
    else walk(was, value, [...path, key], into);
  }
}

/** Lists: what both begin and end with stays; between, members are changed in their place, then taken out or put in. */
function walkList(
  before: Json[],
  after: Json[],
  path: readonly (string | number)[],
  into: PatchOperation[],
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
    into.push({ op: 'add', path: pointer([...path, i]), value: after[i] });
}

/**
 * What turns one JSON value into another, as a JSON Patch (RFC 6902). Members that are the same object in both are not
 * looked into, so the cost is that of what changed; members that are `undefined` count as not there, as in JSON.
 */
export function patchOf(before: unknown, after: unknown): readonly PatchOperation[] {
  const operations: PatchOperation[] = [];
  walk(before, after, [], operations);
  return operations;
}

/** Why a patch does not fit the document: the operation, and its place. */
export class PatchMismatch extends Error {}

/** More operations than this are a whole document. */
export const MOST_OPERATIONS = 2_000;

type Holder = unknown[] | Record<string, unknown>;
/** Copies made for one patch: an object that several operations change is copied once. */
type Copies = WeakSet<object>;
/** A holder's copy of this patch. */
function own<T extends Holder>(holder: T, copies: Copies): T {
  if (copies.has(holder)) return holder;
  const copy = (Array.isArray(holder) ? holder.slice() : { ...holder }) as T;
  copies.add(copy);
  return copy;
}

/** Changes a holder's copy at a key. */
type Change = (holder: Holder, key: string) => void;

/** A copy of the way down to a place, changed at its end; all beside it stays the same. */
function changeAt(
  value: unknown,
  path: readonly string[],
  at: number,
  change: Change,
  copies: Copies,
): Holder {
  const key = path[at]!;
  if (!isObject(value)) throw new PatchMismatch(`nothing can be called ${key} there`);
  if (at === path.length - 1) {
    const copy = own(value, copies);
    change(copy, key);
    return copy;
  }
  if (Array.isArray(value)) {
    const i = indexOf(value, key, value.length - 1);
    const made = changeAt(value[i], path, at + 1, change, copies);
    const copy = own(value as unknown[], copies);
    copy[i] = made;
    return copy;
  }
  if (!Object.hasOwn(value, key) || key === '__proto__')
    throw new PatchMismatch(`there is no ${key} to go through`);
  const made = changeAt(value[key], path, at + 1, change, copies);
  const copy = own(value, copies);
  copy[key] = made;
  return copy;
}

/** A place in a list, as RFC 6901 writes it. */
function indexOf(list: readonly unknown[], key: string, last: number): number {
  const index = /^(0|[1-9]\d*)$/.test(key) ? Number(key) : -1;
  if (index < 0 || index > last)
    throw new PatchMismatch(`there is no place ${key} in a list of ${list.length}`);
  return index;
}

const changeOf =
  (operation: PatchOperation): Change =>
  (holder, key) => {
    if (Array.isArray(holder)) {
      if (operation.op === 'add')
        holder.splice(key === '-' ? holder.length : indexOf(holder, key, holder.length), 0, operation.value);
      else if (operation.op === 'remove') holder.splice(indexOf(holder, key, holder.length - 1), 1);
      else holder[indexOf(holder, key, holder.length - 1)] = operation.value;
      return;
    }
    if (key === '__proto__') throw new PatchMismatch(`nothing can be called ${key} there`);
    if (operation.op !== 'add' && !Object.hasOwn(holder, key)) throw new PatchMismatch(`there is no ${key}`);
    if (operation.op === 'remove') delete holder[key];
    else holder[key] = operation.value;
  };

/**
 * The document after a patch; what the patch does not touch is the same object as before. Throws a PatchMismatch, with
 * the number of the operation, when one does not fit; the document itself is never changed. An object is copied once,
 * however many operations change it.
 */
export function applyPatch(document: unknown, patch: readonly PatchOperation[]): unknown {
  const copies: Copies = new WeakSet();
  return patch.reduce<unknown>((value, operation, i) => {
    if (operation.path === '' && operation.op !== 'remove') return operation.value;
    if (!operation.path.startsWith('/'))
      throw new PatchMismatch(`operation ${i}: “${operation.path}” is no place`);
    const path = operation.path
      .slice(1)
      .split('/')
      .map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~'));
    try {
      return changeAt(value, path, 0, changeOf(operation), copies);
    } catch (error) {
      if (error instanceof PatchMismatch) throw new PatchMismatch(`operation ${i}: ${error.message}`);
      throw error;
    }
  }, document);
}

/**
 * A JSON value with all members that are the same in `before` taken from there, so that only what differs is new: equal
 * objects and lists are the same objects. `value` itself is not changed.
 */
export function sharedWith(before: unknown, value: unknown): unknown {
  if (Object.is(before, value) || !isObject(before) || !isObject(value)) return value;
  if (Array.isArray(before) !== Array.isArray(value)) return value;
  if (Array.isArray(before) && Array.isArray(value)) {
    const shared = value.map((v, i) => sharedWith(before[i], v));
    return shared.length === before.length && shared.every((v, i) => Object.is(v, before[i]))
      ? before
      : shared;
  }
  const keys = Object.keys(value);
  const shared = Object.fromEntries(keys.map((key) => [key, sharedWith(memberOf(before, key), value[key])]));
  const present = Object.keys(before).filter((key) => before[key] !== undefined);
  return present.length === keys.length && keys.every((key) => Object.is(shared[key], memberOf(before, key)))
    ? before
    : shared;
}
