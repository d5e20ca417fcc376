import type { Db } from '../db/connect.ts';

/** Every workshop, the oldest first. */
export const listWorkshops = (db: Db): Promise<{ id: string; name: string }[]> =>
  db.selectFrom('workshop').select(['id', 'name']).orderBy('created_at').execute();
