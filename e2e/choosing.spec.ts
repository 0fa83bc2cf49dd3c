/**
 * Work that is chosen, work in folders, one activity that others join by a code, questions about a place, settings that
 * go along.
 */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a learner finds something to do by age and subject, begins it unasked, and the teacher sees that', async ({
  device,
  school,
}) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  await expect(page.getByText('Draw your own flag')).toHaveCount(0);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('radio', { name: 'To choose' }).click();
  await expect(page.getByRole('link', { name: 'Draw your own flag. Not begun' })).toBeVisible();
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.getByRole('radio', { name: 'Art', exact: true }).click();
  await page.getByRole('radio', { name: '9', exact: true }).click();
  await expect(page.getByRole('link', { name: /Not begun/ })).toHaveCount(1);
  await expectAccessible(page, 'the collection');
  await page.getByRole('link', { name: 'Draw your own flag. Not begun' }).click();
  await expect(wren.saveLine).toContainText('saved at school too');
  await wren.draw(0.4);
  await expect(wren.saveLine).toContainText('saved at school too');
  await wren.open('/now');
  await expect(page.getByText('Draw your own flag').first()).toBeVisible();
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Draw your own flag')}`);
  await expect(farrow.page.getByText('Wren Abara').first()).toBeVisible();
  await expect(farrow.page.getByText('Milo Stannis')).toHaveCount(0);
});

test('a folder keeps its work closed until it opens, also by address', async ({ device, school }) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  const { page } = farrow;
  const id = await school.activityId('The island ferry');
  await farrow.open(`/make/${id}`);
  await page.getByRole('button', { name: 'A new folder for Sandpipers' }).click();
  await page.getByRole('textbox', { name: /^Its name, such as/ }).fill('Ferry week');
  await page.getByLabel('All of it opens').fill('2199-03-01T08:00');
  await expectAccessible(page, 'a folder');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('radio', { name: /^Ferry week, opens/ })).toBeChecked();
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  await wren.page.getByRole('link', { name: 'Plan' }).click();
  await wren.page.getByRole('radio', { name: 'Folders' }).click();
  await expect(wren.page.getByRole('region', { name: 'Lighthouse week' }).getByText('The island ferry')).toBeVisible();
  await page.getByRole('button', { name: 'Give out the changes' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();
  await expect(wren.page.getByText('The island ferry')).toHaveCount(0, { timeout: 20_000 });
  await wren.open(`/activity/${id}`);
  await expect(
    wren.page.getByText('There is nothing here, or it is not yours.').or(wren.page.getByRole('alert')).first(),
  ).toBeVisible();
  await expect(wren.sheet).toHaveCount(0);
});

test('somebody on no list joins one activity by a code, sends, and is told to be one of the class', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const desk = farrow.page;
  const id = await school.activityId('In the tide pool');
  await farrow.open(`/make/${id}`);
  await desk.getByRole('button', { name: 'Make a code' }).click();
  const code = (await desk.getByTestId('join-code').textContent())!;

  const guest = await device({ viewport: PHONE });
  const { page } = guest;
  await guest.open();
  await page.getByRole('textbox', { name: 'Group code' }).fill(code.toLowerCase());
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'I am new here' }).click();
  await page.getByRole('textbox', { name: 'What are you called?' }).fill('Fern');
  for (const picture of ['boot', 'drum', 'moon'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await expectAccessible(page, 'joining');
  await page.getByRole('button', { name: 'Join', exact: true }).click();
  await guest.expectNowOf('Fern');
  await expect(page.getByRole('link', { name: /In the tide pool/ })).toHaveCount(1);
  await guest.open(`/activity/${id}`);
  await expect(guest.saveLine).toContainText('saved at school too');
  await guest.draw(0.4);
  await expect(guest.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Send' }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByRole('heading', { name: /Sent|It is on its way|With Ms Farrow/ }).first()).toBeVisible();

  await desk.reload();
  const joining = desk.getByRole('region', { name: 'Joining by a code' });
  await expect(joining.getByText('With teacher')).toBeVisible();
  await joining.getByRole('button', { name: 'Who is this? Fern' }).click();
  await desk.getByRole('button', { name: 'Amos Reddy, Sandpipers' }).click();
  await expect(joining.getByText('Fern')).toHaveCount(0);
  const [sent] = await school.query<{ name: string }>(
    `SELECT p.name FROM submissions s JOIN pieces w ON w.id = s.piece_id JOIN people p ON p.id = w.person_id
      WHERE w.activity_id = (SELECT id FROM activities WHERE title = 'In the tide pool')
      ORDER BY s.sent_at DESC LIMIT 1`,
  );
  expect(sent!.name).toBe('Amos Reddy');
  await guest.open('/now');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Who are you\?|Which group is this\?/);
});

test('a question about a place draws nothing, and leads its teacher to a picture of the place', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page } = wren;
  const strokes = await wren.strokesShown();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Ask about this' }).click();
  await page.getByRole('textbox', { name: 'Your question' }).fill('Is this a window?');
  await page.getByRole('button', { name: 'About a place on the sheet' }).click();
  await expect(page.getByText('Tap the place on the sheet that you ask about.')).toBeVisible();
  const box = (await wren.sheet.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(page.getByRole('button', { name: 'About a place on the sheet: take that away' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Your question' })).toHaveValue('Is this a window?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  const mine = page.getByRole('article').filter({ hasText: 'Is this a window?' });
  await expect(mine.getByRole('img', { name: /ring around the place/ })).toBeVisible();
  await expect(wren.sheet).toHaveAttribute('data-strokes', String(strokes));
  const farrow = await device({ viewport: PHONE });
  await farrow.asTeacher('Ms Farrow');
  await farrow.page.getByRole('link', { name: /^Updates/ }).click();
  await farrow.page.getByRole('link', { name: /Wren Abara asks: Is this a window/ }).click();
  const place = farrow.page
    .getByRole('article')
    .filter({ hasText: 'Is this a window?' })
    .getByRole('img', { name: /ring around the place/ });
  await expect(place).toBeVisible();
  await expect
    .poll(() =>
      place.evaluate(
        (element) => (element.tagName === 'IMG' ? element : element.querySelector('img'))!.getAttribute('src') !== null,
      ),
    )
    .toBe(true);
});

test('how one reads goes along to another device, and does not stay for the next who uses this one', async ({
  device,
  school,
}) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await wren.open('/me');
  await wren.page.getByRole('radio', { name: 'Largest' }).click();
  await wren.page.getByRole('checkbox', { name: 'Nothing moves' }).click();
  await wren.page.getByRole('textbox', { name: 'E-mail address' }).fill('wren@fennick.example');
  await wren.page.getByRole('button', { name: 'Write to me' }).click();
  await expect(wren.page.getByText('What is new goes to wren@fennick.example each evening.')).toBeVisible();
  await expectAccessible(wren.page, 'oneself');
  // It is so wherever one reads, and nothing goes out of the screen for it.
  for (const path of ['/now', '/plan', '/shelf', '/our-class', `/activity/${await school.activityId('Three knots')}`]) {
    await wren.open(path);
    await expect(wren.page.getByText('Three knots').or(wren.page.getByRole('heading').first()).first()).toBeVisible();
    const wide = await wren.page.evaluate(() => document.documentElement.scrollWidth);
    expect(`${path}: ${wide}`).toBe(`${path}: ${PHONE.width}`);
  }
  await wren.open('/now');
  const title = wren.page.getByRole('region', { name: 'Needs you' }).getByText('Three knots');
  const size = (): Promise<string> => title.evaluate((element) => getComputedStyle(element).fontSize);
  expect(await size()).toBe('34px');
  const other = await device();
  await other.as('Wren Abara');
  await other.open('/me');
  await expect(other.page.getByRole('radio', { name: 'Largest' })).toBeChecked();
  await expect(other.page.locator('html')).toHaveAttribute('data-calm', '');
  await other.page.getByRole('button', { name: 'Change person' }).click();
  await other.page.getByRole('button', { name: 'Milo Stannis', exact: true }).click();
  for (const picture of ['boot', 'drum', 'leaf'])
    await other.page.getByRole('button', { name: picture, exact: true }).click();
  await other.expectNowOf('Milo Stannis');
  await other.open('/me');
  await expect(other.page.getByRole('radio', { name: 'Usual', exact: true })).toBeChecked();
  await expect(other.page.locator('html')).not.toHaveAttribute('data-calm', '');
});
