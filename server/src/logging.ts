import { chmodSync, mkdirSync } from 'node:fs';
import { basename, dirname } from 'node:path';
import type { FastifyBaseLogger } from 'fastify';
import pino from 'pino';
import { createStream } from 'rotating-file-stream';

/** A log file goes on in a new one at this size; so many old ones stay. */
const LOG_SIZE = '5M';
const LOGS_KEPT = 7;

/**
 * A log of one JSON line a happening: the time, how grave it is, and of a request its number, method, place without its
 * query, answer and the time it took: no document, no cookie, no address of a database. Written to a file that only this
 * account reads, in new ones as it grows; without a file, to standard error.
 */
export function makeLogger(file: string | null, level: string): FastifyBaseLogger {
  return pino(
    {
      level,
      base: null,
      timestamp: pino.stdTimeFunctions.isoTime,
      formatters: { level: (label) => ({ level: label }) },
      serializers: { err: errorForLog },
    },
    file === null ? process.stderr : fileSink(file),
  );
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
