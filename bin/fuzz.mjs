/** `npm run fuzz -- [--seconds N] [--cases N] [--seed S]`: tries hostile requests, designs, files and pictures; prints what went wrong. */
import { spawnSync } from 'node:child_process';
import { startTestCluster } from './lib/testCluster.mjs';
import { ROOT, ensureModules, ensurePackages, wordsOf } from './lib/system.mjs';

try {
  ensurePackages(['postgresql']);
  ensureModules();
  const cluster = await startTestCluster('test-database', { durable: false });
  const done = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'bin/fuzz/main.ts', ...process.argv.slice(2)],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, TEST_DATABASE_URL: cluster.adminUrl },
    },
  );
  await cluster.stop();
  process.exit(done.status ?? 1);
} catch (error) {
  process.stderr.write(`${wordsOf(error)}\n`);
  process.exit(1);
}
