import { test as base, expect, type Browser, type BrowserContext } from '@playwright/test';
import { LetterBox } from '@lippet/server/testing/letterBox';
import { createTestDatabase } from '@lippet/server/testing/testDatabase';
import { PHONE } from './chromium';
import { School } from './demoServer';
import { Device } from './device';
import { TEMPLATE } from './template';
import { ServerHost } from './serverPrograms';

interface Workers {
  host: ServerHost;
  /** Takes the letters that schools send. */
  post: { box: LetterBox; url: string };
}

interface Fixtures {
  school: School;
  /** Makes a new device; `viewport` is a phone's unless said. */
  device: (options?: Parameters<Browser['newContext']>[0]) => Promise<Device>;
}

export const test = base.extend<Fixtures, Workers>({
  host: [
    async ({}, use) => {
      const host = new ServerHost();
      await use(host);
      await host.close();
    },
    { scope: 'worker' },
  ],
  post: [
    async ({}, use) => {
      const box = new LetterBox();
      await use({ box, url: `smtp://127.0.0.1:${await box.open()}` });
      await box.close();
    },
    { scope: 'worker' },
  ],
  school: async ({ host, post }, use) => {
    const database = await createTestDatabase(TEMPLATE);
    const school = new School(database.url, host, post.url);
    await school.start();
    await use(school);
    await school.stop();
    await database.drop();
  },
  device: async ({ browser, school }, use) => {
    const contexts: BrowserContext[] = [];
    const devices: Device[] = [];
    await use(async (options) => {
      // Without motion, a dialog is there or gone at once: nothing is tapped or measured through one that fades.
      const context = await browser.newContext({ viewport: PHONE, reducedMotion: 'reduce', ...options });
      contexts.push(context);
      const device = new Device(await context.newPage(), school);
      devices.push(device);
      return device;
    });
    for (const device of devices) device.expectCalm();
    for (const context of contexts) await context.close();
  },
});

export { expect };
