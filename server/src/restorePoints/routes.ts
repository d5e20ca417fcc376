import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { errorSchema } from '../errors.ts';
import { workshopOf } from '../workshops/workshopOf.ts';
import { listRestorePoints, readRestorePoint } from './data.ts';

const params = z.object({ id: z.uuid() });
const summarySchema = z.object({ id: z.string(), stage: z.string().nullable(), savedAt: z.string() });
const failures = { 400: errorSchema, 404: errorSchema, 503: errorSchema };

/** States of a design that were kept by themselves: the last of each day, and each with which a stage was done. */
export const restorePointRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/designs/:id/restore-points',
      {
        schema: {
          summary: 'States that were kept by themselves, newest first',
          params,
          response: { 200: z.object({ restorePoints: z.array(summarySchema) }), ...failures },
        },
      },
      async (request) => ({
        restorePoints: [...(await listRestorePoints(db, workshopOf(request), request.params.id))],
      }),
    );

    app.get(
      '/api/designs/:id/restore-points/:point',
      {
        schema: {
          summary: 'One of them with its document',
          params: params.extend({ point: z.uuid() }),
          response: { 200: summarySchema.extend({ design: z.unknown() }), ...failures },
        },
      },
      async (request) => {
        const { id, point } = request.params;
        return readRestorePoint(db, workshopOf(request), id, point);
      },
    );
  };
