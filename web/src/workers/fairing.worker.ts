import { fairStretch } from '@pelkin/core/outline';
import * as Comlink from 'comlink';

const worker = { fair: fairStretch };
export type FairingWorker = typeof worker;
Comlink.expose(worker);
