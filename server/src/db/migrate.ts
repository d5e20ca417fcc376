import { Migrator } from 'kysely';
import type { Db } from './connect.ts';
import { MIGRATIONS } from './migrations.ts';

/** Brings the database up to date; several servers may call it at once. Throws when a step fails. */
export async function migrateToLatest(db: Db): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => ({ ...MIGRATIONS }) } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error instanceof Error ? error : new Error(String(error));
}
