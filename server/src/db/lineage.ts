import type { Db } from './connect.ts';

/** The database's lineage, begun when there is none yet: after its tables were made, and after a restore. */
export async function lineageOf(db: Db): Promise<string> {
  const read = () => db.selectFrom('lineage').select('id').executeTakeFirst();
  const known = await read();
  if (known) return known.id;
  // Of several servers one begins it, and all read the same.
  await db
    .insertInto('lineage')
    .defaultValues()
    .onConflict((c) => c.column('only').doNothing())
    .execute();
  return (await read())!.id;
}
