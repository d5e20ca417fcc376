import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connect } from './db/connect.ts';
import { migrateToLatest } from './db/migrate.ts';
import { FIRST_WORKSHOP } from './db/migrations.ts';
import { seedDemo } from './seed.ts';

/** Tells the start command on standard output where the application is, and on standard error what failed. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const db = connect(config.databaseUrl);
  await migrateToLatest(db);
  if (config.demoRoot) await seedDemo(db, FIRST_WORKSHOP, config.demoRoot);
  const app = await buildApp(db, config, { level: process.env.LOG_LEVEL ?? 'warn' });
  const stop = async (): Promise<void> => {
    await app.close();
    await db.destroy();
    process.exit(0);
  };
  process.once('SIGINT', () => void stop());
  process.once('SIGTERM', () => void stop());
  const address = await app.listen({ host: config.host, port: config.port });
  process.stdout.write(`listening ${address}\n`);
}

main().catch((error: NodeJS.ErrnoException) => {
  const taken = error.code === 'EADDRINUSE';
  process.stderr.write(
    taken
      ? `The port is taken: stop what listens there, or choose another with PORT=…\n`
      : `The server could not start: ${error.message}\n`,
  );
  process.exit(taken ? 98 : 1);
});
