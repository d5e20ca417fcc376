/** Vitest's global set-up: a test cluster whose address the server tests find in TEST_DATABASE_URL. */
import { startCluster } from './cluster.mjs';
import { ensurePackages } from './system.mjs';

export default async function setup() {
  ensurePackages(['postgresql', 'poppler-utils']);
  const cluster = await startCluster('test-database', { durable: false });
  // Tests make databases of their own.
  process.env.TEST_DATABASE_URL = cluster.adminUrl;
  return () => cluster.stop();
}
