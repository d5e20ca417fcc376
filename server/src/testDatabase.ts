/** A database of its own for tests and fuzzing, gone after it. */
import { randomBytes } from 'node:crypto';
import { sql } from 'kysely';
import type { Db } from './db/connect.ts';
import { connect } from './db/connect.ts';
import { migrateToLatest } from './db/migrate.ts';

export interface TestDatabase {
  readonly db: Db;
  readonly url: string;
  readonly drop: () => Promise<void>;
}

export async function testDatabase(): Promise<TestDatabase> {
  const admin = process.env.TEST_DATABASE_URL;
  if (!admin) throw new Error('TEST_DATABASE_URL is not set: run the tests with npm test');
  const name = `pelkin_test_${randomBytes(6).toString('hex')}`;
  const root = connect(admin, { patient: true });
  await sql`create database ${sql.id(name)}`.execute(root);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  const setUp = connect(url.href, { patient: true });
  await migrateToLatest(setUp);
  await setUp.destroy();
  const db = connect(url.href);
  return {
    db,
    url: url.href,
    drop: async () => {
      await db.destroy();
      await sql`drop database ${sql.id(name)} with (force)`.execute(root);
      await root.destroy();
    },
  };
}
