/** Labels are put onto a picture, and a place on one is pointed at: made by a teacher, answered by touch and by keys alone. */
import sharp from 'sharp';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('labels are put onto the lighthouse, some by keys', async ({ device, school }) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  const { page } = wren;
  await wren.open(`/activity/${await school.activityId('Parts of a lighthouse')}`);
  await expect(wren.saveLine).toContainText('saved at school too');
  const picture = page.getByRole('img', { name: 'What is what on the lighthouse?' });
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);
  await expectAccessible(page, 'labels on a picture');
  for (const [index, label] of ['lamp', 'gallery', 'tower', 'door'].entries()) {
    await page.getByRole('radio', { name: label }).click();
    const place = page.getByRole('button', { name: `Place ${index + 1}: nothing yet. Put it here` });
    const box = (await place.boundingBox())!;
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(48);
    await place.click();
  }
  await expect(page.getByRole('button', { name: 'Give this answer' })).toBeDisabled();
  await page.getByRole('radio', { name: 'rock' }).focus();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Place 5: nothing yet. Put it here' }).focus();
  await page.keyboard.press('Enter');
  // The label that belongs nowhere is left.
  await expect(page.getByRole('radiogroup', { name: 'Labels' }).getByRole('radio')).toHaveText(['anchor']);
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();
});

test('a teacher makes both on a picture of their own, and a place is found by keys alone', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  const id = await school.activityId('Parts of a lighthouse');
  await farrow.open(`/make/${id}`);
  await page
    .getByRole('button', { name: /^The lighthouse/ })
    .first()
    .click();
  const beach = await sharp({ create: { width: 400, height: 200, channels: 3, background: '#F0AE2E' } })
    .png()
    .toBuffer();
  const choose = async (name: string): Promise<void> => {
    const [choosing] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    await choosing.setFiles({ name: 'beach.png', mimeType: 'image/png', buffer: beach });
  };
  await choose('A place on a picture');
  await page.getByRole('textbox', { name: 'What question 3 asks' }).fill('Where is the tide pool?');
  const ground = page.getByRole('group', { name: 'Where it is right' }).getByRole('img');
  await ground.scrollIntoViewIfNeeded();
  const box = (await ground.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.6, box.y + box.height * 0.5);
  await choose('Labels on a picture');
  await page.getByRole('textbox', { name: 'What question 4 asks' }).fill('Which side is the sea?');
  await page.getByRole('button', { name: 'A place in the middle' }).last().click();
  await page.getByRole('textbox', { name: 'Label of place 1' }).last().fill('sea');
  await page.getByRole('button', { name: 'place 1: left' }).last().click();
  await expectAccessible(page, 'making places on pictures');
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Give out the changes' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible({ timeout: 30_000 });

  const milo = await device({ viewport: PHONE });
  await milo.as('Milo Stannis');
  await milo.open(`/activity/${id}`);
  await expect(milo.saveLine).toContainText('saved at school too');
  await milo.page.getByRole('tab', { name: 'Question 3, open' }).click();
  for (let press = 0; press < 3; press++) {
    await milo.page.getByRole('button', { name: 'Peg right' }).focus();
    await milo.page.keyboard.press('Enter');
  }
  await expect(milo.page.getByText('The peg is 59 % across and 50 % down.')).toBeVisible();
  await expectAccessible(milo.page, 'a place on a picture');
  await milo.page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(milo.page.getByText('That is right.')).toBeVisible();

  // The place was wrong, and is put right on its picture.
  await farrow.open(`/answers/${id}`);
  await page.getByRole('radio', { name: 'By question' }).click();
  await page.getByRole('button', { name: 'Put it right: question 3' }).click();
  await page.getByRole('button', { name: 'the right place: up' }).click();
  for (let press = 0; press < 5; press++) await page.getByRole('button', { name: 'the right place: left' }).click();
  await page.getByRole('button', { name: 'Look what changes' }).click();
  const changes = page.getByRole('list', { name: 'Whose mark changes' }).getByRole('listitem');
  await expect(changes).toHaveText(['Milo Stannis: 1 becomes 0 of 1']);
});
