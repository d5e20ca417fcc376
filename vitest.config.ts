import { cpus } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/src/**/*.test.ts',
      'server/src/**/*.test.ts',
      'web/src/**/*.test.{ts,tsx}',
      'cli/src/**/*.test.ts',
      'bin/**/*.test.ts',
      'eslint/**/*.test.ts',
    ],
    environment: 'node',
    // Left to itself it would keep one core free. One more than there are: tests of kills and restarts wait most of their time.
    maxWorkers: cpus().length + 1,
    // Files of a worker share what they import: reading it anew for each took a sixth of the time. Each cleans up what it sets.
    isolate: false,
    setupFiles: ['bin/lib/vitest-properties.ts'],
    globalSetup: ['bin/lib/vitest-postgres.mjs'],
    testTimeout: 30_000,
    hookTimeout: 120_000,
  },
});
