/** The learner’s Plan: the same numbers as everywhere, a day of one’s own, a calendar address. */
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { expect, test } from './school';

test('the plan shows what Now shows, takes undated work onto a day, and leads to the work', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  let taps = 1;
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  const chart = page.getByRole('img', { name: /minutes/ });
  await expect(chart).toBeVisible();
  await expectAccessible(page, 'the plan');
  const drift = page.getByRole('region', { name: 'No day yet' });
  await expect(drift.getByRole('link', { name: /^Gull or tern/ })).toBeVisible();
  await drift.getByRole('button', { name: 'Pick a day for Gull or tern?' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Tomorrow' }).click();
  await expect(drift.getByRole('link', { name: /^Gull or tern/ })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /^Gull or tern.* your day: tomorrow/ })).toBeVisible();
  // It lies on its day now, there and in the month.
  await page.getByRole('radio', { name: 'Month' }).click();
  await expect(page.getByRole('link', { name: /^Gull or tern/ })).toBeVisible();
  await expectAccessible(page, 'the month');
  taps += 1;
  await page.getByRole('link', { name: /^Joined letters l, h, k/ }).click();
  await expect(wren.sheet).toBeVisible();
  expect(taps).toBeLessThanOrEqual(2);
});

test('a calendar program reads the dates by a secret address, until that is made anew', async ({ device, school }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await page.getByRole('button', { name: 'In my own calendar' }).click();
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = (await page.getByTestId('calendar-address').textContent())!;
  const file = await (await fetch(address)).text();
  expect(file).toContain('SUMMARY:Colour the lantern room');
  expect(file).not.toContain('Night at the lighthouse');
  expect(address).toContain(school.url);
  await page.getByRole('button', { name: 'Make another' }).click();
  await expect(page.getByTestId('calendar-address')).not.toHaveText(address);
  expect((await fetch(address)).status).toBe(404);
});

test('work is found on Now by words, subject and state; what is finished stands on the Shelf as pictures', async ({
  device,
  school,
}) => {
  const milo = await device({ viewport: PHONE });
  await milo.asLearner('Milo Stannis');
  const { page } = milo;
  let taps = 0;
  const tap = async (role: 'button' | 'radio' | 'link', name: string | RegExp): Promise<void> => {
    taps += 1;
    await page.getByRole(role, { name }).click();
  };
  await tap('button', 'Find');
  await page.getByRole('textbox', { name: 'Find by words' }).fill('letters');
  await expect(page.getByRole('region', { name: '1 found' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Find by words' }).fill('');
  await tap('radio', 'Science');
  await expectAccessible(page, 'finding work');
  await expect(page.getByRole('link', { name: /^In the tide pool/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Wave patterns/ })).toHaveCount(0);
  await tap('link', /^In the tide pool/);
  await expect(milo.sheet).toBeVisible();
  // From Now to the activity by its subject.
  expect(taps).toBe(3);

  await milo.open('/shelf');
  const [finished] = await school.query<{ count: string }>(
    `SELECT count(*) FROM reviews r JOIN submissions s ON s.id = r.submission_id
      JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id WHERE w.name = 'Milo Stannis'
      AND r.outcome = 'finished'`,
  );
  const shelf = page.getByRole('list').getByRole('link');
  await expect(shelf).toHaveCount(Number(finished!.count));
  await expectAccessible(page, 'the shelf');
  await page.getByRole('radio', { name: 'Making' }).click();
  await expect(shelf).toHaveCount(1);
  await shelf.first().click();
  await expect(page.getByText(/^Finished/).first()).toBeVisible();
});
