/** Test help: a database, and an application on it, of a test file's own; both are gone after it. */
import { randomBytes } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { sql } from 'kysely';
import { afterAll, beforeAll } from 'vitest';
import { buildApp } from './app.ts';
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

/** The application on an empty database, for all tests of a file; to be called once, outside of them. */
export function testServer(): { readonly app: FastifyInstance; readonly db: Db } {
  let made: { readonly app: FastifyInstance; readonly database: TestDatabase } | null = null;
  beforeAll(async () => {
    const database = await testDatabase();
    made = { database, app: await buildApp(database.db, { webRoot: null, allowedHosts: [] }) };
  });
  afterAll(async () => {
    await made?.app.close();
    await made?.database.drop();
  });
  const there = () => {
    if (!made) throw new Error('the test server stands only while tests run');
    return made;
  };
  return {
    get app() {
      return there().app;
    },
    get db() {
      return there().database.db;
    },
  };
}
