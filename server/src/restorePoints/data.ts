import type { Kysely } from 'kysely';
import { sql } from 'kysely';
import type { Db } from '../db/connect.ts';
import type { Database } from '../db/schema.ts';
import { Refused } from '../errors.ts';

/** At most this many restore points are kept of a design: the oldest go first. */
export const MOST_RESTORE_POINTS = 40;

/** A state that was kept by itself. `stage`: the stage that was marked done with it; null for the last state of a day. */
export interface RestorePoint {
  readonly id: string;
  readonly stage: string | null;
  readonly savedAt: string;
}

interface Row {
  id: string;
  stage: string | null;
  saved_at: Date;
}
const shown = (row: Row): RestorePoint => ({
  id: row.id,
  stage: row.stage,
  savedAt: row.saved_at.toISOString(),
});

/** The restore points of a design, newest first. */
export async function listRestorePoints(
  db: Db,
  workshop: string,
  design: string,
): Promise<readonly RestorePoint[]> {
  const rows = await db
    .selectFrom('restore_point')
    .select(['id', 'stage', 'saved_at'])
    .where('workshop_id', '=', workshop)
    .where('design_id', '=', design)
    .orderBy('saved_at', 'desc')
    .execute();
  return rows.map(shown);
}

/** One restore point with its document; refused (404) when there is none of this id. */
export async function readRestorePoint(
  db: Db,
  workshop: string,
  design: string,
  id: string,
): Promise<RestorePoint & { readonly design: unknown }> {
  const row = await db
    .selectFrom('restore_point')
    .select(['id', 'stage', 'saved_at', 'document'])
    .where('workshop_id', '=', workshop)
    .where('design_id', '=', design)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row)
    throw new Refused(
      404,
      'no-such-restore-point',
      `there is no such restore point of this design: the newest ${MOST_RESTORE_POINTS} are kept`,
    );
  return { ...shown(row), design: row.document };
}

/**
 * The statement that keeps the present state of a design as a restore point, if the save `from` made it on an earlier
 * day (in the database's time zone). It is to be part of the statement that replaces that state.
 */
export const keepEndOfDay = (
  db: Pick<Kysely<Database>, 'insertInto'>,
  workshop: string,
  design: string,
  from: string,
) =>
  db
    .insertInto('restore_point')
    .columns(['workshop_id', 'design_id', 'save_id', 'saved_at', 'document'])
    .expression((eb) =>
      eb
        .selectFrom('design')
        .select(['workshop_id', 'id', 'save_id', 'updated_at', 'document'])
        .where('workshop_id', '=', workshop)
        .where('id', '=', design)
        .where('save_id', '=', from)
        .where(sql<boolean>`updated_at::date < current_date`),
    )
    .onConflict((c) => c.doNothing());

/** Keeps a state as the restore point of a stage that was marked done. */
export async function keepStageDone(
  db: Kysely<Database>,
  workshop: string,
  design: string,
  save: string,
  stage: string,
): Promise<void> {
  await db
    .insertInto('restore_point')
    .columns(['workshop_id', 'design_id', 'save_id', 'saved_at', 'document', 'stage'])
    .expression((eb) =>
      eb
        .selectFrom('design')
        .select((s) => ['workshop_id', 'id', 'save_id', 'updated_at', 'document', s.val(stage).as('stage')])
        .where('workshop_id', '=', workshop)
        .where('id', '=', design)
        .where('save_id', '=', save),
    )
    .onConflict((c) => c.doNothing())
    .execute();
}

/** Removes what a design has over {@link MOST_RESTORE_POINTS}. */
export async function dropOldRestorePoints(db: Kysely<Database>, design: string): Promise<void> {
  await db
    .deleteFrom('restore_point')
    .where('design_id', '=', design)
    .where('id', 'in', (eb) =>
      eb
        .selectFrom('restore_point')
        .select('id')
        .where('design_id', '=', design)
        .orderBy('saved_at', 'desc')
        .offset(MOST_RESTORE_POINTS),
    )
    .execute();
}
