import { chmodSync, mkdirSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import type { FastifyBaseLogger } from 'fastify';
import pino from 'pino';
import pretty from 'pino-pretty';
import { createStream } from 'rotating-file-stream';

/** A log file goes on in a new one at this size; so many old ones stay. */
const LOG_SIZE = '5M';
const LOGS_KEPT = 7;

/**
 * A log that a person can read: one line a happening, with the time, how grave it is, and the request's number. Written
 * to a file that only this account reads, in new ones as it grows; without a file, to standard error. Of a request it
 * tells the way, the place without its query, the answer and the time it took: no document, no cookie, no address of a
 * database.
 */
export function makeLogger(file: string | null, level: string): FastifyBaseLogger {
  const sink = file === null ? process.stderr : fileSink(file);
  const lines = pretty({
    destination: sink,
    colorize: false,
    singleLine: true,
    translateTime: 'SYS:yyyy-mm-dd HH:MM:ss.l',
    ignore: 'pid,hostname,reqId',
    messageFormat: '{if reqId}{reqId} {end}{msg}',
    hideObject: false,
  });
  return pino({ level, base: null, serializers: { err: errorForLog } }, lines);
}

/** What a log tells of a failure: no query parameters, which may hold a document. */
export function errorForLog(error: unknown): {
  type: string;
  message: string;
  code?: unknown;
  stack?: string;
} {
  if (!(error instanceof Error)) return { type: typeof error, message: 'not an error' };
  const { code } = error as { code?: unknown };
  return {
    type: error.name,
    message: error.message.slice(0, 300),
    ...(code === undefined ? {} : { code }),
    ...(error.stack === undefined ? {} : { stack: error.stack.split('\n').slice(1, 8).join(' |') }),
  };
}

function fileSink(file: string) {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const stream = createStream(basename(file), {
    path: dirname(file),
    size: LOG_SIZE,
    maxFiles: LOGS_KEPT,
    mode: 0o600,
    initialRotation: true,
  });
  // One that was there before keeps the mode it had: it is tightened.
  stream.on('open', (name: string) => chmodSync(name, 0o600));
  // A full disk must not end the server: what cannot be written is not.
  stream.on('error', () => undefined);
  return stream;
}
