/** A question that stands alone is answered on Now: it says that it can't be changed, goes by itself, and shows the spread. */
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { expect, test } from './school';

test('a question is answered on its row of Now, goes to the teacher by itself, and the spread is shown', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  const received: string[] = [];
  page.on('response', (response) => {
    if (response.url().includes('/now/questions'))
      void response.text().then(
        (text) => received.push(text),
        () => undefined,
      );
  });
  await tamsin.open('/now');
  const question = page.getByRole('heading', { level: 2, name: 'The water is low now. What comes next?' });
  await expect(question).toBeVisible();
  await expect(page.getByText('Once given, it can’t be changed.')).toBeVisible();
  // Neither what is right nor what the others said has come before.
  expect(received.join('')).toContain('What comes next?');
  expect(received.join('')).not.toMatch(/"right":\[|For a moment only|"count"/);
  await expectAccessible(page, 'a question on Now');
  await page.getByRole('radio', { name: 'slack water' }).focus();
  await page.keyboard.press('Space');

  // School has it, and its answer is lost on the way: what school has is shown all the same, and it was given once.
  await page.route('**/lone-answer', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('For a moment only. And then?')).toBeVisible();
  await expect(page.getByText('This was right')).toBeVisible();
  await expect(page.getByRole('img', { name: /^What your group said\. 2 of 4: the ebb/ })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'the flood' })).toBeDisabled();
  await expectAccessible(page, 'answered on Now');
  const goes = await school.query(
    `SELECT s.go FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN people n ON n.id = p.person_id
     JOIN activities a ON a.id = p.activity_id WHERE n.name = 'Tamsin Oke' AND a.title = 'One question about the tide'`,
  );
  expect(goes).toEqual([{ go: 1 }]);
  await page.reload();
  await expect(page.getByText('For a moment only. And then?')).toBeVisible();
});
