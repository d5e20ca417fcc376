import { randomUUID } from 'node:crypto';
import type { Db } from '../db/connect.ts';
import { Refused } from '../errors.ts';
import type { ReadPicture } from './read.ts';

/** What is known of a kept picture. */
export interface KeptPicture {
  readonly id: string;
  readonly mime: string;
  readonly width: number;
  readonly height: number;
  readonly size: number;
}

/** Keeps a picture; it is never changed afterwards. */
export async function keepPicture(
  db: Db,
  workshop: string,
  { mime, width, height, bytes }: ReadPicture,
): Promise<KeptPicture> {
  const id = randomUUID();
  await db.insertInto('picture').values({ id, workshop_id: workshop, mime, width, height, bytes }).execute();
  return { id, mime, width, height, size: bytes.length };
}

/** A kept picture's bytes; refused (404) when it is not there. */
export async function readKeptPicture(
  db: Db,
  workshop: string,
  id: string,
): Promise<{ readonly mime: string; readonly bytes: Buffer }> {
  const row = await db
    .selectFrom('picture')
    .select(['mime', 'bytes'])
    .where('workshop_id', '=', workshop)
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row)
    throw new Refused(
      404,
      'no-such-picture',
      'there is no such picture here: it may have been added elsewhere',
    );
  return row;
}
