import { defineConfig } from '@playwright/test';

/** `npm test` starts the database and the built application and tells where it is. */
export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  fullyParallel: false,
  workers: 2,
  timeout: 60_000,
  expect: { timeout: 15_000 },
  // A machine that stands still for a while fails a test that waits; what fails twice is a fault.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '.tmp/playwright.json' }]],
  outputDir: '.tmp/playwright',
  use: {
    baseURL: process.env.UPCHART_ADDRESS,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
