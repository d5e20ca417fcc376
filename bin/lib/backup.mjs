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
import { BACKUPS, Told, alive, postgresPrograms } from './system.mjs';

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
    // It ends with this process, however that ends.
    const child = spawn('setpriv', ['--pdeathsig', 'KILL', join(bin, program), ...args], {
      env,
      stdio: ['pipe', 'pipe', 'pipe'],
    });
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

/** Half-written files of this process; deleted when it exits. */
const halves = new Set();
const dropHalves = () => {
  for (const half of halves) rmSync(half, { force: true });
};
process.on('exit', dropHalves);
/** The file that a backup is written to before it is whole. */
const halfOf = (target) => join(dirname(target), `.${basename(target)}.${process.pid}.part`);
const isHalf = (name) => /^\..+\.\d+\.part$/.test(name);

/** Takes away what backups that were killed left in a folder; those of processes that still run stay. */
export function clearHalves(folder) {
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder).filter(isHalf))
    if (!alive(Number(name.split('.').at(-2)))) rmSync(join(folder, name), { force: true });
}

/**
 * Writes everything in the database to a file, while it is in use: the state at one moment. Whole or not at all.
 * `snapshot`: the moment, as a transaction exported it. The database's lineage is not in it: a restored one begins another.
 */
export async function backUp(url, file, { snapshot = null } = {}) {
  const target = resolve(file);
  mkdirSync(dirname(target), { recursive: true });
  clearHalves(dirname(target));
  const half = halfOf(target);
  const { address, env } = forPrograms(url);
  halves.add(half);
  try {
    // Made first, so that nobody else can read it from its first byte on.
    closeSync(openSync(half, 'w', 0o600));
    await run(
      'pg_dump',
      [
        '--format=custom',
        '--no-owner',
        '--no-privileges',
        '--exclude-table-data=public.lineage',
        ...(snapshot ? [`--snapshot=${snapshot}`] : []),
        `--file=${half}`,
        '-d',
        address,
      ],
      env,
    );
    const written = openSync(half, 'r+');
    fsyncSync(written);
    closeSync(written);
    renameSync(half, target);
  } finally {
    rmSync(half, { force: true });
    halves.delete(half);
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

const RESTORING = '_restoring_';
/** A database that a restore is being put into has the restoring process's number in its name. */
const restoringName = (database, stamp) => `${database}${RESTORING}${stamp}_${process.pid}`;

/** Drops the databases that restores which were killed left half-filled; those of processes that still run stay. */
export async function clearRestoring(adminUrl) {
  const names = await sqlOn(
    adminUrl,
    `select datname from pg_database where datname like '%\\_restoring\\_%' order by 1`,
  );
  for (const name of names.split('\n').filter((n) => /^[a-z0-9_]+_restoring_\d{14}_\d+$/.test(n)))
    if (!alive(Number(name.split('_').at(-1)))) await sqlOn(adminUrl, `drop database ${name} with (force)`);
}

/**
 * Restores into a database of a cluster: into a new one first, which then takes the other's place in one step. Killed at
 * any moment it leaves the database whole, as it was or as it was restored.
 */
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
  const fresh = restoringName(database, stamp);
  await clearRestoring(adminUrl);
  await sqlOn(adminUrl, `create database ${fresh} owner ${APPLICATION}`);
  try {
    await restoreInto(urlOf(fresh), file);
    const aside = `${database}_before_${stamp}`;
    await sqlOn(
      adminUrl,
      exists
        ? `begin; alter database ${database} rename to ${aside}; alter database ${fresh} rename to ${database}; commit;`
        : `alter database ${fresh} rename to ${database}`,
    );
    const kept = rows > 0 ? aside : null;
    if (exists && !kept) await sqlOn(adminUrl, `drop database ${aside}`);
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
  clearHalves(folder);
  const names = () => readdirSync(folder).filter(isBackup).sort();
  const last = names().at(-1);
  if (last && now.getTime() - statSync(join(folder, last)).mtimeMs < DAY_MS) return null;
  const { file } = await backUp(url, join(folder, `pelkin-${stampOf(now)}.backup`));
  for (const old of names().slice(0, -most)) rmSync(join(folder, old), { force: true });
  return file;
}
