import { nameSchema } from '@pelkin/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { errorSchema, numberSchema } from '../errors.ts';
import { workshopOf } from '../workshops/workshopOf.ts';
import { freezeRevision, listRevisions, readRevision } from './data.ts';

const params = z.object({ id: z.uuid() });
const summarySchema = z.object({ number: z.number(), name: z.string(), createdAt: z.string() });
const failures = {
  400: errorSchema,
  404: errorSchema,
  409: errorSchema,
  422: errorSchema,
  503: errorSchema,
};

/** Frozen copies of a design: made from its present state, listed, read; never rewritten. */
export const revisionRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/designs/:id/revisions',
      {
        schema: {
          summary: 'Frozen revisions, newest first',
          params,
          response: { 200: z.object({ revisions: z.array(summarySchema) }), ...failures },
        },
      },
      async (request) => ({
        revisions: [...(await listRevisions(db, workshopOf(request), request.params.id))],
      }),
    );

    app.post(
      '/api/designs/:id/revisions',
      {
        schema: {
          summary: 'Freeze the state that a save made, which must be the present one',
          params,
          body: z.object({
            name: nameSchema,
            save: z.uuid({ error: 'the save whose state is frozen, by its id, a UUID' }),
          }),
          response: { 201: summarySchema, ...failures },
        },
      },
      async (request, reply) => {
        const { id } = request.params;
        const { name, save } = request.body;
        return reply.status(201).send(await freezeRevision(db, workshopOf(request), id, save, name));
      },
    );

    app.get(
      '/api/designs/:id/revisions/:number',
      {
        schema: {
          summary: 'One frozen revision with its document',
          params: params.extend({ number: z.coerce.number().pipe(numberSchema('the revision’s number')) }),
          response: { 200: summarySchema.extend({ design: z.unknown() }), ...failures },
        },
      },
      async (request) => {
        const { id, number } = request.params;
        return readRevision(db, workshopOf(request), id, number);
      },
    );
  };
