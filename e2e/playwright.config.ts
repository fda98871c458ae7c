import { defineConfig, devices } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  globalSetup: './fillTemplates.ts',
  // An action has an end of its own; a task of a person has as long as a busy machine needs.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  // On a machine that others use a moment can last: what passes at its second try is told at the end, and is no failure.
  retries: 1,
  // Each worker has servers of its own, each test devices of its own.
  fullyParallel: true,
  // One more than the cores: a test that waits for a page leaves its core to another.
  workers: 3,
  reporter: [['list'], ['json', { outputFile: 'test-results/results.json' }]],
  outputDir: 'test-results/files',
  use: {
    ...devices['Desktop Chrome'],
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-background-networking'],
    },
    // Whatever is waited for has an end that names it: without one a test stands still until its own.
    actionTimeout: 30_000,
    navigationTimeout: 60_000,
    // Traces cost a sixth of the time: npx playwright test --trace on, when one is wanted.
    trace: 'off',
    screenshot: 'only-on-failure',
    // Keeping the whole app on the device costs seconds each time: for the devices that leave the network (`keepsApp`).
    serviceWorkers: 'block',
  },
});
