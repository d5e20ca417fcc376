/** `npm start`: sets up what is missing, starts the database and the application, and stops both on Ctrl-C. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from './lib/cluster.mjs';
import {
  ROOT,
  STATE,
  Told,
  alive,
  ensureBuild,
  ensureModules,
  ensurePackages,
  say,
  wordsOf,
} from './lib/system.mjs';

const LOCK = join(STATE, 'running.json');
const ownDatabase = !process.env.DATABASE_URL;

/** Two runs would fight for one cluster: the second says where the first is. */
function takeLock() {
  mkdirSync(STATE, { recursive: true });
  if (existsSync(LOCK)) {
    let other = null;
    try {
      other = JSON.parse(readFileSync(LOCK, 'utf8'));
    } catch {
      // A lock that cannot be read was left half-written by a run that is gone.
    }
    if (other && other.pid !== process.pid && alive(other.pid))
      throw new Told(
        `Pelkin is running already${other.address ? ` at ${other.address}` : ''} (process ${other.pid}). Stop it there with Ctrl-C first.`,
      );
  }
  writeFileSync(LOCK, JSON.stringify({ pid: process.pid }));
}

async function main() {
  if (ownDatabase) ensurePackages(['postgresql']);
  ensureModules();
  takeLock();
  ensureBuild();
  const cluster = ownDatabase ? await startCluster('database') : null;
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: ROOT,
    // A group of its own, so that Ctrl-C is handled here, once, in order.
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: process.env.DATABASE_URL || cluster.url,
      WEB_ROOT: join(ROOT, 'web/dist'),
      DEMO_ROOT: join(ROOT, 'demo'),
    },
  });
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    if (server.exitCode === null && server.signalCode === null) {
      const gone = new Promise((done) => server.once('exit', done));
      server.kill('SIGTERM');
      await gone;
    }
    await cluster?.stop();
    rmSync(LOCK, { force: true });
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  server.once('exit', (code) => void stop(code ?? 1));
  cluster?.onExit(() => {
    if (!stopping)
      say('The database has stopped. Work goes on in open pages; stop with Ctrl-C and start again to save.');
  });
  server.stdout.on('data', (chunk) => {
    const address = /^listening (\S+)/m.exec(String(chunk))?.[1];
    if (!address) return;
    writeFileSync(LOCK, JSON.stringify({ pid: process.pid, address }));
    say(`\nPelkin is at ${address}\nStop it with Ctrl-C.`);
  });
}

main().catch((error) => {
  process.stderr.write(`${wordsOf(error)}\n`);
  try {
    if (JSON.parse(readFileSync(LOCK, 'utf8')).pid === process.pid) rmSync(LOCK);
  } catch {
    // There was no lock of ours.
  }
  process.exit(1);
});
