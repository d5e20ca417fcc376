/**
 * `npm start`: sets up what is missing, starts the database and the application and keeps both running, backs the
 * database up once a day, and stops both on Ctrl-C.
 */
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { clearHalves, clearRestoring, daily } from './lib/backup.mjs';
import { DATABASE, startCluster } from './lib/cluster.mjs';
import { forgetRunning, noteRunning, readNoted, readRunning } from './lib/running.mjs';
import {
  BACKUPS,
  LOGS,
  ROOT,
  SERVER,
  STATE,
  Told,
  alive,
  commandOf,
  ensureBuild,
  ensureModules,
  ensurePackages,
  say,
  wordsOf,
} from './lib/system.mjs';

const ownDatabase = !process.env.DATABASE_URL;
const database = process.env.DATABASE_NAME || DATABASE;
/** Backups that are kept; 0 for none. */
const backups = Number(process.env.BACKUPS ?? 7);
/** After a fall what fell is started again: at once, then with longer rests. */
const RESTS_MS = [0, 500, 1_000, 2_000, 4_000];
/** The server is looked at this often, ms; one that listens and then writes nothing between ten looks hangs, and is replaced. */
const LOOK_MS = 1_000;
const SILENT_LOOKS = 10;
/** Whatever ran so long before it fell counts as having worked. */
const WORKED_MS = 30_000;
const rest = (falls) =>
  new Promise((next) => setTimeout(next, RESTS_MS[Math.min(falls, RESTS_MS.length - 1)]));

let cluster = null;
let server = null;
let address = null;
let stopping = false;
const at = () => new Date().toLocaleTimeString('sv-SE');

/** Two runs would fight for one cluster: the second says where the first is. */
function takeTheirPlace() {
  mkdirSync(STATE, { recursive: true });
  const other = readRunning();
  if (other && other.pid !== process.pid)
    throw new Told(
      `Pelkin is running already${other.address ? ` at ${other.address}` : ''} (process ${other.pid}). Stop it there with Ctrl-C first.`,
    );
  // A run that was killed may have left its server, also one of an earlier version that ran from its sources: it goes, and its port is free again.
  const left = readNoted()?.serverPid;
  if (left && alive(left) && /server\/(dist\/main\.js|src\/main\.ts)/.test(commandOf(left)))
    process.kill(left, 'SIGKILL');
  noteRunning({});
}

const note = () =>
  noteRunning({ address, database, databasePort: cluster?.port ?? null, serverPid: server?.pid ?? null });

async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (server && server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((done) => server.once('exit', done));
    server.kill('SIGTERM');
    await gone;
  }
  await cluster?.stop();
  forgetRunning();
  process.exit(code);
}

/** Starts the database; when it falls, starts it again where it was. */
async function keepDatabase(port = null) {
  cluster = await startCluster('database', { port, logs: true });
  note();
  cluster.onExit(async () => {
    if (stopping) return;
    say(`${at()} The database has stopped. Starting it again …`);
    for (let falls = 0; !stopping; falls += 1) {
      await rest(falls);
      try {
        await keepDatabase(cluster.port);
        return say(`${at()} The database is back.`);
      } catch (error) {
        // What its workers hold is let go of a moment after its end.
        if (falls === RESTS_MS.length)
          say(`${at()} ${wordsOf(error)}\n         It is tried again every few seconds.`);
      }
    }
  });
}

/** Starts the server; when it falls after having listened once, starts it again on the same port. */
function keepServer(falls = 0) {
  const begun = Date.now();
  server = spawn(process.execPath, SERVER, {
    cwd: ROOT,
    // A group of its own, so that Ctrl-C is handled here, once, in order. It ends when this end of its input does.
    detached: true,
    stdio: ['pipe', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      STOP_WITH_STARTER: 'yes',
      DATABASE_URL: process.env.DATABASE_URL || cluster.urlOf(database),
      WEB_ROOT: join(ROOT, 'web/dist'),
      DEMO_ROOT: join(ROOT, 'demo'),
      LOG_FILE: join(LOGS, 'server.log'),
      ...(ownDatabase ? { STATE_FOLDER: STATE } : {}),
      ...(address ? { PORT: new URL(address).port } : {}),
    },
  });
  note();
  server.once('exit', async (code, signal) => {
    if (stopping) return;
    // One that never stood has a reason of its own, which it told.
    if (address === null) return stop(code ?? 1);
    say(`${at()} The server has stopped (${signal ?? `exit ${code}`}). Starting it again …`);
    const again = Date.now() - begun > WORKED_MS ? 0 : falls + 1;
    await rest(again - 1);
    if (!stopping) keepServer(again);
  });
  const watched = server;
  // Counted in looks, not by the clock: a machine that slept is not a server that hangs. Null until it listens.
  let silentLooks = null;
  const watch = setInterval(() => {
    if (silentLooks === null || (silentLooks += 1) < SILENT_LOOKS) return;
    silentLooks = null;
    say(`${at()} The server does not answer any more.`);
    watched.kill('SIGKILL');
  }, LOOK_MS);
  server.once('exit', () => clearInterval(watch));
  server.stdout.on('data', (chunk) => {
    if (silentLooks !== null) silentLooks = 0;
    const listening = /^listening (\S+)/m.exec(String(chunk))?.[1];
    if (!listening) return;
    silentLooks = 0;
    const isBack = address !== null;
    address = listening;
    note();
    // Said when the note of where it is stands: who reads the words may look for it.
    say(isBack ? `${at()} The server is back.` : `\nPelkin is at ${listening}\nStop it with Ctrl-C.`);
  });
}

const LOOK_EVERY_MS = 600_000;
const FIRST_LOOK_MS = 20_000;
function keepBackups() {
  const look = () =>
    daily(cluster.urlOf(database), backups).catch((error) =>
      say(`${at()} The daily backup failed: ${wordsOf(error)}`),
    );
  setTimeout(look, FIRST_LOOK_MS).unref();
  setInterval(look, LOOK_EVERY_MS).unref();
}

async function main() {
  if (!Number.isInteger(backups) || backups < 0)
    throw new Told('BACKUPS is the number of daily backups that are kept: a whole number, 0 for none.');
  if (ownDatabase) ensurePackages(['postgresql']);
  ensureModules();
  takeTheirPlace();
  ensureBuild();
  mkdirSync(LOGS, { recursive: true });
  if (ownDatabase) await keepDatabase();
  // What a backup or a restore that was killed left behind.
  clearHalves(BACKUPS);
  if (ownDatabase) await clearRestoring(cluster.adminUrl);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  keepServer();
  if (ownDatabase && backups > 0) keepBackups();
}

main().catch((error) => {
  process.stderr.write(`${wordsOf(error)}\n`);
  forgetRunning();
  process.exit(1);
});
