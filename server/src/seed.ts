import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Design } from '@pelkin/core';
import { readDesignText } from '@pelkin/core';
import type { Db } from './db/connect.ts';
import { ready } from './designs/admit.ts';
import { createDesign } from './designs/data.ts';

/** The demo designs of a folder, by file name. */
async function readDemo(
  folder: string,
): Promise<readonly { readonly file: string; readonly design: Design }[]> {
  const files = (await readdir(folder)).filter((f) => f.endsWith('.json')).sort();
  return Promise.all(
    files.map(async (file) => {
      const checked = readDesignText(await readFile(join(folder, file), 'utf8'));
      if (!checked.ok)
        throw new Error(`demo design ${file}: ${checked.refusals[0]!.where} ${checked.refusals[0]!.message}`);
      return { file, design: checked.design };
    }),
  );
}

/**
 * Puts the demo designs into a workshop, each once in the life of the database: what a user then
 * changes, renames or archives is never touched again. Gives the names that were put in.
 */
export async function seedDemo(db: Db, workshopId: string, folder: string): Promise<readonly string[]> {
  const added: string[] = [];
  for (const { file, design } of await readDemo(folder)) {
    const isNew = await db.transaction().execute(async (tx) => {
      // Of several servers that start at once, one inserts the row and the others find it taken.
      const seed = await tx
        .insertInto('seed')
        .values({ workshop_id: workshopId, name: file })
        .onConflict((c) => c.doNothing())
        .returning('name')
        .executeTakeFirst();
      if (!seed) return false;
      await createDesign(tx, workshopId, ready(design));
      return true;
    });
    if (isNew) added.push(design.name);
  }
  return added;
}

/** Puts fresh copies of all demo designs in, whatever there is; all of them or none. Gives their names. */
export async function addDemo(db: Db, workshopId: string, folder: string): Promise<readonly string[]> {
  const demo = await readDemo(folder);
  await db.transaction().execute(async (tx) => {
    for (const { design } of demo) await createDesign(tx, workshopId, ready(design));
  });
  return demo.map(({ design }) => design.name);
}
