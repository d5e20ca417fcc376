import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  // Two cores, one server: files run side by side, each test on a design of its own.
  workers: 2,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: [['line'], ['json', { outputFile: process.env.E2E_REPORT ?? '../test-results/browser.json' }]],
  use: {
    baseURL: process.env.E2E_ADDRESS,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // A record of every step costs the machine as much as the tests do: E2E_TRACE=1 makes one of what fails.
    trace: process.env.E2E_TRACE ? { mode: 'retain-on-failure', screenshots: false } : 'off',
    launchOptions: {
      executablePath: process.env.E2E_BROWSER,
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
});
