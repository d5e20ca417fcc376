import { nameSchema } from '@pelkin/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { errorSchema } from '../errors.ts';
import type { StoredDesign } from './data.ts';
import {
  admitDesign,
  archiveDesign,
  createDesign,
  listDesigns,
  readDesign,
  renameDesign,
  saveDesign,
} from './data.ts';
import { designPicture } from './picture.ts';

const idParams = z.object({ id: z.uuid({ error: 'a design’s id is a UUID' }) });
const storedSchema = z.object({
  id: z.string(),
  revision: z.number(),
  archived: z.boolean(),
  updatedAt: z.string(),
  saveId: z.string().nullable(),
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

const told = (s: StoredDesign) => ({
  id: s.id,
  revision: s.revision,
  archived: s.archived,
  updatedAt: s.updatedAt.toISOString(),
  saveId: s.saveId,
  design: s.design,
});

/** Designs of the workshop: list, make, open, save, rename, archive, duplicate. */
export const designRoutes =
  (db: Db, workshopOf: () => string): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/designs',
      {
        schema: {
          summary: 'Designs of the workshop, newest change first',
          querystring: z.object({ archived: z.enum(['true', 'false']).default('false') }),
          response: { 200: z.object({ designs: z.array(summarySchema) }), ...failures },
        },
      },
      async (request) => {
        const rows = await listDesigns(db, workshopOf(), request.query.archived === 'true');
        return {
          designs: rows.map((row) => ({
            id: row.id,
            name: row.name,
            revision: row.revision,
            updatedAt: row.updated_at.toISOString(),
            shown: row.design && {
              ...designPicture(row.design),
              strings: row.design.strings.count,
              scaleLength: row.design.strings.scaleLength,
              units: row.design.units,
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
      async (request, reply) =>
        reply.status(201).send(told(await createDesign(db, workshopOf(), admitDesign(request.body.design)))),
    );

    app.get(
      '/api/designs/:id',
      {
        schema: { summary: 'Open a design', params: idParams, response: { 200: storedSchema, ...failures } },
      },
      async (request) => told(await readDesign(db, workshopOf(), request.params.id)),
    );

    app.put(
      '/api/designs/:id',
      {
        schema: {
          summary:
            'Save a design; refused with 409 and the current state when it was made from an older revision',
          params: idParams,
          body: z.object({
            from: z.number({ error: 'say the revision that this was made from' }).int().min(1),
            saveId: z.uuid({ error: 'a save needs an id of its own, a UUID' }),
            design: z.unknown(),
          }),
          response: { 200: z.object({ revision: z.number(), updatedAt: z.string() }), ...failures },
        },
      },
      async (request) => {
        const { from, saveId, design } = request.body;
        const kept = await saveDesign(db, workshopOf(), request.params.id, {
          from,
          saveId,
          design: admitDesign(design),
        });
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
        const { design } = await readDesign(db, workshopOf(), request.params.id);
        const copy = admitDesign({ ...design, name: request.body.name });
        return reply.status(201).send(told(await createDesign(db, workshopOf(), copy)));
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
      async (request) => told(await renameDesign(db, workshopOf(), request.params.id, request.body.name)),
    );

    app.post(
      '/api/designs/:id/archive',
      {
        schema: {
          summary: 'Put a design away, or take it back out',
          params: idParams,
          body: z.object({ archived: z.boolean() }),
          response: { 200: storedSchema, ...failures },
        },
      },
      async (request) =>
        told(await archiveDesign(db, workshopOf(), request.params.id, request.body.archived)),
    );
  };
