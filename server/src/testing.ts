/** Test help: a database, and an application on it, of a test file's own; both are gone after it. */
import { randomUUID } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll } from 'vitest';
import { buildApp } from './app.ts';
import type { Db } from './db/connect.ts';
import type { TestDatabase } from './testDatabase.ts';
import { testDatabase } from './testDatabase.ts';

export type { TestDatabase } from './testDatabase.ts';
export { testDatabase } from './testDatabase.ts';

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

/** The saves that tests made of designs, by revision: a save names the one that it was made from. */
export function notedSaves(): {
  readonly note: (id: string, revision: number, save: string) => void;
  /** The save that made a revision; one that never was, where none is known. */
  readonly at: (id: string, revision: number) => string;
} {
  const saves = new Map<string, string>();
  return {
    note: (id, revision, save) => void saves.set(`${id} ${revision}`, save),
    at: (id, revision) => saves.get(`${id} ${revision}`) ?? randomUUID(),
  };
}
