/**
 * Fills a small file system that holds the database. The server answers 503, keeps every save that it confirmed, and saves again
 * when there is room again. Only where a file system may be mounted; elsewhere a stand-in takes its place (server/src/races.test.ts).
 */
import { spawn, spawnSync } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { appendFileSync, mkdirSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { edits, newDesign } from '@pelkin/core';
import type { Design } from '@pelkin/core';
// @ts-expect-error a script of the project, without types
import { startCluster } from './lib/cluster.mjs';
// @ts-expect-error a script of the project, without types
import { SERVER, STATE } from './lib/system.mjs';

const NAME = 'full-disk-database';
const folder = join(STATE as string, NAME);
const filler = join(folder, 'filler');
/** A new database takes 39 MB and its log 17 to 33. */
const SIZE = '80m';
const root = new URL('..', import.meta.url).pathname;

mkdirSync(folder, { recursive: true });
// One that a killed run left.
spawnSync('umount', [folder]);
const mounted =
  process.getuid?.() === 0 &&
  spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE},mode=755`, 'pelkin-test', folder]).status === 0;
if (!mounted) rmSync(folder, { recursive: true, force: true });

const room = (): number => {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
};
/** Writes a file until this many bytes are left, or none can be written. */
function fillUpTo(left: number): void {
  for (let free = room(); free > left; free = room()) {
    try {
      appendFileSync(filler, Buffer.alloc(Math.min(free - left, 1 << 20), 1));
    } catch {
      return;
    }
  }
}

describe.runIf(mounted)('a disk that is full', () => {
  let cluster: { url: string; stop: () => Promise<void> };
  let server: ChildProcess;
  let address = '';
  beforeAll(async () => {
    cluster = await (startCluster as (name: string, options: object) => Promise<typeof cluster>)(NAME, {});
    server = spawn(process.execPath, SERVER as string[], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'ignore'],
      env: { ...process.env, PORT: '0', DATABASE_URL: cluster.url, LOG_LEVEL: 'silent' },
    });
    address = await new Promise<string>((done, failed) => {
      server.stdout!.on('data', (chunk) => {
        const found = /^listening (\S+)/m.exec(String(chunk))?.[1];
        if (found) done(found);
      });
      server.once('exit', () => failed(new Error('the server did not start')));
    });
  }, 60_000);
  afterAll(async () => {
    const gone = new Promise((done) => server.once('exit', done));
    server.kill('SIGTERM');
    await gone;
    await cluster.stop();
    spawnSync('umount', [folder]);
    rmSync(folder, { recursive: true, force: true });
  }, 30_000);

  const call = async (method: string, path: string, body?: unknown) => {
    const response = await fetch(`${address}${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
      signal: AbortSignal.timeout(20_000),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  interface Kept {
    readonly id: string;
    readonly design: Design;
  }
  /** A design that takes its room on the disk: what is typed in it cannot be packed. */
  const large = (n: number): Design => {
    let design = newDesign(`Kept ${n}`, 6, 628);
    for (let k = 0; k < 60; k += 1)
      design = edits.addOpening(design, {
        name: `${randomUUID()}`.slice(0, 30),
        face: 'front',
        at: { x: -100 - Math.random(), y: Math.random() * 50 },
        turn: 0,
        steps: [edits.plainStep('rout', { kind: 'rect', long: 20, wide: 14, radius: 3 }, 12)],
      }).design;
    return design;
  };

  it('is reported, loses nothing that was saved, and takes the save again when there is room', async () => {
    const kept: Kept[] = [];
    const refusals = new Set<string>();
    const create = async (n: number): Promise<boolean> => {
      const design = large(n);
      const answer = await call('POST', '/api/designs', { design });
      if (answer.status === 201 || answer.status === 200) {
        kept.push({ id: answer.body['id'] as string, design: answer.body['design'] as Design });
        return true;
      }
      expect(answer.status, JSON.stringify(answer.body)).toBe(503);
      refusals.add((answer.body['error'] as { code: string }).code);
      return false;
    };
    for (let n = 0; n < 5; n += 1) expect(await create(n)).toBe(true);
    fillUpTo(0);
    let n = 5;
    while (refusals.size === 0 && n < 400) await create((n += 1));
    expect([...refusals]).toEqual(['disk-full']);
    const before = kept.length;
    expect(before).toBeGreaterThanOrEqual(5);
    // What is there can be read while the disk is full.
    for (const { id, design } of kept)
      expect((await call('GET', `/api/designs/${id}`)).body['design']).toEqual(design);
    rmSync(filler);
    expect(await create(n + 1)).toBe(true);
    for (const { id, design } of kept)
      expect((await call('GET', `/api/designs/${id}`)).body['design']).toEqual(design);
  }, 120_000);
});
