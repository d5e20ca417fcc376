/** Running programs and making sure that what they need is installed. Node's own modules only: runs before npm ci. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '../..');
/** Everything that is made while running: clusters, hashes of builds, locks. */
export const STATE = resolve(process.env.PELKIN_STATE ?? join(ROOT, '.pelkin'));
export const LOGS = join(STATE, 'logs');
export const BACKUPS = join(STATE, 'backups');

export const say = (text) => process.stdout.write(`${text}\n`);

/** A failure whose words are meant for the person at the terminal: shown without a stack. */
export class Told extends Error {}

/** What is wrong, in words: our own, or what the system refused and what to do about it. */
export function wordsOf(error) {
  if (error instanceof Told) return error.message;
  const refused = {
    EACCES: 'may not be written',
    EPERM: 'may not be written',
    EROFS: 'lies on a read-only disk',
    ENOSPC: 'does not fit: the disk is full',
  }[error.code];
  return refused && error.path
    ? `${error.path} ${refused}. Give this account the right to the project folder, or move the project to where it has it.`
    : error.stack;
}

export const isRoot = () => process.getuid?.() === 0;

/** Runs a program to its end, its output shown only when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 1 << 28, ...options });
  if (done.error) throw new Told(`${command} could not be run: ${done.error.message}`);
  if (done.status !== 0)
    throw new Told(
      `${command} ${args.join(' ')} failed:\n${`${done.stdout ?? ''}${done.stderr ?? ''}`.trim().slice(-4000)}`,
    );
  return done.stdout ?? '';
}

const onPath = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;

/** The newest PostgreSQL server's folder of programs; null when none is installed. */
export function postgresPrograms() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const found = readdirSync(base)
    .filter((v) => existsSync(join(base, v, 'bin/initdb')) && existsSync(join(base, v, 'bin/postgres')))
    .sort((a, b) => Number(b) - Number(a));
  return found.length ? join(base, found[0], 'bin') : null;
}

/** The browser without a window: a fifth less work than the one that has one. */
export const CHROMIUM = '/usr/bin/chromium-headless-shell';

const NEEDS = {
  postgresql: () => postgresPrograms() !== null,
  'chromium-headless-shell': () => existsSync(CHROMIUM),
  'poppler-utils': () => onPath('pdftoppm'),
};

/** Installs missing Debian packages when root; else says the one line that installs them. */
export function ensurePackages(names) {
  const missing = names.filter((name) => !NEEDS[name]());
  if (missing.length === 0) return;
  const line = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!onPath('apt-get'))
    throw new Told(
      `Missing on this machine: ${missing.join(', ')}. Install them with its package manager, then run this again.`,
    );
  if (!isRoot())
    throw new Told(
      `Missing on this machine: ${missing.join(', ')}. Run this once, then try again:\n\n  sudo sh -c '${line}'\n`,
    );
  say(`Installing ${missing.join(', ')} …`);
  if (missing.includes('postgresql')) {
    // The package would make and start a cluster of its own; Pelkin keeps one inside its folder.
    const conf = '/etc/postgresql-common/createcluster.conf';
    if (!existsSync(conf)) {
      mkdirSync(dirname(conf), { recursive: true });
      writeFileSync(conf, 'create_main_cluster = false\n');
    }
  }
  const apt = (...args) =>
    run('apt-get', ['-qq', '-o', 'DPkg::Lock::Timeout=600', ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt('update');
  // Configuration files that are there already are kept.
  apt('-o', 'Dpkg::Options::=--force-confold', 'install', '-y', '--no-install-recommends', ...missing);
  const still = names.filter((name) => !NEEDS[name]());
  if (still.length) throw new Told(`After installing, still missing: ${still.join(', ')}.`);
}

/** Whether this process now holds a lock file: it did not exist, or whoever made it is gone. */
export function take(lock) {
  mkdirSync(dirname(lock), { recursive: true });
  for (let tries = 0; tries < 2; tries += 1) {
    try {
      writeFileSync(lock, String(process.pid), { flag: 'wx' });
      return true;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    const holder = existsSync(lock) ? Number(readFileSync(lock, 'utf8')) : 0;
    if (holder > 0 && !/node/.test(commandOf(holder))) rmSync(lock, { force: true });
  }
  return false;
}

/**
 * Does a work of the project's folder that only one process may do at a time, unless it is done already: a second one waits until the first is through,
 * and finds it done. The file of who does it is left by one that was killed: it is taken over.
 */
export function alone(isDone, work, lock = join(ROOT, '.pelkin/setting-up')) {
  let waits = false;
  for (;;) {
    if (isDone()) return;
    if (take(lock)) break;
    if (!waits) say('Another Pelkin sets this folder up: waiting for it …');
    waits = true;
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 300);
  }
  try {
    if (!isDone()) work();
  } finally {
    rmSync(lock, { force: true });
  }
}

/** Installs the npm packages when the lock file is not the one they were installed from. */
export function ensureModules() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(ROOT, 'node_modules/.pelkin-lock');
  alone(
    () => existsSync(mark) && readFileSync(mark, 'utf8') === lock,
    () => {
      say('Installing npm packages …');
      run('npm', ['ci', '--no-audit', '--no-fund']);
      writeFileSync(mark, lock);
    },
  );
}

function* filesBelow(path) {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort())
    if (name !== 'dist' && name !== 'node_modules') yield* filesBelow(join(path, name));
}

/** Builds a workspace when anything that it is made from has changed. */
function ensureBuilt(workspace) {
  const hash = createHash('sha256');
  for (const part of [workspace, 'core/src', 'core/package.json', 'package-lock.json'])
    for (const file of filesBelow(join(ROOT, part)))
      hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  const digest = hash.digest('hex');
  const mark = join(ROOT, workspace, 'dist/.built-from');
  alone(
    () => existsSync(mark) && readFileSync(mark, 'utf8') === digest,
    () => {
      say(`Building the ${workspace === 'web' ? 'application' : workspace} …`);
      run('npm', ['run', 'build', '--workspace', workspace]);
      writeFileSync(mark, digest);
    },
  );
}

/** The command line of the built server, behind Node.js' own path. */
export const SERVER = ['--enable-source-maps', 'server/dist/main.js'];

/** Builds the server where it was not built from these sources. */
export const ensureServer = () => ensureBuilt('server');

/** Builds the server and the pages where they were not built from these sources. */
export function ensureBuild() {
  ensureServer();
  ensureBuilt('web');
}

/** A port on the loopback address that nothing listens on at the moment. */
export const freePort = () =>
  new Promise((done, failed) => {
    const server = createServer();
    server.once('error', failed);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => done(port));
    });
  });

/** Whether a process of this id is running (or is somebody else's). */
export function alive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** The command line of a running process, for telling whether a number is still the program that it was; empty when it cannot be reported. */
export function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
}
