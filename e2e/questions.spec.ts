/** Questions: pasted by a teacher, answered on a phone and judged at school, seen on the desk; nothing right leaves before. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

const LETTER = [
  'Which of these is a knot?\n- a plait\n- a reef *\n- a braid',
  'How far is it to the island?\n= 3.5 km',
  'Put the tide in order.\n1. low water\n2. flood\n3. high water',
  'Who lives where?\ngull -> cliff\neel -> mud',
  'What is a place called where boats lie?\n= harbour\n= haven',
  'This is no question',
].join('\n\n');

test('questions are pasted, answered on a phone with tries that school judges, and seen on the desk', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open('/activities');
  const making = farrow.page;
  await making.getByRole('button', { name: 'Make a new one' }).click();
  await making.getByRole('textbox', { name: 'Its name' }).fill('Tides and knots');
  await making.getByRole('textbox', { name: 'The task', exact: true }).click();
  await making.keyboard.type('Answer all of them.');
  await making.getByRole('button', { name: /^Add a part: Questions/ }).click();
  await making.getByRole('textbox', { name: 'Write or paste questions' }).fill(LETTER);
  await making.getByRole('button', { name: 'Make questions of it' }).click();
  const list = making.getByRole('list', { name: 'Questions' });
  await expect(list.getByRole('listitem')).toHaveCount(5);
  await expect(list.getByRole('listitem').first()).toContainText('a reef');
  // What was not understood is said by its line, and stays to be mended.
  await expect(making.getByText(/^Line 22, “This is no question”: Nothing is marked as right here/)).toBeVisible();
  await expect(making.getByRole('textbox', { name: 'Write or paste questions' })).toHaveValue('This is no question');
  await expectAccessible(making, 'making questions');
  await making.getByRole('checkbox', { name: 'Sandpipers' }).click();
  await expect(making.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  await making.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(making.getByText('Learners of Sandpipers see this')).toBeVisible();

  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  const { page } = wren;
  const received: string[] = [];
  page.on('response', (response) => {
    if (response.url().includes('/api/'))
      void response.text().then(
        (text) => received.push(text),
        () => undefined,
      );
  });
  await wren.open(`/activity/${await school.activityId('Tides and knots')}`);
  await expect(wren.saveLine).toContainText('saved at school too');
  await expect(page.getByRole('heading', { level: 2, name: 'Which of these is a knot?' })).toBeVisible();
  await expectAccessible(page, 'a question');

  // Wrong, then right.
  const give = page.getByRole('button', { name: 'Give this answer' });
  await expect(give).toBeDisabled();
  await page.getByRole('radio', { name: 'a plait' }).click();
  await give.click();
  await expect(page.getByText('That is not it.')).toBeVisible();
  await expect(page.getByText('You have 1 try left.')).toBeVisible();
  // What is right stands nowhere in what has come.
  expect(received.join('\n')).toContain('Which of these is a knot?');
  expect(received.join('\n')).not.toMatch(/haven|"right":\[|"accepted"|"value":3\.5/);
  await page.getByRole('radio', { name: 'a reef' }).click();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'a braid' })).toBeDisabled();
  await page.getByRole('button', { name: 'Next question' }).click();

  // By keys alone.
  await page.getByRole('textbox', { name: 'Your number, in km' }).focus();
  await page.keyboard.type('3500 m');
  await give.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('That is right.')).toBeVisible();

  await page.getByRole('tab', { name: 'Question 3, open' }).click();
  const things = page.getByRole('list', { name: 'Put the tide in order.' });
  for (let i = 0; i < 4; i++) {
    const names = await things.getByRole('listitem').allTextContents();
    const low = names.findIndex((name) => name.includes('low water'));
    const high = names.findIndex((name) => name.includes('high water'));
    if (low > 0) await page.getByRole('button', { name: 'low water: up' }).click();
    else if (high < 2) await page.getByRole('button', { name: 'high water: down' }).click();
  }
  await give.click();
  await expect(page.getByText('That is right.')).toBeVisible();

  await page.getByRole('tab', { name: 'Question 4, open' }).click();
  for (const [thing, place] of [
    ['cliff', 'gull'],
    ['mud', 'eel'],
  ] as const) {
    await page.getByRole('radio', { name: thing }).click();
    await page.getByRole('button', { name: `${place}: nothing yet. Put it here` }).click();
  }
  await expectAccessible(page, 'pairs');
  await give.click();
  await expect(page.getByText('That is right.')).toBeVisible();

  await page.getByRole('tab', { name: 'Question 5, open' }).click();
  await page.getByRole('textbox', { name: 'Your answer' }).fill('HAVEN');
  // A reload in between loses nothing.
  await expect(wren.saveLine).toContainText('saved at school too');
  await page.reload();
  await page.getByRole('tab', { name: 'Question 5, answered, not given yet' }).click();
  await expect(page.getByRole('textbox', { name: 'Your answer' })).toHaveValue('HAVEN');
  // School has judged it, and its answer is lost on the way: after a reload it is known all the same.
  await page.route('**/tries', async (route) => {
    if (route.request().method() !== 'POST') return route.fallback();
    await route.fetch();
    await route.abort();
  });
  await give.click();
  await expect(page.getByText(/^School can’t be reached just now/)).toBeVisible();
  await page.unroute('**/tries');
  await page.reload();
  await expect(page.getByRole('tab', { name: 'Question 5, right' })).toBeVisible();
  await expect(wren.saveLine).toContainText('saved at school too');

  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();

  await farrow.open(`/review/${await school.activityId('Tides and knots')}`);
  await expect(making.getByText('5 of 5', { exact: true })).toBeVisible();
  await expect(making.getByText('right, at try 2')).toBeVisible();
  await expect(making.getByText('3500 m')).toBeVisible();
  await expectAccessible(making, 'answers on the desk');
  await making.getByRole('button', { name: 'Finished', exact: true }).last().click();
  const [go] = await school.query<{ id: string }>(
    `SELECT s.id FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN activities a ON a.id = p.activity_id
     WHERE a.title = 'Tides and knots'`,
  );
  await wren.open(`/feedback/${go!.id}`);
  await expect(page.getByText('right, at try 2')).toBeVisible();
});
