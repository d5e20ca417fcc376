import { checkDesign } from '@pelkin/core';
import type { Kysely } from 'kysely';
import { searchable, summaryOf } from '../designs/summary.ts';
import type { Database } from './schema.ts';

const AT_ONCE = 100;

/** Writes what the list shows of every design again from its document; a document that cannot be read shows its name alone. */
export async function rebuildSummaries(db: Kysely<Database>): Promise<void> {
  for (let after = '00000000-0000-0000-0000-000000000000'; ;) {
    const rows = await db
      .selectFrom('design')
      .select(['id', 'name', 'document'])
      .where('id', '>', after)
      .orderBy('id')
      .limit(AT_ONCE)
      .execute();
    for (const { id, name, document } of rows) {
      const checked = checkDesign(document);
      await db
        .updateTable('design')
        .set(checked.ok ? summaryOf(checked.design) : { search_name: searchable(name), strings: null })
        .where('id', '=', id)
        .execute();
    }
    const last = rows.at(-1);
    if (!last) return;
    after = last.id;
  }
}
