import { Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Database } from './schema.ts';

export type Db = Kysely<Database>;

/** How long a request waits for a connection before it is told that the database is not there. */
const CONNECT_TIMEOUT_MS = 5_000;

/** A pool on the database at `url`. A connection lost while idle is dropped and opened anew. */
export function connect(url: string): Db {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: CONNECT_TIMEOUT_MS });
  pool.on('error', () => undefined);
  // A connection that is lost while it is lent out says so by an event of its own; unheard, it would end the process.
  // Whoever holds it learns of the loss by the query that fails.
  pool.on('connect', (client) => client.on('error', () => undefined));
  return new Kysely<Database>({ dialect: new PostgresDialect({ pool }) });
}
