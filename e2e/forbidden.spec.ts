/**
 * What the browser's settings for a page take away, really: devices that were allowed are forbidden, and allowed again.
 */
import { writeFile } from 'node:fs/promises';
import { writeWav } from '@lippet/core/sound/wav';
import { makeVoice } from '@lippet/demo/sounds';
import type { Page } from '@playwright/test';
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { sceneFile } from './sceneFile';
import { expect, test } from './school';

async function film(page: Page, seconds: number): Promise<void> {
  await page.getByRole('button', { name: 'Start filming' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(new RegExp(`^0:0[${seconds}-9] of`), { timeout: 20_000 });
}

test('a camera that is forbidden while filming leaves what was filmed; forbidden before, it says so and can be asked again', async ({
  device,
  school,
}) => {
  const lena = await device({ viewport: PHONE });
  const { page } = lena;
  for (const source of ['camera', 'microphone'] as const) await lena.set(source, 'granted');
  await lena.as('Lena Mirov');
  await lena.open(`/activity/${await school.activityId('Tell us about your lino print')}`);
  await expect(lena.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Film it' }).click();
  await film(page, 3);
  await lena.set('camera', 'denied');
  await expect(page.getByRole('alert')).toContainText(
    'The camera or the microphone has gone. What was recorded until then is here.',
  );
  await expect(page.getByRole('heading', { name: 'Look at it' })).toBeVisible();
  await expect
    .poll(async () => Number(await page.getByTestId('moment').getAttribute('aria-valuemax')))
    .toBeGreaterThanOrEqual(2);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();

  // Another take: the camera is still forbidden, then allowed, then forbidden before anything is filmed.
  await page.getByRole('button', { name: 'Another take' }).click();
  await expect(
    page.getByText(
      'The camera may not be used here. Allow it in the browser’s settings for this page, or take a film from a file.',
    ),
  ).toBeVisible();
  await expectAccessible(page, 'a forbidden camera');
  await expect(page.getByRole('button', { name: 'Start filming' })).toBeDisabled();
  await lena.set('camera', 'granted');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('button', { name: 'Start filming' })).toBeEnabled();
  await lena.set('camera', 'denied');
  await expect(page.getByText('The camera has gone. Plug it in or allow it again, then try again.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start filming' })).toBeDisabled();
  await lena.set('camera', 'granted');
  await page.getByRole('button', { name: 'Try again' }).click();
  await film(page, 1);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('heading', { name: 'Look at it' })).toBeVisible();
});

test('a camera that is forbidden while one looks through it says so, and can be asked again', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.set('camera', 'granted');
  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await expect(page.getByText('Hold it over your paper')).toBeVisible();
  await tamsin.set('camera', 'denied');
  await expect(page.getByText('The camera has gone. Plug it in or allow it again, then try again.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take the photo', exact: true })).toBeDisabled();
  await expectAccessible(page, 'a camera that has gone');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(
    page.getByText(
      'The camera may not be used here. Allow it in the browser’s settings for this page, or take a photo from a file.',
    ),
  ).toBeVisible();
  await tamsin.set('camera', 'granted');
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('button', { name: 'Take the photo', exact: true }).click();
  await expect(page.getByTestId('page-preview')).toBeVisible();
});

test('a microphone that is forbidden while a note is said keeps what was said; forbidden before, it says so', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.set('microphone', 'granted');
  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${await school.activityId('Quay sounds')}`);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Record it' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(/^0:0[2-9] of/, { timeout: 20_000 });
  await tamsin.set('microphone', 'denied');
  await expect(page.getByRole('alert')).toContainText(
    'The camera or the microphone has gone. What was recorded until then is here.',
  );
  await expect
    .poll(async () => Number(await page.getByTestId('moment').getAttribute('aria-valuemax')))
    .toBeGreaterThanOrEqual(1.5);
  await page.getByRole('button', { name: 'Take again' }).click();
  await expect(
    page.getByText(
      'The microphone may not be used here. Allow it in the browser’s settings for this page, or bring a recording from a file.',
    ),
  ).toBeVisible();
  await tamsin.set('microphone', 'granted');
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
});

test('whoever answers with files is asked for neither camera nor microphone', async ({ device, school }, testInfo) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await page.addInitScript(() => {
    const asked = { times: 0 };
    Object.assign(window, { asked });
    const { mediaDevices } = navigator;
    const real = mediaDevices.getUserMedia.bind(mediaDevices);
    mediaDevices.getUserMedia = (wish) => {
      asked.times++;
      return real(wish);
    };
  });
  const asked = () => page.evaluate(() => (window as unknown as { asked: { times: number } }).asked.times);
  const path = (name: string): string => testInfo.outputPath(name);
  const choose = async (button: string, ...files: string[]): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: button }).click();
    await (await chooser).setFiles(files);
  };
  await writeFile(path('quay.wav'), writeWav(makeVoice(3, 3, 0.3)));
  await writeFile(path('letter.mp3'), 'Dear Mr Quell, I have no sound.');
  for (const name of ['one', 'two', 'three']) await sceneFile(path(`${name}.jpg`), { seed: 8, table: 'plain' });

  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${await school.activityId('Quay sounds')}`);
  await choose('A sound from files', path('letter.mp3'));
  await expect(page.getByRole('alert')).toContainText('is no sound or film that can be played here');
  await choose('A sound from files', path('quay.wav'));
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('group', { name: 'Take 1' })).toBeVisible();
  expect(await asked()).toBe(0);

  await tamsin.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await choose('Photos from files', path('letter.mp3'));
  await expect(page.getByRole('alert')).toContainText('is not a photo that can be shown here');
  await choose('Photos from files', path('one.jpg'));
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(tamsin.sheet).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await choose('Photos from files', path('two.jpg'), path('three.jpg'));
  await expect(page.getByRole('button', { name: /^Page \d of 2/ })).toBeVisible({ timeout: 20_000 });
  expect(await asked()).toBe(0);
});
