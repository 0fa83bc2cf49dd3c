/** How many taps common jobs take on a phone, besides the strokes that are drawn and the letters that are typed. */
import { PHONE } from './chromium';
import { countTaps } from './countTaps';
import { expect, test } from './school';

test('a six-year-old signs in, draws a sheet and sends it in at most eight taps', async ({ device }) => {
  const isla = await device({ viewport: PHONE });
  const { page } = isla;
  await isla.open();
  await page.getByRole('textbox', { name: 'Group code' }).fill('SAND42');
  await page.keyboard.press('Enter');
  const taps = await countTaps(page);
  await page.getByRole('button', { name: 'Isla Okpara', exact: true }).click();
  for (const picture of ['key', 'kettle', 'kite'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await isla.expectNowOf('Isla Okpara');
  await page.getByRole('link', { name: /^In the tide pool/ }).click();
  await expect(isla.saveLine).toContainText('saved at school too');
  await isla.draw(0.3);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();
  expect(await taps()).toBeLessThanOrEqual(8);
});

test('three photos with their captions take at most sixteen taps, from Now to sent', async ({ device }) => {
  const nell = await device({ viewport: PHONE });
  const { page } = nell;
  await nell.asLearner('Nell Garrick');
  const taps = await countTaps(page);
  await page.getByRole('link', { name: /^Knot diary/ }).click();
  await expect(nell.saveLine).toContainText('saved at school too');
  for (const n of [1, 2, 3]) {
    await page.getByRole('button', { name: `Take a photo: Knot ${n}, needed` }).click();
    await page.getByRole('button', { name: 'Take the photo', exact: true }).click();
    await page.getByRole('button', { name: /Use it|Keep it/ }).click();
    await page
      .getByRole('button', { name: /^Write: What is it good for\?, needed/ })
      .first()
      .click();
    await page.getByRole('textbox', { name: 'Words on the page' }).fill(`For the ${n}. boat`);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible({ timeout: 30_000 });
  expect(await taps()).toBeLessThanOrEqual(16);
});

test('three pages of a PDF are written on and sent in at most eight taps', async ({ device }) => {
  const nell = await device({ viewport: PHONE });
  const { page } = nell;
  await nell.asLearner('Nell Garrick');
  const taps = await countTaps(page);
  await page.getByRole('link', { name: /^Label the harbour map/ }).click();
  await expect(nell.saveLine).toContainText('saved at school too');
  for (const n of [1, 2, 3]) {
    await expect(page.getByText(`Page ${n} of 3`)).toBeVisible();
    await nell.draw(0.5);
    if (n < 3) await page.getByRole('button', { name: 'Page after' }).click();
  }
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  const send = page.getByRole('button', { name: 'Send to Mr Quell' });
  await send.click();
  const sent = page.getByRole('heading', { name: 'With Mr Quell' });
  await sent.or(page.getByRole('dialog')).first().waitFor();
  if (await page.getByRole('dialog').isVisible())
    await page.getByRole('dialog').getByRole('button', { name: /Send/ }).click();
  await expect(sent).toBeVisible({ timeout: 30_000 });
  expect(await taps()).toBeLessThanOrEqual(8);
});

test('two pieces are reviewed on a phone in at most six taps', async ({ device }) => {
  const farrow = await device({ viewport: PHONE });
  const { page } = farrow;
  await farrow.asTeacher('Ms Farrow');
  const taps = await countTaps(page);
  await page
    .getByRole('link', { name: /Three knots/ })
    .first()
    .click();
  await expect(page.getByRole('img', { name: /^Go 2 of Bryony Tull/ })).toBeVisible();
  await farrow.draw(0.5);
  await page.getByRole('button', { name: /^Finished/ }).click();
  await expect(page.getByRole('img', { name: /^Go 1 of Isla Okpara/ })).toBeVisible();
  await page.getByRole('button', { name: /^Finished/ }).click();
  await expect(page.getByRole('link', { name: /^Next: / })).toBeVisible();
  expect(await taps()).toBeLessThanOrEqual(6);
});
