import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/support/chromium';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  // Patience costs nothing where things are right: a machine that is busy elsewhere must not look like a fault.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  workers: 1,
  forbidOnly: Boolean(process.env.CI),
  // A busy machine can be late once; what is late is named as flaky, what fails twice is broken.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list']],
  use: {
    launchOptions: CHROMIUM,
    actionTimeout: 60_000,
    navigationTimeout: 120_000,
    locale: 'en-GB',
    timezoneId: 'Europe/Oslo',
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    // Every visit would fetch the whole app; what is about the offline worker lets it in itself.
    serviceWorkers: 'block',
    // Pictures of every step take a third of the whole time; `--trace on` has them where one test is looked into.
    trace: { mode: 'retain-on-failure', screenshots: false, snapshots: false, sources: false },
  },
});
