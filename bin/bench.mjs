/** `npm run bench`: sets up, measures, prints a table (standard error) and JSON (standard output). */
import { spawnSync } from 'node:child_process';
import { ROOT, ensureModules, ensurePackages, wordsOf } from './lib/system.mjs';

try {
  ensurePackages(['postgresql', 'chromium-headless-shell', 'poppler-utils']);
  ensureModules();
  const { startTestServer } = await import('./lib/testServer.mjs');
  // A database that keeps its promises: saves wait for the disk as they do in use.
  const server = await startTestServer({ durable: true });
  const done = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'bin/bench/main.ts', server.address, server.databaseUrl],
    {
      cwd: ROOT,
      stdio: 'inherit',
    },
  );
  await server.stop();
  process.exit(done.status ?? 1);
} catch (error) {
  process.stderr.write(`${wordsOf(error)}\n`);
  process.exit(1);
}
