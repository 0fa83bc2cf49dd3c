/** What is typed onto a sheet is kept while it is typed: nobody has to say that they are done. */
import { PHONE, WIDE } from './chromium';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

test('words on a page outlive a reload and a way back in the middle of typing; together they are one step', async ({
  device,
}) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  const sheet = await Sheet.of(amos);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  const read = async (x: number, y: number, words: string): Promise<void> => {
    await sheet.tool('Words');
    await sheet.tap(x, y);
    await expect(field).toHaveValue(words);
    await page.keyboard.press('Escape');
  };
  await sheet.tool('Words');
  await sheet.tap(100, 200);
  await field.pressSequentially('A crab');
  await page.reload();
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Whole page' }).click();
  await read(110, 200, 'A crab');

  await sheet.tap(110, 200);
  await field.fill('A crab under a stone');
  // While it is being written, and kept meanwhile, it stands there once.
  await expect(amos.saveLine).toContainText('saved at school too');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await amos.expectNowOf('Amos Reddy');
  await amos.openSheet('In the tide pool');
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Whole page' }).click();
  await read(110, 200, 'A crab under a stone');

  // New words begin empty, though nobody has closed those before.
  await sheet.tap(100, 400);
  await field.pressSequentially('Weed');
  await sheet.expectItems(2);
  await field.pressSequentially(', and a starfish');
  await sheet.tap(100, 600);
  await expect(field).toHaveValue('');
  await page.keyboard.press('Escape');
  await sheet.expectItems(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Redo' }).click();
  await sheet.expectItems(2);
  await read(110, 400, 'Weed, and a starfish');

  // Undone while it is open, it is closed, and does not come back by itself.
  await sheet.tap(100, 700);
  await field.pressSequentially('No');
  await sheet.expectItems(3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectItems(2);
  await expect(field).toHaveCount(0);
  await page.reload();
  await sheet.expectItems(2);
});

test('words that are all taken away leave no box behind', async ({ device }) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  const sheet = await Sheet.of(amos);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  await sheet.tool('Words');
  await sheet.tap(100, 300);
  await field.pressSequentially('Oh');
  await sheet.expectItems(1);
  await field.fill('');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await sheet.expectItems(0);
});

test('on a phone words can be read while they are written, clear of the buttons; afterwards the whole page is back', async ({
  device,
}) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  const sheet = await Sheet.of(amos);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  const bar = page.getByRole('toolbar', { name: 'How the words look' });
  const zoom = await amos.sheet.getAttribute('data-zoom');
  for (const [x, y] of [
    [40, 20],
    [350, 300],
    [200, 810],
  ] as const) {
    await sheet.tool('Words');
    await sheet.tap(x, y);
    await field.pressSequentially('Limpet');
    const shown = await field.evaluate(
      (element: HTMLElement) =>
        parseFloat(getComputedStyle(element).fontSize) * (element.getBoundingClientRect().width / element.offsetWidth),
    );
    expect(shown).toBeGreaterThan(15.9);
    const [words, buttons, seen] = [
      (await field.boundingBox())!,
      (await bar.boundingBox())!,
      (await amos.sheet.boundingBox())!,
    ];
    expect(words.y).toBeGreaterThan(buttons.y + buttons.height);
    expect(words.y + words.height).toBeLessThan(seen.y + seen.height);
    expect(words.x).toBeGreaterThan(seen.x);
    expect(words.x + words.width).toBeLessThan(seen.x + seen.width);
    await page.getByRole('button', { name: 'Done with the words' }).click();
    await expect(amos.sheet).toHaveAttribute('data-zoom', zoom!);
  }
  await sheet.expectItems(3);
});

test('a pin’s note is kept while it is written', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const { page } = nell;
  const sheet = await Sheet.of(nell);
  await sheet.tool('Pin');
  await sheet.tap(300, 500);
  await page.getByRole('textbox', { name: 'Note' }).pressSequentially('Is this the old quay?');
  await page.reload();
  const pin = page.getByRole('button', { name: /^Pin \d: Is this the old quay\?$/ });
  await expect(pin).toBeVisible();
  await pin.click();
  await page.getByRole('textbox', { name: 'Note' }).fill('Is this the new quay?');
  await page.keyboard.press('PageDown');
  await page.getByRole('button', { name: 'Back', exact: true }).press('Enter');
  await nell.expectNowOf('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  await expect(page.getByRole('button', { name: /^Pin \d: Is this the new quay\?$/ })).toBeVisible();
});

test('what was typed and not sent is there again, for whoever typed it and for nobody else', async ({ device }) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await wren.openSheet('Colour the lantern room');
  const { page } = wren;
  const ask = async (): Promise<void> => {
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('button', { name: /^Ask/ }).click();
  };
  const question = page.getByRole('textbox', { name: 'Your question' });
  await ask();
  await question.fill('Is the lamp yellow or');
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await page.reload();
  await ask();
  await expect(question).toHaveValue('Is the lamp yellow or');
  await page.getByRole('button', { name: 'Back to the work' }).click();

  await wren.draw(0.5);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await page.getByRole('textbox', { name: 'For Ms Farrow to read' }).fill('I took the blue');
  await page.reload();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'For Ms Farrow to read' })).toHaveValue('I took the blue');

  await wren.open('/me');
  await page.getByRole('button', { name: 'Change person' }).click();
  await page.getByRole('button', { name: 'Milo Stannis', exact: true }).click();
  for (const picture of ['boot', 'drum', 'leaf'])
    await page.getByRole('button', { name: picture, exact: true }).click();
  await wren.expectNowOf('Milo Stannis');
  await wren.openSheet('Colour the lantern room');
  await ask();
  await expect(question).toHaveValue('');
  expect(await page.evaluate(() => JSON.stringify(localStorage))).not.toContain('lamp yellow');
});

test('words in hand are moved by dragging them and opened by a tap; what one drags says what it does', async ({
  device,
}) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  const sheet = await Sheet.of(amos);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  await sheet.tool('Words');
  await sheet.tap(100, 200);
  await field.fill('A crab');
  await expect(page.getByText('Width', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await sheet.drag([
    [120, 205],
    [220, 500],
  ]);
  await sheet.expectItems(1);
  await expect(field).toHaveCount(0);
  // There is nothing left where they were: a tap begins new words.
  await sheet.tap(110, 200);
  await expect(field).toHaveValue('');
  await page.keyboard.press('Escape');
  await sheet.tap(220, 500);
  await expect(field).toHaveValue('A crab');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.tap(120, 205);
  await expect(field).toHaveValue('A crab');
  await page.keyboard.press('Escape');
  await sheet.tool('Pick up');
  await sheet.tap(120, 205);
  for (const word of ['Size', 'Turn']) await expect(page.getByText(word, { exact: true })).toBeVisible();
});
