/** The sheet itself: tools, undo, zoom, and what pen, finger and mouse do. */
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { Hand } from './hand';
import { expect, test } from './school';

const zoom = async (device: Device): Promise<number> => Number(await device.sheet.getAttribute('data-zoom'));

/** Colour of the sheet's own canvas under a point, given as shares. */
const colourAt = (device: Device, x: number, y: number): Promise<string> =>
  device.sheet.evaluate(
    (element, place) => {
      const canvas = element.querySelector('canvas')!;
      const [r, g, b] = canvas
        .getContext('2d')!
        .getImageData(Math.round(canvas.width * place.x), Math.round(canvas.height * place.y), 1, 1).data;
      return `#${[r, g, b].map((value) => value!.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
    },
    { x, y },
  );

test('pen, brush, colours, widths, rubber, undo and redo', async ({ school, device }) => {
  const amos = await device();
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  await page.getByRole('button', { name: 'Brush' }).click();
  await page.getByRole('radio', { name: 'yellow' }).click();
  await page.getByRole('radio', { name: 'Thick' }).click();
  await amos.draw(0.5, 0.2, 0.8);
  await amos.expectStrokes(1);
  expect(await colourAt(amos, 0.5, 0.5)).toBe('#F0AE2E');
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await page.getByRole('radio', { name: 'blue' }).click();
  await page.getByRole('radio', { name: 'Thick' }).click();
  await amos.draw(0.3, 0.2, 0.8);
  await amos.draw(0.7, 0.2, 0.8);
  await amos.expectStrokes(3);

  // One pass of the rubber over two strokes takes both, whole; undo gives both back at once.
  await page.getByRole('button', { name: 'Rubber' }).click();
  const box = (await amos.sheet.boundingBox())!;
  const x = box.x + box.width * 0.5;
  await page.mouse.move(x, box.y + box.height * 0.42);
  await page.mouse.down();
  await page.mouse.move(x, box.y + box.height * 0.8, { steps: 6 });
  await page.mouse.up();
  await amos.expectStrokes(1);
  expect(await colourAt(amos, 0.5, 0.5)).toBe('#FFFCF4');
  await page.getByRole('button', { name: 'Undo' }).click();
  await amos.expectStrokes(3);
  expect(await colourAt(amos, 0.5, 0.5)).toBe('#F0AE2E');
  await page.getByRole('button', { name: 'Undo' }).click();
  await amos.expectStrokes(2);
  await page.getByRole('button', { name: 'Redo' }).click();
  await amos.expectStrokes(3);
  await expect(amos.saveLine).toContainText('saved at school too');
  expect((await school.strokes('Amos Reddy', 'In the tide pool')).length).toBe(3);

  // Tools and colours are remembered on the device.
  await page.reload();
  await amos.expectStrokes(3);
  await expect(page.getByRole('button', { name: 'Rubber' })).toHaveAttribute('aria-pressed', 'true');
});

test('wheel and keyboard look closer, move, and fit again; keys choose tools and undo', async ({ device }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('Three knots');
  const { page } = amos;
  const fitted = await zoom(amos);
  await amos.sheet.hover();
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -400);
  await page.keyboard.up('Control');
  await expect.poll(() => zoom(amos)).toBeGreaterThan(fitted * 1.5);
  await page.getByRole('button', { name: 'Whole page' }).click();
  await expect.poll(() => zoom(amos)).toBe(fitted);
  await amos.sheet.focus();
  await page.keyboard.press('+');
  await expect.poll(() => zoom(amos)).toBeGreaterThan(fitted);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('f');
  await expect.poll(() => zoom(amos)).toBe(fitted);
  const before = await amos.strokesShown();
  await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: 'Brush' })).toHaveAttribute('aria-pressed', 'true');
  await amos.draw(0.8);
  await amos.expectStrokes(before + 1);
  await page.keyboard.press('Control+z');
  await amos.expectStrokes(before);
  await page.keyboard.press('Control+Shift+z');
  await amos.expectStrokes(before + 1);
  // The hand tool moves the page and draws nothing.
  await page.keyboard.press('0');
  await amos.draw(0.6);
  await amos.expectStrokes(before + 1);
});

test('a finger draws, two fingers look closer, and once a pen was used a resting hand draws nothing', async ({
  school,
  device,
}) => {
  const amos = await device({ hasTouch: true });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const hand = await Hand.over(amos);
  await hand.touch({ from: [0.3, 0.3], to: [0.7, 0.32] });
  await amos.expectStrokes(1);
  const fitted = await zoom(amos);
  await hand.touch({ from: [0.45, 0.5], to: [0.2, 0.5] }, { from: [0.55, 0.5], to: [0.8, 0.5] });
  await expect.poll(() => zoom(amos)).toBeGreaterThan(fitted * 1.5);
  await amos.expectStrokes(1);
  await amos.page.getByRole('button', { name: 'Whole page' }).click();

  await hand.pen(0.3, 0.7, 0.6, (share) => 0.15 + 0.8 * share);
  await amos.expectStrokes(2);
  await hand.touch({ from: [0.3, 0.75], to: [0.7, 0.77] });
  await hand.pen(0.3, 0.7, 0.66, () => 0.5);
  await amos.expectStrokes(3);
  await expect(amos.saveLine).toContainText('saved at school too');
  expect((await school.strokes('Amos Reddy', 'In the tide pool')).length).toBe(3);

  // A finger that does nothing is told why, once the pen has been away for a moment; and can be let draw.
  await expect(amos.page.getByText('Only the pen draws here.')).toHaveCount(0);
  await expect(async () => {
    await hand.touch({ from: [0.3, 0.75], to: [0.7, 0.77] });
    await expect(amos.page.getByText('Only the pen draws here.')).toBeVisible({ timeout: 400 });
  }).toPass();
  await amos.expectStrokes(3);
  await amos.page.getByRole('button', { name: 'Fingers too' }).click();
  await hand.touch({ from: [0.3, 0.8], to: [0.7, 0.82] });
  await amos.expectStrokes(4);
  await amos.open('/me');
  await amos.page.getByRole('button', { name: 'Draw with the pen alone' }).click();
  await expect(amos.page.getByRole('button', { name: 'Draw with fingers too' })).toBeVisible();
});

test('on a phone all that is pressed on a sheet is at least 48 pixels large', async ({ device }) => {
  const nell = await device();
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const { page } = nell;
  const small = (): Promise<string[]> =>
    page.evaluate(() =>
      [
        ...document.querySelectorAll(
          'button, [role=button], [role=radio], [role=tab], [role=checkbox], [role=slider], a[href]',
        ),
      ].flatMap((element) => {
        const { width, height } = element.getBoundingClientRect();
        return width > 0 && height > 0 && (width < 47.5 || height < 47.5)
          ? [
              `${element.getAttribute('aria-label') ?? element.textContent}: ${Math.round(width)} × ${Math.round(height)}`,
            ]
          : [];
      }),
    );
  const tray = page.getByRole('toolbar', { name: 'Tools' });
  for (const name of ['Pen', 'Brush', 'Mark', 'Fill', 'Rubber', 'Pick up', 'Words']) {
    await tray.getByRole('button', { name, exact: true }).click();
    expect(await small(), name).toEqual([]);
  }
  const box = (await nell.sheet.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.6);
  await page.getByRole('textbox', { name: 'Words on the page' }).fill('Pier');
  await expect(page.getByRole('slider', { name: 'Width of the words' })).toBeVisible();
  expect(await small(), 'words being written').toEqual([]);
  await page.keyboard.press('Escape');
  await tray.getByRole('button', { name: 'Pick up' }).click();
  await page.mouse.click(box.x + box.width * 0.3 + 6, box.y + box.height * 0.6);
  await expect(page.getByTestId('chosen')).toBeVisible();
  expect(await small(), 'what is chosen').toEqual([]);
  await page.getByRole('button', { name: /All pages/ }).click();
  expect(await small(), 'the strip of pages').toEqual([]);
});

test('everything on the sheet can be reached by keyboard, and a left hand has its tools on its side', async ({
  device,
}) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.open('/me');
  await amos.page.getByRole('button', { name: 'Draw with the left hand' }).click();
  await amos.openSheet('Colour the lantern room');
  const tray = (await amos.page.getByRole('toolbar', { name: 'Tools' }).boundingBox())!;
  expect(tray.x).toBeLessThan(WIDE.width / 4);
  const reached = new Set<string>();
  for (let i = 0; i < 60; i++) {
    await amos.page.keyboard.press('Tab');
    reached.add(await amos.page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''));
  }
  for (const name of [
    'Back',
    'Part 1, Lighthouse',
    'Whole page',
    'Full screen',
    'More',
    'Pen',
    'Brush',
    'Mark',
    'Fill',
    'Rubber',
    'Words',
    'Add',
    'Pin',
    'Pick up',
    'Slide',
    // Of widths and colours Tab comes to the one that is chosen; arrows go on from there.
    'Middle',
    'ink',
  ]) {
    expect([...reached]).toContain(name);
  }
  expect([...reached].some((name) => name.startsWith('Sheet: Lighthouse'))).toBe(true);
});

test('on a phone every tool can be found by looking, says how to begin, and has a key of a list', async ({
  device,
}) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const { page } = amos;
  const tray = page.getByRole('toolbar', { name: 'Tools' });
  const words = await tray
    .getByRole('button')
    .evaluateAll((all) => all.map((element) => element.getAttribute('aria-label')!));
  expect(words).toHaveLength(10);
  /** The tools that a finger would meet in their middle. */
  const inSight = (): Promise<string[]> =>
    tray.getByRole('button').evaluateAll((all) =>
      all
        .filter((element) => {
          const { x, y, width, height } = element.getBoundingClientRect();
          return element.contains(document.elementFromPoint(x + width / 2, y + height / 2));
        })
        .map((element) => element.getAttribute('aria-label')!),
    );
  const first = await inSight();
  expect(first.length).toBeGreaterThanOrEqual(6);
  await page.getByRole('button', { name: 'More tools' }).click();
  await expect(page.getByRole('button', { name: 'More tools' })).toHaveCount(0);
  expect(new Set([...first, ...(await inSight())])).toEqual(new Set(words));
  await expectAccessible(page, 'the further tools');

  await tray.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Tap where the picture goes')).toBeVisible();
  // One that is chosen by its key comes into sight, at either end.
  await page.keyboard.press('1');
  await expect.poll(inSight).toContain('Pen');
  await page.keyboard.press('0');
  await expect.poll(inSight).toContain('Slide');
  await page.getByRole('button', { name: 'The tools before' }).click();
  await expect.poll(inSight).toContain('Pen');

  await page.keyboard.press('?');
  const keys = page.getByRole('dialog').getByRole('group', { name: 'All keys' });
  for (const word of words) await expect(keys.getByText(`${word}: `)).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

for (const [width, height] of [
  [360, 640],
  [375, 667],
  [667, 375],
  [844, 390],
  [915, 412],
  [810, 1080],
  [1024, 600],
] as const) {
  test(`at ${width}×${height} nothing of the sheet is cut off, and its questions can be answered`, async ({
    device,
  }) => {
    const wren = await device({ viewport: { width, height } });
    await wren.as('Wren Abara');
    await wren.openSheet('Colour the lantern room');
    const { page } = wren;
    const cut = (): Promise<string[]> =>
      page
        .locator('main, [role="main"]')
        .first()
        .locator('button, [role="radio"], [role="tab"]')
        .evaluateAll((all) =>
          all
            .filter((element) => {
              // The task beside the sheet can be scrolled.
              if (element.closest('[role="complementary"]')) return false;
              const row = element.closest('[role="toolbar"]');
              const { left, right, top, bottom } = element.getBoundingClientRect();
              // A row of tools can be pushed, and has ways to what is out of sight.
              const wide = !row || row.scrollWidth <= row.clientWidth ? left >= 0 && right <= window.innerWidth : true;
              return !wide || top < 0 || bottom > window.innerHeight;
            })
            .map((element) => element.getAttribute('aria-label') ?? ''),
        );
    const place = await wren.sheet.boundingBox();
    for (const tool of ['Pen', 'Mark', 'Rubber', 'Pin', 'Pick up']) {
      await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: tool, exact: true }).click();
      expect(await cut()).toEqual([]);
      // Whatever is in hand, the sheet stays where it is.
      expect(await wren.sheet.boundingBox()).toEqual(place);
    }
    const { width: across, height: down } = (await wren.sheet.boundingBox())!;
    expect(Math.min(across, down)).toBeGreaterThan(190);
    if (width < 900) {
      const small = await page.locator('[role="toolbar"] button, [role="radio"]').evaluateAll((all) =>
        all
          .filter((element) => {
            const box = element.getBoundingClientRect();
            return box.width < 47.5 || box.height < 47.5;
          })
          .map((element) => element.getAttribute('aria-label')),
      );
      expect(small).toEqual([]);
    }
    const before = Number(await wren.sheet.getAttribute('data-strokes'));
    await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: 'Pen', exact: true }).click();
    await wren.draw(0.5);
    await wren.expectStrokes(before + 1);
    await page
      .getByRole('button', { name: /^All of the task/ })
      .or(page.getByRole('button', { name: 'Hear the task' }))
      .first()
      .click();
    await page.getByRole('button', { name: 'More', exact: true }).click();
    const dialog = page.getByRole('dialog');
    for (const name of [
      dialog,
      dialog.getByRole('heading', { level: 2 }),
      dialog.getByRole('button', { name: 'Close', exact: true }),
    ]) {
      const box = (await name.boundingBox())!;
      expect(box.y).toBeGreaterThanOrEqual(0);
      expect(box.y + box.height).toBeLessThanOrEqual(height);
    }
    await expectAccessible(page, `more at ${width}×${height}`);
    await dialog.getByRole('button', { name: 'Keys' }).click();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await expect(dialog).toHaveCount(0);
    await expectAccessible(page, `the sheet at ${width}×${height}`);
  });
}

test('below the rounded corners and bars of a phone nothing is to be pressed', async ({ device }) => {
  const amos = await device({ viewport: PHONE });
  const { page } = amos;
  const insets = { top: 47, bottom: 34, left: 0, right: 0 };
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setSafeAreaInsetsOverride' as never, { insets } as never);
  await amos.asLearner('Amos Reddy');
  const outside = (): Promise<string[]> =>
    page.locator('button, a, input').evaluateAll(
      (all, { top, bottom }) =>
        all
          .filter((element) => {
            const box = element.getBoundingClientRect();
            return (
              box.height > 0 &&
              box.bottom > 0 &&
              box.top < window.innerHeight &&
              (box.top < top || box.bottom > window.innerHeight - bottom) &&
              element.contains(
                document.elementFromPoint(
                  box.left + box.width / 2,
                  Math.max(1, Math.min(window.innerHeight - 1, box.top < top ? box.top + 1 : box.bottom - 1)),
                ),
              )
            );
          })
          .map((element) => element.getAttribute('aria-label') ?? element.textContent ?? ''),
      insets,
    );
  expect(await outside()).toEqual([]);
  await amos.openSheet('In the tide pool');
  expect(await outside()).toEqual([]);
  // The override is felt at all: the sheet's head stands below the upper bar.
  expect((await page.getByRole('button', { name: 'Back', exact: true }).boundingBox())!.y).toBeGreaterThan(insets.top);
});
