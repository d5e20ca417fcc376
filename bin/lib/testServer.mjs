/** The built application on a database of its own, for browser tests and measurements; all gone after. */
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { startTestCluster } from './testCluster.mjs';
import { ROOT, SERVER, Told, ensureBuild, ensurePackages } from './system.mjs';

export async function startTestServer({ durable = false } = {}) {
  ensurePackages(['postgresql', 'chromium-headless-shell', 'poppler-utils']);
  ensureBuild();
  const cluster = await startTestCluster(durable ? 'bench-database' : 'test-database', { durable });
  const name = `pelkin_browser_${randomBytes(5).toString('hex')}`;
  cluster.makeDatabase(name);
  const server = spawn(process.execPath, SERVER, {
    cwd: ROOT,
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: '0',
      DATABASE_URL: cluster.urlOf(name),
      WEB_ROOT: join(ROOT, 'web/dist'),
      DEMO_ROOT: join(ROOT, 'demo'),
      // Many browsers and measurements ask from one address.
      MOST_REQUESTS: '1000000',
    },
  });
  let errors = '';
  server.stderr.on('data', (chunk) => {
    errors += String(chunk);
  });
  const address = await new Promise((done, failed) => {
    server.stdout.on('data', (chunk) => {
      const found = /^listening (\S+)/m.exec(String(chunk))?.[1];
      if (found) done(found);
    });
    server.once('exit', () => failed(new Told(`The server under test did not start:\n${errors}`)));
  });
  const stop = async () => {
    const gone = new Promise((done) => server.once('exit', done));
    server.kill('SIGTERM');
    await gone;
    cluster.query(`drop database ${name} with (force)`);
    await cluster.stop();
    return errors;
  };
  return { address, databaseUrl: cluster.urlOf(name), stop };
}
