import type { LongName } from '@pelkin/core/derived/long';
import { LONG } from '@pelkin/core/derived/long';
import * as Comlink from 'comlink';
import type { Told } from './worker.ts';

const worker = {
  make: (name: LongName, reads: readonly unknown[], told: Told): unknown =>
    (LONG[name] as (...args: readonly unknown[]) => unknown)(...reads, told),
};
export type LongWorker = typeof worker;
Comlink.expose(worker);
