import type { Db } from '../db/connect.ts';
import { Refused } from '../errors.ts';

/** A frozen copy of a design, without its document. */
export interface Frozen {
  readonly number: number;
  readonly name: string;
  readonly createdAt: string;
}

const told = (row: { number: number; name: string; created_at: Date }): Frozen => ({
  number: row.number,
  name: row.name,
  createdAt: row.created_at.toISOString(),
});

/** A design's frozen revisions, newest first. */
export async function listRevisions(db: Db, workshop: string, design: string): Promise<readonly Frozen[]> {
  const rows = await db
    .selectFrom('revision')
    .select(['number', 'name', 'created_at'])
    .where('workshop_id', '=', workshop)
    .where('design_id', '=', design)
    .orderBy('number', 'desc')
    .execute();
  return rows.map(told);
}

/**
 * Freezes the state that a save made of a design; refused (409) when that is not its present state, or is frozen
 * already.
 */
export async function freezeRevision(
  db: Db,
  workshop: string,
  design: string,
  save: string,
  name: string,
): Promise<Frozen> {
  const row = await db
    .insertInto('revision')
    .columns(['workshop_id', 'design_id', 'number', 'name', 'document'])
    .expression((eb) =>
      eb
        .selectFrom('design')
        .select((s) => ['workshop_id', 'id', 'revision', s.val(name).as('name'), 'document'])
        .where('workshop_id', '=', workshop)
        .where('id', '=', design)
        .where('save_id', '=', save),
    )
    .onConflict((c) => c.columns(['design_id', 'number']).doNothing())
    .returning(['number', 'name', 'created_at'])
    .executeTakeFirst();
  if (!row)
    throw new Refused(
      409,
      'not-frozen',
      'what is to be frozen is not the design’s present state, or is frozen already: open it again',
    );
  return told(row);
}

/** One frozen revision with its document; refused (404) when there is none of this number. */
export async function readRevision(
  db: Db,
  workshop: string,
  design: string,
  number: number,
): Promise<Frozen & { readonly design: unknown }> {
  const row = await db
    .selectFrom('revision')
    .select(['number', 'name', 'created_at', 'document'])
    .where('workshop_id', '=', workshop)
    .where('design_id', '=', design)
    .where('number', '=', number)
    .executeTakeFirst();
  if (!row)
    throw new Refused(404, 'no-such-revision', `there is no frozen revision ${number} of this design`);
  return { ...told(row), design: row.document };
}
