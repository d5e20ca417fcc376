import * as Comlink from 'comlink';
import { describe, expect, it } from 'vitest';
import { Stopped } from './stopped.ts';
import { progress, startNewest, startWorker, work } from './worker.ts';

const remote = {
  double: (n: number): number => 2 * n,
  steps: async (told: (share: number) => void): Promise<string> => {
    for (const share of [0.25, 0.5, 1]) await told(share);
    return 'done';
  },
  refuse: (): never => {
    throw new Error('It is too wide.');
  },
  never: (): Promise<never> => new Promise(() => undefined),
  slowly: (n: number): Promise<number> => new Promise((done) => setTimeout(() => done(n), 20)),
};
type Remote = typeof remote;

/** A worker as the page sees it, answering over a channel. */
function fake(): { readonly worker: Worker; readonly ended: () => boolean } {
  const { port1, port2 } = new MessageChannel();
  Comlink.expose(remote, port2);
  let ended = false;
  const worker = Object.assign(port1, {
    terminate: () => {
      ended = true;
      port1.close();
      port2.close();
    },
  });
  port1.start();
  return { worker: worker as unknown as Worker, ended: () => ended };
}

describe('a worker', () => {
  it('answers, tells its progress, and ends with the work', async () => {
    const { worker, ended } = fake();
    const shares: number[] = [];
    const running = work<Remote, string>(
      () => worker,
      'It failed',
      (w) => w.steps(progress((s) => void shares.push(s))),
    );
    expect(await running.answer).toBe('done');
    expect(shares).toEqual([0.25, 0.5, 1]);
    expect(ended()).toBe(true);
  });
  it('gives the words of what it refuses, and goes on', async () => {
    const { ask, end } = startWorker<Remote>(() => fake().worker, 'It failed');
    await expect(ask((w) => w.refuse())).rejects.toThrow('It is too wide.');
    expect(await ask((w) => w.double(21))).toBe(42);
    end();
  });
  it('says for people that it broke', async () => {
    const { worker } = fake();
    const { ask, end } = startWorker<Remote>(() => worker, 'The sheets could not be made');
    const answer = ask((w) => w.never());
    worker.onerror?.({} as ErrorEvent);
    await expect(answer).rejects.toThrow('The sheets could not be made: load the page again.');
    end();
  });
  it('stops at once when it is ended', async () => {
    const { worker, ended } = fake();
    const running = work<Remote, never>(
      () => worker,
      'It failed',
      (w) => w.never(),
    );
    running.stop();
    await expect(running.answer).rejects.toBeInstanceOf(Stopped);
    expect(ended()).toBe(true);
  });
});

describe('the newest question', () => {
  it('alone is answered: those in between are skipped, an overtaken answer is dropped', async () => {
    const { ask, end } = startNewest<Remote>(() => fake().worker, 'It failed');
    const answers = [1, 2, 3].map((n) => ask((w) => w.slowly(n)));
    expect(await Promise.all(answers)).toEqual([null, null, 3]);
    end();
  });
});
