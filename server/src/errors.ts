import type { FastifyInstance } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { z } from 'zod';

/** The one shape in which every refusal and failure is told. */
export const errorSchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    /** Refusals of a design by place, or the current state for a stale save. */
    details: z.unknown().optional(),
  }),
});

/** A refusal with its HTTP status, a stable code and words for people. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details?: unknown,
  ) {
    super(message);
  }
}

/** PostgreSQL and socket codes that mean: the database is not there (or going down) at the moment. */
const DATABASE_AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EPIPE',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
]);
const isAway = (error: unknown): boolean => {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  return (
    (typeof code === 'string' && DATABASE_AWAY.has(code)) ||
    (typeof message === 'string' &&
      /Connection terminated|timeout exceeded when trying to connect/.test(message))
  );
};

const body = (code: string, message: string, details?: unknown) => ({
  error: { code, message, ...(details === undefined ? {} : { details }) },
});

/** Words for what Fastify itself refuses. */
const FASTIFY_WORDS: Readonly<Record<string, string>> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'the request is larger than is taken: 2 MB for a design, 40 MB for a picture',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'send JSON, with content type application/json',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'the request has no body: send JSON',
  FST_ERR_CTP_INVALID_JSON_BODY: 'the request’s body is not JSON',
};

export function tellErrors(app: FastifyInstance): void {
  app.setErrorHandler((error, request, reply) => {
    if (error instanceof Refused)
      return reply.status(error.status).send(body(error.code, error.message, error.details));
    if (hasZodFastifySchemaValidationErrors(error)) {
      const refusals = error.validation.map((v) => ({
        where: v.instancePath.replace(/^\//, '').replaceAll('/', '.'),
        message: v.message,
      }));
      return reply
        .status(400)
        .send(
          body(
            'bad-request',
            refusals.map((r) => `${r.where || 'request'}: ${r.message}`).join('; '),
            refusals,
          ),
        );
    }
    if (isAway(error)) {
      request.log.warn({ err: error }, 'database away');
      return reply
        .status(503)
        .send(body('database-away', 'the database cannot be reached: nothing was stored, try again'));
    }
    const { statusCode, code, message } = error as { statusCode?: number; code?: string; message?: string };
    if (statusCode !== undefined && statusCode >= 400 && statusCode < 500)
      return reply.status(statusCode).send(
        body(
          code
            ?.toLowerCase()
            .replace(/^fst_err_/, '')
            .replaceAll('_', '-') ?? 'bad-request',
          FASTIFY_WORDS[code ?? ''] ?? message ?? 'the request cannot be read',
        ),
      );
    request.log.error({ err: error }, 'request failed');
    return reply.status(500).send(body('failed', 'the server failed on this request: nothing was stored'));
  });
  app.setNotFoundHandler((request, reply) =>
    reply
      .status(404)
      .send(body('not-found', `there is nothing at ${request.method} ${request.url.slice(0, 200)}`)),
  );
}
