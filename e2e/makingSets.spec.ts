/** A set that a letter can't say all of: working, where to look, a part that answers a question, and rules of the set. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('working and where to look are asked for in the form; no answer goes without its working, which stays with it', async ({
  device,
  school,
}) => {
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open('/activities');
  const making = quell.page;
  await making.getByRole('button', { name: 'Make a new one' }).click();
  await making.getByRole('textbox', { name: 'Its name' }).fill('Tide sums');
  await making.getByRole('textbox', { name: 'The task', exact: true }).click();
  await making.keyboard.type('Show how you came to it.');
  await making.getByRole('group', { name: 'Add something to look at' }).getByRole('button', { name: 'Text' }).click();
  const material = making.getByRole('group', { name: 'Number 1 to look at' });
  await material.getByRole('textbox', { name: 'The text' }).fill('High water is 4.2 m, low water 0.6 m.');
  await material.getByRole('textbox', { name: 'Its name' }).fill('Tide table');
  await making.getByRole('button', { name: /^Add a part: Page/ }).click();
  await making.getByRole('button', { name: /^Add a part: Questions/ }).click();
  await making
    .getByRole('textbox', { name: 'Write or paste questions' })
    .fill('How far does the water rise?\n= 3.6 m\n\nWhen is it high?\n= at noon\n\nWhen is it low?\n= at six');
  await making.getByRole('button', { name: 'Make questions of it' }).click();
  await making.getByRole('button', { name: 'Working, and where to look, at question 1' }).click();
  const more = making.getByRole('group', { name: 'More about question 1' });
  await more.getByRole('radio', { name: 'Typed below it' }).click();
  await more.getByRole('checkbox', { name: /^It has to be there/ }).click();
  await more.getByRole('radio', { name: 'Tide table' }).click();
  await more.getByRole('textbox', { name: 'Where in it, in a few words' }).fill('the first line');
  await making.getByRole('button', { name: 'Working, and where to look, at question 2' }).click();
  const second = making.getByRole('group', { name: 'More about question 2' });
  await second.getByRole('radiogroup', { name: 'Working' }).getByRole('radio').last().click();
  await second.getByRole('checkbox', { name: /^It has to be there/ }).click();
  await making.getByRole('button', { name: 'Made in another part', exact: true }).click();
  await making.getByRole('textbox', { name: 'What question 4 asks' }).fill('Draw the tide of a day.');
  // Until it is said where it is answered, it can't be set.
  await making.getByRole('button', { name: 'Set it' }).click();
  await expect(making.getByText(/^Question 4 of “Questions” needs the part in which it is answered/)).toBeVisible();
  await making.getByRole('radiogroup', { name: 'It is answered in' }).getByRole('radio').first().click();
  await making.getByRole('radio', { name: 'One after the other' }).click();
  await expectAccessible(making, 'making working and where to look');
  await making.getByRole('checkbox', { name: 'Cormorants' }).click();
  await expect(making.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  await making.getByRole('button', { name: 'Set it for Cormorants' }).click();
  await expect(making.getByText('Learners of Cormorants see this')).toBeVisible();

  const tamsin = await device({ viewport: PHONE });
  await tamsin.as('Tamsin Oke');
  const { page } = tamsin;
  const id = await school.activityId('Tide sums');
  await tamsin.open(`/activity/${id}`);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  await page.getByRole('tab', { name: /Questions/ }).click();
  await page.getByRole('button', { name: 'Look here: Tide table, the first line' }).click();
  await expect(page.getByText('High water is 4.2 m, low water 0.6 m.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await page.getByRole('textbox', { name: 'Your number' }).fill('3.6 m');
  const give = page.getByRole('button', { name: 'Give this answer' });
  await expect(give).toBeDisabled();
  await expect(page.getByText('Show how you came to it, then it can be given.')).toBeVisible();
  await page.getByRole('textbox', { name: /^How did you come to it/ }).fill('4.2 less 0.6');
  await expectAccessible(page, 'a question with working');
  await give.click();
  await expect(page.getByText('That is right.')).toBeVisible();

  // Working that is drawn is drawn under its question.
  await page.getByRole('tab', { name: /^Question 2/ }).click();
  await page.getByRole('textbox', { name: 'Your answer' }).fill('at noon');
  await expect(give).toBeDisabled();
  await expect(page.getByText('How did you come to it? It has to be there')).toBeVisible();
  await tamsin.draw(0.3, 0.2, 0.5);
  await tamsin.expectStrokes(1);
  await expectAccessible(page, 'working that is drawn under its question');
  await give.click();
  await expect(page.getByText('That is right.')).toBeVisible();
  await expect(tamsin.saveLine).toContainText('saved at school too');
  expect(await school.strokes('Tamsin Oke', 'Tide sums')).toHaveLength(1);
  await page.reload();
  await page.getByRole('tab', { name: /Questions/ }).click();
  await expect(page.getByText('4.2 less 0.6')).toBeVisible();
  await expect(page.getByText('That is right.')).toBeVisible();
});
