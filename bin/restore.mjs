/** `npm run restore -- --from FILE [--into NAME | --replace]`: puts a backup into an empty or a named database. */
import { parseArgs } from 'node:util';
import { restore, restoreInto, rowsIn } from './lib/backup.mjs';
import { DATABASE, addressesOf, startCluster } from './lib/cluster.mjs';
import { readRunning } from './lib/running.mjs';
import { Told, ensurePackages, say, wordsOf } from './lib/system.mjs';

const USE = 'Use: npm run restore -- --from FILE [--into NAME | --replace]';

async function intoOwn(file, into, replace) {
  ensurePackages(['postgresql']);
  const running = readRunning();
  const database = into ?? DATABASE;
  if (!/^[a-z][a-z0-9_]{0,40}$/.test(database))
    throw new Told('The name of a database is small letters, figures and _, and begins with a letter.');
  if (running && database === (running.database ?? DATABASE))
    throw new Told(`Pelkin is running on that database (process ${running.pid}): stop it with Ctrl-C first.`);
  const own = running?.databasePort ? null : await startCluster('database');
  try {
    const port = own ? own.port : running.databasePort;
    const { urlOf, adminUrlOf } = addressesOf('database', port);
    const done = await restore({ adminUrl: adminUrlOf('postgres'), urlOf, database, file, replace });
    say(`Restored ${done.rows} designs, revisions, pictures and parts into “${database}”.`);
    if (done.kept) say(`What was there before is kept in the database “${done.kept}”.`);
    if (database !== DATABASE) say(`Start Pelkin on it with: DATABASE_NAME=${database} npm start`);
  } finally {
    await own?.stop();
  }
}

async function main() {
  const { values } = parseArgs({
    options: {
      from: { type: 'string' },
      into: { type: 'string' },
      replace: { type: 'boolean', default: false },
    },
  });
  if (!values.from) throw new Told(USE);
  const url = process.env.DATABASE_URL;
  if (!url) return intoOwn(values.from, values.into ?? null, values.replace);
  if (values.into || values.replace)
    throw new Told(
      'With DATABASE_URL a backup goes into the empty database that it names: make one, and name it there.',
    );
  const rows = await rowsIn(url);
  if (rows > 0)
    throw new Told(
      `The database that DATABASE_URL names holds ${rows} rows: nothing was changed. Name an empty one.`,
    );
  await restoreInto(url, values.from);
  say(`Restored ${await rowsIn(url)} designs, revisions, pictures and parts.`);
}

// On a signal the exit handlers run, which delete half-written files.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1));

main().catch((error) => {
  process.stderr.write(
    `${error.code?.startsWith?.('ERR_PARSE_ARGS') ? `${error.message}\n${USE}` : wordsOf(error)}\n`,
  );
  process.exit(1);
});
