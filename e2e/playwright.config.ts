import { defineConfig } from '@playwright/test';
import { BARE_CHROMIUM } from './chromium';

export default defineConfig({
  testDir: '.',
  timeout: 120_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // A second try only tells what stumbles from what is broken: with --strict, whoever needs it fails the run (command/testSteps.mjs).
  retries: 1,
  outputDir: '../.lippet/test-results',
  use: { launchOptions: BARE_CHROMIUM, screenshot: 'only-on-failure' },
});
