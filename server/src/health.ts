import { readFileSync } from 'node:fs';
import { readdir, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { sql } from 'kysely';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from './db/connect.ts';

/** The version of what runs. */
export const VERSION = (
  JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as { version: string }
).version;

const schema = z.object({
  server: z.literal('works'),
  database: z.enum(['works', 'does not answer']),
  /** Room on the disk of the database, bytes; null where somebody else keeps it. */
  diskFree: z.number().nullable(),
  /** Age of the newest daily backup, s; null where there is none, or somebody else makes them. */
  backupAge: z.number().nullable(),
  version: z.string(),
});

const BACKUP = /^pelkin-.*\.backup$/;

/** Free room on the disk of a folder, bytes; null if the system does not report it. */
const roomOn = (folder: string): Promise<number | null> =>
  statfs(folder).then(
    ({ bavail, bsize }) => bavail * bsize,
    () => null,
  );
/** Age of the newest backup in a state folder, s; null where there is none. */
async function backupAge(folder: string): Promise<number | null> {
  const backups = join(folder, 'backups');
  const names = (await readdir(backups).catch(() => [])).filter((name) => BACKUP.test(name));
  const times = await Promise.all(
    names.map((name) =>
      stat(join(backups, name)).then(
        ({ mtimeMs }) => mtimeMs,
        () => 0,
      ),
    ),
  );
  return times.length ? Math.max(0, Math.round((Date.now() - Math.max(...times)) / 1_000)) : null;
}

/**
 * Whether the server and its database work, how much room there is and how old the last backup is: for whoever watches
 * over them. `stateFolder`: where the start command keeps the database and its backups.
 */
export const healthRoutes =
  (db: Db, stateFolder: string | null): FastifyPluginAsyncZod =>
  async (app) => {
    const health = async () => {
      const [works, diskFree, age] = await Promise.all([
        sql`select 1`.execute(db).then(
          () => true,
          () => false,
        ),
        stateFolder === null ? null : roomOn(stateFolder),
        stateFolder === null ? null : backupAge(stateFolder),
      ]);
      return {
        status: works ? (200 as const) : (503 as const),
        body: {
          server: 'works' as const,
          database: works ? ('works' as const) : ('does not answer' as const),
          diskFree,
          backupAge: age,
          version: VERSION,
        },
      };
    };
    app.get(
      '/api/health',
      {
        schema: {
          summary: 'Whether server and database work, room on the disk, age of the last backup',
          response: { 200: schema, 503: schema },
        },
      },
      async (_request, reply) => {
        const { status, body } = await health();
        return reply.status(status).send(body);
      },
    );
  };
