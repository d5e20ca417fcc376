import type { Later, LongName, LongSource } from '@pelkin/core';
import { PENDING } from '@pelkin/core';
import { create } from 'zustand';
import { makeLong } from '../workers/long.ts';
import { Stopped } from '../workers/stopped.ts';
import type { Told, Work } from '../workers/worker.ts';

/** Counts every step of every long result, so that what shows them is drawn again. */
export const useLongSteps = create<{ readonly steps: number }>(() => ({ steps: 0 }));
const stepped = (): void => useLongSteps.setState(({ steps }) => ({ steps: steps + 1 }));

/** Progress is shown in steps of this share: a bar does not move for less. */
const SHOWN_STEP = 0.02;
/** Results that are kept beside the newest: undo and redo find them again. */
const KEPT = 3;

interface Result {
  readonly reads: readonly unknown[];
  later: Later<unknown>;
}
interface Kind {
  /** Newest first. */
  readonly results: Result[];
  work: Work<unknown> | null;
}
type Make = (name: LongName, reads: never, told: Told) => Work<unknown>;

/**
 * Long results of this page: requested by reading them, made in a worker one at a time for each name. The newest request
 * wins: a result that is still under way for other reads is stopped and forgotten. `stop` ends what is under way; read
 * again, it begins again.
 */
export function longResults(
  make: Make = makeLong as Make,
  changed: () => void = stepped,
): { readonly long: LongSource; readonly stop: (name: LongName) => void } {
  const kinds = new Map<LongName, Kind>();
  const begin = (kind: Kind, name: LongName, result: Result): void => {
    // One that was overtaken before it began is not begun.
    if (kind.results[0] !== result) return;
    const told: Told = (share) => {
      if (result.later.state !== 'pending' || share < result.later.share + SHOWN_STEP) return;
      result.later = { state: 'pending', share };
      changed();
    };
    const work = make(name, result.reads as never, told);
    kind.work = work;
    work.answer
      .then(
        (value): Later<unknown> => ({ state: 'ready', value }),
        (error: unknown): Later<unknown> | null =>
          error instanceof Stopped
            ? null
            : { state: 'failed', message: error instanceof Error ? error.message : String(error) },
      )
      .then((later) => {
        if (kind.work === work) kind.work = null;
        if (!later) return;
        result.later = later;
        changed();
      });
  };
  const stop = (name: LongName): void => {
    const kind = kinds.get(name);
    if (!kind) return;
    kind.work?.stop();
    kind.work = null;
    if (kind.results[0]?.later.state === 'pending') kind.results.shift();
  };
  const long = ((name: LongName, reads: readonly unknown[]) => {
    const kind = kinds.get(name) ?? { results: [], work: null };
    kinds.set(name, kind);
    const known = kind.results.find((r) => r.reads.every((v, i) => v === reads[i]));
    if (known) return known.later;
    kind.work?.stop();
    kind.work = null;
    const result: Result = { reads, later: PENDING };
    const settled = kind.results.filter((r) => r.later.state !== 'pending').slice(0, KEPT);
    kind.results.splice(0, Infinity, result, ...settled);
    // Read while something is being drawn: the work begins after that.
    queueMicrotask(() => begin(kind, name, result));
    return result.later;
  }) as LongSource;
  return { long, stop };
}
