/** The browser tests on the built application; further words go to Playwright (a file, -g NAME). */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { CHROMIUM, ROOT } from './lib/system.mjs';
import { startTestServer } from './lib/testServer.mjs';

const server = await startTestServer();
const done = spawnSync(
  process.execPath,
  [
    join(ROOT, 'node_modules/@playwright/test/cli.js'),
    'test',
    '--config',
    'e2e/playwright.config.ts',
    ...process.argv.slice(2),
  ],
  {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      E2E_ADDRESS: server.address,
      E2E_DATABASE_URL: server.databaseUrl,
      E2E_BROWSER: CHROMIUM,
    },
  },
);
const errors = await server.stop();
if (errors.trim()) process.stderr.write(`The server said:\n${errors.slice(-2000)}\n`);
process.exit(done.status ?? 1);
