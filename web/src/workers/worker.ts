import * as Comlink from 'comlink';
import { Stopped } from './stopped.ts';

/** Hears how far a piece of work is, 0 to 1. */
export type Told = (share: number) => void;

/** A worker that is running: asked one thing after another, until it is ended. */
export interface Running<W> {
  /**
   * Asks the worker. Rejects with the words for people when the worker breaks, with {@link Stopped} when it is ended
   * before it answered.
   */
  ask<T>(call: (worker: Comlink.Remote<W>) => Promise<T>): Promise<T>;
  end(): void;
}

/** One piece of work beside the page; `stop` ends it, and its answer is then {@link Stopped}. */
export interface Work<T> {
  readonly answer: Promise<T>;
  readonly stop: () => void;
}

/** What a worker is handed to report its progress by. */
export const progress = (told: Told): Told => Comlink.proxy(told);

/** What is handed over to a worker instead of copied. */
export const handOver = (bytes: Uint8Array): Uint8Array => Comlink.transfer(bytes, [bytes.buffer]);

/**
 * Starts a worker. `make` names its file, so that the build finds it: `() => new Worker(new URL('./x.worker.ts',
 * import.meta.url), { type: 'module' })`. `failure` says what could not be done, for people.
 */
export function startWorker<W>(make: () => Worker, failure: string): Running<W> {
  const worker = make();
  const remote = Comlink.wrap<W>(worker);
  let give: (error: Error) => void = () => undefined;
  const failed = new Promise<never>((_, reject) => (give = reject));
  // Heard by whoever asks; with nobody asking it is no unheard failure.
  failed.catch(() => undefined);
  const broke = (): void => give(new Error(`${failure}: load the page again.`));
  worker.onerror = broke;
  worker.onmessageerror = broke;
  return {
    ask: (call) => Promise.race([call(remote), failed]),
    end: () => {
      worker.terminate();
      give(new Stopped());
    },
  };
}

/** One piece of work in a worker of its own, which ends with it. */
export function work<W, T>(
  make: () => Worker,
  failure: string,
  call: (worker: Comlink.Remote<W>) => Promise<T>,
): Work<T> {
  const running = startWorker<W>(make, failure);
  return { answer: running.ask(call).finally(running.end), stop: running.end };
}

/** A worker whose newest question alone counts: while it is busy, questions in between are skipped. */
export interface Newest<W> {
  /** The answer, or null when a newer question came meanwhile. */
  ask<T>(call: (worker: Comlink.Remote<W>) => Promise<T>): Promise<T | null>;
  end(): void;
}

/** Starts a worker that answers the newest question. */
export function startNewest<W>(make: () => Worker, failure: string): Newest<W> {
  const running = startWorker<W>(make, failure);
  let newest = 0;
  let busy: Promise<unknown> = Promise.resolve();
  return {
    ask: async (call) => {
      newest += 1;
      const mine = newest;
      await busy.catch(() => undefined);
      if (mine !== newest) return null;
      const answer = running.ask(call);
      busy = answer;
      const got = await answer;
      return mine === newest ? got : null;
    },
    end: running.end,
  };
}
