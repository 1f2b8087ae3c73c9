import { defineConfig } from '@playwright/test';
import { LAUNCH } from './scripts/chromium';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/prepare.mjs',
  // Beside the unit tests' results, not over them: Playwright empties its folder.
  outputDir: 'test-results/traces',
  fullyParallel: true,
  workers: 2,
  retries: 0,
  // What hangs is ended; a busy machine, five times slower for a while, fails nothing.
  timeout: 400_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // To keep one for each test is a quarter of its time: give --trace on to look into one that failed.
    trace: 'off',
    screenshot: 'only-on-failure',
    timezoneId: process.env.BRUNKEL_ZONE ?? 'Europe/London',
    // What is kept for when the server is gone has a test of its own; elsewhere it would only ask for pages in between.
    serviceWorkers: 'block',
    launchOptions: LAUNCH
  }
});
