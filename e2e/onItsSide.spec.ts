/**
 * A phone that lies on its side: what stands in rows has moved into columns, and what the work is done on has the
 * height.
 */
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
  await page.getByRole('button', { name: 'Back to the sheet' }).click();
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
  // What is open for a picture ends within the sheet, and can be closed.
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const chooser = page.waitForEvent('filechooser');
  const { x, y, width, height: high } = (await nell.sheet.boundingBox())!;
  await page.mouse.click(x + width / 2, y + high * 0.7);
  await (
    await chooser
  ).setFiles({
    name: 'boat.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="60"><path d="M0 0h90v60H0Z" fill="#884C7E"/></svg>',
    ),
  });
  await page.getByRole('button', { name: 'Crop', exact: true }).click();
  const bar = page.getByRole('toolbar', { name: 'What is chosen' });
  await expect
    .poll(async () => {
      const box = (await bar.boundingBox())!;
      return box.y >= y && box.y + box.height <= y + high;
    })
    .toBe(true);
  await bar.getByRole('textbox', { name: 'What it shows, in words' }).fill('A plum boat');
  await bar.getByRole('button', { name: 'Done' }).click();
  await expect(bar.getByRole('textbox')).toHaveCount(0);

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
  await page.getByRole('button', { name: /^Priya Sund/ }).click();
  await expect(answer.getByText('Priya Sund')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Show the line' })).toBeVisible();
  expect(await height(page.getByTestId('sheet'))).toBeGreaterThan(200);
});

test('on a small phone the line makes room for the work, until it is asked for', async ({ device }) => {
  const quell = await device({ viewport: { width: 360, height: 640 } });
  const { page } = quell;
  await quell.asTeacher('Mr Quell');
  await page.getByText('Label the harbour map').first().click();
  await expect(page.getByTestId('sheet')).toBeVisible();
  expect(await height(page.getByTestId('sheet'))).toBeGreaterThan(640 / 3);
  const line = page.getByRole('navigation', { name: 'The line' });
  await expect(line).toHaveCount(0);
  await page.getByRole('button', { name: 'Show the line' }).click();
  await expectAccessible(page, 'the desk of a small phone, with its line');
  await line.getByRole('button', { name: /^Priya Sund/ }).click();
  await expect(page.getByRole('img', { name: /of Priya Sund/ })).toBeVisible();
  await expect(line).toHaveCount(0);
  expect(await height(page.getByTestId('sheet'))).toBeGreaterThan(640 / 3);
});
