/** Backups of everything in the database (designs, revisions, pictures, own parts), in PostgreSQL's own archive format. */
import { spawn } from 'node:child_process';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { APPLICATION } from './cluster.mjs';
import { BACKUPS, Told, postgresPrograms } from './system.mjs';

/** An address for PostgreSQL's programs, its password in the environment: a command line is seen by everybody. */
function forPrograms(url) {
  const parts = new URL(url);
  const password = decodeURIComponent(parts.password);
  parts.password = '';
  return { address: parts.href, env: { ...process.env, PGPASSWORD: password, PGCONNECT_TIMEOUT: '10' } };
}

/** Runs one of PostgreSQL's programs to its end; gives what it wrote, or throws what it complained of. */
function run(program, args, env, input = null) {
  const bin = postgresPrograms();
  if (!bin) throw new Told('PostgreSQL is not installed: run “npm start” once.');
  return new Promise((done, failed) => {
    const child = spawn(join(bin, program), args, { env, stdio: ['pipe', 'pipe', 'pipe'] });
    let [out, errors] = ['', ''];
    child.stdout.setEncoding('utf8').on('data', (text) => (out += text));
    child.stderr.setEncoding('utf8').on('data', (text) => (errors += text));
    child.stdin.on('error', () => undefined).end(input ?? '');
    child.on('error', failed);
    child.on('close', (code) =>
      code === 0
        ? done(out)
        : failed(
            new Told(
              `${program} failed: ${errors.trim().split('\n').slice(-6).join('\n') || `exit ${code}`}`,
            ),
          ),
    );
  });
}

const sqlOn = async (url, sql) => {
  const { address, env } = forPrograms(url);
  return (await run('psql', ['-qtAX', '-v', 'ON_ERROR_STOP=1', '-d', address], env, sql)).trim();
};

/** Writes everything in the database to a file, while it is in use: the state at one moment. Whole or not at all. */
export async function backUp(url, file) {
  const target = resolve(file);
  mkdirSync(dirname(target), { recursive: true });
  const half = join(dirname(target), `.${basename(target)}.part`);
  const { address, env } = forPrograms(url);
  try {
    // Made first, so that nobody else can read it from its first byte on.
    closeSync(openSync(half, 'w', 0o600));
    await run(
      'pg_dump',
      ['--format=custom', '--no-owner', '--no-privileges', `--file=${half}`, '-d', address],
      env,
    );
    const written = openSync(half, 'r+');
    fsyncSync(written);
    closeSync(written);
    renameSync(half, target);
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
  return { file: target, bytes: statSync(target).size };
}

/** Tables that hold what people made. */
const TABLES = ['design', 'revision', 'picture', 'own_part'];

/** How many rows people made there are in a database; 0 when it has no tables of Pelkin's yet. */
export async function rowsIn(url) {
  const present = await sqlOn(
    url,
    `select string_agg(tablename, ',') from pg_tables where schemaname = 'public'`,
  );
  const tables = TABLES.filter((table) => present.split(',').includes(table));
  if (tables.length === 0) return 0;
  return Number(await sqlOn(url, `select ${tables.map((t) => `(select count(*) from ${t})`).join(' + ')}`));
}

/** Whether a file is a backup of Pelkin's; throws with words when it is not. */
async function checkBackup(file) {
  if (!existsSync(file)) throw new Told(`There is no file ${file}.`);
  const listed = await run('pg_restore', ['--list', file], process.env).catch(() => null);
  if (listed === null) throw new Told(`${file} is not a backup, or is damaged: it cannot be read.`);
  if (!/TABLE DATA public design /.test(listed))
    throw new Told(`${file} is no backup of Pelkin’s: it has no designs.`);
}

/** Puts a backup into a database that has nothing in it; all of it or nothing. */
export async function restoreInto(url, file) {
  await checkBackup(file);
  const { address, env } = forPrograms(url);
  await run(
    'pg_restore',
    [
      '--no-owner',
      '--no-privileges',
      '--exit-on-error',
      '--single-transaction',
      '-d',
      address,
      resolve(file),
    ],
    env,
  );
}

/** Restores into a database of a cluster: into a new one first, which then takes the place of an empty one. */
export async function restore({ adminUrl, urlOf, database, file, replace = false }) {
  await checkBackup(file);
  const exists = (await sqlOn(adminUrl, `select 1 from pg_database where datname = '${database}'`)) === '1';
  const rows = exists ? await rowsIn(urlOf(database)) : 0;
  if (rows > 0 && !replace)
    throw new Told(
      `The database “${database}” holds ${rows} designs, revisions, pictures and parts: nothing was changed.\n` +
        'Restore beside it with --into NAME, or in its place with --replace (what is there now is kept under another name).',
    );
  const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
  const fresh = `${database}_restoring_${stamp}`;
  await sqlOn(adminUrl, `create database ${fresh} owner ${APPLICATION}`);
  try {
    await restoreInto(urlOf(fresh), file);
    const kept = rows > 0 ? `${database}_before_${stamp}` : null;
    if (kept) await sqlOn(adminUrl, `alter database ${database} rename to ${kept}`);
    else if (exists) await sqlOn(adminUrl, `drop database ${database}`);
    await sqlOn(adminUrl, `alter database ${fresh} rename to ${database}`);
    return { rows: await rowsIn(urlOf(database)), kept };
  } catch (error) {
    await sqlOn(adminUrl, `drop database if exists ${fresh}`).catch(() => undefined);
    throw error;
  }
}

const DAY_MS = 24 * 3600 * 1000;
const isBackup = (name) => /^pelkin-\d{8}-\d{6}\.backup$/.test(name);
const stampOf = (at) => {
  const digits = at.toISOString().replace(/\D/g, '');
  return `${digits.slice(0, 8)}-${digits.slice(8, 14)}`;
};

/** Writes the day's backup when the last one is a day old, and drops those over `most`. Gives the file, or null. */
export async function daily(url, most, { folder = BACKUPS, now = new Date() } = {}) {
  if (most <= 0) return null;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const names = () => readdirSync(folder).filter(isBackup).sort();
  const last = names().at(-1);
  if (last && now.getTime() - statSync(join(folder, last)).mtimeMs < DAY_MS) return null;
  const { file } = await backUp(url, join(folder, `pelkin-${stampOf(now)}.backup`));
  for (const old of names().slice(0, -most)) rmSync(join(folder, old), { force: true });
  return file;
}
