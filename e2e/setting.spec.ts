/** A teacher sets work, changes it when it is begun, and a learner finds it. */
import { execFileSync } from 'node:child_process';
import type { Locator } from '@playwright/test';
import sharp from 'sharp';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { countTaps } from './countTaps';
import { expect, test } from './school';

/** How many pixels of what is seen have this colour, more or less. */
async function pixelsOf(shown: Locator, colour: [number, number, number]): Promise<number> {
  const { data, info } = await sharp(await shown.screenshot())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  let count = 0;
  for (let i = 0; i < data.length; i += info.channels)
    if (colour.every((value, c) => Math.abs(data[i + c]! - value) < 12)) count += 1;
  return count;
}
/** The red of the inks. */
const RED: [number, number, number] = [200, 71, 47];

test('a one-page drawing activity is set for a group in a few taps, and its learners have it at once', async ({
  device,
}) => {
  const farrow = await device({ viewport: PHONE });
  await farrow.asTeacher('Ms Farrow');
  const { page } = farrow;
  let taps = 0;
  const tap = async (role: 'button' | 'link' | 'checkbox' | 'textbox', name: string | RegExp): Promise<void> => {
    taps += 1;
    await page.getByRole(role, { name, exact: typeof name === 'string' }).click();
  };
  await tap('link', 'Activities');
  await tap('button', 'Make a new one');
  // The name has the focus: one types at once.
  await expect(page.getByRole('textbox', { name: 'Its name' })).toBeFocused();
  await page.keyboard.type('Draw a seal');
  await tap('textbox', 'The task');
  await page.keyboard.type('Draw a seal on its rock.');
  await tap('button', /^Add a part: Page/);
  await tap('checkbox', 'Sandpipers');
  await tap('button', 'Set it for Sandpipers');
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();
  expect(taps).toBeLessThanOrEqual(7);

  const wren = await device();
  await wren.asLearner('Wren Abara');
  await wren.page.getByRole('link', { name: /^Updates, \d+ new/ }).click();
  await wren.page.getByRole('link', { name: /New for you: Draw a seal/ }).click();
  await expect(wren.saveLine).toContainText('saved at school too');
  await expect(wren.page.getByText('Draw a seal on its rock.')).toBeVisible();
  await wren.draw(0.4);
  await wren.expectStrokes(1);
});

test('an activity of every kind of part is made, seen as a learner will see it, and found; a change keeps what is begun', async ({
  device,
  school,
}) => {
  const quell = await device({ viewport: WIDE });
  await quell.asTeacher('Mr Quell');
  const { page } = quell;
  const taps = await countTaps(page);
  await page.getByRole('link', { name: 'Activities', exact: true }).click();
  await expectAccessible(page, 'activities');
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Knots and what they hold');
  await page.getByRole('button', { name: 'Subject: Making' }).click();
  await page.getByRole('textbox', { name: 'The task', exact: true }).click();
  await page.keyboard.type('Look at the knot.');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await page.keyboard.type('Draw it');
  for (const kind of ['Page', 'Words', 'Tick', 'Sound'])
    await page.getByRole('button', { name: new RegExp(`^Add a part: ${kind}`) }).click();

  // Nothing is given out while something is missing; what is missing is said where it is.
  await page.getByRole('button', { name: 'Set it', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Choose who it is for.' })).toBeVisible();

  // The last part is carried to the front by keyboard; two become a choice.
  const cards = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Move / }) });
  await expect(cards).toHaveCount(4);
  await page.getByRole('button', { name: 'Move My recording' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('My recording is number 3 of 4.')).toBeAttached();
  await expect(cards.nth(2)).toHaveAccessibleName('My recording');
  await page.getByRole('button', { name: /^Done\. / }).click();
  await page.getByRole('checkbox', { name: 'I confirm it' }).click();
  await page.getByRole('button', { name: 'Make it a choice' }).click();
  await page.getByRole('button', { name: /^My recording\. / }).click();
  await page.getByRole('button', { name: 'Into “choice 1”' }).click();
  await page.getByRole('button', { name: /^My text\. / }).click();
  await page.getByRole('textbox', { name: 'Words at least' }).fill('5');
  await page.getByRole('textbox', { name: 'Ways to begin, one on each line' }).fill('The bowline');
  // What is being edited is what is shown.
  const preview = page.getByRole('complementary', { name: 'As a learner sees it' });
  await expect(preview.getByRole('tab', { name: /My text/ })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('checkbox', { name: 'Waits for the part before it' }).click();

  // A place is drawn onto the real sheet.
  await page.getByRole('button', { name: /^My page\. / }).click();
  await page.getByRole('button', { name: 'Places on sheet 1' }).click();
  const sheet = page.getByTestId('spot-sheet');
  const box = (await sheet.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.7, box.y + box.height * 0.5, { steps: 5 });
  await page.mouse.up();
  await page.getByRole('textbox', { name: 'What it says' }).fill('Your knot');
  await expectAccessible(page, 'places on a sheet');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  // Back again, one is where one was: with that part, and it is open.
  await expect(page.getByRole('button', { name: 'Places on sheet 1' })).toBeInViewport();

  // The rubric is a table: its fields say what they are all the same.
  await page.getByRole('button', { name: 'Say what good work shows' }).click();
  const line = page.getByRole('group', { name: 'Line 1' });
  await line.getByRole('textbox', { name: 'What is looked at' }).fill('The knot');
  const holds = page.getByRole('group', { name: 'The knot' });
  const [best, last] = [holds.getByRole('textbox', { name: 'Best' }), holds.getByRole('textbox', { name: 'Level 3' })];
  for (const [field, words] of [
    [best, 'It holds'],
    [holds.getByRole('textbox', { name: 'Level 2' }), 'It slips'],
    [last, 'It comes undone'],
  ] as const)
    await field.fill(words);
  const [left, right] = [(await best.boundingBox())!, (await last.boundingBox())!];
  expect(Math.abs(left.y - right.y)).toBeLessThan(2);
  expect(right.x).toBeGreaterThan(left.x + left.width);
  await expect(preview.getByText('It comes undone')).toBeVisible();

  await page.getByRole('group', { name: 'Add something to look at' }).getByRole('button', { name: 'Text' }).click();
  const material = page.getByRole('group', { name: 'Number 1 to look at' });
  await material.getByRole('textbox', { name: 'The text' }).fill('Over, under, through.');
  await material.getByRole('textbox', { name: 'Its name' }).fill('How it goes');
  await page.getByRole('checkbox', { name: 'Cormorants' }).click();
  await page.getByRole('button', { name: 'Due: In a week' }).click();

  // As a learner sees it, on a phone and wide.
  await expect(preview.getByRole('tab', { name: /My text, waits for My page/ })).toBeVisible();
  await preview.getByRole('button', { name: /^All of the task/ }).click();
  await expect(preview.getByRole('button', { name: 'Look at: How it goes' })).toBeVisible();
  await preview.getByRole('radio', { name: 'Wide' }).click();
  await expect(preview.getByText('Draw it', { exact: true })).toBeVisible();
  await expectAccessible(page, 'making an activity');
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school');

  // A reload in the middle loses nothing.
  await page.reload();
  await expect(page.getByRole('region', { name: 'What it is' }).getByRole('textbox', { name: 'Its name' })).toHaveValue(
    'Knots and what they hold',
  );
  await page.getByRole('button', { name: 'Set it for Cormorants' }).click();
  await expect(page.getByText('Learners of Cormorants see this')).toBeVisible();
  // Four parts, a choice, a place, a rubric, something to look at and a due date, besides the fields that are typed into.
  expect(await taps()).toBeLessThanOrEqual(30);

  // The learner: the second part waits and says for what; then words, with a way to begin, and a tick.
  const nell = await device();
  await nell.as('Nell Garrick');
  await nell.open(`/activity/${await school.activityId('Knots and what they hold')}`);
  await expect(nell.saveLine).toContainText('saved at school too');
  await nell.page.getByRole('tab', { name: /My text/ }).click();
  await expect(
    nell.page.getByRole('heading', { name: 'First comes “My page”' }).or(nell.page.getByText('First comes “My page”')),
  ).toBeVisible();
  await nell.page.getByRole('button', { name: 'Go to My page' }).click();
  await nell.draw(0.3);
  await nell.page.getByRole('tab', { name: /My text/ }).click();
  await nell.page.getByRole('button', { name: 'Begin with: The bowline' }).click();
  await nell.page.keyboard.type('never slips in the rain');
  await expect(nell.page.getByTestId('word-count')).toHaveText('7 words');
  await expectAccessible(nell.page, 'writing words');
  await nell.page.getByRole('tab', { name: /Done/ }).click();
  await nell.page.getByRole('checkbox', { name: 'I have done this' }).click();
  await expectAccessible(nell.page, 'a tick');
  await expect(nell.saveLine).toContainText('saved at school too');

  // The teacher takes the written part out: it says whose work lies there, and the work stays.
  await page
    .getByRole('link', { name: 'Activities', exact: true })
    .or(page.getByRole('button', { name: 'Back' }))
    .first()
    .click();
  await page.getByRole('link', { name: /^Change Knots and what they hold/ }).click();
  await page.getByRole('button', { name: /^My text\. / }).click();
  await page.getByRole('button', { name: 'Take it out: My text' }).click();
  await expect(page.getByText(/There is work in it by Nell Garrick/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it out', exact: true }).last().click();
  await page.getByRole('button', { name: 'Give out the changes' }).click();
  const leaving = page.getByRole('dialog', { name: 'Give it out without what was begun?' });
  await expect(leaving).toContainText('“My text” has work in it by Nell Garrick.');
  await leaving.getByRole('button', { name: 'Give it out' }).click();
  await expect(page.getByText('Learners of Cormorants see this')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Put it back: My text' })).toBeVisible();
  await nell.page.reload();
  await nell.page.getByRole('tab', { name: /My text, done, not asked for any more/ }).click();
  await expect(nell.page.getByText('The bowline never slips in the rain')).toBeVisible();

  // Sent: what the teacher confirms reaches the learner with the review.
  await nell.page.getByRole('button', { name: 'Send', exact: true }).click();
  await nell.page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(nell.page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible();
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Nell Garrick'");
  await quell.open(`/review/${await school.activityId('Knots and what they hold')}?person=${learner!.id}`);
  await page.getByRole('tab', { name: /Done/ }).click();
  await page.getByRole('button', { name: 'Confirm that it was done' }).click();
  await page.getByRole('tab', { name: /My text/ }).click();
  await expect(page.getByText('The bowline never slips in the rain')).toBeVisible();
  await page.getByRole('button', { name: 'Finished', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Nell Garrick' })).toBeVisible();
  await nell.open('/updates');
  await nell.page
    .getByRole('link', { name: /Finished: Knots and what they hold/ })
    .first()
    .click();
  await nell.page.getByRole('tab', { name: /Done/ }).click();
  await expect(nell.page.getByText('Seen and confirmed by the teacher')).toBeVisible();
});

test('material opens over the work, and opens where one was; the answer is there once a go is sent', async ({
  device,
}) => {
  const oskar = await device();
  await oskar.asLearner('Tamsin Oke');
  const { page } = oskar;
  await page.getByRole('link', { name: /^Label the harbour map/ }).click();
  await page.getByRole('button', { name: /^All of the task/ }).click();
  await expect(page.getByRole('button', { name: 'Look at: Where the four places are' })).toBeVisible();
  await page.getByRole('button', { name: 'Look at: Signs on a map' }).click();
  await expect(page.getByText('A wavy blue line is deep water; dots are sand.')).toBeVisible();
  await expectAccessible(page, 'something to look at');
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await expect(oskar.sheet).toBeVisible();

  const nell = await device();
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  await nell.page.getByRole('button', { name: /^All of the task/ }).click();
  await expect(nell.page.getByText('One more to look at once you have sent it.')).toBeVisible();
  await expect(nell.page.getByText('Where the four places are')).toHaveCount(0);
});

test('a teacher draws on a sheet before it is given out; every learner has it under their own work and can’t rub it out', async ({
  device,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  await farrow.open('/activities');
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Finish the boat');
  await page.getByRole('textbox', { name: 'The task', exact: true }).click();
  await page.keyboard.type('The boat has no sail yet.');
  await page.getByRole('button', { name: /^Add a part: Page/ }).click();
  // Whoever lays out places sees what is drawn, and whoever draws sees the places.
  await page.getByRole('button', { name: 'Places on sheet 1' }).click();
  await page.getByRole('button', { name: 'Add a place' }).click();
  await page.getByRole('textbox', { name: 'What it says' }).fill('The sail');
  await page.getByRole('checkbox', { name: 'Needed' }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Draw or type on sheet 1' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Draw or type on My page' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Places of this sheet' }).getByText('The sail')).toBeVisible();
  await page.getByRole('button', { name: 'Brush' }).click();
  await page.getByRole('radio', { name: 'red', exact: true }).click();
  for (const height of [0.3, 0.4]) await farrow.draw(height);
  await farrow.expectStrokes(2);
  await expectAccessible(page, 'drawing on a sheet');
  await page.getByRole('button', { name: 'Undo' }).click();
  await farrow.expectStrokes(1);
  // Words are typed where they are to stand.
  await page.getByRole('button', { name: 'Words' }).click();
  const box = (await farrow.sheet.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.72);
  await page.getByRole('textbox', { name: 'Words on the page' }).fill('Ahoy, sailmaker');
  await expectAccessible(page, 'typing on a sheet');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  // It is gone on with where it was left, also after a reload.
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school');
  await page.reload();
  await page.getByRole('button', { name: /^My page\. / }).click();
  expect(await pixelsOf(page.getByRole('tab', { name: 'Sheet 1' }), RED)).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'Draw or type on sheet 1' }).click();
  await farrow.expectStrokes(1);
  await page.getByRole('button', { name: 'Brush' }).click();
  await farrow.draw(0.5);
  await farrow.expectStrokes(2);
  await expect(farrow.sheet).toHaveAttribute('data-items', '3');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('checkbox', { name: 'Sandpipers' }).click();
  await page.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();

  const wren = await device({ viewport: WIDE });
  await wren.as('Wren Abara');
  await wren.openSheet('Finish the boat');
  await wren.expectStrokes(0);
  const red = await pixelsOf(wren.sheet, RED);
  expect(red).toBeGreaterThan(300);
  // Rubbed over, it stays; drawing over it is the learner's own, and only that counts.
  await wren.page.getByRole('button', { name: 'Rubber' }).click();
  await wren.draw(0.3);
  expect(await pixelsOf(wren.sheet, RED)).toBeGreaterThan(0.95 * red);
  const send = wren.page.getByRole('button', { name: 'Send', exact: true });
  await send.click();
  const nothing = wren.page.getByRole('dialog', { name: 'There is nothing to send yet' });
  await nothing.getByRole('button', { name: 'Back to the sheet' }).click();
  await wren.page.getByRole('button', { name: 'Pen' }).click();
  await wren.draw(0.6);
  await wren.expectStrokes(1);
  await send.click();
  await expect(wren.page.getByRole('heading', { name: 'Ready to send?' })).toBeVisible();
  await wren.page.getByRole('button', { name: 'Back to the sheet' }).click();
  // What was typed leaves as text that another program reads.
  await wren.page.getByRole('button', { name: 'More', exact: true }).click();
  await wren.page.getByRole('button', { name: 'Take a copy out' }).click();
  const download = wren.page.waitForEvent('download');
  await wren.page.getByRole('button', { name: 'PDF', exact: true }).click();
  expect(execFileSync('pdftotext', [(await (await download).path())!, '-']).toString()).toContain('Ahoy, sailmaker');
});

test('parts are dragged into order; a picture stands in the task; one learner has other dates; a copy is made, and put away', async ({
  device,
  school,
}) => {
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const { page } = quell;
  await quell.open('/activities');
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Tie and tell');
  for (const kind of ['Page', 'Words', 'Sound'])
    await page.getByRole('button', { name: new RegExp(`^Add a part: ${kind}`) }).click();
  const names = async (): Promise<(string | null)[]> =>
    page
      .getByRole('listitem')
      .filter({ has: page.getByRole('button', { name: /^Move / }) })
      .evaluateAll((all) => all.map((element) => element.getAttribute('aria-label')));
  await expect.poll(async () => (await names()).length).toBe(3);
  const [first, second, last] = await names();
  // By its handle, with the pointer.
  const handle = page.getByRole('button', { name: `Move ${last}`, exact: true });
  await handle.scrollIntoViewIfNeeded();
  const from = (await handle.boundingBox())!;
  const to = (await page.getByRole('button', { name: `Move ${first}`, exact: true }).boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++)
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2 + ((to.y - 8 - from.y) * i) / 10);
  await page.mouse.up();
  await expect.poll(async () => (await names())[0]).toBe(last);

  // A picture in the task is seen by the learner.
  await page.getByRole('textbox', { name: 'The task', exact: true }).click();
  await page.keyboard.type('Tie it like this:');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('toolbar', { name: 'Tools for The task' }).getByRole('button', { name: 'Picture' }).click();
  const knot = await sharp({ create: { width: 240, height: 160, channels: 3, background: '#C8472F' } })
    .png()
    .toBuffer();
  await (await chooser).setFiles({ name: 'knot.png', mimeType: 'image/png', buffer: knot });
  await expect(page.locator('.lippet-words img')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('textbox', { name: 'This picture in words' }).fill('A red knot');

  await page.getByRole('checkbox', { name: 'Cormorants' }).click();
  const cormorants = page.getByRole('group', { name: 'Dates for Cormorants' });
  await cormorants
    .getByRole('button', { name: /^Due: / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Other dates for one learner' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Oskar Vane' }).click();
  const own = page.getByRole('group', { name: 'Dates for Oskar Vane' });
  const groupDue = await cormorants.getByLabel('Due', { exact: true }).inputValue();
  await expect(own.getByLabel('Due', { exact: true })).toHaveValue(groupDue);
  const later = `${Number(groupDue.slice(0, 4)) + 1}${groupDue.slice(4)}`;
  await own.getByLabel('Due', { exact: true }).fill(later);
  await expectAccessible(page, 'other dates for one learner');
  await page.getByRole('button', { name: 'Set it for Cormorants' }).click();
  await expect(page.getByText('Learners of Cormorants see this')).toBeVisible();
  const dates = await school.query<{ years: number }>(
    `SELECT round(extract(epoch FROM d.due - s.due) / 86400)::int AS years FROM learner_dates d
      JOIN people p ON p.id = d.person_id JOIN activities a ON a.id = d.activity_id
      JOIN assignments s ON s.activity_id = a.id WHERE a.title = 'Tie and tell' AND p.name = 'Oskar Vane'`,
  );
  expect(dates).toHaveLength(1);
  expect([365, 366]).toContain(dates[0]!.years);

  const oskar = await device({ viewport: PHONE });
  await oskar.as('Oskar Vane');
  await oskar.open(`/activity/${await school.activityId('Tie and tell')}`);
  await oskar.page.getByRole('button', { name: 'All of the task' }).click();
  await expect(oskar.page.getByRole('img', { name: 'A red knot' })).toBeVisible();

  // A copy is a draft of its own, that nobody has; put away, it is out of the list.
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Make a copy of it' }).click();
  await expect(page.getByRole('textbox', { name: 'Its name' })).toHaveValue('Tie and tell (copy)');
  await expect.poll(names).toEqual([last, first, second]);
  const copied = await page.getByRole('textbox', { name: 'Its name' }).inputValue();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Put it away' }).click();
  await quell.open('/activities');
  await expect(page.getByRole('link', { name: /^Change Tie and tell/ })).toHaveCount(1);
  await page.getByRole('radio', { name: 'Put away' }).click();
  await expect(
    page.getByRole('link', { name: new RegExp(`^Change ${copied.replaceAll(/[()]/g, '.')}\\. Put away`) }),
  ).toBeVisible();
});
