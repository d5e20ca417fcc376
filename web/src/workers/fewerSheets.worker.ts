import { fewerSheets } from '@pelkin/core/templates';
import * as Comlink from 'comlink';

const worker = { find: fewerSheets };
export type FewerSheetsWorker = typeof worker;
Comlink.expose(worker);
