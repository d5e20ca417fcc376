import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connect } from './db/connect.ts';
import { makeLogger } from './logging.ts';
import { migrateToLatest } from './db/migrate.ts';
import { FIRST_WORKSHOP } from './db/migrations.ts';
import { VERSION } from './health.ts';
import { seedDemo } from './seed.ts';

/** Requests under way get so long to end, ms. */
const STOPS_WITHIN_MS = 5_000;
/** Interval of the sign of life for the start command, ms. */
const ALIVE_EVERY_MS = 1_000;

/** Tells the start command on standard output where the application is, and on standard error what failed. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const setUp = connect(config.databaseUrl, { patient: true });
  await migrateToLatest(setUp);
  if (config.demoRoot) await seedDemo(setUp, FIRST_WORKSHOP, config.demoRoot);
  await setUp.destroy();
  const db = connect(config.databaseUrl);
  const logger = makeLogger(config.logFile, config.logLevel);
  const app = await buildApp(db, config, logger);
  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    // A database that does not answer must not hold up the end.
    setTimeout(() => process.exit(0), STOPS_WITHIN_MS).unref();
    await app.close();
    await db.destroy();
    process.exit(0);
  };
  // Whoever started this server holds the other end of its standard input: when that is gone, so is the starter.
  if (process.env.STOP_WITH_STARTER === 'yes') process.stdin.on('end', () => void stop()).resume();
  process.once('SIGINT', () => void stop());
  process.once('SIGTERM', () => void stop());
  const address = await app.listen({ host: config.host, port: config.port });
  logger.info(`started ${VERSION}, listening ${address}`);
  process.stdout.write(`listening ${address}\n`);
  // A server that says nothing for a while hangs: whoever started it starts another.
  if (process.env.STOP_WITH_STARTER === 'yes')
    setInterval(() => process.stdout.write('alive\n'), ALIVE_EVERY_MS).unref();
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
