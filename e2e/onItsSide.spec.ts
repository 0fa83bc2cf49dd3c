/** A phone that lies on its side: what stands in rows has moved into columns, and what the work is done on has the height. */
import type { Locator } from '@playwright/test';
import { expectAccessible } from './accessible';
import { expect, test } from './school';

const SIDEWAYS = { width: 844, height: 390 };

async function height(of: Locator): Promise<number> {
  return (await of.boundingBox())!.height;
}

test('a learner draws, looks at the task, takes a photo; turned upright the work is the same', async ({ device }) => {
  const nell = await device({ viewport: SIDEWAYS });
  const { page } = nell;
  await nell.asLearner('Nell Garrick');
  await expect(page.getByRole('link', { name: 'Shelf' })).toBeInViewport({ ratio: 1 });
  await nell.openSheet('Label the harbour map');
  const strokes = Number(await nell.sheet.getAttribute('data-strokes'));
  await nell.draw(0.5);
  await nell.expectStrokes(strokes + 1);
  await page.getByRole('button', { name: /^All of the task/ }).click();
  const task = page.getByRole('complementary', { name: 'Task' });
  await expect(task.getByText('Find the four places.', { exact: false }).first()).toBeInViewport();
  await page.getByRole('button', { name: 'Put the task away' }).last().click();
  await expect(task).toBeHidden();
  const small = await height(nell.sheet);
  await page.getByRole('button', { name: 'Full screen' }).click();
  expect(await height(nell.sheet)).toBeGreaterThan(small + 40);
  await page.getByRole('button', { name: 'Leave full screen' }).click();
  await page.setViewportSize({ width: SIDEWAYS.height, height: SIDEWAYS.width });
  await nell.expectStrokes(strokes + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await nell.expectStrokes(strokes);
  await page.setViewportSize(SIDEWAYS);

  await nell.openSheet('Knot diary');
  await page.getByRole('button', { name: 'Take a photo: Knot 1, needed' }).click();
  expect(await height(page.getByLabel('What the camera sees'))).toBeGreaterThan(240);
  await expect(page.getByRole('button', { name: 'Take the photo', exact: true })).toBeInViewport({ ratio: 1 });
  await expectAccessible(page, 'the camera of a phone on its side');
});

test('a teacher sees the work beside the answer, and the line when it is asked for', async ({ device }) => {
  const quell = await device({ viewport: SIDEWAYS });
  const { page } = quell;
  await quell.asTeacher('Mr Quell');
  await page.getByText('Label the harbour map').first().click();
  const answer = page.getByRole('complementary', { name: 'Answer' });
  await expect(answer.getByText('Oskar Vane')).toBeVisible();
  await expect(page.getByTestId('sheet')).toBeVisible();
  expect(await height(page.getByTestId('sheet'))).toBeGreaterThan(200);
  await expectAccessible(page, 'the desk of a phone on its side');
  await page.getByRole('button', { name: 'Show the line' }).click();
  await page.getByRole('link', { name: /^Priya Sund/ }).click();
  await expect(answer.getByText('Priya Sund')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Show the line' })).toBeVisible();
  expect(await height(page.getByTestId('sheet'))).toBeGreaterThan(200);
});
