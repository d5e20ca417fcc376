import { z } from 'zod';

const schema = z.object({
  DATABASE_URL: z
    .string({ error: 'DATABASE_URL is not set: give the address of a PostgreSQL database' })
    .min(1),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number({ error: 'PORT must be a number' }).int().min(0).max(65535).default(4870),
  WEB_ROOT: z.string().optional(),
  DEMO_ROOT: z.string().optional(),
  /** Further host names under which requests are taken, comma separated. */
  ALLOWED_HOSTS: z.string().default(''),
});

export interface Config {
  readonly databaseUrl: string;
  readonly host: string;
  readonly port: number;
  /** Folder of the built web application; without it the server only answers its API. */
  readonly webRoot: string | null;
  /** Folder of demo designs to begin with; without it none are put in. */
  readonly demoRoot: string | null;
  readonly allowedHosts: readonly string[];
}

/** Reads the settings from environment variables; throws with words when one is wrong. */
export function readConfig(env: Readonly<Record<string, string | undefined>>): Config {
  const parsed = schema.safeParse(env);
  if (!parsed.success) throw new Error(parsed.error.issues.map((issue) => issue.message).join('; '));
  const { DATABASE_URL, HOST, PORT, WEB_ROOT, DEMO_ROOT, ALLOWED_HOSTS } = parsed.data;
  return {
    databaseUrl: DATABASE_URL,
    host: HOST,
    port: PORT,
    webRoot: WEB_ROOT ?? null,
    demoRoot: DEMO_ROOT ?? null,
    allowedHosts: ALLOWED_HOSTS.split(',')
      .map((h) => h.trim())
      .filter(Boolean),
  };
}
