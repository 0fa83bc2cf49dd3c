/** A set with minutes: the school's clock goes on through a reload and a network that is cut, and nothing is lost at its end. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

const TITLE = 'Ferry sums by heart';

test('the clock goes on through a reload; what was made before it ended arrives once there is a network', async ({
  device,
  school,
}) => {
  const activity = await school.activityId(TITLE);
  await school.query(
    `UPDATE parts SET settings = jsonb_set(settings, '{minutes}', '10') WHERE activity_id = $1 AND kind = 'questions'`,
    [activity],
  );
  /** So many seconds are left from now on, as if the others had passed. */
  const leave = (seconds: number): Promise<unknown[]> =>
    school.query(
      `UPDATE set_times SET started_at = now() - interval '10 minutes' + $1 * interval '1 second'
       FROM pieces p JOIN people n ON n.id = p.person_id WHERE p.id = piece_id AND n.name = 'Tamsin Oke'`,
      [seconds],
    );
  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  await tamsin.open(`/activity/${activity}`);
  await expect(page.getByRole('heading', { level: 2, name: '10 minutes' })).toBeVisible();
  const begin = page.getByRole('button', { name: 'Begin now' });
  await expect(begin).toBeEnabled();
  await expectAccessible(page, 'before the clock begins');
  await begin.click();
  const clock = page.getByRole('timer');
  await expect(clock).toHaveText('10 minutes left');
  await page.getByRole('button', { name: 'Hide the clock' }).click();
  await expect(clock).toHaveText('The clock is hidden');
  await page.getByRole('button', { name: 'Show the clock' }).click();
  await expectAccessible(page, 'with a clock');
  await page.getByRole('textbox', { name: 'Your number' }).fill('1');
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is not it.')).toBeVisible();

  await leave(280);
  await page.reload();
  await expect(clock).toHaveText('5 minutes left');
  await expect(page.getByRole('button', { name: 'Hide the clock' })).toHaveCount(0);

  // The teacher gives a minute more, and it is there without a reload.
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/answers/${activity}`);
  await expect(quell.page.getByRole('timer')).toHaveText(/^1 answering/);
  await quell.page.getByRole('button', { name: 'Give more time' }).click();
  await expect(quell.page.getByText('Given: 1 more.')).toBeVisible();
  await expectAccessible(quell.page, 'a board with time');
  await page.reload();
  await expect(clock).toHaveText('6 minutes left');

  await leave(-48);
  await page.reload();
  await expect(clock).toHaveText(/seconds left$/);
  await page.getByRole('tab', { name: 'Question 3, open' }).click();
  await page.context().setOffline(true);
  await page.getByRole('textbox', { name: 'Your number, in m' }).fill('2500');
  await expect(page.getByText('Time is over. What was there was handed in.')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('button', { name: 'Give this answer' })).toHaveCount(0);
  // School hands in what it has, once its teacher looks; the answer of question 3 is not there yet.
  await expect
    .poll(
      async () => {
        await quell.page.reload();
        await expect(quell.page.getByRole('timer')).toBeVisible();
        return school.query('SELECT 1 FROM set_times WHERE handed_in_at IS NOT NULL');
      },
      { timeout: 20_000 },
    )
    .toHaveLength(1);
  await page.context().setOffline(false);
  await expect(page.getByRole('tab', { name: 'Question 3, right' })).toBeVisible({ timeout: 20_000 });
  const [late] = await school.query<{ late: boolean }>(
    `SELECT t.made_at < t.at AS late FROM question_tries t JOIN pieces p ON p.id = t.piece_id
     JOIN people n ON n.id = p.person_id WHERE n.name = 'Tamsin Oke' AND t.made_at IS NOT NULL`,
  );
  expect(late).toEqual({ late: true });
  await expect(
    quell.page.getByRole('row').filter({ hasText: 'Tamsin Oke' }).getByRole('cell', { name: 'Question 3, right' }),
  ).toBeVisible();
});
