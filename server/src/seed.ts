import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { readDesignText } from '@pelkin/core';
import type { Db } from './db/connect.ts';
import { createDesign } from './designs/data.ts';

/**
 * Puts the demo designs into a workshop, each once in the life of the database: what a user then
 * changes, renames or archives is never touched again. Gives the names that were put in.
 */
export async function seedDemo(db: Db, workshopId: string, folder: string): Promise<readonly string[]> {
  const files = (await readdir(folder)).filter((f) => f.endsWith('.json')).sort();
  const added: string[] = [];
  for (const file of files) {
    const checked = readDesignText(await readFile(join(folder, file), 'utf8'));
    if (!checked.ok)
      throw new Error(`demo design ${file}: ${checked.refusals[0]!.where} ${checked.refusals[0]!.message}`);
    const { design } = checked;
    const isNew = await db.transaction().execute(async (tx) => {
      // Of several servers that start at once, one inserts the row and the others find it taken.
      const seed = await tx
        .insertInto('seed')
        .values({ workshop_id: workshopId, name: file })
        .onConflict((c) => c.doNothing())
        .returning('name')
        .executeTakeFirst();
      if (!seed) return false;
      await createDesign(tx, workshopId, design);
      return true;
    });
    if (isNew) added.push(design.name);
  }
  return added;
}
