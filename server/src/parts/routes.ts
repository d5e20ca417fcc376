import type { PartSpec } from '@pelkin/core';
import { checkPart } from '@pelkin/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { Refused, errorSchema } from '../errors.ts';
import { workshopOf } from '../workshops/workshopOf.ts';
import { dropPart, keepPart, listParts } from './data.ts';

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
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/parts',
      {
        schema: {
          summary: 'The workshop’s own parts, by name',
          response: { 200: z.object({ parts: z.array(keptSchema) }), 503: errorSchema },
        },
      },
      async (request) => ({ parts: [...(await listParts(db, workshopOf(request)))] }),
    );
    app.post(
      '/api/parts',
      {
        schema: {
          summary: 'Keep a part; one of the same name is replaced only on request',
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
        const { made, ...kept } = await keepPart(db, workshopOf(request), part, request.body.replace);
        return reply.code(made ? 201 : 200).send(kept);
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
        await dropPart(db, workshopOf(request), request.params.id);
        return reply.code(204).send(null);
      },
    );
  };
