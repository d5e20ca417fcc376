/** Backups and restores that are killed at any moment leave what is there whole, and nothing behind for long. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newDesign } from '@pelkin/core';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { randomFrom } from '../core/tests/random.ts';
import { connect } from '../server/src/db/connect.ts';
import { lineageOf } from '../server/src/db/lineage.ts';
import { FIRST_WORKSHOP } from '../server/src/db/migrations.ts';
import { ready } from '../server/src/designs/admit.ts';
import { createDesign } from '../server/src/designs/data.ts';
import { testDatabase } from '../server/src/testing.ts';
// @ts-expect-error a script of the project, without types
import { backUp, clearHalves, clearRestoring, restore, rowsIn } from './lib/backup.mjs';
// @ts-expect-error a script of the project, without types
import { drill } from './lib/drill.mjs';

/** Of each kind in every run; KILLS=100 for all. */
const KILLS = Number(process.env['KILLS'] ?? 6);
const admin = process.env.TEST_DATABASE_URL!;
const urlOf = (database: string): string => {
  const url = new URL(admin);
  url.pathname = `/${database}`;
  return url.href;
};
const folder = mkdtempSync(join(tmpdir(), 'pelkin-killed-'));
const file = join(folder, 'all.backup');
const TARGET = `pelkin_killed_${process.pid}`;
const root = connect(admin, { patient: true });
const databases = async (like: string): Promise<readonly string[]> => {
  const { rows } = await sql<{
    name: string;
  }>`select datname as name from pg_database where datname like ${like}`.execute(root);
  return rows.map((r) => r.name);
};
let source: Awaited<ReturnType<typeof testDatabase>>;

/** Runs code on the backup library in a child process and kills it after `ms`. Returns whether it had succeeded before. */
const killedAfter = (ms: number, work: string): Promise<boolean> =>
  new Promise((done) => {
    const child = spawn(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import * as b from ${JSON.stringify(new URL('./lib/backup.mjs', import.meta.url).href)};\n${work}`,
      ],
      { stdio: 'ignore' },
    );
    const timer = setTimeout(() => child.kill('SIGKILL'), ms);
    child.once('exit', (code) => (clearTimeout(timer), done(code === 0)));
  });

beforeAll(async () => {
  source = await testDatabase();
  for (let i = 0; i < 8; i += 1)
    await createDesign(source.db, FIRST_WORKSHOP, ready(newDesign(`Body ${i}`, 6, 600 + i)));
  await (backUp as (url: string, file: string) => Promise<void>)(source.url, file);
});
afterAll(async () => {
  for (const name of await databases(`${TARGET}%`))
    await sql`drop database if exists ${sql.id(name)} with (force)`.execute(root);
  await source.drop();
  await root.destroy();
  rmSync(folder, { recursive: true });
});

describe('a restore', () => {
  const restoring = `await b.restore({ adminUrl: ${JSON.stringify(admin)}, urlOf: (d) => { const u = new URL(${JSON.stringify(admin)}); u.pathname = '/' + d; return u.href; }, database: ${JSON.stringify(TARGET)}, file: ${JSON.stringify(file)}, replace: true });`;
  it(`killed ${KILLS} times at any moment leaves the database whole, and what it left half-filled is cleared`, async () => {
    await (restore as (o: object) => Promise<void>)({ adminUrl: admin, urlOf, database: TARGET, file });
    const random = randomFrom(30);
    for (let k = 0; k < KILLS; k += 1) {
      await killedAfter(40 + random() * 700, restoring);
      expect(await (rowsIn as (url: string) => Promise<number>)(urlOf(TARGET)), `kill ${k}`).toBe(8);
    }
    await expect
      .poll(async () => {
        await (clearRestoring as (url: string) => Promise<void>)(admin);
        return databases(`${TARGET}%restoring%`);
      })
      .toEqual([]);
  }, 120_000);
  it('begins another lineage, so that pages notice', async () => {
    const db = connect(urlOf(TARGET), { patient: true });
    expect(await lineageOf(db)).not.toBe(await lineageOf(source.db));
    await db.destroy();
  });
});

describe('a backup', () => {
  it(`killed ${KILLS} times leaves at most a half, which the next one takes away; no child of it goes on`, async () => {
    const days = join(folder, 'days');
    mkdirSync(days);
    const random = randomFrom(31);
    const target = join(days, 'pelkin-20261202-000000.backup');
    for (let k = 0; k < KILLS; k += 1) {
      const ended = await killedAfter(
        60 + random() * 300,
        `await b.backUp(${JSON.stringify(source.url)}, ${JSON.stringify(target)});`,
      );
      expect(existsSync(target) || !ended).toBe(true);
    }
    writeFileSync(join(days, '.pelkin-20261201-000000.backup.999999999.part'), 'half');
    (clearHalves as (folder: string) => void)(days);
    expect(readdirSync(days).filter((name) => name.endsWith('.part'))).toEqual([]);
    const { rows } = await sql<{
      n: number;
    }>`select count(*)::int as n from pg_stat_activity where application_name = 'pg_dump'`.execute(root);
    expect(rows[0]!.n).toBe(0);
  }, 120_000);
});

describe('a drill', () => {
  it('restores beside what is there, and compares every table by its checksum', async () => {
    const tables = await (
      drill as (o: object) => Promise<readonly { name: string; rows: number; same: boolean }[]>
    )({
      url: source.url,
      urlOf,
      make: (name: string) => sql`create database ${sql.id(name)}`.execute(root),
      drop: (name: string) => sql`drop database ${sql.id(name)} with (force)`.execute(root),
    });
    expect(tables.every((t) => t.same)).toBe(true);
    expect(tables.find((t) => t.name === 'design')).toMatchObject({ rows: 8 });
    expect(await databases('pelkin_drill_%')).toEqual([]);
  });
});
