import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { errorSchema } from '../errors.ts';
import { listWorkshops } from './data.ts';

/** Workshops, the owners of everything. There is one now. */
export const workshopRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/workshops',
      {
        schema: {
          summary: 'Workshops',
          response: {
            200: z.object({ workshops: z.array(z.object({ id: z.string(), name: z.string() })) }),
            503: errorSchema,
          },
        },
      },
      async () => ({ workshops: await listWorkshops(db) }),
    );
  };
