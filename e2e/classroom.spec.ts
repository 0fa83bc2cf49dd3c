/**
 * What a class shares: notices, the question of the day, who is there; and that a notice is no place to hand work in.
 */
import { paperPhoto } from '@lippet/demo/photos';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a notice arrives at once where the app is open, is answered, and what should not stand there is taken away', async ({
  device,
}) => {
  const wren = await device({ viewport: PHONE });
  const news = wren.page.waitForEvent('websocket', { predicate: (socket) => socket.url().endsWith('/news') });
  await wren.asLearner('Wren Abara');
  const heard = (await news).waitForEvent('framereceived', {
    predicate: ({ payload }) => payload === 'news',
    timeout: 60_000,
  });
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const { page } = farrow;
  await page.getByRole('link', { name: 'Class', exact: true }).click();
  await expect(page.getByTestId('readers').first()).toHaveText('Everybody in Sandpipers reads this: 9 learners');
  await page.getByRole('textbox', { name: 'Tell the class' }).fill('The ferry is late: we begin at ten');
  await page.getByRole('button', { name: 'Tell them' }).click();
  await expect(page.getByRole('article', { name: 'Ms Farrow tells the class' }).first()).toContainText(
    'The ferry is late',
  );
  await expectAccessible(page, 'the class, led');

  // School says that there is something new; nobody pressed anything.
  await heard;
  await wren.page.getByRole('link', { name: /^Updates, \d+ new/ }).click();
  await wren.page.getByRole('link', { name: /Ms Farrow: The ferry is late/ }).click();
  const notice = wren.page
    .getByRole('article', { name: 'Ms Farrow tells the class' })
    .filter({ hasText: 'The ferry is late' });
  await notice.getByRole('button', { name: 'Say something to it' }).click();
  await expect(notice.getByTestId('readers')).toHaveText(
    'Everybody in Sandpipers reads this: 9 learners and Ms Farrow',
  );
  await notice.getByRole('textbox', { name: 'What do you say to it?' }).fill('Milo is always late');
  await notice.getByRole('button', { name: 'Send it' }).click();
  await expect(notice.getByText('Milo is always late')).toBeVisible();

  const led = page.getByRole('article', { name: 'Ms Farrow tells the class' }).filter({ hasText: 'The ferry is late' });
  await led.getByRole('button', { name: 'Take away what Wren Abara said' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill('Say nothing of others here.');
  await page.getByRole('dialog').getByRole('button', { name: 'Take it away' }).click();
  await expect(led.getByText('Taken away: Say nothing of others here.')).toBeVisible();
  await expect(notice.getByText('Taken away: Say nothing of others here.')).toBeVisible({ timeout: 20_000 });
});

test('the question of the day is answered without reading, and seen by the teacher alone', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  await wren.page.getByRole('link', { name: 'Class', exact: true }).click();
  await expect(wren.page.getByRole('heading', { name: 'How is the wind today?' })).toBeVisible();
  await expect(wren.page.getByText('Only Ms Farrow sees what you choose')).toBeVisible();
  await expect(wren.page.getByText('Grandma is coming')).toHaveCount(0);
  await expect(wren.page.getByRole('list', { name: 'Who is here' }).getByRole('listitem')).toHaveCount(10);
  await expectAccessible(wren.page, 'the class');
  await wren.page.getByRole('radio', { name: 'Stormy' }).click();
  await wren.page.getByRole('button', { name: 'Send it' }).click();
  await expect(wren.page.getByRole('button', { name: 'Change what I said today' })).toBeVisible();
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open('/class');
  await expect(farrow.page.getByText('6 of 9 have answered today')).toBeVisible();
  await expect(farrow.page.getByText('Wren Abara: Stormy')).toBeVisible();
  await farrow.page.getByRole('button', { name: 'Another question of the day' }).click();
  await farrow.page.getByRole('textbox', { name: 'The question' }).fill('What did you hear this morning?');
  await farrow.page.getByRole('radio', { name: 'Everybody in the class' }).click();
  await farrow.page.getByRole('button', { name: 'Ask it', exact: true }).click();
  await expect(farrow.page.getByText('Nobody has answered today yet.')).toBeVisible();
  await wren.page.reload();
  await expect(wren.page.getByText('Everybody in Sandpipers sees what you choose')).toBeVisible();
});

test('a question of the day may have answers of its own, with pictures; what could not be done stands in the dialog', async ({
  device,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open('/class');
  const { page } = farrow;
  await page.getByRole('button', { name: 'Another question of the day' }).click();
  const dialog = page.getByRole('dialog', { name: 'A question each day' });
  await dialog.getByRole('textbox', { name: 'The question' }).fill('How will you go home?');
  await dialog.getByRole('radio', { name: 'Answers of my own' }).click();
  const ask = dialog.getByRole('button', { name: 'Ask it', exact: true });
  await expect(ask).toBeDisabled();
  for (const [i, words] of ['By boat', 'On foot', 'By cart'].entries()) {
    if (i === 2) await dialog.getByRole('button', { name: 'Another answer' }).click();
    await dialog.getByRole('textbox', { name: `Answer ${i + 1}` }).fill(words);
  }
  const chooser = page.waitForEvent('filechooser');
  await dialog.getByRole('button', { name: 'A picture for answer 1' }).click();
  await (await chooser).setFiles({ name: 'boat.webp', mimeType: 'image/webp', buffer: (await paperPhoto(7)).original });
  await expect(dialog.getByRole('button', { name: 'Another picture for answer 1' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Take answer 3 away' }).click();
  await expectAccessible(page, 'a question with answers of its own');
  // School can't be reached for a moment: that is said where one looks, and nothing typed is lost.
  await page.route('**/api/groups/*/question', (route) => route.abort());
  await ask.click();
  await expect(dialog.getByRole('alert')).toBeVisible();
  await page.unroute('**/api/groups/*/question');
  await ask.click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText('Nobody has answered today yet.')).toBeVisible();

  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  await wren.page.getByRole('link', { name: 'Class', exact: true }).click();
  const offered = wren.page.getByRole('radiogroup', { name: 'How will you go home?' });
  await expect(offered.getByRole('radio')).toHaveCount(2);
  const boat = offered.getByRole('radio', { name: 'By boat' });
  await expect
    .poll(() => boat.locator('img').evaluate((picture) => (picture as HTMLImageElement).naturalWidth))
    .toBeGreaterThan(0);
  await expectAccessible(wren.page, 'a question with answers to choose from');
  await boat.click();
  await wren.page.getByRole('button', { name: 'Send it' }).click();
  await expect(wren.page.getByText('By boat', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('img', { name: 'By boat: 1' })).toBeVisible();
  await expect(page.getByText('Wren Abara: By boat')).toBeVisible();
});

test('a picture that belongs to work is led into it, and does not stand before the class', async ({
  device,
  school,
}) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  await page.getByRole('link', { name: 'Class', exact: true }).click();
  const notice = page
    .getByRole('article', { name: 'Ms Farrow tells the class' })
    .filter({ hasText: 'big lighthouse drawing' });
  await notice.getByRole('button', { name: 'Say something to it' }).click();
  const chooser = page.waitForEvent('filechooser');
  await notice.getByRole('button', { name: 'Picture' }).click();
  await (
    await chooser
  ).setFiles({ name: 'window.webp', mimeType: 'image/webp', buffer: (await paperPhoto(7)).original });
  await expect(page.getByRole('heading', { name: 'Is this your work?' })).toBeVisible();
  await expectAccessible(page, 'the offer');
  await page.getByRole('button', { name: 'Put it into Colour the lantern room' }).click();
  await expect(wren.sheet).toBeVisible();
  // Strokes of the demo, and the picture.
  const strokes = await wren.strokesShown();
  await expect(wren.sheet).toHaveAttribute('data-items', String(strokes + 1), { timeout: 30_000 });
  await expect(wren.saveLine).toContainText('saved at school too', { timeout: 30_000 });
  expect(
    await school.query("SELECT 1 FROM notices n JOIN people p ON p.id = n.author_id WHERE p.name = 'Wren Abara'"),
  ).toEqual([]);
});

test('a lesson by link stands above all else for the class, says where it leads, and goes when it is over', async ({
  device,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  await farrow.open('/class');
  await page.getByRole('button', { name: 'A lesson by link' }).click();
  await expectAccessible(page, 'a lesson by link');
  const address = page.getByRole('textbox', { name: 'Address of the room' });
  await address.fill('http://rooms.fennick.example/sandpipers');
  await page.getByRole('textbox', { name: 'What it is' }).fill('Singing with the lighthouse keeper');
  await page.getByRole('button', { name: 'Show it' }).click();
  // What is not safe is not shown, and says why.
  await expect(page.getByText('The lesson’s address must begin with https:// to be safe.')).toBeVisible();
  const wren = await device({ viewport: PHONE });
  await wren.page.addInitScript(() =>
    Object.assign(window, {
      open: (...way: string[]) => document.documentElement.setAttribute('data-way', way.join(' ')),
    }),
  );
  await wren.asLearner('Wren Abara');
  await wren.page.getByRole('link', { name: 'Class', exact: true }).click();
  await expect(wren.page.getByRole('heading', { name: 'How is the wind today?' })).toBeVisible();
  await expect(wren.page.getByRole('button', { name: 'Go to the lesson' })).toHaveCount(0);

  await address.fill('https://rooms.fennick.example/sandpipers');
  await page.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByRole('button', { name: 'Change the lesson by link' })).toBeVisible();
  await wren.page.reload();
  await expect(wren.page.getByRole('heading', { name: 'Singing with the lighthouse keeper' })).toBeVisible();
  await expect(wren.page.getByText('Opens rooms.fennick.example, a page outside of Lippet')).toBeVisible();
  await expectAccessible(wren.page, 'the class, with a lesson');
  await wren.page.getByRole('button', { name: 'Go to the lesson' }).click();
  await expect(wren.page.locator('html')).toHaveAttribute(
    'data-way',
    'https://rooms.fennick.example/sandpipers _blank noopener,noreferrer',
  );

  await page.getByRole('button', { name: 'Change the lesson by link' }).click();
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(page.getByRole('button', { name: 'A lesson by link' })).toBeVisible();
  await wren.page.reload();
  await expect(wren.page.getByRole('heading', { name: 'How is the wind today?' })).toBeVisible();
  await expect(wren.page.getByRole('button', { name: 'Go to the lesson' })).toHaveCount(0);
});
