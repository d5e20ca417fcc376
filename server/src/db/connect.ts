import { Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Database } from './schema.ts';

export type Db = Kysely<Database>;

/** How long a request waits for a connection before it is reported that the database is not there, ms. */
const CONNECT_TIMEOUT_MS = 2_000;
/** How long a statement, or the lock that it needs, may take; the database ends it then, ms. */
const STATEMENT_TIMEOUT_MS = 2_500;
const LOCK_TIMEOUT_MS = 2_000;
/** A database that answers nothing at all (stopped, or its machine) is given up after so long, ms. */
const ANSWER_TIMEOUT_MS = 2_800;
/** A connection that nobody needed for so long is closed, ms. */
const IDLE_CONNECTION_MS = 300_000;
/** A transaction that its owner forgot is ended, ms. */
const IDLE_TRANSACTION_MS = 10_000;

/**
 * A pool on the database at `url`. A connection lost while idle is dropped and opened again. A request is answered
 * within the sum of the waits above, whatever the database does; `patient` is for work of a start or a command, which
 * may take its time.
 */
export function connect(url: string, { patient = false }: { readonly patient?: boolean } = {}): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    // To open a connection costs more than to keep one.
    idleTimeoutMillis: IDLE_CONNECTION_MS,
    connectionTimeoutMillis: CONNECT_TIMEOUT_MS,
    application_name: 'pelkin',
    ...(patient
      ? {}
      : {
          statement_timeout: STATEMENT_TIMEOUT_MS,
          lock_timeout: LOCK_TIMEOUT_MS,
          query_timeout: ANSWER_TIMEOUT_MS,
          idle_in_transaction_session_timeout: IDLE_TRANSACTION_MS,
        }),
  });
  pool.on('error', () => undefined);
  // A connection that is lost while it is lent out says so by an event of its own; unheard, it would end the process.
  // Whoever holds it learns of the loss by the query that fails.
  pool.on('connect', (client) => client.on('error', () => undefined));
  return new Kysely<Database>({ dialect: new PostgresDialect({ pool }) });
}
