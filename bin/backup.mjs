/** `npm run backup -- --to FILE`: writes everything in the database to a file, also while Pelkin runs. */
import { parseArgs } from 'node:util';
import { backUp } from './lib/backup.mjs';
import { DATABASE, addressesOf, startCluster } from './lib/cluster.mjs';
import { readRunning } from './lib/running.mjs';
import { Told, ensurePackages, say, wordsOf } from './lib/system.mjs';

const USE = 'Use: npm run backup -- --to FILE';

async function main() {
  const { values } = parseArgs({ options: { to: { type: 'string' } } });
  if (!values.to) throw new Told(USE);
  let own = null;
  let url = process.env.DATABASE_URL;
  if (!url) {
    ensurePackages(['postgresql']);
    const running = readRunning();
    if (running?.databasePort)
      url = addressesOf('database', running.databasePort).urlOf(running.database ?? DATABASE);
    else {
      own = await startCluster('database');
      url = own.urlOf(process.env.DATABASE_NAME || DATABASE);
    }
  }
  try {
    const { file, bytes } = await backUp(url, values.to);
    say(`Backup written to ${file} (${Math.ceil(bytes / 1024)} kB).`);
  } finally {
    await own?.stop();
  }
}

// On a signal the exit handlers run, which delete half-written files.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1));

main().catch((error) => {
  process.stderr.write(
    `${error.code?.startsWith?.('ERR_PARSE_ARGS') ? `${error.message}\n${USE}` : wordsOf(error)}\n`,
  );
  process.exit(1);
});
