/** Vitest's global set-up: a test cluster whose address the server tests find in TEST_DATABASE_URL, and the server built for the tests that start it. */
import { startTestCluster } from './testCluster.mjs';
import { ensurePackages, ensureServer } from './system.mjs';

export default async function setup() {
  ensurePackages(['postgresql', 'poppler-utils']);
  ensureServer();
  const cluster = await startTestCluster('test-database', { durable: false });
  // Tests make databases of their own.
  process.env.TEST_DATABASE_URL = cluster.adminUrl;
  return () => cluster.stop();
}
