/** Two that set the same folder up at once: one works, the other waits and finds it done. */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
// @ts-expect-error a script of the project, without types
import { startTestCluster as start } from './lib/testCluster.mjs';

const folder = mkdtempSync(join(tmpdir(), 'pelkin-set-up-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const system = new URL('lib/system.mjs', import.meta.url).href;
const state = fileURLToPath(new URL('../.pelkin', import.meta.url));

interface Cluster {
  readonly port: number;
  query(sql: string): string;
  stop(): Promise<void>;
}
const startTestCluster = start as (name: string, options: { durable: boolean }) => Promise<Cluster>;

/** A process that does a work of half a second alone: it notes that it began and ended, and marks it done. */
const SCRIPT = (name: string, fails: boolean): string => `
  import { appendFileSync, existsSync, writeFileSync } from 'node:fs';
  import { alone } from '${system}';
  const at = (file) => '${folder}/${name}-' + file;
  alone(
    () => existsSync(at('done')),
    () => {
      appendFileSync(at('notes'), 'began ');
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 500);
      appendFileSync(at('notes'), 'ended ');
      if (${fails}) throw new Error('it failed');
      writeFileSync(at('done'), '');
    },
    at('lock'),
  );
`;
const begin = (name: string, fails = false): Promise<number | null> =>
  new Promise((done) =>
    spawn(process.execPath, ['--input-type=module', '-e', SCRIPT(name, fails)], { stdio: 'ignore' }).once(
      'exit',
      done,
    ),
  );
const notes = (name: string): string => readFileSync(join(folder, `${name}-notes`), 'utf8').trim();

describe('setting a folder up', () => {
  it('is done once, however many begin at the same time, and leaves no lock', async () => {
    expect(await Promise.all([begin('three'), begin('three'), begin('three')])).toEqual([0, 0, 0]);
    expect(notes('three')).toBe('began ended');
    expect(existsSync(join(folder, 'three-lock'))).toBe(false);
  });
  it('goes on where somebody who was killed left a lock', async () => {
    // The number of a process that is no longer there.
    const child = spawn(process.execPath, ['-e', '0']);
    await new Promise((done) => child.once('exit', done));
    writeFileSync(join(folder, 'killed-lock'), String(child.pid));
    expect(await begin('killed')).toBe(0);
    expect(notes('killed')).toBe('began ended');
  });
  it('that failed is tried by the next one, never beside it', async () => {
    expect(
      (await Promise.all([begin('failing', true), begin('failing', true)])).every((code) => code !== 0),
    ).toBe(true);
    expect(notes('failing')).toBe('began ended began ended');
    expect(existsSync(join(folder, 'failing-lock'))).toBe(false);
  });
});

describe('two test runs side by side', () => {
  it('have a database each, and the end of one leaves the other’s', async () => {
    const first = await startTestCluster('two-runs-database', { durable: false });
    const second = await startTestCluster('two-runs-database', { durable: false });
    try {
      expect(second.port).not.toBe(first.port);
      await first.stop();
      expect(second.query('select 1 + 1')).toBe('2');
      // What was let go is the next one's.
      const third = await startTestCluster('two-runs-database', { durable: false });
      expect(third.query('show data_directory')).toMatch(/two-runs-database\/data$/);
      await third.stop();
    } finally {
      await second.stop();
      for (const name of ['two-runs-database', 'two-runs-database-2'])
        for (const path of [name, `${name}.log`]) rmSync(join(state, path), { recursive: true, force: true });
    }
  }, 60_000);
});
