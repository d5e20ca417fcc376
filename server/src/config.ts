import { z } from 'zod';

/** Addresses that only this machine reaches. */
const LOOPBACK = new Set(['127.0.0.1', '::1', 'localhost']);

const schema = z.object({
  DATABASE_URL: z
    .string({ error: 'DATABASE_URL is not set: give the address of a PostgreSQL database' })
    .min(1),
  HOST: z
    .string()
    .default('127.0.0.1')
    .refine((host) => LOOPBACK.has(host), {
      error:
        'HOST must be 127.0.0.1, ::1 or localhost: Pelkin has no accounts yet, so whoever reaches it can change every design',
    }),
  PORT: z.coerce.number({ error: 'PORT must be a number' }).int().min(0).max(65535).default(4870),
  WEB_ROOT: z.string().optional(),
  DEMO_ROOT: z.string().optional(),
  /** Where the start command keeps the database and its backups: for what is reported of the disk. */
  STATE_FOLDER: z.string().optional(),
  /** Further host names under which requests are taken, comma separated. */
  ALLOWED_HOSTS: z.string().default(''),
  /** The log's file; without it the log goes to standard error. */
  LOG_FILE: z.string().optional(),
  LOG_LEVEL: z
    .enum(['silent', 'error', 'warn', 'info', 'debug'], {
      error: 'LOG_LEVEL is silent, error, warn, info or debug',
    })
    .optional(),
  /** Requests of one address within ten seconds. */
  MOST_REQUESTS: z.coerce.number({ error: 'MOST_REQUESTS must be a number' }).int().min(1).optional(),
});

export interface Config {
  readonly databaseUrl: string;
  readonly host: string;
  readonly port: number;
  /** Folder of the built web application; without it the server only answers its API. */
  readonly webRoot: string | null;
  /** Folder of demo designs to begin with; without it none are put in. */
  readonly demoRoot: string | null;
  /** Folder of the database and its backups; null where somebody else keeps them. */
  readonly stateFolder: string | null;
  readonly allowedHosts: readonly string[];
  readonly logFile: string | null;
  readonly logLevel: string;
  readonly mostRequests?: number;
}

/** Reads the settings from environment variables; throws with words when one is wrong. */
export function readConfig(env: Readonly<Record<string, string | undefined>>): Config {
  const parsed = schema.safeParse(env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((issue) => issue.message).join('; '));
  const {
    DATABASE_URL,
    HOST,
    PORT,
    WEB_ROOT,
    DEMO_ROOT,
    ALLOWED_HOSTS,
    LOG_FILE,
    LOG_LEVEL,
    MOST_REQUESTS,
    STATE_FOLDER,
  } = parsed.data;
  return {
    databaseUrl: DATABASE_URL,
    host: HOST,
    port: PORT,
    webRoot: WEB_ROOT ?? null,
    demoRoot: DEMO_ROOT ?? null,
    stateFolder: STATE_FOLDER ?? null,
    allowedHosts: ALLOWED_HOSTS.split(',')
      .map((h) => h.trim())
      .filter(Boolean),
    logFile: LOG_FILE ?? null,
    // Standard error is somebody's terminal: there only what went wrong is reported.
    logLevel: LOG_LEVEL ?? (LOG_FILE ? 'info' : 'warn'),
    ...(MOST_REQUESTS === undefined ? {} : { mostRequests: MOST_REQUESTS }),
  };
}
