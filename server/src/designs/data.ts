import { randomUUID } from 'node:crypto';
import type { Design, PatchOperation } from '@pelkin/core';
import {
  PatchMismatch,
  applyPatch,
  designRefusals,
  documentFault,
  patchOf,
  shapeRefusals,
  sharedWith,
} from '@pelkin/core';
import type { SelectQueryBuilder } from 'kysely';
import { sql } from 'kysely';
import type { LRUCache } from 'lru-cache';
import type { Db } from '../db/connect.ts';
import { lineageOf } from '../db/lineage.ts';
import type { Database } from '../db/schema.ts';
import { Refused } from '../errors.ts';
import { dropOldRestorePoints, keepEndOfDay, keepStageDone } from '../restorePoints/data.ts';
import type { Admitted } from './admit.ts';
import {
  LARGE,
  LargeDocument,
  admitDocument,
  designOf,
  mismatch,
  patchLarge,
  readStored,
  ready,
  renamed,
} from './admit.ts';
import type { Base, Recent } from './recent.ts';
import type { Summary } from './summary.ts';

/** One design as it is kept: the document, and the number of the save that made it. */
export interface StoredDesign {
  readonly id: string;
  readonly revision: number;
  readonly document: Admitted;
  readonly archived: boolean;
  readonly updatedAt: Date;
  readonly saveId: string;
}

/** Where designs are kept: the database, and what this process remembers of it. */
export interface DesignStore {
  readonly db: Db;
  readonly recent: LRUCache<string, Recent>;
  /** Runs the statement that keeps a state when its turn comes; refused (503) where that, or the database, takes too long. */
  readonly inTurn: <T>(keep: () => Promise<T>) => Promise<T>;
}

interface Row {
  id: string;
  revision: number;
  text: string;
  archived_at: Date | null;
  updated_at: Date;
  save_id: string;
}
const COLUMNS = [
  'id',
  'revision',
  sql<string>`document::text`.as('text'),
  'archived_at',
  'updated_at',
  'save_id',
] as const;

/** A row with its document brought to this version; throws a refusal when it cannot be read. */
async function toStored(row: Row, recent: LRUCache<string, Recent> | null = null): Promise<StoredDesign> {
  const known = recent?.get(row.id);
  const stored = (document: Admitted): StoredDesign => ({
    id: row.id,
    revision: row.revision,
    document,
    archived: row.archived_at !== null,
    updatedAt: row.updated_at,
    saveId: row.save_id,
  });
  if (known?.saveId === row.save_id) return stored(known);
  const read = await readStored(row.text);
  if (read.ok) return stored(read.stored);
  throw new Refused(
    422,
    'unreadable-design',
    `the stored design cannot be read: ${read.refusals[0]!.message}`,
    read.refusals,
  );
}

const missing = (): Refused =>
  new Refused(404, 'no-such-design', 'there is no such design: it may have been made elsewhere');

/** The row of one design of a workshop. */
const oneOf = (db: Db, workshopId: string, id: string): SelectQueryBuilder<Database, 'design', object> =>
  db.selectFrom('design').where('workshop_id', '=', workshopId).where('id', '=', id);

export async function readDesign(
  { db, recent }: Pick<DesignStore, 'db' | 'recent'>,
  workshopId: string,
  id: string,
): Promise<StoredDesign> {
  const row = await oneOf(db, workshopId, id).select(COLUMNS).executeTakeFirst();
  if (!row) throw missing();
  const stored = await toStored(row, recent);
  rememberStored(recent, stored);
  return stored;
}

/** The save that made the present state of a design. Refused (404) where there is none. */
export async function presentSave(
  db: Db,
  workshopId: string,
  id: string,
): Promise<{ readonly revision: number; readonly saveId: string }> {
  const row = await oneOf(db, workshopId, id).select(['revision', 'save_id']).executeTakeFirst();
  if (!row) throw missing();
  return { revision: row.revision, saveId: row.save_id };
}

/** What was just read or made will soon be changed: the first change finds it at hand. */
export function rememberStored(
  recent: LRUCache<string, Recent>,
  { id, revision, saveId, updatedAt, document }: StoredDesign,
): void {
  const { text, design, summary } = document;
  if (design) recent.set(id, { revision, saveId, updatedAt, text, design, summary });
}

/** Keeps a new design. Every state has a save that made it, and no two the same. */
export async function createDesign(db: Db, workshopId: string, document: Admitted): Promise<StoredDesign> {
  const row = await db
    .insertInto('design')
    .values({
      id: randomUUID(),
      workshop_id: workshopId,
      document: document.text,
      save_id: randomUUID(),
      ...document.summary,
    })
    .returning(['id', 'revision', 'updated_at', 'save_id'])
    .executeTakeFirstOrThrow();
  return {
    id: row.id,
    revision: row.revision,
    document,
    archived: false,
    updatedAt: row.updated_at,
    saveId: row.save_id,
  };
}

/** A save of its own id: a whole state, or what changed, made from the state that the save `from` made. */
export type Save = { readonly from: string; readonly saveId: string } & (
  { readonly document: unknown } | { readonly patch: readonly PatchOperation[] }
);
interface Kept {
  readonly revision: number;
  readonly updatedAt: Date;
}

/**
 * Refuses a save as stale (409, with the current state); one that was kept but whose answer was lost is known again by
 * its id, and told what it was told then.
 */
async function staleOrKept(db: Db, workshopId: string, id: string, save: Save): Promise<Kept> {
  const current = await oneOf(db, workshopId, id).select(COLUMNS).executeTakeFirst();
  if (!current) throw missing();
  if (current.save_id === save.saveId) return { revision: current.revision, updatedAt: current.updated_at };
  throw new Refused(
    409,
    'stale',
    `the design was changed elsewhere: what this was made from is not its present state, revision ${current.revision}`,
    { revision: current.revision, saveId: current.save_id, lineage: await lineageOf(db) },
    current.text,
  );
}

/** The state that a save was made from; null when it is not the present one. */
async function baseOf(
  { db, recent }: DesignStore,
  workshopId: string,
  id: string,
  from: string,
): Promise<Base | null> {
  const known = recent.get(id);
  if (known?.saveId === from) return known;
  const row = await oneOf(db, workshopId, id).select(COLUMNS).executeTakeFirst();
  if (!row) throw missing();
  if (row.save_id !== from) return null;
  const { revision, save_id: saveId, updated_at: updatedAt, text } = row;
  // A large document is read where it is changed.
  if (text.length >= LARGE) return { revision, saveId, updatedAt, text, design: null, summary: null };
  const { design, summary } = (await toStored(row)).document;
  return design
    ? { revision, saveId, updatedAt, text, design, summary }
    : { revision, saveId, updatedAt, text, design: null, summary: null };
}

/** The state that a patch makes of another; what it does not touch was checked when it was kept. */
async function patched(base: Base, patch: readonly PatchOperation[]): Promise<Admitted> {
  for (const operation of patch) {
    const fault = operation.op === 'remove' ? null : documentFault(operation.value);
    if (fault) throw new Refused(422, 'design-refused', `${operation.path}: ${fault.message}`, [fault]);
  }
  if (base.design === null) return patchLarge(base.text, patch);
  let next: unknown;
  try {
    next = applyPatch(base.design, patch);
  } catch (error) {
    if (error instanceof PatchMismatch) throw mismatch(error.message);
    throw error;
  }
  return changedFrom(base, next as Design);
}

/** A state that shares with one that was kept all that it did not change: what both share is not checked again. */
function changedFrom(
  { design: before, summary }: Pick<Recent, 'design' | 'summary'>,
  next: Design,
): Admitted {
  const shape = shapeRefusals(next, before);
  const refusals = shape.length ? shape : designRefusals(next);
  const design = designOf(refusals.length ? { ok: false, refusals } : { ok: true, design: next });
  return ready(design, { design: before, summary });
}

/** A whole document made from a state that this process remembers: only what differs is checked. Others are checked whole. */
function whole(raw: unknown, base: Recent | null): Admitted {
  if (base === null || raw instanceof LargeDocument) return admitDocument(raw);
  const next = sharedWith(base.design, raw);
  if ((next as { version?: unknown } | null)?.version !== base.design.version) return admitDocument(raw);
  const isFaulty = patchOf(base.design, next).some((o) => o.op !== 'remove' && documentFault(o.value));
  return isFaulty ? admitDocument(raw) : changedFrom(base, next as Design);
}

/** What of a summary is not as it was. */
const changedIn = (summary: Summary, before: Summary | null): Partial<Summary> =>
  before === null
    ? summary
    : Object.fromEntries(
        Object.entries(summary).filter(([key, value]) => value !== before[key as keyof Summary]),
      );

const QUARTER_HOUR_MS = 900_000;
/** True if no day ends between two moments, in whichever time zone: days begin on quarters of an hour everywhere. */
const inOneQuarterHour = (a: Date, b: Date): boolean =>
  Math.floor(a.getTime() / QUARTER_HOUR_MS) === Math.floor(b.getTime() / QUARTER_HOUR_MS);

/** The stage that a state marks done and the one before it does not; null where there is none, or the other is not known. */
function stageDone(before: Design | null, after: Design | null): string | null {
  if (!before || !after || before.progress === after.progress) return null;
  const stages = Object.keys(after.progress) as (keyof Design['progress'])[];
  return stages.find((s) => after.progress[s] === 'done' && before.progress[s] !== 'done') ?? null;
}

/** Keeps the restore point of a stage that was marked done, and removes the oldest ones. Never throws: the state itself is saved already. */
async function keepPoints(
  db: Db,
  workshopId: string,
  id: string,
  done: { readonly stage: string; readonly save: string } | null,
): Promise<void> {
  try {
    if (done) await keepStageDone(db, workshopId, id, done.save, done.stage);
    await dropOldRestorePoints(db, id);
  } catch {
    // A missing restore point is no reason to refuse a state that is saved.
  }
}

/**
 * Keeps a new state. One statement decides, so of two saves made from the same state one is kept and the other refused
 * as stale; one that was made from a state of a history that was restored away is refused as well.
 */
export async function saveDesign(
  store: DesignStore,
  workshopId: string,
  id: string,
  save: Save,
): Promise<Kept> {
  const { db, recent } = store;
  const known = recent.get(id);
  const base =
    'patch' in save
      ? await baseOf(store, workshopId, id, save.from)
      : known?.saveId === save.from
        ? known
        : null;
  if ('patch' in save && base === null) return staleOrKept(db, workshopId, id, save);
  const document =
    'patch' in save ? await patched(base!, save.patch) : whole(save.document, base as Recent | null);
  const done = stageDone(base?.design ?? null, document.design);
  const update = (creator: Pick<Db, 'updateTable'>) =>
    creator
      .updateTable('design')
      .set((eb) => ({
        ...changedIn(document.summary, base?.summary ?? null),
        document: document.text,
        save_id: save.saveId,
        revision: eb('revision', '+', 1),
        updated_at: sql<Date>`now()`,
      }))
      .where('workshop_id', '=', workshopId)
      .where('id', '=', id)
      .where('save_id', '=', save.from)
      .returning(['revision', 'updated_at']);
  const isSameDay = base !== null && inOneQuarterHour(base.updatedAt, new Date());
  const row = await store.inTurn(() =>
    (isSameDay
      ? update(db)
      : update(db.with('end_of_day', (cte) => keepEndOfDay(cte, workshopId, id, save.from).returning('id')))
    ).executeTakeFirst(),
  );
  if (row && (done !== null || !isSameDay))
    await keepPoints(db, workshopId, id, done === null ? null : { stage: done, save: save.saveId });
  if (!row) {
    recent.delete(id);
    return staleOrKept(db, workshopId, id, save);
  }
  const { revision } = row;
  if (document.design)
    recent.set(id, {
      ...document,
      design: document.design,
      revision,
      saveId: save.saveId,
      updatedAt: row.updated_at,
    });
  else recent.delete(id);
  return { revision: row.revision, updatedAt: row.updated_at };
}

/** Makes a copy of a design under a name of its own. */
export async function duplicateDesign(
  store: Pick<DesignStore, 'db' | 'recent'>,
  workshopId: string,
  id: string,
  name: string,
): Promise<StoredDesign> {
  const { document } = await readDesign(store, workshopId, id);
  return createDesign(store.db, workshopId, await renamed(document, name));
}

/** Gives a design another name; counts as a save, so open copies learn of it. */
export async function renameDesign(
  db: Db,
  workshopId: string,
  id: string,
  name: string,
): Promise<StoredDesign> {
  return db.transaction().execute(async (tx) => {
    const row = await oneOf(tx, workshopId, id).select(COLUMNS).forUpdate().executeTakeFirst();
    if (!row) throw missing();
    const before = await toStored(row);
    const document = await renamed(before.document, name);
    await keepEndOfDay(tx, workshopId, id, row.save_id).execute();
    const changed = await tx
      .updateTable('design')
      .set((eb) => ({
        ...document.summary,
        document: document.text,
        save_id: randomUUID(),
        revision: eb('revision', '+', 1),
        updated_at: sql<Date>`now()`,
      }))
      .where('id', '=', id)
      .returning(['revision', 'updated_at', 'save_id'])
      .executeTakeFirstOrThrow();
    return {
      ...before,
      document,
      revision: changed.revision,
      updatedAt: changed.updated_at,
      saveId: changed.save_id,
    };
  });
}

/** Archives a design, or takes it back out; its state and revision stay as they are. */
export async function archiveDesign(
  { db, recent }: Pick<DesignStore, 'db' | 'recent'>,
  workshopId: string,
  id: string,
  archived: boolean,
): Promise<StoredDesign> {
  const row = await db
    .updateTable('design')
    .set({ archived_at: archived ? new Date() : null })
    .where('workshop_id', '=', workshopId)
    .where('id', '=', id)
    .returning(COLUMNS)
    .executeTakeFirst();
  if (!row) throw missing();
  return toStored(row, recent);
}
