import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/connect.ts';
import { Refused, errorSchema } from '../errors.ts';
import { workshopOf } from '../workshops/workshopOf.ts';
import { keepPicture, readKeptPicture } from './data.ts';
import { PICTURE_LIMIT } from './limit.ts';
import { createPictureReader } from './readApart.ts';

const pictureSchema = z.object({
  id: z.string(),
  mime: z.string(),
  width: z.number(),
  height: z.number(),
  size: z.number(),
});
const idParams = z.object({ id: z.uuid({ error: 'a picture’s id is a UUID' }) });

/** Pictures that designs lay under their drawing: sent once, never changed, shared by copies and revisions. */
export const pictureRoutes =
  (db: Db): FastifyPluginAsyncZod =>
  async (app) => {
    const reader = createPictureReader();
    app.addHook('onClose', async () => reader.stop());
    // Only here are bytes taken: a design's own routes take JSON alone.
    app.addContentTypeParser(
      /^image\/(jpeg|png|webp)$/,
      { parseAs: 'buffer', bodyLimit: PICTURE_LIMIT },
      (_request, body, done) => done(null, body),
    );
    app.post(
      '/api/pictures',
      {
        bodyLimit: PICTURE_LIMIT,
        schema: {
          summary: 'Keep a picture: JPEG, PNG or WebP, as the request’s body',
          response: {
            201: pictureSchema,
            413: errorSchema,
            415: errorSchema,
            422: errorSchema,
            503: errorSchema,
          },
        },
      },
      async (request, reply) => {
        if (!Buffer.isBuffer(request.body))
          throw new Refused(415, 'not-a-picture', 'send a JPEG, PNG or WebP with its own content type');
        const kept = await keepPicture(db, workshopOf(request), await reader.read(request.body));
        return reply.code(201).send(kept);
      },
    );
    app.get(
      '/api/pictures/:id',
      { schema: { summary: 'A kept picture', params: idParams } },
      async (request, reply) => {
        const { mime, bytes } = await readKeptPicture(db, workshopOf(request), request.params.id);
        return reply
          .header('content-type', mime)
          .header('cache-control', 'private, max-age=31536000, immutable')
          .send(bytes);
      },
    );
  };
