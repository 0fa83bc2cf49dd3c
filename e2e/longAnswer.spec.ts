/** A long answer: told to be with the teacher, read and marked on the desk, and the rest of the marks told meanwhile. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('what has to be read is marked by a teacher, and the first mark says what is still to come', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('Before the first print');
  // Not all of them have to be answered before it can go.
  await school.query('UPDATE parts SET required = false WHERE activity_id = $1', [activity]);
  const lena = await device({ viewport: PHONE });
  await lena.as('Lena Mirov');
  const { page } = lena;
  await lena.open(`/activity/${activity}`);
  await expect(lena.saveLine).toContainText('saved at school too');
  const give = page.getByRole('button', { name: 'Give this answer' });
  await page.getByRole('radio', { name: 'the other way round' }).click();
  await give.click();
  await expect(page.getByText('That is right.')).toBeVisible();
  await page.getByRole('tab', { name: 'Question 7, open' }).click();
  await page.getByRole('textbox', { name: 'Your answer' }).fill('The ferry, because it turns round so well.');
  await give.click();
  await expect(page.getByText('Given. Your teacher sees it.')).toBeVisible();
  await expectAccessible(page, 'a long answer');
  await expect(lena.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Ines Varga' }).click();
  await page.getByRole('button', { name: 'Send it as it is' }).click();
  await expect(page.getByRole('heading', { name: 'With Ines Varga' })).toBeVisible();

  const varga = await device({ viewport: WIDE });
  await varga.as('Ines Varga');
  await varga.open(`/review/${activity}`);
  await expect(varga.page.getByText('2 more once a teacher has read the rest')).toBeVisible();
  await expect(varga.page.getByText('1 of 6', { exact: true })).toBeVisible();
  await varga.page.getByRole('radiogroup', { name: 'What question 7 earns' }).getByRole('radio', { name: '2' }).click();
  await expect(varga.page.getByText('3 of 8', { exact: true })).toBeVisible();
  await expectAccessible(varga.page, 'marking a long answer');
});
