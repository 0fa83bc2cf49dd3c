/** What is to be read can be heard, the spoken word marked; without a voice on the device, school makes one. */
import { expectAccessible } from './accessible';
import { PHONE } from './chromium';
import { expect, test } from './school';

test('the task is heard, each word marked as it is said, and silent when one leaves', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.asLearner('Wren Abara');
  const { page } = wren;
  // Speech of the device itself is another path: here it has none, as many school tablets.
  await page.addInitScript(() => Object.defineProperty(window.speechSynthesis, 'getVoices', { value: () => [] }));
  await wren.openSheet('Colour the lantern room');
  await page.getByRole('button', { name: /^All of the task/ }).click();
  await page.getByRole('button', { name: 'Hear the task' }).click();
  const word = page.getByTestId('spoken-word');
  await expect(word).toBeVisible({ timeout: 20_000 });
  const heard = new Set<string>();
  await expect.poll(async () => heard.add((await word.textContent({ timeout: 5_000 }).catch(() => null)) ?? '').size, { timeout: 20_000 }).toBeGreaterThan(3);
  await expectAccessible(page, 'hearing the task');
  await page.getByRole('button', { name: 'Stop the task' }).click();
  await expect(word).toHaveCount(0);

  // Larger letters, as one chose.
  const size = (): Promise<number> => page.getByText('Make the lamp shine out to sea.', { exact: false }).last().evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
  const before = await size();
  await wren.open('/me');
  await page.getByRole('radio', { name: 'Largest' }).click();
  await page.getByRole('radio', { name: 'Slowly' }).click();
  await expectAccessible(page, 'reading and hearing');
  await wren.openSheet('Colour the lantern room');
  await page.getByRole('button', { name: /^All of the task/ }).click();
  expect(await size()).toBeCloseTo(before * 1.5, 0);
});
