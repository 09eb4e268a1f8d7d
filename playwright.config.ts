import { defineConfig } from '@playwright/test';

/** The applications, one for each worker, are started by "npm test", which says where they are. */
export default defineConfig({
  testDir: './e2e',
  outputDir: './test-results',
  // Two browsers beside two servers are slower on two cores than one after the other.
  workers: 1,
  retries: 0,
  // A machine under load is slow, not wrong: what stands still is told by the two bounds below long before this one.
  timeout: 400_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    // What cannot be clicked is said with its reason, not after the whole test.
    actionTimeout: 40_000,
    // A trace of everything costs a sixth of the time; wanted, it is asked for.
    trace: process.env.E2E_TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
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
