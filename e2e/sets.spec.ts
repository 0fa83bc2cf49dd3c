/** How a set is gone through, and the help beside it: in order, made in another part, several times; closed and shown. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('questions come one after the other, one is made in another part, and all are gone through again after a look back', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  await tamsin.open(`/activity/${await school.activityId('Knots in order')}`);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  await page.getByRole('tab', { name: /About knots/ }).click();
  const row = page.getByRole('tablist', { name: 'Questions' }).getByRole('tab');
  await expect(row).toHaveCount(4);
  await expect(row.nth(1)).toHaveAccessibleName('Question 2, after the one before it');
  await expect(row.nth(1)).toBeDisabled();
  await expectAccessible(page, 'a set in order');

  const give = page.getByRole('button', { name: 'Give this answer' });
  const next = page.getByRole('button', { name: 'Next question' });
  // In which order they come hangs on the question.
  await page
    .getByRole('button', { name: /: down$/ })
    .first()
    .press('Enter');
  await give.press('Enter');
  await expect(page.getByText(/That was the last try|That is right/)).toBeVisible();
  await next.press('Enter');
  await page.getByRole('radio', { name: 'hardly' }).press('Space');
  await give.press('Enter');
  await expect(page.getByText('That is not it.')).toBeVisible();
  await next.press('Enter');
  await page.getByRole('radio', { name: 'bowline' }).press('Space');
  await give.press('Enter');
  await expect(page.getByText('That is right.')).toBeVisible();
  await next.press('Enter');

  // The last one is drawn on the sheet of another part.
  await expect(page.getByText('Draw it there')).toBeVisible();
  await expect(give).toBeDisabled();
  await page.getByRole('button', { name: 'My reef knot. Draw it there' }).click();
  const paper = page.getByTestId('sheet');
  await expect(paper).toBeVisible();
  const box = (await paper.boundingBox())!;
  await page.mouse.move(box.x + 120, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 240, box.y + 260, { steps: 8 });
  await page.mouse.up();
  await page.getByRole('tab', { name: /About knots/ }).click();
  await row.nth(3).click();
  await expect(page.getByText('Something is there')).toBeVisible();
  await give.click();
  await expect(page.getByText('Given. Your teacher sees it.')).toBeVisible();

  // Once more, after one has looked at what one answered; what was right is shown then.
  await page.getByRole('button', { name: 'Look back, and go through once more' }).click();
  await expect(page.getByRole('heading', { name: 'What you answered' })).toBeVisible();
  await expect(page.getByText(/Right: A reef knot is for two ropes that are equally thick/)).toBeVisible();
  await expectAccessible(page, 'looking back');
  await page.getByRole('button', { name: 'Once more from the start' }).press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Put these in order.' })).toBeVisible();
  await expect(row.nth(1)).toBeDisabled();
  await page.reload();
  await page.getByRole('tab', { name: /About knots/ }).click();
  await expect(row.nth(1)).toBeDisabled();
  await expect(page.getByText('This was right')).toBeHidden();
});

test('small steps, an example and a question about it help; the teacher sees that, closes the question and shows what is right', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('Ferry sums by heart');
  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  await tamsin.open(`/activity/${activity}`);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  const asked = page.getByRole('heading', { level: 2, name: /^A ferry takes/ });
  const [, cars] = /takes (\d+) cars/.exec((await asked.textContent())!)!;
  await page.getByRole('button', { name: 'In small steps' }).click();
  const step = page.getByRole('group', { name: 'Step 1' });
  await step.getByRole('textbox').fill('1');
  await step.getByRole('button', { name: 'Is that it? step 1' }).click();
  await expect(step.getByText('Not yet.')).toBeVisible();
  await step.getByRole('textbox').fill(cars!);
  await step.getByRole('button', { name: 'Is that it? step 1' }).click();
  await expect(step.getByText('Yes.')).toBeVisible();
  await page.getByRole('button', { name: 'Show me one like it' }).click();
  const example = page.getByRole('group', { name: 'An example' });
  await expect(example.getByText(/^1 {2}One trip takes/)).toBeVisible();
  await example.getByRole('button', { name: 'And then?' }).click();
  await expect(example.getByText(/^2 {2}\d+ trips take/)).toBeVisible();
  await expectAccessible(page, 'help beside a question');
  await page.getByRole('button', { name: 'Ask about this' }).click();
  await expect(page.getByRole('button', { name: /^About the question “A ferry takes/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Your question' }).fill('Are empty trips counted?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByRole('article').getByText(/^A ferry takes/)).toBeVisible();

  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/asks/${activity}`);
  await expect(quell.page.getByRole('article').getByText(/^A ferry takes/)).toBeVisible();
  await quell.open(`/answers/${activity}`);
  const desk = quell.page;
  await desk.getByRole('button', { name: 'Close question 1', exact: true }).click();
  await expect(desk.getByRole('button', { name: 'Closed. Open question 1 again' })).toBeVisible();
  await desk.getByRole('button', { name: 'Show answer of question 1 to all' }).click();
  await expect(desk.getByRole('button', { name: 'Answer shown. Hide that of question 1' })).toBeVisible();
  await expectAccessible(desk, 'the board with a closed question');
  await desk.getByRole('radio', { name: 'By question' }).click();
  await expect(desk.getByText(/1 learner went in small steps · 1 learner looked at an example/)).toBeVisible();

  // Seen where it is answered, without a reload.
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await expect(page.getByText('Your teacher has closed this question.')).toBeVisible();
  await expect(page.getByText('This was right')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Give this answer' })).toBeHidden();
});
