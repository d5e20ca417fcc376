import { nameSchema } from '@pelkin/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { Refused, errorSchema, numberSchema } from '../errors.ts';

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
  (db: Db, workshopOf: () => string): FastifyPluginAsyncZod =>
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
      async (request) => {
        const rows = await db
          .selectFrom('revision')
          .select(['number', 'name', 'created_at'])
          .where('workshop_id', '=', workshopOf())
          .where('design_id', '=', request.params.id)
          .orderBy('number', 'desc')
          .execute();
        return {
          revisions: rows.map((r) => ({
            number: r.number,
            name: r.name,
            createdAt: r.created_at.toISOString(),
          })),
        };
      },
    );

    app.post(
      '/api/designs/:id/revisions',
      {
        schema: {
          summary: 'Freeze the state that the design has at a revision number',
          params,
          body: z.object({ name: nameSchema, number: numberSchema('the revision’s number') }),
          response: { 201: summarySchema, ...failures },
        },
      },
      async (request, reply) => {
        const { id } = request.params;
        const { name, number } = request.body;
        const row = await db
          .insertInto('revision')
          .columns(['workshop_id', 'design_id', 'number', 'name', 'document'])
          .expression((eb) =>
            eb
              .selectFrom('design')
              .select((s) => ['workshop_id', 'id', 'revision', s.val(name).as('name'), 'document'])
              .where('workshop_id', '=', workshopOf())
              .where('id', '=', id)
              .where('revision', '=', number),
          )
          .onConflict((c) => c.columns(['design_id', 'number']).doNothing())
          .returning(['number', 'name', 'created_at'])
          .executeTakeFirst();
        if (!row)
          throw new Refused(
            409,
            'not-frozen',
            `revision ${number} is not the design’s present state, or is frozen already: open it again`,
          );
        return reply
          .status(201)
          .send({ number: row.number, name: row.name, createdAt: row.created_at.toISOString() });
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
        const row = await db
          .selectFrom('revision')
          .select(['number', 'name', 'created_at', 'document'])
          .where('workshop_id', '=', workshopOf())
          .where('design_id', '=', request.params.id)
          .where('number', '=', request.params.number)
          .executeTakeFirst();
        if (!row)
          throw new Refused(
            404,
            'no-such-revision',
            `there is no frozen revision ${request.params.number} of this design`,
          );
        return {
          number: row.number,
          name: row.name,
          createdAt: row.created_at.toISOString(),
          design: row.document,
        };
      },
    );
  };
