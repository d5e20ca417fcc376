/** Tries out a restore: what a backup made now gives back is compared with what is there, table by table. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { backUp, restoreInto } from './backup.mjs';

/** Rows and a checksum over all of them, of each table but the lineage, which no backup has. */
async function checksums(client) {
  const { rows } = await client.query(
    `select tablename as name from pg_tables where schemaname = 'public' and tablename <> 'lineage' order by 1`,
  );
  const tables = [];
  for (const { name } of rows) {
    const found = await client.query(
      `select count(*)::int as rows, md5(coalesce(string_agg(row, '' order by row), '')) as sum
       from (select md5(t::text) as row from "${name}" t) r`,
    );
    tables.push({ name, ...found.rows[0] });
  }
  return tables;
}

async function connected(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/**
 * Backs the database at `url` up, restores that into a scratch database that `make(name)` makes and `drop(name)` takes
 * away, and compares: for each table its rows and checksum on both sides. Both sides are of one moment, whatever is saved
 * meanwhile.
 */
export async function drill({ url, urlOf, make, drop }) {
  const folder = mkdtempSync(join(tmpdir(), 'pelkin-drill-'));
  const file = join(folder, 'drill.backup');
  const name = `pelkin_drill_${process.pid}`;
  try {
    const held = await connected(url, async (client) => {
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query('select pg_export_snapshot() as snapshot');
      await backUp(url, file, { snapshot: rows[0].snapshot });
      return checksums(client);
    });
    await make(name);
    try {
      await restoreInto(urlOf(name), file);
      const restored = new Map((await connected(urlOf(name), checksums)).map((t) => [t.name, t]));
      return held.map((t) => ({
        ...t,
        restored: restored.get(t.name) ?? null,
        same: restored.get(t.name)?.rows === t.rows && restored.get(t.name)?.sum === t.sum,
      }));
    } finally {
      await drop(name);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
