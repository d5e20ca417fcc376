import { readFileSync } from 'node:fs';
import { sql } from 'kysely';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from './db/connect.ts';
import { lineageOf } from './db/lineage.ts';
import { errorSchema } from './errors.ts';

/** The version of what runs. */
export const VERSION = (
  JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as { version: string }
).version;

const schema = z.object({
  server: z.literal('works'),
  database: z.enum(['works', 'does not answer']),
  version: z.string(),
});

/** Whether the server and its database work, and which version this is: for whoever watches over them. */
export const healthRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/healthz',
      { schema: { summary: 'Whether server and database work', response: { 200: schema, 503: schema } } },
      async (_request, reply) => {
        const works = await sql`select 1`.execute(db).then(
          () => true,
          () => false,
        );
        return reply.status(works ? 200 : 503).send({
          server: 'works',
          database: works ? 'works' : 'does not answer',
          version: VERSION,
        });
      },
    );
    app.get(
      '/api/lineage',
      {
        schema: {
          summary: 'The database’s lineage: another one than before means that it was restored from a backup',
          response: { 200: z.object({ lineage: z.string() }), 503: errorSchema },
        },
      },
      async () => ({ lineage: await lineageOf(db) }),
    );
  };
