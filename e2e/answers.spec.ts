/**
 * Questions that help: a hint, words to a wrong answer, the same with other numbers and the mark earned back; and their
 * teacher, who watches as they answer, puts a key right and puts crews together.
 */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

const TITLE = 'Ferry sums by heart';

/** What the sum with other numbers comes to, read off its words. */
const product = (words: string): number => {
  const [, cars, trips] = /takes (\d+) cars\. How many cars do (\d+) trips/.exec(words)!.map(Number);
  return cars! * trips!;
};

test('three wrong tries, a hint, one like it, and the mark is earned back while the teacher looks on', async ({
  device,
  school,
}) => {
  const activity = await school.activityId(TITLE);
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/review/${activity}`);
  const board = quell.page;
  await board.getByRole('link', { name: 'Answers of the group' }).click();
  await expect(board.getByRole('heading', { level: 1, name: TITLE })).toBeVisible();
  await expect(board.getByText(/^4 of 5 have begun · 1 answered all · \d may need help$/)).toBeVisible();
  // Whoever may need help stands first, and it is said why.
  const rows = board.getByRole('table', { name: 'Answers of Cormorants' }).getByRole('row');
  await expect(rows.nth(1)).toContainText('Oskar Vane');
  await expect(rows.nth(1)).toContainText('3 tries at question 3');
  await expectAccessible(board, 'the board');

  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  await tamsin.open(`/activity/${activity}`);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  const question = page.getByRole('heading', { level: 2, name: /^A ferry takes/ });
  const words = (await question.textContent())!;
  await page.getByRole('button', { name: 'A hint' }).click();
  await expect(page.getByText('How many does one trip take? And two?')).toBeVisible();
  const [, cars, trips] = /takes (\d+) cars.* do (\d+) trips/.exec(words)!.map(Number);
  const field = page.getByRole('textbox', { name: 'Your number' });
  await field.fill(String(cars! + trips!));
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is the sum. Each trip takes as many again.')).toBeVisible();
  // The teacher sees it within a moment, without doing anything.
  await expect(board.getByText(/^5 of 5 have begun · 1 answered all/)).toBeVisible({ timeout: 2_000 });
  await expect(
    rows.filter({ hasText: 'Tamsin Oke' }).getByRole('cell', { name: /^Question 1, not right/ }),
  ).toBeVisible();
  for (const wrong of ['1', '2']) {
    await field.fill(wrong);
    await page.getByRole('button', { name: 'Try again' }).click();
  }
  await expect(page.getByText('This was right')).toBeVisible();
  await expect(page.getByText(String(product(words)), { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0);

  await page.getByRole('button', { name: 'One like it' }).click();
  const like = page.getByRole('heading', { level: 3, name: /^A ferry takes/ });
  await expect(like).toBeVisible();
  await expectAccessible(page, 'one like it');
  await page.getByRole('textbox', { name: 'Your number' }).last().fill('1');
  await page.getByRole('button', { name: 'Give this one' }).click();
  await page.getByRole('button', { name: 'Another one' }).click();
  await expect(page.getByRole('button', { name: 'Give this one' })).toBeVisible();
  await page
    .getByRole('textbox', { name: 'Your number' })
    .last()
    .fill(String(product((await like.textContent())!)));
  await page.getByRole('button', { name: 'Give this one' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();

  // Sorting, by keys alone.
  await page.getByRole('tab', { name: 'Question 4, open' }).click();
  for (const [thing, basket] of [
    ['bench', 'people'],
    ['deck ramp', 'cars'],
    ['life jacket', 'people'],
    ['wheel chocks', 'cars'],
  ] as const) {
    await page.getByRole('radio', { name: thing, exact: true }).focus();
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: `Put it here: ${basket}` }).focus();
    await page.keyboard.press('Enter');
  }
  await expectAccessible(page, 'sorting');
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByText('That is right.')).toBeVisible();
  for (const [number, answer] of [
    [2, '10:15'],
    [3, '2500'],
  ] as const) {
    await page.getByRole('tab', { name: `Question ${number}, open` }).click();
    if (number === 2) await page.getByRole('radio', { name: answer }).click();
    else await page.getByRole('textbox', { name: 'Your number, in m' }).fill(answer);
    await page.getByRole('button', { name: 'Give this answer' }).click();
    await expect(page.getByText('That is right.')).toBeVisible();
  }
  await page.getByRole('tab', { name: 'Question 5, open' }).click();
  await page
    .getByRole('button', { name: /: down$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Give this answer' }).click();
  await expect(page.getByRole('status').filter({ hasText: /right|not it/i })).toBeVisible();
  await expect(tamsin.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible();
  await quell.open(`/review/${activity}`);
  await expect(board.getByText('1 of 2 like it right')).toBeVisible();
  await expect(board.getByText('With 1 hint')).toBeVisible();
});

test('a wrong key is put right, and crews are proposed, moved by keys and seen by their own', async ({
  device,
  school,
}) => {
  const activity = await school.activityId(TITLE);
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/answers/${activity}`);
  const { page } = quell;
  await page.getByRole('radio', { name: 'By question' }).click();
  await expect(page.getByText('4 of 5 answered').first()).toBeVisible();
  await expectAccessible(page, 'answers by question');

  await page.getByRole('button', { name: 'Put it right: question 2' }).click();
  const letter = page.getByRole('textbox', { name: 'The question, with what is right' });
  await expect(letter).toHaveValue(/- 10:15 \*/);
  // Something else can't be asked of those who have answered.
  await letter.fill((await letter.inputValue()).replace('9:75', '9:80'));
  await page.getByRole('button', { name: 'Look what changes' }).click();
  await expect(page.getByText(/^Only what is right can be put right here/)).toBeVisible();
  await letter.fill((await letter.inputValue()).replace('9:80', '9:75').replace(' *', '').replace('10:05', '10:05 *'));
  await page.getByRole('button', { name: 'Look what changes' }).click();
  const changes = page.getByRole('list', { name: 'Whose mark changes' }).getByRole('listitem');
  await expect(changes).toHaveText([
    'Nell Garrick: 1 becomes 0 of 1',
    'Priya Sund: 1 becomes 0 of 1',
    'Rafe Holm: 0 becomes 1 of 1',
  ]);
  await page.getByRole('button', { name: 'Mark anew and tell them' }).click();
  await expect(letter).toHaveCount(0);
  await expect(page.getByText('✓ 10:05')).toBeVisible();

  await page.getByRole('radio', { name: 'Crews' }).click();
  await page.getByRole('button', { name: 'Propose crews' }).click();
  await expect(page.getByRole('textbox', { name: 'Crew', exact: true }).first()).toHaveValue('Crew 1');
  await expectAccessible(page, 'crews');
  await page.getByRole('textbox', { name: 'Crew', exact: true }).first().fill('The tide counters');
  // Whoever is in no crew is moved by keys.
  await page.getByRole('button', { name: 'Tamsin Oke' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Tamsin Oke' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Put them here: The tide counters' }).focus();
  await page.keyboard.press('Enter');
  // Another one is dragged out of it, and back.
  const rafe = page.getByRole('button', { name: 'Rafe Holm' });
  const dragTo = async (place: ReturnType<typeof page.getByRole>): Promise<void> => {
    const [from, to] = [(await rafe.boundingBox())!, (await place.boundingBox())!];
    await page.mouse.move(from.x + 20, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(from.x + 40, from.y + 40, { steps: 4 });
    await page.mouse.move(to.x + 20, to.y + 10, { steps: 12 });
    await page.mouse.up();
  };
  const work = page.getByRole('button', { name: 'Work for this crew alone: The tide counters' });
  const inCrew = async (): Promise<boolean> => (await rafe.boundingBox())!.y < (await work.boundingBox())!.y;
  await dragTo(page.getByRole('heading', { name: 'In no crew' }));
  await expect(page.getByText('Rafe Holm is in no crew.')).toBeAttached();
  await dragTo(page.getByRole('button', { name: 'Tamsin Oke' }));
  await expect(page.getByText('Rafe Holm is in The tide counters.')).toBeAttached();
  expect(await inCrew()).toBe(true);
  await expect(work).toBeDisabled();
  await page.getByRole('button', { name: 'Give out the crews' }).click();
  await expect(page.getByRole('button', { name: 'Give out the crews' })).toBeDisabled();

  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  await tamsin.open('/our-class');
  await expect(tamsin.page.getByRole('heading', { level: 2, name: 'The tide counters' })).toBeVisible();
  await expectAccessible(tamsin.page, 'one’s own crew');

  // The crew has work of its own: the form begins with it chosen.
  await work.click();
  await expect(page.getByRole('group', { name: 'Crews of Cormorants' })).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'The tide counters' })).toBeChecked();
  await expectAccessible(page, 'work for a crew');
});
