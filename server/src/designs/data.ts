import { randomUUID } from 'node:crypto';
import type { Design } from '@pelkin/core';
import { checkDesign, edits } from '@pelkin/core';
import { sql } from 'kysely';
import type { Db } from '../db/connect.ts';
import { Refused } from '../errors.ts';

/** One design as it is kept: the document, and the number of the save that made it. */
export interface StoredDesign {
  readonly id: string;
  readonly revision: number;
  readonly design: Design;
  readonly archived: boolean;
  readonly updatedAt: Date;
  readonly saveId: string | null;
}

interface Row {
  id: string;
  revision: number;
  document: unknown;
  archived_at: Date | null;
  updated_at: Date;
  save_id: string | null;
}
const COLUMNS = ['id', 'revision', 'document', 'archived_at', 'updated_at', 'save_id'] as const;

/** A document of the database as a design of this version; throws a refusal when it cannot be read. */
function toStored(row: Row): StoredDesign {
  const checked = checkDesign(row.document);
  if (!checked.ok)
    throw new Refused(
      422,
      'unreadable-design',
      `the stored design cannot be read: ${checked.refusals[0]!.message}`,
      checked.refusals,
    );
  return {
    id: row.id,
    revision: row.revision,
    design: checked.design,
    archived: row.archived_at !== null,
    updatedAt: row.updated_at,
    saveId: row.save_id,
  };
}

const missing = (): Refused =>
  new Refused(404, 'no-such-design', 'there is no such design: it may have been made elsewhere');

/** A design document at the door: the core's schema and rules, or a refusal that names every place. */
export function admitDesign(raw: unknown): Design {
  const checked = checkDesign(raw);
  if (checked.ok) return checked.design;
  const [first] = checked.refusals;
  throw new Refused(
    422,
    'design-refused',
    first!.where ? `${first!.where}: ${first!.message}` : first!.message,
    checked.refusals,
  );
}

/** All designs of a workshop, newest change first. A document that cannot be read is left out and told apart. */
export async function listDesigns(db: Db, workshopId: string, archived: boolean) {
  const rows = await db
    .selectFrom('design')
    .select([...COLUMNS, 'name'])
    .where('workshop_id', '=', workshopId)
    .where('archived_at', archived ? 'is not' : 'is', null)
    .orderBy('updated_at', 'desc')
    .orderBy('id')
    .execute();
  return rows.map((row) => {
    const checked = checkDesign(row.document);
    return { ...row, design: checked.ok ? checked.design : null };
  });
}

export async function readDesign(db: Db, workshopId: string, id: string): Promise<StoredDesign> {
  const row = await db
    .selectFrom('design')
    .select(COLUMNS)
    .where('workshop_id', '=', workshopId)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw missing();
  return toStored(row);
}

export async function createDesign(db: Db, workshopId: string, design: Design): Promise<StoredDesign> {
  const row = await db
    .insertInto('design')
    .values({
      id: randomUUID(),
      workshop_id: workshopId,
      name: design.name,
      document: JSON.stringify(design),
    })
    .returning(COLUMNS)
    .executeTakeFirstOrThrow();
  return toStored(row);
}

/**
 * Keeps a new state made from revision `from`. One statement decides, so of two saves from the same
 * revision one is kept and the other refused as stale (409, with the current state). A save that was
 * kept but whose answer was lost is known again by its `saveId`.
 */
export async function saveDesign(
  db: Db,
  workshopId: string,
  id: string,
  save: { readonly from: number; readonly saveId: string; readonly design: Design },
): Promise<{ revision: number; updatedAt: Date }> {
  const row = await db
    .updateTable('design')
    .set((eb) => ({
      name: save.design.name,
      document: JSON.stringify(save.design),
      save_id: save.saveId,
      revision: eb('revision', '+', 1),
      updated_at: sql<Date>`now()`,
    }))
    .where('workshop_id', '=', workshopId)
    .where('id', '=', id)
    .where('revision', '=', save.from)
    .returning(['revision', 'updated_at'])
    .executeTakeFirst();
  if (row) return { revision: row.revision, updatedAt: row.updated_at };
  const current = await db
    .selectFrom('design')
    .select(COLUMNS)
    .where('workshop_id', '=', workshopId)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!current) throw missing();
  if (current.save_id === save.saveId) return { revision: current.revision, updatedAt: current.updated_at };
  throw new Refused(
    409,
    'stale',
    `the design was changed elsewhere: this was made from revision ${save.from}, the server holds revision ${current.revision}`,
    { revision: current.revision, saveId: current.save_id, design: current.document },
  );
}

/** Gives a design another name; counts as a save, so open copies learn of it. */
export async function renameDesign(
  db: Db,
  workshopId: string,
  id: string,
  name: string,
): Promise<StoredDesign> {
  return db.transaction().execute(async (tx) => {
    const row = await tx
      .selectFrom('design')
      .select(COLUMNS)
      .where('workshop_id', '=', workshopId)
      .where('id', '=', id)
      .forUpdate()
      .executeTakeFirst();
    if (!row) throw missing();
    const design = edits.setName(toStored(row).design, name);
    const changed = await tx
      .updateTable('design')
      .set((eb) => ({
        name,
        document: JSON.stringify(design),
        save_id: null,
        revision: eb('revision', '+', 1),
        updated_at: sql<Date>`now()`,
      }))
      .where('id', '=', id)
      .returning(COLUMNS)
      .executeTakeFirstOrThrow();
    return toStored(changed);
  });
}

/** Puts a design away, or takes it back out; its state and revision stay as they are. */
export async function archiveDesign(
  db: Db,
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
  return toStored(row);
}
