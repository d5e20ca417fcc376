import { sql } from 'kysely';
import type { Db } from '../db/connect.ts';
import { searchable } from './summary.ts';

export const SORTINGS = ['changed', 'name', 'scale', 'strings'] as const;
export type Sorting = (typeof SORTINGS)[number];

export interface ListWanted {
  readonly archived: boolean;
  /** Words that the name must contain, each of them. */
  readonly search: string;
  readonly sorting: Sorting;
  readonly offset: number;
  readonly limit: number;
}

const byName = sql`search_name collate pelkin_names`;
const ORDERS: Readonly<Record<Sorting, readonly ReturnType<typeof sql>[]>> = {
  changed: [sql`updated_at desc`, sql`id`],
  name: [byName, sql`id`],
  scale: [sql`scale_length`, byName, sql`id`],
  strings: [sql`strings`, byName, sql`id`],
};
const literal = (word: string): string => word.replace(/[\\%_]/g, (c) => `\\${c}`);

/** One page of a workshop's designs as the list shows them, and how many there are in all. Reads no documents. */
export async function listDesigns(db: Db, workshopId: string, wanted: ListWanted) {
  const words = searchable(wanted.search).split(/\s+/).filter(Boolean);
  const found = words.reduce(
    (query, word) => query.where('search_name', 'like', `%${literal(word)}%`),
    db
      .selectFrom('design')
      .where('workshop_id', '=', workshopId)
      .where('archived_at', wanted.archived ? 'is not' : 'is', null),
  );
  const page = ORDERS[wanted.sorting].reduce(
    (query, order) => query.orderBy(order),
    found.select([
      'id',
      'name',
      'revision',
      'updated_at',
      'strings',
      'scale_length',
      'units',
      'picture_path',
      'picture_box',
      'picture_lines',
    ]),
  );
  const [rows, counted] = await Promise.all([
    page.limit(wanted.limit).offset(wanted.offset).execute(),
    found.select(db.fn.countAll<string>().as('total')).executeTakeFirstOrThrow(),
  ]);
  return { rows, total: Number(counted.total) };
}
