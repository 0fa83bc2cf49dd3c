/** A six-year-old, who can't read yet, matches pictures of birds to their calls by listening. */
import sharp from 'sharp';
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { expect, test } from './school';

/** Which bird calls how, in the demo. */
const CALLS = [
  ['first call', 'bittern'],
  ['second call', 'curlew'],
  ['third call', 'tern'],
] as const;

test('calls are heard and laid to pictures with presses alone, and all of it can be heard', async ({
  device,
  school,
}) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  const { page } = wren;
  await wren.open(`/activity/${await school.activityId('Marsh birds by ear')}`);
  await expect(wren.saveLine).toContainText('saved at school too');
  await expect(page.getByRole('button', { name: 'Hear the question' })).toBeVisible();
  await expectAccessible(page, 'calls to match');

  for (const [call, bird] of CALLS) {
    const hear = page.getByRole('button', { name: `Hear ${call}` });
    await hear.click();
    // It sounds: its element plays, and says so.
    await expect(page.getByRole('button', { name: `Pause ${call}` })).toBeVisible();
    // What is pressed shows a picture, not only a word.
    const picture = page.getByRole('radio', { name: bird }).locator('img');
    await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);
    await page.getByRole('radio', { name: bird }).click();
    await page.getByRole('button', { name: `${call}: nothing yet. Put it here` }).click();
  }
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();
  await page.getByRole('button', { name: 'Next question' }).click();

  const beak = page.getByRole('radio', { name: 'curlew' });
  const box = (await beak.boundingBox())!;
  expect(Math.min(box.width, box.height)).toBeGreaterThan(96);
  await beak.click();
  await expectAccessible(page, 'pictures to choose');
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();
});

test('a teacher gives options pictures and sounds, and a picture by paste', async ({ device, school }) => {
  const farrow = await device({ viewport: { width: 1280, height: 900 } });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  await farrow.open(`/make/${await school.activityId('Marsh birds by ear')}`);
  await page
    .getByRole('button', { name: /^Calls/ })
    .first()
    .click();
  const places = page.getByRole('group', { name: 'Pictures and sounds' }).last();
  const [choosing] = await Promise.all([
    page.waitForEvent('filechooser'),
    places.getByRole('button', { name: 'A picture for the question' }).click(),
  ]);
  const reeds = await sharp({ create: { width: 240, height: 160, channels: 3, background: '#55721F' } })
    .png()
    .toBuffer();
  await choosing.setFiles({ name: 'reeds.png', mimeType: 'image/png', buffer: reeds });
  await expect(places.getByRole('button', { name: 'Another picture for the question' })).toBeVisible();
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  // A question that is written anew keeps its pictures.
  await page.getByRole('button', { name: 'Change question 2' }).click();
  const field = page.getByRole('textbox', { name: 'Change this question' });
  await field.fill((await field.inputValue()).replace('long bent beak', 'longest beak'));
  await page.getByRole('button', { name: 'Put it in its place' }).click();
  await expect(
    page.getByRole('list', { name: 'Questions' }).getByText('Which bird has the longest beak?'),
  ).toBeVisible();
  await expect(places.getByRole('button', { name: 'Another picture for curlew' })).toBeVisible();
  await expectAccessible(page, 'making with pictures');

  // Out as QTI, and in again: another program's package is read the same way.
  const [kept] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take the questions out as QTI' }).click(),
  ]);
  const [bringing] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Questions from a file, QTI or CSV' }).click(),
  ]);
  await bringing.setFiles(await kept.path());
  await expect(page.getByRole('list', { name: 'Questions' }).getByRole('listitem')).toHaveCount(4);
});
