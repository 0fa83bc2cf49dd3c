/**
 * What the pen has begun stays, whatever happens meanwhile: another hand, another page, a second finger, a very long
 * stroke.
 */
import { PHONE, WIDE } from './chromium';
import { Hand } from './hand';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

for (const [where, viewport] of [
  ['wide', WIDE],
  ['on a phone', PHONE],
] as const) {
  test(`a new page can be drawn on as soon as it is there, ${where}`, async ({ device }) => {
    const nell = await device({ viewport, reducedMotion: 'no-preference' });
    await nell.as('Nell Garrick');
    await nell.openSheet('Label the harbour map');
    const { page } = nell;
    const sheet = await Sheet.of(nell);
    await sheet.tool('Pen');
    await page.getByRole('button', { name: 'Add a page' }).click();
    await page.getByRole('button', { name: 'Squared page' }).click();
    await expect(page.getByText('Page 2 of 4')).toBeVisible();
    // Right where the papers were chosen from.
    await sheet.drag([
      [150, 400],
      [450, 440],
    ]);
    await sheet.expectItems(1);
    await expect(nell.sheet).toBeFocused();
  });
}

test('a stroke under way is kept when the page is turned, its activity is left, or the window goes elsewhere', async ({
  device,
  school,
}) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const { page } = nell;
  const half = async (y: number): Promise<void> => {
    const box = (await nell.sheet.boundingBox())!;
    await page.mouse.move(box.x + box.width * 0.4, box.y + box.height * y);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * y, { steps: 8 });
  };
  const before = await nell.strokesShown();
  await half(0.3);
  await page.keyboard.press('PageDown');
  await expect(page.getByText('Page 2 of 3')).toBeVisible();
  await page.mouse.up();
  await page.keyboard.press('PageUp');
  await expect(page.getByText('Page 1 of 3')).toBeVisible();
  await nell.expectStrokes(before + 1);
  await half(0.4);
  await page.getByRole('button', { name: 'Back', exact: true }).press('Enter');
  await nell.expectNowOf('Nell Garrick');
  await page.mouse.up();
  await nell.openSheet('Label the harbour map');
  await nell.expectStrokes(before + 2);
  await half(0.5);
  await page.reload();
  await page.mouse.up();
  await nell.expectStrokes(before + 3);
  await expect(nell.saveLine).toContainText('saved at school too');
  expect((await school.strokes('Nell Garrick', 'Label the harbour map')).length).toBe(before + 3);
});

for (const [where, viewport] of [
  ['wide', WIDE],
  ['on a phone', PHONE],
] as const) {
  for (const title of ['In the tide pool', 'Label the harbour map']) {
    test(`the sheet of “${title}” stays where it is under the pen, ${where}`, async ({ device }) => {
      const learner = await device({ viewport });
      await learner.as(title === 'In the tide pool' ? 'Amos Reddy' : 'Nell Garrick');
      await learner.openSheet(title);
      await learner.page.evaluate(() => {
        const places = new Set<string>();
        const look = (): void => {
          const { left, top, width, height } = document.querySelector('[data-testid="sheet"]')!.getBoundingClientRect();
          places.add([left, top, width, height].map(Math.round).join(' '));
          requestAnimationFrame(look);
        };
        look();
        Object.assign(window, { places });
      });
      const before = await learner.strokesShown();
      for (const [i, y] of [0.3, 0.5].entries()) {
        await learner.draw(y);
        await learner.expectStrokes(before + i + 1);
        await expect(learner.saveLine).toContainText('saved at school too');
      }
      expect(await learner.page.evaluate(() => [...(window as never as { places: Set<string> }).places])).toHaveLength(
        1,
      );
    });
  }
}

test('a hand that comes to rest beside a finger or a pen at work stops neither', async ({ device }) => {
  const amos = await device({ hasTouch: true });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const hand = await Hand.over(amos);
  const zoom = await amos.sheet.getAttribute('data-zoom');
  await hand.fingers('touchStart', [0.2, 0.3]);
  // Drawn for longer than two fingers would take to come down together.
  const begun = Date.now();
  for (let i = 0; Date.now() - begun < 400; i++)
    await hand.fingers('touchMove', [0.2 + 0.15 * (i % 3), 0.3 + 0.002 * i]);
  await hand.fingers('touchStart', [0.5, 0.3], [0.6, 0.8]);
  for (let i = 1; i <= 10; i++)
    await hand.fingers('touchMove', [0.5 + 0.03 * i, 0.3 + 0.01 * i], [0.6 - 0.02 * i, 0.8]);
  await hand.fingers('touchEnd');
  await amos.expectStrokes(1);
  expect(await amos.sheet.getAttribute('data-zoom')).toBe(zoom);
  const right = await amos.sheet.evaluate((element) => {
    const canvas = element.querySelector('canvas')!;
    const { data } = canvas
      .getContext('2d')!
      .getImageData(
        Math.round(canvas.width * 0.75),
        Math.round(canvas.height * 0.34),
        6,
        Math.round(canvas.height * 0.1),
      );
    return data.some((value, i) => i % 4 === 0 && value < 0x60);
  });
  expect(right, 'the stroke goes on after the hand came down').toBe(true);

  // The side of the hand comes down first, and the finger draws beside it.
  await hand.fingers('touchStart', [0.8, 0.85, 90]);
  await hand.fingers('touchStart', [0.8, 0.85, 90], [0.2, 0.5]);
  for (let i = 1; i <= 10; i++) await hand.fingers('touchMove', [0.8, 0.85, 90], [0.2 + 0.03 * i, 0.5]);
  await hand.fingers('touchEnd');
  await amos.expectStrokes(2);
  expect(await amos.sheet.getAttribute('data-zoom')).toBe(zoom);

  await hand.stylus('mousePressed', [0.3, 0.6]);
  await hand.stylus('mouseMoved', [0.35, 0.6]);
  await hand.fingers('touchStart', [0.5, 0.9], [0.6, 0.9]);
  await hand.stylus('mouseMoved', [0.6, 0.62]);
  await hand.stylus('mouseReleased', [0.7, 0.62]);
  await hand.fingers('touchEnd');
  await amos.expectStrokes(3);
  expect(await amos.sheet.getAttribute('data-zoom')).toBe(zoom);
});

test('who colours in without lifting the pen has it kept meanwhile, and takes it back as one', async ({ device }) => {
  const amos = await device();
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const hand = await Hand.over(amos);
  const to = (i: number): [number, number] => [0.5 - 0.2 * Math.cos((Math.PI * i) / 8), 0.3 + 0.0006 * i];
  // The events say that they come from later: nobody waits half a minute for a test.
  const begun = Date.now() / 1000;
  await hand.stylus('mousePressed', to(0), { at: begun });
  for (let i = 1; i <= 480; i++) await hand.stylus('mouseMoved', to(i), { at: begun + i / 15 });
  await amos.expectStrokes(2);
  await expect(amos.saveLine).toContainText('saved at school too');
  await hand.stylus('mouseReleased', to(480), { at: begun + 32.1 });
  await amos.expectStrokes(3);
  // The pieces meet: along the way of the pen nothing is left out.
  const gaps = await amos.sheet.evaluate((element) => {
    const canvas = element.querySelector('canvas')!;
    const { width, height } = canvas;
    const { data } = canvas
      .getContext('2d')!
      .getImageData(Math.round(width * 0.5), Math.round(height * 0.31), 1, Math.round(height * 0.26));
    let [gap, longest] = [0, 0];
    for (let i = 0; i < data.length; i += 4) longest = Math.max(longest, (gap = data[i]! < 0x90 ? 0 : gap + 1));
    return longest / height;
  });
  expect(gaps).toBeLessThan(0.012);
  await amos.page.getByRole('button', { name: 'Undo' }).click();
  await amos.expectStrokes(0);
  await amos.page.getByRole('button', { name: 'Redo' }).click();
  await amos.expectStrokes(3);
});

test('a stroke that can’t be kept is not shown and is said; a panel that breaks leaves the sheet as it is', async ({
  device,
}) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const { page } = nell;
  const before = await nell.strokesShown();
  /** Whether anything is drawn on the layer that shows a stroke under the pen. */
  const underPen = (): Promise<boolean> =>
    nell.sheet.evaluate((sheet) => {
      const live = sheet.querySelectorAll('canvas')[1]!;
      return live
        .getContext('2d')!
        .getImageData(0, 0, live.width, live.height)
        .data.some((value) => value > 0);
    });
  await expect(nell.saveLine).toContainText('saved at school too');
  await page.evaluate(() => {
    const made = crypto.randomUUID.bind(crypto);
    crypto.randomUUID = () => {
      crypto.randomUUID = made;
      throw new Error('No numbers are left.');
    };
  });
  await nell.draw(0.3);
  await expect(page.getByText('That could not be kept, so it is not on the sheet.')).toBeVisible();
  await nell.expectStrokes(before);
  expect(await underPen()).toBe(false);
  await nell.draw(0.4);
  await nell.expectStrokes(before + 1);
  await expect(page.getByText('That could not be kept')).toHaveCount(0);

  // What comes from school is nonsense: the panel for questions breaks, and nothing beside it.
  await page.route(/\/api\/activities\/[^/]+\/threads/, (route) => route.fulfill({ json: { threads: 5, asks: 5 } }));
  await page.getByRole('button', { name: /^Ask/ }).first().click();
  await expect(page.getByText('This part of the page broke. What you made is kept.')).toBeVisible();
  nell.forgive(/console: /);
  await nell.draw(0.5);
  await nell.expectStrokes(before + 2);
  await page.unrouteAll();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByText('This part of the page broke.')).toHaveCount(0);
});

test('a screen that breaks says so, and is loaded again', async ({ device }) => {
  const nell = await device();
  await nell.asLearner('Nell Garrick');
  const { page } = nell;
  await page.route(/\/api\/now/, (route) => route.fulfill({ json: { cards: 5 } }));
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This page broke' })).toBeVisible();
  // The places are still there.
  await expect(page.getByRole('link', { name: 'Shelf' })).toBeVisible();
  await page.unrouteAll();
  nell.forgive(/console: |error on the page/);
  await page.getByRole('button', { name: 'Load again' }).click();
  await nell.expectNowOf('Nell Garrick');
});

test('what opens under a finger does not take the tap that opened it', async ({ device }) => {
  const nell = await device({ hasTouch: true });
  await nell.asLearner('Nell Garrick');
  const { page } = nell;
  // Something that can be pressed comes to lie under the finger as that is lifted.
  await page.evaluate(() => {
    const button = document.createElement('button');
    Object.assign(button.style, { position: 'fixed', inset: '0', zIndex: '9' });
    button.textContent = 'Not pressed';
    button.onclick = () => (button.textContent = 'Pressed');
    document.addEventListener('pointerup', () => document.body.append(button), { once: true });
  });
  await page.touchscreen.tap(200, 600);
  await expect(page.getByText('Not pressed')).toBeVisible();
  await page.touchscreen.tap(200, 600);
  await expect(page.getByText('Pressed', { exact: true })).toBeVisible();
});
