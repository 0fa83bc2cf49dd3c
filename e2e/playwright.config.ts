import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './chromium';

export default defineConfig({
  testDir: '.',
  globalSetup: './globalSetup.ts',
  timeout: 120_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // A real browser on a busy machine may stumble; what needed its second try is named at the end.
  retries: 1,
  outputDir: '../.lippet/test-results',
  use: { launchOptions: CHROMIUM, screenshot: 'only-on-failure' },
});
