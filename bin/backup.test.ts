/** A backup that is restored says the same, row for row; nothing that is there is written over unasked. */
import { mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newDesign } from '@pelkin/core';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Db } from '../server/src/db/connect.ts';
import { connect } from '../server/src/db/connect.ts';
import { FIRST_WORKSHOP } from '../server/src/db/migrations.ts';
import { ready } from '../server/src/designs/admit.ts';
import { createDesign } from '../server/src/designs/data.ts';
import { testDatabase } from '../server/src/testing.ts';
// @ts-expect-error a script of the project, without types
import { backUp, daily, restore, restoreInto, rowsIn } from './lib/backup.mjs';

const admin = process.env.TEST_DATABASE_URL!;
const urlOf = (database: string): string => {
  const url = new URL(admin);
  url.pathname = `/${database}`;
  return url.href;
};
const folder = mkdtempSync(join(tmpdir(), 'pelkin-backup-'));
const names: string[] = [];
const root = connect(admin, { patient: true });
const restoredTo = (
  file: string,
  database: string,
  replace = false,
): Promise<{ rows: number; kept: string | null }> => {
  names.push(database);
  return (restore as (o: object) => Promise<{ rows: number; kept: string | null }>)({
    adminUrl: admin,
    urlOf,
    database,
    file,
    replace,
  });
};
/** Every row of every table, as the database writes it. */
async function everything(url: string): Promise<Record<string, readonly string[]>> {
  const db: Db = connect(url, { patient: true });
  const tables = ['workshop', 'design', 'revision', 'picture', 'own_part', 'seed', 'kysely_migration'];
  const told: Record<string, readonly string[]> = {};
  for (const table of tables) {
    const { rows } = await sql<{
      row: string;
    }>`select t::text as row from ${sql.table(table)} t order by 1`.execute(db);
    told[table] = rows.map((r) => r.row);
  }
  await db.destroy();
  return told;
}

let source: Awaited<ReturnType<typeof testDatabase>>;
const file = join(folder, 'all.backup');
beforeAll(async () => {
  source = await testDatabase();
  const { db } = source;
  for (let i = 0; i < 12; i += 1) {
    const made = await createDesign(db, FIRST_WORKSHOP, ready(newDesign(`Körper ${i}`, 6, 600 + i)));
    await sql`insert into revision (workshop_id, design_id, number, name, document)
      select workshop_id, id, revision, 'Frozen', document from design where id = ${made.id}`.execute(db);
  }
  await db
    .insertInto('picture')
    .values({
      id: '00000000-0000-4000-8000-00000000b1b1',
      workshop_id: FIRST_WORKSHOP,
      mime: 'image/png',
      width: 3,
      height: 2,
      bytes: Buffer.from(Array.from({ length: 200_000 }, (_, i) => (i * 7919) % 256)),
    })
    .execute();
  await sql`insert into own_part (id, workshop_id, name, document) values (gen_random_uuid(), ${FIRST_WORKSHOP}, 'Coil', '{"a":1}')`.execute(
    db,
  );
});
afterAll(async () => {
  for (const name of names) await sql`drop database if exists ${sql.id(name)} with (force)`.execute(root);
  await source.drop();
  await root.destroy();
  rmSync(folder, { recursive: true });
});

describe('a backup', () => {
  it('is made while the database is in use, readable by this account alone, and restored row for row', async () => {
    let writing = true;
    const busy = (async () => {
      for (let i = 0; writing; i += 1)
        await sql`update design set updated_at = now() where name = ${`Körper ${i % 12}`}`.execute(source.db);
    })();
    await backUp(source.url, file);
    writing = false;
    await busy;
    expect(statSync(file).mode & 0o777).toBe(0o600);
    await backUp(source.url, file);
    expect(await restoredTo(file, 'pelkin_restored_one')).toEqual({ rows: 26, kept: null });
    expect(await everything(urlOf('pelkin_restored_one'))).toEqual(await everything(source.url));
    // Nothing half-made lies about.
    expect(readdirSync(folder)).toEqual(['all.backup']);
  });
  it('never goes over what is there unless that is requested; what was there is then kept', async () => {
    await expect(restoredTo(file, 'pelkin_restored_one')).rejects.toThrow(/holds 26 .*nothing was changed/);
    const db = connect(urlOf('pelkin_restored_one'), { patient: true });
    await sql`delete from picture`.execute(db);
    await db.destroy();
    const done = await restoredTo(file, 'pelkin_restored_one', true);
    names.push(done.kept!);
    expect(done).toMatchObject({
      rows: 26,
      kept: expect.stringMatching(/^pelkin_restored_one_before_\d{14}$/) as string,
    });
    expect(await rowsIn(urlOf(done.kept!))).toBe(25);
  });
  it('that is damaged, or something else, is refused and leaves everything as it was', async () => {
    const bad = join(folder, 'bad.backup');
    writeFileSync(bad, 'not a backup');
    await expect(restoredTo(bad, 'pelkin_restored_two')).rejects.toThrow(/not a backup, or is damaged/);
    await expect(restoredTo(join(folder, 'none.backup'), 'pelkin_restored_two')).rejects.toThrow(/no file/);
    await expect(restoreInto(source.url, file)).rejects.toThrow(/pg_restore failed/);
    expect(await rowsIn(source.url)).toBe(26);
    rmSync(bad);
    const { rows } = await sql<{
      n: string;
    }>`select count(*) as n from pg_database where datname like 'pelkin_restored%restoring%'`.execute(root);
    expect(Number(rows[0]!.n)).toBe(0);
  });
  it('is made once a day, and as many as wanted stay', async () => {
    const days = join(folder, 'daily');
    const day = (n: number) => new Date(Date.now() + n * 24 * 3600 * 1000 + 60_000);
    const make = (n: number, most = 3): Promise<string | null> =>
      (daily as (url: string, most: number, o: object) => Promise<string | null>)(source.url, most, {
        folder: days,
        now: day(n),
      });
    expect(await make(0)).toMatch(/pelkin-\d{8}-\d{6}\.backup$/);
    expect(await make(0.5)).toBeNull();
    for (let n = 2; n < 6; n += 1) expect(await make(n)).not.toBeNull();
    expect(readdirSync(days)).toHaveLength(3);
    expect(await make(9, 0)).toBeNull();
  });
});
