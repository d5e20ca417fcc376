import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { sendWithDocument } from './rawJson.ts';

/** The one shape in which every refusal and failure is reported. */
export const errorSchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    /** Refusals of a design by place, or the current state for a stale save. */
    details: z.unknown().optional(),
    /** The request's number, under which the server's log tells more. */
    request: z.string().optional(),
  }),
});

/** Revisions are counted in the database's whole numbers. */
const MOST_COUNTED = 2_147_483_647;
/** A revision's number in a request; `what` begins its sentences. */
export const numberSchema = (what: string) =>
  z
    .number({ error: `${what} must be a number` })
    .int(`${what} must be a whole number`)
    .min(1, `${what} is 1 or more`)
    .max(MOST_COUNTED, `${what} is larger than any that there is`);

/** A refusal with its HTTP status, a stable code and words for people. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details?: object,
    /** A document, as JSON text, that is reported as `design` among the details. */
    readonly document: string | null = null,
  ) {
    super(message);
  }
}

const DISK_FULL = '53100';
/** PostgreSQL and socket codes that mean: the database is not there, going down, or does not come round to it now. */
const DATABASE_AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EPIPE',
  'ETIMEDOUT',
  // Shutting down, or starting up.
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
  // A statement or lock that took too long was ended; two that waited for each other.
  '57014',
  '55P03',
  '40001',
  '40P01',
  // No connection or memory left.
  '53000',
  '53200',
  '53300',
]);
const AWAY_WORDS = /Connection terminated|timeout exceeded when trying to connect|Query read timeout/;
const codeOf = (error: unknown): string => {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === 'string' ? code : '';
};
const isAway = (error: unknown): boolean =>
  DATABASE_AWAY.has(codeOf(error)) || (error instanceof Error && AWAY_WORDS.test(error.message));
/** The database cannot hold a value that came through the door (class 22: its text or number is none of its own). */
const isUnstorable = (error: unknown): boolean => /^22[0-9A-Z]{3}$/.test(codeOf(error));

const body = (code: string, message: string, request: FastifyRequest, details?: unknown) => ({
  error: { code, message, ...(details === undefined ? {} : { details }), request: request.id },
});

/** The usual code for a client that closed its request. */
const GONE = 499;

/** Words for what Fastify itself refuses. */
const FASTIFY_WORDS: Readonly<Record<string, string>> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'the request is larger than is taken: 2 MB for a design, 40 MB for a picture',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'send JSON, with content type application/json',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'the request has no body: send JSON',
  FST_ERR_CTP_INVALID_JSON_BODY: 'the request’s body is not JSON',
  FST_ERR_BAD_URL: 'the address cannot be read',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'the request’s length is not what it says',
};

/** What is answered to a request that failed: its status, a stable code, words, and more where there is more. */
function answerTo(
  error: unknown,
  request: FastifyRequest,
): { readonly status: number; readonly body: ReturnType<typeof body> } {
  if (error instanceof Refused)
    return { status: error.status, body: body(error.code, error.message, request, error.details) };
  if (hasZodFastifySchemaValidationErrors(error)) {
    const refusals = error.validation.slice(0, 20).map((v) => ({
      where: v.instancePath.replace(/^\//, '').replaceAll('/', '.'),
      // What no schema of ours has words for.
      message: /^Invalid|^Unrecognized|^Too/.test(v.message ?? '')
        ? 'this is missing or is not what belongs here'
        : v.message,
    }));
    const words = refusals.map((r) => `${r.where || 'request'}: ${r.message}`).join('; ');
    return { status: 400, body: body('bad-request', words, request, refusals) };
  }
  if (codeOf(error) === DISK_FULL) {
    request.log.error({ err: error }, 'disk full');
    const words = 'the disk of the database is full: nothing was stored. Make room on it, then try again';
    return { status: 503, body: body('disk-full', words, request) };
  }
  if (isAway(error)) {
    request.log.warn({ err: error }, 'database away');
    const words = 'the database does not answer: nothing was stored, try again';
    return { status: 503, body: body('database-away', words, request) };
  }
  if (isUnstorable(error)) {
    request.log.warn({ err: error }, 'unstorable');
    const words = 'the request holds a text or number that cannot be stored: change it';
    return { status: 422, body: body('unstorable', words, request) };
  }
  const { statusCode, code, message } = error as { statusCode?: number; code?: string; message?: string };
  if (statusCode !== undefined && statusCode >= 400 && statusCode < 500) {
    const name =
      code
        ?.toLowerCase()
        .replace(/^fst_err_/, '')
        .replaceAll('_', '-') ?? 'bad-request';
    return {
      status: statusCode,
      body: body(name, FASTIFY_WORDS[code ?? ''] ?? message ?? 'the request cannot be read', request),
    };
  }
  request.log.error({ err: error }, 'request failed');
  const words = 'the server failed on this request: nothing was stored';
  return { status: 500, body: body('failed', words, request) };
}

/** Retry-After of the answers below, s. */
const COME_AGAIN_S = 1;
const ASKED_TO_WAIT = new Set([503, 429]);

/** Answers a request that failed, in the one shape. */
export function answerFailure(error: unknown, request: FastifyRequest, reply: FastifyReply): void {
  // The client closed the request: no failure of the server, and not logged as one.
  if (request.raw.destroyed && !request.raw.complete) {
    void reply.status(GONE).send(body('gone', 'the request was given up before it came whole', request));
    return;
  }
  if (error instanceof Refused && error.document !== null) {
    const { status, code, message, details, document } = error;
    const answer = (design: string) => body(code, message, request, { ...details, design });
    void sendWithDocument(reply.status(status), answer, document);
    return;
  }
  const answer = answerTo(error, request);
  if (ASKED_TO_WAIT.has(answer.status) && !reply.hasHeader('retry-after'))
    void reply.header('retry-after', COME_AGAIN_S);
  void reply.status(answer.status).send(answer.body);
}

export function tellErrors(app: FastifyInstance): void {
  app.setErrorHandler(answerFailure);
  app.setNotFoundHandler((request, reply) =>
    reply
      .status(404)
      .send(body('not-found', `there is nothing at ${request.method} ${request.url.slice(0, 200)}`, request)),
  );
}
