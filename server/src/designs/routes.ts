import { setTimeout as pause } from 'node:timers/promises';
import { MOST_OPERATIONS, isPlainText, nameSchema } from '@pelkin/core';
import type { FastifyReply } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { lineageOf } from '../db/lineage.ts';
import { Refused, errorSchema } from '../errors.ts';
import { workshopOf } from '../workshops/workshopOf.ts';
import { sendWithDocument } from '../rawJson.ts';
import { frozenAs } from '../revisions/data.ts';
import { LARGE, admitDocument, readLargeBody } from './admit.ts';
import type { DesignStore, StoredDesign } from './data.ts';
import {
  archiveDesign,
  createDesign,
  duplicateDesign,
  presentSave,
  readDesign,
  rememberStored,
  renameDesign,
  saveDesign,
} from './data.ts';
import { createGate } from '../guards/gate.ts';
import type { PictureLines } from './picture.ts';
import { SORTINGS, listDesigns } from './list.ts';
import { rememberStates } from './recent.ts';

const idParams = z.object({ id: z.uuid({ error: 'a design’s id is a UUID' }) });
const NO_LINES: PictureLines = { headstock: '', tuners: '', board: '', strings: '', hardware: '' };
const linesOf = (text: string | null): PictureLines =>
  text === null ? NO_LINES : { ...NO_LINES, ...(JSON.parse(text) as PictureLines) };

const storedSchema = z.object({
  id: z.string(),
  revision: z.number(),
  archived: z.boolean(),
  updatedAt: z.string(),
  saveId: z.string(),
  /** The database's lineage: another one means that it was restored from a backup. */
  lineage: z.string(),
  /** The number of the frozen revision that is this state; null where it is not frozen. */
  frozen: z.number().nullable(),
  design: z.unknown(),
});
const summarySchema = z.object({
  id: z.string(),
  name: z.string(),
  revision: z.number(),
  updatedAt: z.string(),
  /** Null when the stored document cannot be read by this version. */
  shown: z
    .object({
      path: z.string(),
      viewBox: z.string(),
      lines: z.object({
        headstock: z.string(),
        tuners: z.string(),
        board: z.string(),
        strings: z.string(),
        hardware: z.string(),
      }),
      strings: z.number(),
      scaleLength: z.number(),
      units: z.string(),
    })
    .nullable(),
});
const failures = {
  400: errorSchema,
  404: errorSchema,
  409: errorSchema,
  413: errorSchema,
  422: errorSchema,
  503: errorSchema,
};
/** A whole document of more characters than this is read in a thread, unless the state that it was made from is at hand. */
const UNKNOWN_LARGE = 100_000;
/** Saves that the database is given at once, fewer than its connections, so that it answers others meanwhile. */
const SAVES_AT_ONCE = 6;
/** Longest wait of a save for its turn, ms, and most saves that wait; beyond either it is answered 503. */
const SAVE_WAITS_MS = 700;
const SAVES_WAITING = 200;
/** A save that the database has not confirmed this long after its request came, ms, is answered 503; repeated by its id it is known again. */
const CONFIRMED_WITHIN_MS = 900;
/** Designs on one page of the list. */
const MOST_LISTED = 200;
const madeFrom = {
  from: z.uuid({ error: 'a save names the save that it was made from by its id, a UUID' }),
  saveId: z.uuid({ error: 'a save needs an id of its own, a UUID' }),
};
const path = z.string({ error: 'an operation names its place' }).max(400);
/** The three operations of RFC 6902 that a change needs. */
const operationSchema = z.discriminatedUnion(
  'op',
  [
    z.object({ op: z.literal('add'), path, value: z.unknown() }),
    z.object({ op: z.literal('replace'), path, value: z.unknown() }),
    z.object({ op: z.literal('remove'), path }),
  ],
  { error: 'an operation is “add”, “replace” or “remove”' },
);

/** Sends a stored design; its document goes as the text it is. */
const tell = async (db: Db, reply: FastifyReply, stored: StoredDesign): Promise<FastifyReply> => {
  const lineage = await lineageOf(db);
  const frozen = await frozenAs(db, stored.id, stored.saveId);
  return sendWithDocument(
    reply,
    (design) => ({
      id: stored.id,
      revision: stored.revision,
      archived: stored.archived,
      updatedAt: stored.updatedAt.toISOString(),
      saveId: stored.saveId,
      lineage,
      frozen,
      design,
    }),
    stored.document.text,
  );
};

/** Designs of the workshop: list, make, open, save, rename, archive, duplicate. */
export const designRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    const gate = createGate(SAVES_AT_ONCE, SAVE_WAITS_MS, SAVES_WAITING, 'the server keeps other designs');
    const admitted = async <T>(keep: () => Promise<T>): Promise<T> => {
      const leave = await gate.enter();
      try {
        return await keep();
      } finally {
        leave();
      }
    };
    const inTurn = async <T>(sinceMs: number, keep: () => Promise<T>): Promise<T> => {
      const confirmed = admitted(keep);
      const late = new AbortController();
      const refusal = pause(Math.max(1, CONFIRMED_WITHIN_MS - sinceMs), undefined, {
        signal: late.signal,
      }).then(() => {
        const words = 'the database has not confirmed the save yet: repeat it with the same id in a moment';
        throw new Refused(503, 'busy', words);
      });
      // The slower of the two may still fail after the answer: without a handler that would end the process.
      refusal.catch(() => undefined);
      confirmed.catch(() => undefined);
      return Promise.race([confirmed, refusal]).finally(() => late.abort());
    };
    const recent = rememberStates();
    /** The store as one request uses it: what its body took to be read counts towards the time that it may take. */
    const storeOf = (reply: { readonly elapsedTime: number }): DesignStore => ({
      db,
      recent,
      inTurn: (keep) => inTurn(reply.elapsedTime, keep),
    });
    // A large body is read away from other requests; what it says comes checked.
    const plainJson = app.getDefaultJsonParser('error', 'error');
    app.removeContentTypeParser('application/json');
    app.addContentTypeParser('application/json', { parseAs: 'string' }, (request, text, done) => {
      // A whole save of a state that is at hand is checked by what differs: it stays here.
      const atHand = request.method === 'PUT' && recent.has(request.url.split('/').at(-1)!);
      if (text.length < (atHand ? LARGE : UNKNOWN_LARGE)) return plainJson(request, text as string, done);
      if (request.method === 'PATCH' && text.length < LARGE) return plainJson(request, text as string, done);
      if (request.method === 'PATCH')
        return done(new Refused(422, 'patch-refused', 'the change is very large: send the design whole'));
      readLargeBody(text as string).then((body) => done(null, body), done);
    });
    app.get(
      '/api/designs',
      {
        schema: {
          summary: 'Designs of the workshop, a page at a time, searched and sorted',
          querystring: z.object({
            archived: z.enum(['true', 'false']).default('false'),
            search: z
              .string()
              .max(80, 'the search is longer than 80 characters: shorten it')
              .refine(isPlainText, 'the search contains characters that cannot be printed')
              .default(''),
            sort: z.enum(SORTINGS, { error: `“sort” is one of ${SORTINGS.join(', ')}` }).default('changed'),
            offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
            limit: z.coerce.number().int().min(1).max(MOST_LISTED).default(60),
          }),
          response: { 200: z.object({ designs: z.array(summarySchema), total: z.number() }), ...failures },
        },
      },
      async (request) => {
        const { archived, search, sort, offset, limit } = request.query;
        const { rows, total } = await listDesigns(db, workshopOf(request), {
          archived: archived === 'true',
          search,
          sorting: sort,
          offset,
          limit,
        });
        return {
          total,
          designs: rows.map((row) => ({
            id: row.id,
            name: row.name,
            revision: row.revision,
            updatedAt: row.updated_at.toISOString(),
            shown:
              row.strings === null
                ? null
                : {
                    path: row.picture_path!,
                    viewBox: row.picture_box!,
                    lines: linesOf(row.picture_lines),
                    strings: row.strings,
                    scaleLength: row.scale_length!,
                    units: row.units!,
                  },
          })),
        };
      },
    );

    app.post(
      '/api/designs',
      {
        schema: {
          summary: 'Make a design from a whole document',
          body: z.object({ design: z.unknown() }),
          response: { 201: storedSchema, ...failures },
        },
      },
      async (request, reply) => {
        const document = admitDocument(request.body.design);
        const made = await createDesign(db, workshopOf(request), document);
        rememberStored(recent, made);
        return tell(db, reply.status(201), made);
      },
    );

    app.get(
      '/api/designs/:id',
      {
        schema: { summary: 'Open a design', params: idParams, response: { 200: storedSchema, ...failures } },
      },
      async (request, reply) =>
        tell(db, reply, await readDesign({ db, recent }, workshopOf(request), request.params.id)),
    );

    app.get(
      '/api/designs/:id/save',
      {
        schema: {
          summary:
            'Which save made the present state, and the database’s lineage: what an open page looks at',
          params: idParams,
          response: {
            200: z.object({ revision: z.number(), saveId: z.string(), lineage: z.string() }),
            ...failures,
          },
        },
      },
      async (request) => ({
        ...(await presentSave(db, workshopOf(request), request.params.id)),
        lineage: await lineageOf(db),
      }),
    );

    app.put(
      '/api/designs/:id',
      {
        schema: {
          summary:
            'Save a design; refused with 409 and the current state when that is not the one that it was made from',
          params: idParams,
          body: z.object({ ...madeFrom, design: z.unknown() }),
          response: { 200: z.object({ revision: z.number(), updatedAt: z.string() }), ...failures },
        },
      },
      async (request, reply) => {
        const { from, saveId, design } = request.body;
        const kept = await saveDesign(storeOf(reply), workshopOf(request), request.params.id, {
          from,
          saveId,
          document: design,
        });
        return { revision: kept.revision, updatedAt: kept.updatedAt.toISOString() };
      },
    );

    app.patch(
      '/api/designs/:id',
      {
        schema: {
          summary:
            'Save what changed since a save, as a JSON Patch (RFC 6902); refused with 409 and the current state when that save is not the present one',
          params: idParams,
          body: z.object({
            ...madeFrom,
            patch: z.array(operationSchema, { error: 'a patch is a list of operations' }),
          }),
          response: { 200: z.object({ revision: z.number(), updatedAt: z.string() }), ...failures },
        },
      },
      async (request, reply) => {
        if (request.body.patch.length > MOST_OPERATIONS)
          throw new Refused(
            422,
            'patch-refused',
            `the change has over ${MOST_OPERATIONS} operations: send the design whole`,
          );
        const kept = await saveDesign(storeOf(reply), workshopOf(request), request.params.id, request.body);
        return { revision: kept.revision, updatedAt: kept.updatedAt.toISOString() };
      },
    );

    app.post(
      '/api/designs/:id/duplicate',
      {
        schema: {
          summary: 'Make a copy with a name of its own',
          params: idParams,
          body: z.object({ name: nameSchema }),
          response: { 201: storedSchema, ...failures },
        },
      },
      async (request, reply) => {
        const { id } = request.params;
        return tell(
          db,
          reply.status(201),
          await duplicateDesign({ db, recent }, workshopOf(request), id, request.body.name),
        );
      },
    );

    app.post(
      '/api/designs/:id/rename',
      {
        schema: {
          summary: 'Give a design another name',
          params: idParams,
          body: z.object({ name: nameSchema }),
          response: { 200: storedSchema, ...failures },
        },
      },
      async (request, reply) =>
        tell(db, reply, await renameDesign(db, workshopOf(request), request.params.id, request.body.name)),
    );

    app.post(
      '/api/designs/:id/archive',
      {
        schema: {
          summary: 'Archive a design, or take it back out',
          params: idParams,
          body: z.object({ archived: z.boolean() }),
          response: { 200: storedSchema, ...failures },
        },
      },
      async (request, reply) =>
        tell(
          db,
          reply,
          await archiveDesign({ db, recent }, workshopOf(request), request.params.id, request.body.archived),
        ),
    );
  };
