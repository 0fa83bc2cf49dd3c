/** Questions: who reads them stands above the box; the answer leads back to the very place. */
import { paperPhoto } from '@lippet/demo/photos';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a question goes to the teacher alone by default, is answered, shared without a name, and taken away with a reason', async ({
  device,
}) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page } = wren;
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Ask about this' }).click();
  await expect(page.getByTestId('readers').first()).toHaveText('Only Ms Farrow reads this');
  await expectAccessible(page, 'asking');
  await page.getByRole('radio', { name: 'The class' }).click();
  await expect(page.getByTestId('readers').first()).toHaveText(
    'Everybody in Sandpipers reads this: 9 learners and Ms Farrow',
  );
  await page.getByRole('textbox', { name: 'Your question' }).fill('Who has the green pencil?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByText('Who has the green pencil?')).toBeVisible();
  // To the class was that one question; the next is for the teacher again. This one is said aloud.
  await expect(page.getByTestId('readers').first()).toHaveText('Only Ms Farrow reads this');
  await page.getByRole('button', { name: 'Say a note' }).first().click();
  await expect(page.getByRole('timer')).toHaveText(/0:0[1-9]/, { timeout: 15_000 });
  await expect(page.getByRole('timer')).toHaveText(/^0:(?!00)\d\d/, { timeout: 20_000 });
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText('With it: at school')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('textbox', { name: 'Your question' }).fill('Is this the keeper’s voice?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  const mine = page
    .getByRole('article', { name: 'A question about Lighthouse' })
    .filter({ hasText: 'Is this the keeper’s voice?' });
  await expect(mine.getByText('Only your teacher and you')).toBeVisible();
  await expect(mine.getByRole('button', { name: 'Hear what You said' })).toBeVisible();

  // The teacher is led to it, hears it, answers, and shares it.
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const desk = farrow.page;
  let taps = 0;
  for (const name of [/^Updates, \d+ new/, /Wren Abara asks: Is this the keeper’s voice/]) {
    taps += 1;
    await desk.getByRole('link', { name }).first().click();
  }
  expect(taps).toBe(2);
  const thread = desk
    .getByRole('article', { name: /Wren Abara asks/ })
    .filter({ hasText: 'Is this the keeper’s voice?' });
  await expect(thread.getByRole('button', { name: 'Hear what Wren Abara said' })).toBeVisible();
  await expectAccessible(desk, 'questions');
  await thread.getByRole('textbox', { name: 'Answer Wren Abara' }).fill('It is the wind in the lamp');
  await thread.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(thread.getByText('It is the wind in the lamp')).toBeVisible();
  // Said and asked for anew: from here on nothing below the answer moves.
  await expect(thread.getByRole('textbox', { name: 'Answer Wren Abara' })).toHaveValue('');
  await thread.getByRole('button', { name: 'Share it without the name' }).click();
  await expect(thread.getByRole('button', { name: 'Shared. Hide it again' })).toBeVisible();
  const open = desk.getByRole('article', { name: /Wren Abara asks/ }).filter({ hasText: 'green pencil' });
  await open.getByRole('button', { name: 'Take away what Wren Abara said' }).click();
  await desk.getByRole('textbox', { name: 'Why' }).fill('Ask at your table.');
  await desk.getByRole('dialog').getByRole('button', { name: 'Take it away' }).click();
  await expect(open.or(desk.getByText('Taken away: Ask at your table.')).last()).toBeVisible();

  // A classmate sees the shared one without a name.
  const milo = await device();
  await milo.as('Isla Okpara');
  await milo.openSheet('Colour the lantern room');
  await milo.page.getByRole('button', { name: /^All of the task/ }).click();
  await milo.page.getByRole('button', { name: 'Ask about this' }).click();
  const shared = milo.page.getByRole('article').filter({ hasText: 'Is this the keeper’s voice?' });
  await expect(shared.getByText(/^Somebody in the class/)).toBeVisible();
  await expect(shared).not.toContainText('Wren');

  // The asker is led back to the answer, and sees why the other was taken away.
  await wren.open('/updates');
  await page.getByRole('link', { name: /Ms Farrow answers/ }).click();
  await expect(page.getByText('It is the wind in the lamp')).toBeVisible();
  await expect(page.getByText('Taken away: Ask at your table.')).toBeVisible();
});

test('a teacher answers with a voice and with a picture, and the asker hears and sees them', async ({
  device,
  school,
}) => {
  const isla = await device({ viewport: PHONE });
  await isla.as('Isla Okpara');
  await isla.openSheet('Colour the lantern room');
  await isla.page.getByRole('button', { name: 'More', exact: true }).click();
  await isla.page.getByRole('button', { name: 'Ask about this' }).click();
  await isla.page.getByRole('textbox', { name: 'Your question' }).fill('How does a lamp turn?');
  await isla.page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(isla.page.getByText('How does a lamp turn?')).toBeVisible();

  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  await farrow.open('/updates');
  await page.getByRole('link', { name: /Isla Okpara asks: How does a lamp turn/ }).click();
  const thread = page.getByRole('article', { name: /Isla Okpara asks/ }).filter({ hasText: 'How does a lamp turn?' });
  // Without a word: the voice alone is an answer.
  await thread.getByRole('button', { name: 'Say a note' }).click();
  await expect(page.getByRole('timer')).toHaveText(/^0:(?!00)\d\d/, { timeout: 20_000 });
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(thread.getByText('With it: at school')).toBeVisible({ timeout: 20_000 });
  await thread.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(thread.getByRole('button', { name: 'Hear what You said' })).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await thread.getByRole('button', { name: 'Picture' }).click();
  await (await chooser).setFiles({ name: 'lamp.webp', mimeType: 'image/webp', buffer: (await paperPhoto(7)).original });
  await expect(thread.getByText('With it: at school')).toBeVisible({ timeout: 20_000 });
  await thread.getByRole('textbox', { name: 'Answer Isla Okpara' }).fill('Like this');
  await thread.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(thread.getByRole('img', { name: 'A picture from You' })).toBeVisible();

  await isla.open('/updates');
  await isla.page
    .getByRole('link', { name: /Ms Farrow answers/ })
    .first()
    .click();
  await expect(isla.page.getByRole('button', { name: 'Hear what Ms Farrow said' })).toBeVisible();
  const picture = isla.page.getByRole('img', { name: 'A picture from Ms Farrow' });
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  // Nobody else gets either: not by the address.
  const milo = await device({ viewport: PHONE });
  await milo.asLearner('Milo Stannis');
  const files = await school.query<{ media_id: string }>(
    `SELECT m.media_id FROM messages m JOIN threads t ON t.id = m.thread_id
      JOIN people p ON p.id = t.asker_id WHERE p.name = 'Isla Okpara' AND m.media_id IS NOT NULL`,
  );
  expect(files).toHaveLength(2);
  for (const { media_id: id } of files)
    expect(await milo.page.evaluate((address) => fetch(address).then(({ status }) => status), `/api/media/${id}`)).toBe(
      404,
    );
});
