/**
 * Kills the server, the database, and both, in the middle of saves, 20 times in every run (KILLS=100 of each for all): what was answered as saved
 * is there afterwards, what was not is either whole or not there, and a repeated save is known again.
 */
import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { edits, newDesign } from '@pelkin/core';
import type { Design } from '@pelkin/core';
import { randomFrom } from '../core/tests/random.ts';
// @ts-expect-error a script of the project, without types
import { startCluster } from './lib/cluster.mjs';
// @ts-expect-error a script of the project, without types
import { SERVER } from './lib/system.mjs';

interface Cluster {
  readonly url: string;
  readonly port: number;
  readonly stop: () => Promise<void>;
  readonly kill: () => Promise<void>;
}
const KILLS = Number(process.env['KILLS'] ?? 8);
const [SERVER_KILLS, DATABASE_KILLS, BOTH_KILLS] = [KILLS, KILLS, Math.ceil(KILLS / 2)];
/** Time for one kind of kills, ms. */
const KILLED_WITHIN_MS = 60_000 + KILLS * 12_000;
/** Longer than any start of a server or recovery of a database takes here. */
const ANSWERED_WITHIN_MS = 20_000;
const root = new URL('..', import.meta.url).pathname;
const start = startCluster as (name: string, options: { port?: number | null }) => Promise<Cluster>;

let cluster: Cluster;
let server: ChildProcess;
let address = '';

async function startServer(port: string): Promise<void> {
  server = spawn(process.execPath, SERVER as string[], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'ignore'],
    env: { ...process.env, PORT: port, DATABASE_URL: cluster.url, LOG_LEVEL: 'silent' },
  });
  address = await new Promise<string>((done, failed) => {
    server.stdout!.on('data', (chunk) => {
      const found = /^listening (\S+)/m.exec(String(chunk))?.[1];
      if (found) done(found);
    });
    server.once('exit', () => failed(new Error('the server did not start')));
  });
}
const killServer = (): Promise<void> =>
  new Promise((done) => {
    server.once('exit', () => done());
    server.kill('SIGKILL');
  });

/** What the killed one's workers hold is let go of a moment after its end: tried again as the start command does. */
async function startAgain(port: number): Promise<Cluster> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await start('safety-database', { port });
    } catch (error) {
      if (tries === 8) throw error;
      await pause(250);
    }
  }
}

beforeAll(async () => {
  // A cluster that keeps its promises: what it confirms is on the disk.
  cluster = await start('safety-database', {});
  await startServer('0');
});
afterAll(async () => {
  if (server.exitCode === null && server.signalCode === null) await killServer();
  await cluster.stop();
});

async function call(
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: unknown }> {
  try {
    const response = await fetch(`${address}${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
      signal: AbortSignal.timeout(8000),
    });
    return { status: response.status, body: await response.json() };
  } catch {
    return { status: 0, body: null };
  }
}
interface Held {
  readonly id: string;
  readonly revision: number;
  readonly saveId: string;
  readonly design: Design;
}
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** A page’s way of saving: one save at a time, repeated with its id until it is answered. */
async function saveUntilAnswered(
  id: string,
  from: string,
  state: Design,
): Promise<{ readonly revision: number; readonly save: string }> {
  const saveId = randomUUID();
  const until = Date.now() + ANSWERED_WITHIN_MS;
  for (;;) {
    if (Date.now() > until)
      throw new Error(`no answer within ${ANSWERED_WITHIN_MS} ms: is the server still there?`);
    const answer = await call('PUT', `/api/designs/${id}`, { from, saveId, design: state });
    if (answer.status === 200) {
      const { revision } = answer.body as { revision: number };
      return { revision, save: saveId };
    }
    expect([0, 500, 503], JSON.stringify(answer.body)).toContain(answer.status);
    await pause(40);
  }
}

async function trial(seed: number, kills: number, strike: () => Promise<void>): Promise<void> {
  const random = randomFrom(seed);
  const made = (await call('POST', '/api/designs', { design: newDesign('Kept', 6, 628) })).body as Held;
  let { revision, saveId: save } = made;
  let state: Design = made.design;
  let saves = 0;
  for (let k = 0; k < kills; k += 1) {
    let striking = true;
    const blow = pause(5 + random() * 60)
      .then(strike)
      .finally(() => {
        striking = false;
      });
    do {
      const next = edits.rememberTyped(state, 'strings.nutWidth', `save ${saves}`);
      const kept = await saveUntilAnswered(made.id, save, next);
      // One save, one revision, however often it was repeated.
      expect(kept.revision).toBe(revision + 1);
      ({ revision, save } = kept);
      state = next;
      saves += 1;
    } while (striking);
    await blow;
    const held = (await call('GET', `/api/designs/${made.id}`)).body as Held;
    expect(held.revision).toBe(revision);
    expect(held.design).toEqual(state);
  }
  expect(saves).toBeGreaterThanOrEqual(kills);
}

describe('killed in the middle of saves', () => {
  it(
    `the server, ${SERVER_KILLS} times: nothing that was answered is lost, nothing is kept twice`,
    async () => {
      await trial(1, SERVER_KILLS, async () => {
        const { port } = new URL(address);
        await killServer();
        await startServer(port);
      });
    },
    KILLED_WITHIN_MS,
  );
  it(
    `the database, ${DATABASE_KILLS} times: nothing that was answered is lost, nothing is half-written`,
    async () => {
      await trial(2, DATABASE_KILLS, async () => {
        const { port } = cluster;
        await cluster.kill();
        cluster = await startAgain(port);
      });
    },
    KILLED_WITHIN_MS,
  );
  it(
    `both at once, ${BOTH_KILLS} times, as a power cut would`,
    async () => {
      await trial(3, BOTH_KILLS, async () => {
        const { port } = new URL(address);
        const { port: databasePort } = cluster;
        await Promise.all([killServer(), cluster.kill()]);
        cluster = await startAgain(databasePort);
        await startServer(port);
      });
    },
    KILLED_WITHIN_MS,
  );
});
