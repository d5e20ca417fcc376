import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { Gate } from './gate.ts';
import { createGate } from './gate.ts';

/** Bodies up to this size, bytes, do not wait: most saves are a hundredth of it. */
const SMALL = 256 * 1024;
/** Larger ones, bytes, are in memory together up to this much; more wait before they are read. */
const ROOM = 12 * 1024 * 1024;
/** Longest wait of a body before it is answered 503, ms. */
const WAITS_MS = 5_000;
const MOST_WAITING = 64;

/** The size of a request's body, bytes; one that does not say is taken for as large as `most`. */
function sizeOf(request: FastifyRequest, most: number): number {
  const { 'content-length': length, 'transfer-encoding': encoding } = request.headers;
  if (length !== undefined) return Number(length) || 0;
  return encoding === undefined ? 0 : most;
}

/**
 * Reads large bodies a few at a time where they do not fit into memory together. What waits too long, or would wait behind
 * too many, is answered 503 and may come again.
 */
export function queueBodies(app: FastifyInstance, mostSize: number): Gate {
  const gate = createGate(ROOM, WAITS_MS, MOST_WAITING, 'the server reads other large requests');
  app.addHook('onRequest', async (request, reply) => {
    const size = sizeOf(request, mostSize);
    if (size <= SMALL) return;
    const leave = await gate.enter(size);
    reply.raw.once('close', leave);
    // It was given up while it waited.
    if (reply.raw.destroyed) leave();
  });
  return gate;
}
