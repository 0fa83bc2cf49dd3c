/** The wall: something that waits and then hangs, is looked at large, answered, and taken down. */
import { readFileSync } from 'node:fs';
import { PDFDocument } from 'pdf-lib';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a film waits with the teacher, hangs, is seen and answered; what is said is read first', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('One knot, filmed');
  const nell = await device({ viewport: PHONE });
  await nell.as('Nell Garrick');
  await nell.open('/our-class');
  await nell.page.getByRole('link', { name: 'The wall of One knot, filmed. yours waits for your teacher' }).click();
  const who = 'Everybody in Cormorants sees this, and nobody else: 5 learners, Mr Quell';
  await expect(nell.page.getByText(who)).toBeVisible();
  await expect(nell.page.getByText('Yours · Waits for your teacher. It is safe.')).toBeVisible();
  await expectAccessible(nell.page, 'a wall on which nothing hangs yet');

  const oskar = await device({ viewport: PHONE });
  await oskar.as('Oskar Vane');
  await oskar.open(`/wall/${activity}`);
  await expect(oskar.page.getByText('Nothing hangs here yet.')).toBeVisible();
  await expect(oskar.page.getByText('a loop that holds a boat')).toHaveCount(0);

  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/wall/${activity}`);
  await expect(quell.page.getByText('1 waits for you')).toBeVisible();
  await quell.page.getByRole('button', { name: /^I tie a loop/ }).click();
  const large = quell.page.getByRole('dialog', { name: /^I tie a loop/ });
  await expect(large.getByTestId('take-player')).toBeVisible();
  await expectAccessible(quell.page, 'a piece that waits, large');
  await large.getByRole('button', { name: 'Let it hang' }).click();
  await expect(large.getByRole('group', { name: 'Stamps' })).toBeVisible();

  // It comes to whoever looks at the wall.
  const piece = oskar.page.getByRole('button', { name: /^I tie a loop that holds a boat\. Nell Garrick/ });
  await piece.click({ timeout: 20_000 });
  const seen = oskar.page.getByRole('dialog', { name: /^I tie a loop/ });
  await expect(seen.getByText('Hands lay a yellow rope around itself until it is a loop')).toBeVisible();
  await seen.getByRole('button', { name: /^Play/ }).click();
  await expect
    .poll(() => seen.locator('video').evaluate((element: HTMLMediaElement) => element.currentTime), {
      timeout: 20_000,
    })
    .toBeGreaterThan(0.2);
  await seen.getByRole('button', { name: 'It carries me along: 0' }).click();
  await expect(seen.getByRole('button', { name: 'It carries me along: 1' })).toBeDisabled();
  await seen
    .getByRole('textbox', { name: 'Say or ask something. Your teacher reads it first' })
    .fill('Which hand leads?');
  await seen.getByRole('button', { name: 'Say it' }).click();
  await expect(seen.getByText('Your teacher reads it first', { exact: true })).toBeVisible();
  await expectAccessible(oskar.page, 'a piece on the wall, large');
  await nell.open(`/wall/${activity}`);
  await nell.page.getByRole('button', { name: /^I tie a loop/ }).click();
  await expect(nell.page.getByRole('button', { name: 'It carries me along: 1' })).toBeVisible();
  await expect(nell.page.getByText('Which hand leads?')).toHaveCount(0);
  await large.getByRole('button', { name: 'Let it stand: Which hand leads?' }).click({ timeout: 20_000 });
  await expect(nell.page.getByText('Which hand leads?')).toBeVisible({ timeout: 20_000 });

  // It is Nell's own, and comes down whenever she likes.
  await nell.page.getByRole('button', { name: 'Take it down' }).click();
  await expect(nell.page.getByText('Nothing hangs here yet.')).toBeVisible();
  await expect(seen).toHaveCount(0, { timeout: 20_000 });
});

test('finished work is hung, one page of it, and the wall is gone through by keys', async ({ device, school }) => {
  const activity = await school.activityId('Label the harbour map');
  const tamsin = await device({ viewport: WIDE });
  await tamsin.as('Tamsin Oke');
  await tamsin.open(`/activity/${activity}`);
  const { page } = tamsin;
  await page.getByRole('button', { name: 'Hang it up' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('It is with Mr Quell first. Your work is safe.', { exact: false })).toBeVisible();
  await dialog.getByRole('radio', { name: 'Page 2' }).click();
  await dialog.getByRole('textbox', { name: 'Its title' }).fill('The mill');
  await dialog.getByRole('textbox', { name: 'What one sees in it' }).fill('A mill on a hill');
  await expectAccessible(page, 'hanging work up');
  await dialog.getByRole('button', { name: 'Hang it' }).click();
  await expect(page.getByRole('button', { name: /^The mill\. Yours · Waits for your teacher/ })).toBeVisible();

  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/wall/${activity}`);
  await expect(quell.page.getByText('2 wait for you')).toBeVisible();
  await quell.page.getByRole('button', { name: 'Let all hang' }).click();
  await expect(quell.page.getByText('wait for you')).toHaveCount(0);
  await expectAccessible(quell.page, 'a wall');
  const printing = quell.page.waitForEvent('download');
  await quell.page.getByRole('button', { name: 'Print the wall (PDF)' }).click();
  const printed = await PDFDocument.load(readFileSync(await (await printing).path()));
  expect([printed.getPageCount(), printed.getTitle()]).toEqual([1, 'Label the harbour map']);
  await quell.page.getByRole('button', { name: 'Thank all: A bright idea' }).click();
  await quell.page.getByRole('button', { name: 'Look at all, large' }).click();
  await expect(quell.page.getByRole('button', { name: 'A bright idea: 1' })).toBeVisible();
  const count = quell.page.getByRole('dialog').getByRole('status').first();
  await expect(count).toHaveText('1 of 4');
  const first = await quell.page.getByRole('dialog').getAttribute('aria-label');
  await quell.page.keyboard.press('ArrowRight');
  await expect(count).toHaveText('2 of 4');
  expect(await quell.page.getByRole('dialog').getAttribute('aria-label')).not.toBe(first);
  await quell.page.keyboard.press('ArrowLeft');
  await expect(count).toHaveText('1 of 4');
  await quell.page.getByRole('textbox', { name: /^Why it does not hang/ }).fill('There is a phone number on it.');
  await quell.page.getByRole('button', { name: 'Keep it off the wall' }).click();
  await expect(quell.page.getByText('“There is a phone number on it.”')).toBeVisible();
  await quell.page.keyboard.press('Escape');
  await expect(quell.page.getByRole('dialog')).toHaveCount(0);
});

test('what a class leaves as an example is seen by the class after it, without a name', async ({ device, school }) => {
  const activity = await school.activityId('Label the harbour map');
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/wall/${activity}`);
  await quell.page.getByRole('button', { name: /^By the east point/ }).click();
  await quell.page.getByRole('button', { name: 'Ask to show it to later classes' }).click();
  await expect(quell.page.getByText('Tamsin Oke is asked, and has not said yet.')).toBeVisible();

  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  await tamsin.open('/updates');
  await tamsin.page.getByRole('link', { name: /May classes that come later see this\? By the east point/ }).click();
  await tamsin.page.getByRole('button', { name: /^By the east point/ }).click();
  await expectAccessible(tamsin.page, 'being asked for an example');
  await tamsin.page.getByRole('button', { name: 'Yes, without my name' }).click();
  await expect(tamsin.page.getByText('Classes that do this later see it, without a name.')).toBeVisible();
  // Who sees the wall stands on it, to classmates too, who are not told which piece it is.
  const nell = await device({ viewport: PHONE });
  await nell.as('Nell Garrick');
  await nell.open(`/wall/${activity}`);
  await expect(nell.page.getByText(/Mr Quell\. Classes that do this later see 1 piece of it$/)).toBeVisible();
  await expect(nell.page.getByText('and nobody else')).toHaveCount(0);

  // The class after it has the same activity.
  await school.query(
    `INSERT INTO assignments (activity_id, group_id) SELECT $1, id FROM groups WHERE name = 'Print Studio'`,
    [activity],
  );
  const lena = await device({ viewport: PHONE });
  await lena.as('Lena Mirov');
  await lena.open('/our-class');
  await lena.page.getByRole('link', { name: 'The wall of Label the harbour map. 1 from a class before' }).click();
  const before = lena.page.getByRole('list', { name: 'From classes before you' });
  await expect(before.getByRole('listitem')).toHaveCount(1);
  await before.getByRole('button', { name: /^By the east point\. Without a name/ }).click();
  await expect(lena.page.getByText('A map of the harbour with four names')).toBeVisible();
  await expect(lena.page.getByText('Tamsin')).toHaveCount(0);
  await expect(lena.page.getByRole('group', { name: 'Stamps' })).toHaveCount(0);
  await expectAccessible(lena.page, 'an example of another class, large');
});
