import { findSaving } from '@pelkin/core/saving';
import * as Comlink from 'comlink';

const worker = { find: findSaving };
export type SavingWorker = typeof worker;
Comlink.expose(worker);
