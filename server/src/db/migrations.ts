import type { Kysely, Migration } from 'kysely';
import { sql } from 'kysely';
import { rebuildSummaries } from './rebuildSummaries.ts';
import type { Database } from './schema.ts';

/** The workshop that owns everything while there is one. */
export const FIRST_WORKSHOP = '00000000-0000-4000-8000-000000000001';

const first: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable('workshop')
      .addColumn('id', 'uuid', (c) => c.primaryKey())
      .addColumn('name', 'text', (c) => c.notNull())
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .execute();
    await db.schema
      .createTable('design')
      .addColumn('id', 'uuid', (c) => c.primaryKey())
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('name', 'text', (c) => c.notNull())
      .addColumn('revision', 'integer', (c) => c.notNull().defaultTo(1))
      .addColumn('document', 'jsonb', (c) => c.notNull())
      .addColumn('save_id', 'uuid')
      .addColumn('archived_at', 'timestamptz')
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addColumn('updated_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addUniqueConstraint('design_in_workshop', ['workshop_id', 'id'])
      .execute();
    await db.schema
      .createIndex('design_by_workshop')
      .on('design')
      .columns(['workshop_id', 'updated_at'])
      .execute();
    await db.schema
      .createTable('revision')
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('design_id', 'uuid', (c) => c.notNull())
      .addColumn('number', 'integer', (c) => c.notNull())
      .addColumn('name', 'text', (c) => c.notNull())
      .addColumn('document', 'jsonb', (c) => c.notNull())
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addPrimaryKeyConstraint('revision_key', ['design_id', 'number'])
      .addForeignKeyConstraint('revision_of_design', ['workshop_id', 'design_id'], 'design', [
        'workshop_id',
        'id',
      ])
      .execute();
    await db.schema
      .createTable('seed')
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('name', 'text', (c) => c.notNull())
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addPrimaryKeyConstraint('seed_key', ['workshop_id', 'name'])
      .execute();
    await sql`insert into workshop (id, name) values (${FIRST_WORKSHOP}, 'Brackwater Instruments')`.execute(
      db,
    );
  },
};

/** Pictures under drawings: bytes that never change. */
const pictures: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable('picture')
      .addColumn('id', 'uuid', (c) => c.primaryKey())
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('mime', 'text', (c) => c.notNull())
      .addColumn('width', 'integer', (c) => c.notNull())
      .addColumn('height', 'integer', (c) => c.notNull())
      .addColumn('bytes', 'bytea', (c) => c.notNull())
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .execute();
    // They are packed already.
    await sql`alter table picture alter column bytes set storage external`.execute(db);
  },
};

/** Parts that a workshop measured for itself. */
const ownParts: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable('own_part')
      .addColumn('id', 'uuid', (c) => c.primaryKey())
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('name', 'text', (c) => c.notNull())
      .addColumn('document', 'jsonb', (c) => c.notNull())
      .addColumn('created_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addColumn('updated_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      .addUniqueConstraint('own_part_name', ['workshop_id', 'name'])
      .execute();
  },
};

/** What the list shows of each design stands beside its document; the documents are packed by the quicker way. */
const summaries: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .alterTable('design')
      .addColumn('search_name', 'text', (c) => c.notNull().defaultTo(''))
      .addColumn('strings', 'integer')
      .addColumn('scale_length', 'double precision')
      .addColumn('units', 'text')
      .addColumn('picture_path', 'text')
      .addColumn('picture_box', 'text')
      .execute();
    // The list passes over many rows and shows few: documents and pictures lie apart from them.
    await sql`alter table design set (toast_tuple_target = 256)`.execute(db);
    await sql`alter table design alter column picture_path set storage external`.execute(db);
    const quick = await sql`
      select 1 from pg_settings where name = 'default_toast_compression' and 'lz4' = any(enumvals)`.execute(
      db,
    );
    if (quick.rows.length) {
      await sql`alter table design alter column document set compression lz4`.execute(db);
      await sql`alter table revision alter column document set compression lz4`.execute(db);
    }
    // “Body 2” comes before “Body 10”.
    await sql`create collation pelkin_names (provider = icu, locale = 'und-u-kn-true')`.execute(db);
    await sql`create index design_by_name on design (workshop_id, search_name collate pelkin_names, id)`.execute(
      db,
    );
  },
};

/** The list shows whole instruments: neck, strings and hardware beside the outline. All summaries are made from their documents. */
const wholePictures: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema.alterTable('design').addColumn('picture_lines', 'text').execute();
    await sql`alter table design alter column picture_lines set storage external`.execute(db);
    await rebuildSummaries(db as Kysely<Database>);
  },
};

/** And their headstocks with the tuners. */
const headstocks: Migration = {
  async up(db: Kysely<unknown>) {
    await rebuildSummaries(db as Kysely<Database>);
  },
};

/**
 * Every state has the save that made it by id, so that a save can name the one it was made from; and the database has a
 * lineage, which begins anew when it is restored from a backup.
 */
const namedSaves: Migration = {
  async up(db: Kysely<unknown>) {
    await sql`update design set save_id = gen_random_uuid() where save_id is null`.execute(db);
    await sql`alter table design alter column save_id set not null`.execute(db);
    await db.schema
      .createTable('lineage')
      .addColumn('id', 'uuid', (c) => c.notNull().defaultTo(sql`gen_random_uuid()`))
      .addColumn('begun_at', 'timestamptz', (c) => c.notNull().defaultTo(sql`now()`))
      // One row at most.
      .addColumn('only', 'boolean', (c) =>
        c
          .primaryKey()
          .defaultTo(true)
          .check(sql`"only"`),
      )
      .execute();
  },
};

/** A frozen revision knows the save whose state it is; null of those that were frozen before. */
const frozenSaves: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema.alterTable('revision').addColumn('save_id', 'uuid').execute();
    await sql`create unique index revision_of_save on revision (design_id, save_id)`.execute(db);
  },
};

/** States that are kept by themselves: the last of a day, and one with which a stage was done. */
const restorePoints: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema
      .createTable('restore_point')
      .addColumn('id', 'uuid', (c) => c.primaryKey().defaultTo(sql`gen_random_uuid()`))
      .addColumn('workshop_id', 'uuid', (c) => c.notNull().references('workshop.id'))
      .addColumn('design_id', 'uuid', (c) => c.notNull().references('design.id').onDelete('cascade'))
      .addColumn('save_id', 'uuid', (c) => c.notNull())
      .addColumn('stage', 'text')
      .addColumn('saved_at', 'timestamptz', (c) => c.notNull())
      .addColumn('document', 'jsonb', (c) => c.notNull())
      .addUniqueConstraint('restore_point_of_save', ['design_id', 'save_id'])
      .execute();
  },
};

export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '0001-first': first,
  '0002-pictures': pictures,
  '0003-own-parts': ownParts,
  '0004-summaries': summaries,
  '0005-whole-pictures': wholePictures,
  '0006-headstocks': headstocks,
  '0007-named-saves': namedSaves,
  '0008-frozen-saves': frozenSaves,
  '0009-restore-points': restorePoints,
};
