/**
 * Marking by a rubric with a note that is kept, holding and taking back an outcome, reminding, and the table of marks.
 */
import { readFile } from 'node:fs/promises';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a go is marked by the rubric, told, taken back and told again; its learner reads why', async ({
  device,
  school,
}) => {
  const quell = await device({ viewport: WIDE });
  await quell.asTeacher('Mr Quell');
  const { page } = quell;
  // Beside the list stands the piece in hand: it can be read, answered and decided there.
  const list = page.getByRole('list', { name: 'Every piece that waits' });
  await list.getByRole('button', { name: /^Oskar Vane: Label the harbour map/ }).click();
  const chosen = page.getByRole('region', { name: 'The piece of Oskar Vane' });
  await expect(chosen.getByTestId('sheet')).toBeVisible();
  await expectAccessible(page, 'every piece that waits');
  await chosen.getByRole('textbox', { name: 'Note to Oskar' }).fill('The bank is well seen.');
  await chosen.getByRole('button', { name: /^Finished/ }).click();
  await expect(page.getByText('Told Oskar Vane: finished')).toBeVisible();
  await expect(list.getByRole('button', { name: /^Oskar Vane: Label/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^Take it back .*: Oskar Vane: finished$/ }).click();
  await expect(list.getByRole('button', { name: /^Oskar Vane: Label/ })).toBeVisible();
  // By activity they are there as well.
  await page.getByRole('radio', { name: 'By activity' }).click();
  await expect(page.getByRole('link', { name: /^Label the harbour map/ })).toBeVisible();
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  await expect(page.getByRole('heading', { level: 2, name: 'Oskar Vane' })).toBeVisible();
  await page.getByRole('radio', { name: /^All four are named/ }).click();
  await expect(page.getByTestId('mark')).toContainText('Mark: 10 of 10');
  await expect(page.getByTestId('mark')).toContainText('Not counted, because no level is chosen: The ferry’s way');
  await page.getByRole('radio', { name: 'It crosses a bank once' }).click();
  await expect(page.getByTestId('mark')).toContainText('Mark: 7.5 of 10');
  await page.getByRole('textbox', { name: 'Note to Oskar' }).fill('Oskar, follow the dots once more.');
  await page.getByRole('button', { name: 'Keep this note' }).click();
  await expect(page.getByText('Kept. Oskar sees nothing of it yet.')).toBeVisible();
  await expectAccessible(page, 'marking');
  // What was said survives a reload.
  await page.reload();
  await expect(page.getByTestId('mark')).toContainText('Mark: 7.5 of 10');
  await page.getByRole('button', { name: 'Finished, next', exact: true }).click();
  await page.getByRole('button', { name: /^Take it back .*: Oskar Vane: finished$/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Oskar Vane' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Note to Oskar' })).toHaveValue('Oskar, follow the dots once more.');
  // Decided now, told later.
  await page.getByRole('button', { name: 'Hold: another go' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Priya Sund' })).toBeVisible();
  await page.getByRole('button', { name: 'Notes I keep' }).click();
  await page.getByRole('button', { name: 'Say: Priya, follow the dots once more.' }).click();
  await expect(page.getByRole('textbox', { name: 'Note to Priya' })).toHaveValue('Priya, follow the dots once more.');
  await expect(page.getByText('Kept. Priya sees nothing of it yet.')).toBeVisible();
  const oskar = await device({ viewport: PHONE });
  await oskar.asLearner('Oskar Vane');
  await expect(
    oskar.page.getByRole('region', { name: 'With your teacher' }).getByText('Label the harbour map'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Tell 1 held' }).click();
  await expect(page.getByText('Told 1 learner')).toBeVisible();
  await oskar.page.getByRole('link', { name: /^Updates, \d+ new/ }).click();
  await oskar.page.getByRole('link', { name: /Mr Quell asks for another go: Label the harbour map/ }).click();
  await expect(oskar.page.getByRole('heading', { name: 'Mark: 7.5 of 10' })).toBeVisible();
  await expect(oskar.page.getByText('It crosses a bank once').first()).toBeVisible();
  await expectAccessible(oskar.page, 'a mark');
});

test('learners who forgot to send are reminded with one press, once a day', async ({ device, school }) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Colour the lantern room')}`);
  await farrow.page.getByRole('button', { name: 'The line' }).click();
  await farrow.page.getByRole('button', { name: /^Remind \d+ to send/ }).click();
  await expect(farrow.page.getByText(/^Reminded \d+ learners?\.$/)).toBeVisible();
  await farrow.page.getByRole('button', { name: 'The line' }).click();
  await farrow.page.getByRole('button', { name: /^Remind \d+/ }).click();
  await expect(farrow.page.getByText('Reminded already today. Once a day is enough.')).toBeVisible();
  const juno = await device({ viewport: PHONE });
  await juno.asLearner('Juno Pell');
  await juno.page.getByRole('link', { name: /^Updates, \d+ new/ }).click();
  await juno.page.getByRole('link', { name: /Ms Farrow waits for it: Colour the lantern room/ }).click();
  await expect(juno.saveLine).toContainText('saved at school too');
  // How it was, and what it was like, go along.
  await juno.page.getByRole('button', { name: 'Send' }).click();
  await juno.page.getByRole('radio', { name: 'Hard' }).click();
  await expectAccessible(juno.page, 'a word with it');
  await juno.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(juno.page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();
  await farrow.page.getByRole('button', { name: /^Juno Pell/ }).click();
  await expect(farrow.page.getByText('For Juno it was: hard')).toBeVisible();
});

test('the table of marks leads to learners, activities and work, and goes out as CSV', async ({ device }) => {
  const quell = await device({ viewport: WIDE });
  await quell.asTeacher('Mr Quell');
  const { page } = quell;
  await page.getByRole('link', { name: 'Marks', exact: true }).click();
  const table = page.getByRole('table');
  await expect(table.getByRole('button', { name: 'Tamsin Oke, Label the harbour map: 10 of 10' })).toBeVisible();
  await table.getByRole('button', { name: 'Label the harbour map', exact: true }).click();
  const activity = page.getByRole('region', { name: 'Marks for Label the harbour map' });
  await expect(activity.getByRole('img', { name: 'Marks. 1 of 2: 2 to 4; 1 of 2: 8 to 10' })).toBeVisible();
  await expect(activity.getByRole('img', { name: /^When it was sent\. / })).toBeVisible();
  await expectAccessible(page, 'marks');
  await table.getByRole('button', { name: 'Rafe Holm', exact: true }).click();
  await expect(
    page
      .getByRole('region', { name: 'Marks of Rafe Holm' })
      .getByText(/2\.5 of 10 · The four places: Three of them do/),
  ).toBeVisible();
  const taken = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take the table out as CSV' }).click();
  const csv = await readFile(await (await taken).path(), 'utf8');
  expect(csv.split('\r\n')[0]).toContain('Label the harbour map');
  expect(csv).toMatch(/^\uFEFF?"?Learner/);
  expect(csv).toContain('Tamsin Oke');
  await table.getByRole('button', { name: /^Tamsin Oke, Label the harbour map/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Tamsin Oke' })).toBeVisible();
  const phone = await device({ viewport: PHONE });
  await phone.as('Mr Quell');
  await phone.open('/marks');
  await phone.page.getByRole('table').waitFor();
  await expectAccessible(phone.page, 'marks on a phone');
});

test('changing what was marked by says whose marks it concerns, and asks; what was said stays', async ({
  device,
  school,
}) => {
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const { page } = quell;
  const before = await school.query<{ marked: unknown }>(
    'SELECT marked FROM reviews WHERE marked IS NOT NULL AND released_at IS NOT NULL ORDER BY id',
  );
  expect(before.length).toBe(2);
  await quell.open(`/make/${await school.activityId('Label the harbour map')}`);
  const line = page.getByRole('group', { name: 'The ferry’s way' });
  await line.getByRole('textbox', { name: 'Best' }).fill('It keeps to deep water, and to the buoys');
  await line.getByRole('radio', { name: 'Twice' }).click();
  await page.getByRole('button', { name: 'Give out the changes' }).click();
  const dialog = page.getByRole('dialog');
  const ask = page.getByRole('heading', { name: 'Change what is marked by?' });
  await expect(ask).toBeVisible();
  await expect(
    dialog.getByText(/^2 pieces were marked by what good work showed until now\. What was said of them stays as it is/),
  ).toBeVisible();
  await expectAccessible(page, 'asking before what is marked by changes');
  await dialog.getByRole('button', { name: 'Give it out' }).click();
  await expect(ask).toHaveCount(0);
  expect(
    await school.query('SELECT marked FROM reviews WHERE marked IS NOT NULL AND released_at IS NOT NULL ORDER BY id'),
  ).toEqual(before);
  // From now on it goes by the new lines.
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  await expect(page.getByRole('radio', { name: 'It keeps to deep water, and to the buoys' })).toBeVisible();
});

test('a table of thousands of marks has only what is in sight, and all of it can be reached', async ({
  device,
  school,
}) => {
  await school.query(
    `INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
      SELECT gen_random_uuid(), g.school_id, 'learner', 'Learner ' || lpad(n::text, 2, '0'), 'many-' || n,
      'picture', 'x', '#C8472F' FROM groups g, generate_series(1, 40) n WHERE g.name = 'Sandpipers'`,
  );
  await school.query(
    `INSERT INTO memberships (person_id, group_id, role) SELECT p.id, g.id, 'learner' FROM people p, groups g
      WHERE p.sign_in_name LIKE 'many-%' AND g.name = 'Sandpipers'`,
  );
  await school.query(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      SELECT gen_random_uuid(), t.id, 'Many ' || lpad(n::text, 2, '0'), 'Art', '{"type":"doc","content":[]}',
      true, 'set' FROM people t, generate_series(1, 80) n WHERE t.name = 'Ms Farrow'`,
  );
  await school.query(
    `INSERT INTO assignments (activity_id, group_id) SELECT a.id, g.id FROM activities a, groups g
      WHERE a.title LIKE 'Many %' AND g.name = 'Sandpipers'`,
  );
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  await farrow.open('/marks');
  const table = page.getByRole('region', { name: 'Marks of Sandpipers' });
  await expect(table.getByRole('rowheader', { name: 'Amos Reddy' })).toBeVisible();
  await expect(table.getByRole('cell')).not.toHaveCount(0);
  expect(await table.locator('td button').count()).toBeLessThan(600);
  await expectAccessible(page, 'a table of thousands of marks');
  await table.evaluate((element) => element.scrollTo(element.scrollWidth, element.scrollHeight));
  const last = table.getByRole('button', { name: 'Wren Abara, Many 80: New' });
  await expect(last).toBeInViewport();
  // The heads stay in sight, above and beside their cells.
  const [cell, head, side] = [
    await last.boundingBox(),
    await table.getByRole('button', { name: 'Many 80', exact: true }).boundingBox(),
    await table.getByRole('rowheader', { name: 'Wren Abara' }).boundingBox(),
  ];
  expect(Math.abs(head!.x - cell!.x)).toBeLessThan(2);
  expect(Math.abs(side!.y - cell!.y)).toBeLessThan(4);
  await last.click();
  await expect(page.getByRole('heading', { level: 2, name: 'Wren Abara' })).toBeVisible();
});
