import { defineConfig } from '@playwright/test';

/** The application is started by "npm test", which says where it is. */
export default defineConfig({
  testDir: './e2e',
  outputDir: './test-results',
  workers: 1,
  retries: 0,
  timeout: 120_000,
  // A machine under load is slow, not wrong.
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.E2E_URL,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
