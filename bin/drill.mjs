/** `npm run drill`: backs up, restores beside, and compares everything by checksum; what is there stays as it is. */
import { DATABASE, addressesOf, startCluster } from './lib/cluster.mjs';
import { readRunning } from './lib/running.mjs';
import { Told, ensureModules, ensurePackages, say, wordsOf } from './lib/system.mjs';

async function main() {
  if (process.env.DATABASE_URL)
    throw new Told('The drill works on Pelkin’s own database: leave DATABASE_URL out.');
  ensurePackages(['postgresql']);
  ensureModules();
  const { drill } = await import('./lib/drill.mjs');
  const running = readRunning();
  const own = running?.databasePort ? null : await startCluster('database');
  try {
    const { adminUrlOf } = addressesOf('database', own ? own.port : running.databasePort);
    const { default: pg } = await import('pg');
    const admin = new pg.Client({ connectionString: adminUrlOf('postgres') });
    await admin.connect();
    try {
      const tables = await drill({
        url: adminUrlOf(running?.database ?? (process.env.DATABASE_NAME || DATABASE)),
        urlOf: adminUrlOf,
        make: (name) => admin.query(`create database ${name}`),
        drop: (name) => admin.query(`drop database if exists ${name} with (force)`),
      });
      for (const { name, rows, sum, same } of tables)
        say(
          `${same ? 'same     ' : 'DIFFERENT'} ${name.padEnd(24)} ${String(rows).padStart(7)} rows  ${sum}`,
        );
      const wrong = tables.filter((t) => !t.same);
      if (wrong.length > 0)
        throw new Told(
          `${wrong.length} tables did not come back as they were: ${wrong.map((t) => t.name).join(', ')}.`,
        );
      say('Everything came back as it was.');
    } finally {
      await admin.end();
    }
  } finally {
    await own?.stop();
  }
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1));

main().catch((error) => {
  process.stderr.write(`${wordsOf(error)}\n`);
  process.exit(1);
});
