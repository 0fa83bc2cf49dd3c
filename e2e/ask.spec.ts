/** Questions: who reads them stands above the box; the answer leads back to the very place. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test.use({ launchOptions: async ({ launchOptions }, use) => use({ ...launchOptions, args: [...(launchOptions.args ?? []), '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'] }) });

test('a question goes to the teacher alone by default, is answered, shared without a name, and taken away with a reason', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page } = wren;
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Ask about this' }).click();
  await expect(page.getByTestId('readers').first()).toHaveText('Only Ms Farrow reads this');
  await expectAccessible(page, 'asking');
  await page.getByRole('radio', { name: 'The class' }).click();
  await expect(page.getByTestId('readers').first()).toHaveText('Everybody in Sandpipers reads this: 9 learners and Ms Farrow');
  await page.getByRole('textbox', { name: 'Your question' }).fill('Who has the green pencil?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByText('Who has the green pencil?')).toBeVisible();
  // To the class was that one question; the next is for the teacher again. This one is said aloud.
  await expect(page.getByTestId('readers').first()).toHaveText('Only Ms Farrow reads this');
  await page.getByRole('button', { name: 'Say a note' }).first().click();
  await expect(page.getByRole('timer')).toHaveText(/0:0[1-9]/, { timeout: 15_000 });
  await expect(page.getByRole('timer')).toHaveText(/^0:0[1-9]/, { timeout: 20_000 });
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByText('With it: at school')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('textbox', { name: 'Your question' }).fill('Is this the keeper’s voice?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  const mine = page.getByRole('article', { name: 'A question about Lighthouse' }).filter({ hasText: 'Is this the keeper’s voice?' });
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
  const thread = desk.getByRole('article', { name: /Wren Abara asks/ }).filter({ hasText: 'Is this the keeper’s voice?' });
  await expect(thread.getByRole('button', { name: 'Hear what Wren Abara said' })).toBeVisible();
  await expectAccessible(desk, 'questions');
  await thread.getByRole('textbox', { name: 'Answer Wren Abara' }).fill('It is the wind in the lamp');
  await thread.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(thread.getByText('It is the wind in the lamp')).toBeVisible();
  await thread.getByRole('button', { name: 'Share it without the name' }).click();
  await expect(thread.getByRole('button', { name: 'Shared. Hide it again' })).toBeVisible();
  const open = desk.getByRole('article', { name: /Wren Abara asks/ }).filter({ hasText: 'green pencil' });
  await open.getByRole('button', { name: 'Take away what Wren Abara said' }).click();
  await desk.getByRole('textbox', { name: 'Why' }).fill('Ask at your table.');
  await desk.getByRole('dialog').getByRole('button', { name: 'Take it away' }).click();
  await expect(open.or(desk.getByText('Taken away: Ask at your table.')).last()).toBeVisible();

  // A classmate sees the shared one without a name.
  const milo = await device();
  await milo.asLearner('Isla Okpara');
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
