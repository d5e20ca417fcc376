import { randomUUID } from 'node:crypto';
import type { PartSpec } from '@pelkin/core';
import { checkPart } from '@pelkin/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { Refused, errorSchema } from '../errors.ts';

/** A workshop keeps at most so many parts of its own. */
const MOST_KEPT = 500;

const keptSchema = z.object({ id: z.string(), updatedAt: z.string(), part: z.unknown() });
const idParams = z.object({ id: z.uuid({ error: 'a part’s id is a UUID' }) });

/** A part at the door: known in kind, whole in its measures, or a refusal that names the place. */
function admitPart(raw: unknown): PartSpec {
  const read = checkPart(raw);
  if (!read.ok) throw new Refused(422, 'part-refused', read.message);
  return read.spec;
}

/** The workshop’s own parts, as their calipers measured them: one of each name, for all its designs. */
export const partRoutes =
  (db: Db, workshopOf: () => string): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/parts',
      {
        schema: {
          summary: 'The workshop’s own parts, by name',
          response: { 200: z.object({ parts: z.array(keptSchema) }), 503: errorSchema },
        },
      },
      async () => {
        const rows = await db
          .selectFrom('own_part')
          .select(['id', 'document', 'updated_at'])
          .where('workshop_id', '=', workshopOf())
          .orderBy('name')
          .execute();
        // One that a newer version wrote is left where it is, and not shown.
        return {
          parts: rows.flatMap((r) => {
            const read = checkPart(r.document);
            return read.ok ? [{ id: r.id, updatedAt: r.updated_at.toISOString(), part: read.spec }] : [];
          }),
        };
      },
    );
    app.post(
      '/api/parts',
      {
        schema: {
          summary: 'Keep a part; one of the same name is replaced only when that is asked for',
          body: z.object({ part: z.unknown(), replace: z.boolean().default(false) }),
          response: {
            200: keptSchema,
            201: keptSchema,
            409: errorSchema,
            422: errorSchema,
            503: errorSchema,
          },
        },
      },
      async (request, reply) => {
        const part = admitPart(request.body.part);
        const workshop = workshopOf();
        const document = JSON.stringify(part);
        const kept = await db.transaction().execute(async (trx) => {
          // One keeper at a time counts and looks for the name.
          await sql`select pg_advisory_xact_lock(hashtext(${`own parts of ${workshop}`}))`.execute(trx);
          const same = await trx
            .selectFrom('own_part')
            .select('id')
            .where('workshop_id', '=', workshop)
            .where('name', '=', part.name)
            .executeTakeFirst();
          if (same && !request.body.replace)
            throw new Refused(
              409,
              'part-kept-already',
              `a part called “${part.name}” is kept already: replace it, or give this one another name`,
            );
          if (same)
            return {
              made: false,
              row: await trx
                .updateTable('own_part')
                .set({ document, updated_at: new Date() })
                .where('id', '=', same.id)
                .returning(['id', 'updated_at'])
                .executeTakeFirstOrThrow(),
            };
          const { count } = await trx
            .selectFrom('own_part')
            .select(trx.fn.countAll<string>().as('count'))
            .where('workshop_id', '=', workshop)
            .executeTakeFirstOrThrow();
          if (Number(count) >= MOST_KEPT)
            throw new Refused(
              422,
              'too-many-parts',
              `over ${MOST_KEPT} parts of one workshop cannot be kept: take some away`,
            );
          return {
            made: true,
            row: await trx
              .insertInto('own_part')
              .values({ id: randomUUID(), workshop_id: workshop, name: part.name, document })
              .returning(['id', 'updated_at'])
              .executeTakeFirstOrThrow(),
          };
        });
        return reply
          .code(kept.made ? 201 : 200)
          .send({ id: kept.row.id, updatedAt: kept.row.updated_at.toISOString(), part });
      },
    );
    app.delete(
      '/api/parts/:id',
      {
        schema: {
          summary: 'Take a part off the shelf; designs that hold it keep theirs',
          params: idParams,
          response: { 204: z.null(), 404: errorSchema, 503: errorSchema },
        },
      },
      async (request, reply) => {
        const gone = await db
          .deleteFrom('own_part')
          .where('workshop_id', '=', workshopOf())
          .where('id', '=', request.params.id)
          .returning('id')
          .executeTakeFirst();
        if (!gone) throw new Refused(404, 'no-such-part', 'that part is not on the shelf any more');
        return reply.code(204).send(null);
      },
    );
  };
