/** Filming, with Chromium's stand-ins for a camera and a microphone; and what a killed browser leaves of it. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { expectAccessible } from './accessible';
import { CHROMIUM_WITH_DEVICES, PHONE, WIDE } from './chromium';
import { Device } from './device';
import { expect, test } from './school';

const TITLE = 'Tell us about your lino print';

async function openFilm(device: Device, school: { activityId(title: string): Promise<string> }): Promise<void> {
  await device.open(`/activity/${await school.activityId(TITLE)}`);
  // A film that was just kept may still be looked over there.
  await expect(device.saveLine).toContainText('saved at school too', { timeout: 30_000 });
}

async function film({ page }: Device, seconds: number): Promise<void> {
  await page.getByRole('button', { name: /^(Start filming|Go on)$/ }).click();
  await expect(page.getByTestId('recorded')).toHaveText(new RegExp(`^0:0[${seconds}-9] of`), { timeout: 20_000 });
}

test('the lino print is filmed in stretches, the last one dropped, given a cover and a name, sent, and seen by the teacher', async ({
  device,
  school,
}) => {
  const lena = await device({ viewport: PHONE });
  const { page } = lena;
  await lena.as('Lena Mirov');
  await openFilm(lena, school);
  await page.getByRole('button', { name: 'Film it' }).click();
  const preview = page.getByLabel('What the camera sees');
  await expect(preview).toHaveAttribute('data-mirrored', 'true');
  await expect(page.getByText(/^Hold your print up/)).toBeVisible();
  await expect(page.getByText('Practice camera')).toHaveCount(0);
  await expectAccessible(page, 'about to film');
  await film(lena, 3);
  await page.getByRole('button', { name: 'Pause' }).click();
  const before = await page.getByTestId('recorded').textContent();
  await film(lena, 5);
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Drop the last stretch' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(before!);
  await page.getByRole('button', { name: 'Done' }).click();

  await expect(page.getByRole('heading', { name: 'Look at it' })).toBeVisible();
  // It plays by itself, and only what was kept: the dropped stretch is not in its length.
  const shown = page.getByLabel('Your film');
  await expect
    .poll(() => shown.evaluate((video: HTMLVideoElement) => video.currentTime), { timeout: 20_000 })
    .toBeGreaterThan(0.2);
  const length = Number(await page.getByTestId('moment').getAttribute('aria-valuemax'));
  expect(await shown.evaluate((video: HTMLVideoElement) => video.duration)).toBeGreaterThan(length + 0.4);
  const covers = page.getByRole('radio', { name: /^The frame at/ });
  await expect(covers.first()).toBeVisible({ timeout: 40_000 });
  await covers.last().click();
  await expect(covers.last()).toBeChecked();
  await page.getByRole('textbox', { name: 'My print shows …' }).fill('a boat');
  await expectAccessible(page, 'a film to look at');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('My print shows a boat')).toBeVisible();
  // The copy to keep is cut at school, and holds no more than what was kept.
  const copy = page.waitForEvent('download', { timeout: 60_000 });
  await expect(lena.saveLine).toContainText('saved at school too', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Keep a copy of take 1' }).click();
  expect((await copy).suggestedFilename()).toBe('My print shows a boat.mp4');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('button', { name: /^My print: A film, 0:\d\d\. Go there$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Send to Ines Varga' }).click();
  await expect(page.getByRole('heading', { name: 'With Ines Varga' })).toBeVisible({ timeout: 30_000 });

  const ines = await device({ viewport: WIDE });
  await ines.as('Ines Varga');
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Lena Mirov'");
  await expect
    .poll(
      async () =>
        (
          await school.query<{ state: string }>("SELECT state FROM media WHERE kind = 'film' AND owner_id = $1", [
            learner!.id,
          ])
        )[0]?.state,
      { timeout: 60_000 },
    )
    .toBe('ready');
  await ines.open(`/review/${await school.activityId(TITLE)}?person=${learner!.id}`);
  const video = ines.page.getByTestId('take-player').locator('video');
  await expect(ines.page.getByRole('heading', { name: 'My print shows a boat' })).toBeVisible();
  await expect
    .poll(() =>
      video.evaluate((element: HTMLVideoElement) => [element.videoWidth > 0, Number.isFinite(element.duration)]),
    )
    .toEqual([true, true]);
  await ines.page.getByRole('button', { name: 'Play My print shows a boat' }).click();
  await expect
    .poll(() => video.evaluate((element: HTMLVideoElement) => element.currentTime), { timeout: 20_000 })
    .toBeGreaterThan(0.3);
  await expectAccessible(ines.page, 'a film on the desk');
});

test('who does not want to be seen answers with sound alone; a microphone that goes leaves what was recorded', async ({
  device,
  school,
}) => {
  const lena = await device({ viewport: PHONE });
  const { page } = lena;
  // So that the journey can pull the plug: what the page is given is remembered.
  await page.addInitScript(() => {
    const ask = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getUserMedia = async (wish) => {
      const stream = await ask(wish);
      Object.assign(window, { given: stream });
      return stream;
    };
  });
  await lena.as('Lena Mirov');
  await openFilm(lena, school);
  await page.getByRole('button', { name: 'Only sound' }).click();
  await expect(page.getByLabel('What the camera sees')).toHaveCount(0);
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(/^0:0[2-9] of/, { timeout: 20_000 });
  await page.evaluate(() => {
    for (const track of (window as unknown as { given: MediaStream }).given.getTracks())
      track.dispatchEvent(new Event('ended'));
  });
  await expect(page.getByRole('alert')).toContainText(
    'The camera or the microphone has gone. What was recorded until then is here.',
  );
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
});

test('a screen that is locked pauses the film; a device without room leaves what was recorded', async ({
  device,
  school,
}) => {
  const lena = await device({ viewport: PHONE });
  const { page } = lena;
  await lena.as('Lena Mirov');
  await openFilm(lena, school);
  await page.getByRole('button', { name: 'Film it' }).click();
  await film(lena, 2);
  const show = (hidden: boolean): Promise<void> =>
    page.evaluate((away) => {
      Object.defineProperty(document, 'hidden', { configurable: true, get: () => away });
      document.dispatchEvent(new Event('visibilitychange'));
    }, hidden);
  await show(true);
  await expect(page.getByTestId('recorded')).toHaveText(/^Paused/);
  await expect(page.getByText('It paused while you were away. Go on when you are ready.')).toBeVisible();
  await show(false);
  // The device fills up: the browser keeps nothing more for this page.
  const storage = await page.context().newCDPSession(page);
  await storage.send('Storage.overrideQuotaForOrigin', { origin: school.url, quotaSize: 1 });
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'This device has no room left. What was recorded until then is here.',
    { timeout: 30_000 },
  );
  await expect
    .poll(async () => Number(await page.getByTestId('moment').getAttribute('aria-valuemax')))
    .toBeGreaterThanOrEqual(2);
  await storage.send('Storage.overrideQuotaForOrigin', { origin: school.url });
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
});

test('a browser that is killed while filming gives back all but the last second', async ({ school }) => {
  const profile = await mkdtemp(join(tmpdir(), 'lippet-film-'));
  const start = async (): Promise<{ device: Device; kill: () => Promise<void> }> => {
    const context = await chromium.launchPersistentContext(profile, {
      ...CHROMIUM_WITH_DEVICES,
      viewport: PHONE,
      reducedMotion: 'reduce',
    });
    const device = new Device(context.pages()[0]!, school);
    const session = await context.browser()!.newBrowserCDPSession();
    const { processInfo } = await session.send('SystemInfo.getProcessInfo');
    const pid = processInfo.find(({ type }) => type === 'browser')!.id;
    return {
      device,
      kill: async () => {
        process.kill(-pid, 'SIGKILL');
        await expect
          .poll(() => {
            try {
              return process.kill(pid, 0);
            } catch {
              return false;
            }
          })
          .toBe(false);
      },
    };
  };
  try {
    const first = await start();
    await first.device.as('Lena Mirov');
    await openFilm(first.device, school);
    await first.device.page.getByRole('button', { name: 'Film it' }).click();
    await film(first.device, 6);
    await first.kill();

    const second = await start();
    const { page } = second.device;
    await second.device.as('Lena Mirov');
    await second.device.open(`/activity/${await school.activityId(TITLE)}`);
    await expect(page.getByRole('alert')).toContainText('This recording broke off');
    expect(Number(await page.getByTestId('moment').getAttribute('aria-valuemax'))).toBeGreaterThanOrEqual(5);
    const shown = page.getByLabel('Your film');
    await expect
      .poll(() => shown.evaluate((video: HTMLVideoElement) => video.currentTime), { timeout: 20_000 })
      .toBeGreaterThan(0.5);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
    // Kept once: it is not offered again.
    await openFilm(second.device, school);
    await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
    await second.kill();
  } finally {
    await rm(profile, { recursive: true, force: true, maxRetries: 5 });
  }
});

test('a teacher answers on film; the learner watches the answer where the work is', async ({ device, school }) => {
  const quell = await device({ viewport: WIDE });
  const { page } = quell;
  await quell.as('Mr Quell');
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  await expect(page.getByRole('heading', { level: 2, name: 'Oskar Vane' })).toBeVisible();
  await expect(quell.saveLine).toContainText('saved at school too', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Film it for Oskar' }).click();
  await film(quell, 1);
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('button', { name: 'Take it away: what you say to Oskar' })).toBeVisible();
  await expectAccessible(page, 'an answer on film');
  await expect
    .poll(
      () =>
        school.query(
          "SELECT m.state FROM media m JOIN people p ON p.id = m.owner_id WHERE p.name = 'Mr Quell' AND m.piece_id IS NOT NULL",
        ),
      { timeout: 40_000 },
    )
    .toEqual([{ state: 'ready' }]);
  await page
    .getByRole('button', { name: /^Finished/ })
    .first()
    .click();
  await expect(page.getByRole('status').filter({ hasText: 'Told Oskar Vane: finished' })).toBeVisible();

  const oskar = await device({ viewport: PHONE });
  await oskar.as('Oskar Vane');
  await oskar.open('/updates');
  await oskar.page
    .getByRole('link', { name: /Label the harbour map/ })
    .first()
    .click();
  const answer = oskar.page.getByLabel('What Mr Quell says').first();
  await expect(answer).toBeVisible();
  await expectAccessible(oskar.page, 'an answer on film, at the learner’s');
  const film1 = oskar.page.getByTestId('take-player').locator('video');
  await expect
    .poll(() => film1.evaluate((video: HTMLVideoElement) => video.readyState), { timeout: 20_000 })
    .toBeGreaterThan(0);
  expect(await film1.evaluate((video: HTMLVideoElement) => [video.videoWidth > 0, video.duration > 0.5])).toEqual([
    true,
    true,
  ]);
});
