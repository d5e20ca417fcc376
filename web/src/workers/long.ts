import type { LongName, LongReads, LongValue } from '@pelkin/core';
import type { LongWorker } from './long.worker.ts';
import type { Told, Work } from './worker.ts';
import { progress, work } from './worker.ts';

/** Makes one long result beside the page; `stop` ends it. */
export const makeLong = <N extends LongName>(name: N, reads: LongReads<N>, told: Told): Work<LongValue<N>> =>
  work<LongWorker, LongValue<N>>(
    () => new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' }),
    'It could not be worked out',
    (w) => w.make(name, reads, progress(told)) as Promise<LongValue<N>>,
  );
