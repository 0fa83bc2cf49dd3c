/** A scale: made by a teacher, set by learners in three ways, seen alone and as a group. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { expect, test } from './school';

const STATEMENT = 'I know when it is high water.';

async function makeIt({ page }: Device): Promise<void> {
  await page.getByRole('link', { name: 'Activities', exact: true }).click();
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('How sure of tides?');
  await page.getByRole('textbox', { name: 'The task', exact: true }).click();
  await page.keyboard.type('Say how sure you are.');
  await page.getByRole('button', { name: /^Add a part: Scale/ }).click();
  await page.getByRole('checkbox', { name: 'Sandpipers' }).click();
  // Without a statement there is nothing to say yes to.
  await page.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(page.getByRole('alert').filter({ hasText: '“How far?” needs a statement.' })).toBeVisible();
  await page.getByRole('textbox', { name: 'The statement' }).fill(STATEMENT);
  await page.getByRole('checkbox', { name: 'A few words with it' }).click();
  await expectAccessible(page, 'a scale in the form');
  await page.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();
}

/** Taps a step on the pole: 1 at its foot, 5 at its top. */
async function tapStep({ page }: Device, step: number): Promise<void> {
  const box = (await page.getByRole('slider', { name: STATEMENT }).boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.7, box.y + box.height * (1 - (step + 0.5) / 6));
}

async function send({ page }: Device): Promise<void> {
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible({ timeout: 20_000 });
}

test('how far something is so is set by tap, by drag and by keys; the teacher sees each pole, and those of all', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open('/to-review');
  await makeIt(farrow);
  const id = await school.activityId('How sure of tides?');

  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await wren.open(`/activity/${id}`);
  const pole = wren.page.getByRole('slider', { name: STATEMENT });
  await expect(pole).toHaveAttribute('aria-valuetext', 'Not set yet');
  await expectAccessible(wren.page, 'a scale');
  for (const [step, word] of [
    [1, 'Not at all'],
    [5, 'Very'],
    [4, 'Quite'],
  ] as const) {
    await tapStep(wren, step);
    await expect(pole).toHaveAttribute('aria-valuetext', word);
  }
  await wren.page.getByRole('textbox', { name: 'A few words with it, if you like' }).fill('The moon says it.');
  await expect(wren.saveLine).toContainText('saved at school too');
  await wren.page.reload();
  await expect(pole).toHaveAttribute('aria-valuetext', 'Quite');
  await expect(wren.page.getByRole('textbox', { name: /A few words/ })).toHaveValue('The moon says it.');
  await wren.page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(wren.page.getByRole('button', { name: 'How far?: Quite. Go there' })).toBeVisible();
  await wren.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(wren.page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible({ timeout: 20_000 });

  // By dragging, on a screen that lies on its side; what is not set is said before it goes.
  const milo = await device({ viewport: { width: 844, height: 390 } });
  await milo.as('Milo Stannis');
  await milo.open(`/activity/${id}`);
  const box = (await milo.page.getByRole('slider', { name: STATEMENT }).boundingBox())!;
  const x = box.x + box.width / 3;
  await milo.page.mouse.move(x, box.y + box.height * 0.9);
  await milo.page.mouse.down();
  await milo.page.mouse.move(x, box.y + box.height * (1 - 2.5 / 6), { steps: 6 });
  await milo.page.mouse.up();
  await expect(milo.page.getByRole('slider')).toHaveAttribute('aria-valuetext', 'A little');
  await send(milo);

  // With keys alone.
  const isla = await device({ viewport: PHONE });
  await isla.as('Isla Okpara');
  await isla.open(`/activity/${id}`);
  await isla.page.getByRole('slider', { name: STATEMENT }).focus();
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowDown', 'End']) await isla.page.keyboard.press(key);
  await expect(isla.page.getByRole('slider')).toHaveAttribute('aria-valuetext', 'Very');
  await send(isla);

  await farrow.open(`/review/${id}`);
  await expect(farrow.page.getByText(STATEMENT)).toBeVisible();
  await expect(farrow.page.getByRole('status').filter({ hasText: 'Quite' })).toBeVisible();
  await expect(farrow.page.getByText('The moon says it.')).toBeVisible();
  await expectAccessible(farrow.page, 'a scale on the desk');
  await farrow.page.getByRole('button', { name: 'All pieces side by side' }).click();
  await expect(
    farrow.page.getByRole('img', {
      name: 'I know when it is high water. 1 of 3: Very; 1 of 3: Quite; 1 of 3: A little',
    }),
  ).toBeVisible();
  await expect(farrow.page.getByText('3 of 3 have set it; in the middle stands “Quite”.')).toBeVisible();
  await expectAccessible(farrow.page, 'scales side by side');
});
