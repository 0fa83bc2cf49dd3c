import { defineConfig } from '@playwright/test';
import { BARE_CHROMIUM, CHROMIUM_UNANSWERED, CHROMIUM_WITH_DEVICES } from './chromium';

/** Journeys with a camera, a microphone, a voice of the browser's own, or a look at what a window keeps in memory. */
const WITH_DEVICES = /(ask|camera|film|hear|materials|pages)\.spec/;
/** Journeys of what the browser's settings take away. */
const UNANSWERED = /forbidden\.spec/;

export default defineConfig({
  testDir: '.',
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // A second try only tells what stumbles from what is broken: with --strict, whoever needs it fails the run (command/testSteps.mjs).
  retries: 1,
  outputDir: '../.lippet/test-results',
  use: { screenshot: 'only-on-failure' },
  // One browser after the other: whoever needs another one than the journey before starts it, and a server, anew.
  projects: [
    { name: 'devices', testMatch: WITH_DEVICES, use: { launchOptions: CHROMIUM_WITH_DEVICES } },
    { name: 'unanswered', testMatch: UNANSWERED, use: { launchOptions: CHROMIUM_UNANSWERED } },
    { name: 'bare', testIgnore: [WITH_DEVICES, UNANSWERED], use: { launchOptions: BARE_CHROMIUM } },
  ],
});
