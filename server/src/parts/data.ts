import { randomUUID } from 'node:crypto';
import type { PartSpec } from '@pelkin/core';
import { checkPart } from '@pelkin/core';
import { sql } from 'kysely';
import type { Db } from '../db/connect.ts';
import { Refused } from '../errors.ts';

/** A workshop keeps at most so many parts of its own. */
const MOST_KEPT = 500;

/** A part as the workshop keeps it. */
export interface KeptPart {
  readonly id: string;
  readonly updatedAt: string;
  readonly part: PartSpec;
}

/** A workshop's own parts, by name; one that a newer version wrote is left where it is, and not listed. */
export async function listParts(db: Db, workshop: string): Promise<readonly KeptPart[]> {
  const rows = await db
    .selectFrom('own_part')
    .select(['id', 'document', 'updated_at'])
    .where('workshop_id', '=', workshop)
    .orderBy('name')
    .execute();
  return rows.flatMap((r) => {
    const read = checkPart(r.document);
    return read.ok ? [{ id: r.id, updatedAt: r.updated_at.toISOString(), part: read.spec }] : [];
  });
}

/**
 * Keeps a part under its name; one of the same name is replaced when `replace` says so. `made`: it is a new one. Refused
 * when the name is taken and is not to be replaced (409), or when the shelf is full (422).
 */
export function keepPart(
  db: Db,
  workshop: string,
  part: PartSpec,
  replace: boolean,
): Promise<KeptPart & { readonly made: boolean }> {
  const document = JSON.stringify(part);
  return db.transaction().execute(async (trx) => {
    // One keeper at a time counts and looks for the name.
    await sql`select pg_advisory_xact_lock(hashtext(${`own parts of ${workshop}`}))`.execute(trx);
    const told = (row: { id: string; updated_at: Date }, made: boolean) => ({
      id: row.id,
      updatedAt: row.updated_at.toISOString(),
      part,
      made,
    });
    const same = await trx
      .selectFrom('own_part')
      .select('id')
      .where('workshop_id', '=', workshop)
      .where('name', '=', part.name)
      .executeTakeFirst();
    if (same && !replace)
      throw new Refused(
        409,
        'part-kept-already',
        `a part called “${part.name}” is kept already: replace it, or give this one another name`,
      );
    if (same)
      return told(
        await trx
          .updateTable('own_part')
          .set({ document, updated_at: new Date() })
          .where('id', '=', same.id)
          .returning(['id', 'updated_at'])
          .executeTakeFirstOrThrow(),
        false,
      );
    const { count } = await trx
      .selectFrom('own_part')
      .select(trx.fn.countAll<string>().as('count'))
      .where('workshop_id', '=', workshop)
      .executeTakeFirstOrThrow();
    if (Number(count) >= MOST_KEPT)
      throw new Refused(
        422,
        'too-many-parts',
        `over ${MOST_KEPT} parts of one workshop cannot be kept: take some away`,
      );
    return told(
      await trx
        .insertInto('own_part')
        .values({ id: randomUUID(), workshop_id: workshop, name: part.name, document })
        .returning(['id', 'updated_at'])
        .executeTakeFirstOrThrow(),
      true,
    );
  });
}

/** Takes a part off the shelf; refused (404) when it is not there. */
export async function dropPart(db: Db, workshop: string, id: string): Promise<void> {
  const gone = await db
    .deleteFrom('own_part')
    .where('workshop_id', '=', workshop)
    .where('id', '=', id)
    .returning('id')
    .executeTakeFirst();
  if (!gone) throw new Refused(404, 'no-such-part', 'that part is not on the shelf any more');
}
