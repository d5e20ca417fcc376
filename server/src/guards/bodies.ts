import type { FastifyInstance, FastifyRequest } from 'fastify';
import { Refused } from '../errors.ts';

/** Bodies up to this, bytes, are read at once: most saves are a hundredth of it. */
const SMALL = 256 * 1024;
/** Larger ones, bytes, are in memory together up to this much; more wait before they are read. */
const ROOM = 12 * 1024 * 1024;
/** A body that has not come to be read by then is asked for again later, ms. */
const WAITS_MS = 900;
const MOST_WAITING = 64;

export interface BodyQueue {
  /** How many large bodies wait to be read. */
  readonly waiting: () => number;
}

/** The size of a request's body, bytes; one that does not say is taken for as large as `most`. */
function sizeOf(request: FastifyRequest, most: number): number {
  const { 'content-length': length, 'transfer-encoding': encoding } = request.headers;
  if (length !== undefined) return Number(length) || 0;
  return encoding === undefined ? 0 : most;
}

/**
 * Reads large bodies one after the other where they do not fit into memory together, the first come first. What waits too
 * long, or would wait behind too many, is answered 503 and may come again.
 */
export function queueBodies(app: FastifyInstance, mostSize: number): BodyQueue {
  let held = 0;
  const queue: { readonly size: number; readonly go: () => void }[] = [];
  const next = (): void => {
    for (let first = queue[0]; first && (held === 0 || held + first.size <= ROOM); first = queue[0]) {
      queue.shift();
      held += first.size;
      first.go();
    }
  };
  const busy = (): Refused =>
    new Refused(503, 'busy', 'the server reads other large requests: try again in a moment');
  const room = (size: number): Promise<void> =>
    new Promise((done, failed) => {
      if (queue.length >= MOST_WAITING) return failed(busy());
      const timer = setTimeout(() => {
        queue.splice(queue.indexOf(entry), 1);
        failed(busy());
      }, WAITS_MS);
      const entry = { size, go: () => (clearTimeout(timer), done()) };
      queue.push(entry);
      next();
    });
  app.addHook('onRequest', async (request, reply) => {
    const size = sizeOf(request, mostSize);
    if (size <= SMALL) return;
    await room(size);
    reply.raw.once('close', () => {
      held -= size;
      next();
    });
    // It left while it waited.
    if (request.raw.destroyed) reply.raw.destroy();
  });
  return { waiting: () => queue.length };
}
