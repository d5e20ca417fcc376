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
    .columns(['workshop_id', 'design_id', 'number', 'name', 'document', 'save_id'])
    .expression((eb) =>
      eb
        .selectFrom('design')
        .select((s) => [
          'workshop_id',
          'id',
          s
            .selectFrom('revision')
            .select((r) => r(r.fn.coalesce(r.fn.max('number'), r.val(0)), '+', 1).as('next'))
            .where('design_id', '=', design)
            .as('number'),
          s.val(name).as('name'),
          'document',
          'save_id',
        ])
        .where('workshop_id', '=', workshop)
        .where('id', '=', design)
        .where('save_id', '=', save),
    )
    // Of two that freeze at once, or the same state twice, one is refused.
    .onConflict((c) => c.doNothing())
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

/** The number under which the state of a save is frozen; null where it is not. */
export async function frozenAs(db: Db, design: string, save: string): Promise<number | null> {
  const row = await db
    .selectFrom('revision')
    .select('number')
    .where('design_id', '=', design)
    .where('save_id', '=', save)
    .executeTakeFirst();
  return row?.number ?? null;
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
