import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from './db/connect.ts';
import { errorSchema, Refused } from './errors.ts';
import { addDemo } from './seed.ts';
import { workshopOf } from './workshops/workshopOf.ts';

/** The demo designs, put in when they are requested. */
export const demoRoutes =
  (db: Db, folder: string | null): FastifyPluginAsyncZod =>
  async (app) => {
    app.post(
      '/api/demo',
      {
        schema: {
          summary: 'Put copies of the demo designs into the workshop',
          body: z.object({}),
          response: {
            201: z.object({ names: z.array(z.string()) }),
            400: errorSchema,
            404: errorSchema,
            503: errorSchema,
          },
        },
      },
      async (request, reply) => {
        if (!folder)
          throw new Refused(404, 'no-demo', 'this server has no demo designs: begin from measures or a file');
        return reply.status(201).send({ names: [...(await addDemo(db, workshopOf(request), folder))] });
      },
    );
  };
