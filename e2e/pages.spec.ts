/**
 * Many pages, and what lies on them: put in order by pointer and by finger, opened a page at a time, looked at closely.
 */
import { randomBytes } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { PDFDocument, rgb } from 'pdf-lib';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

/** A page of one's own among three; it stays the one that is shown, wherever it goes. */
async function ownPage(device: Device): Promise<void> {
  await device.as('Nell Garrick');
  await device.openSheet('Label the harbour map');
  await device.page.getByRole('button', { name: 'Add a page' }).click();
  await device.page.getByRole('button', { name: 'Squared page' }).click();
  await expect(device.page.getByText('Page 2 of 4')).toBeVisible();
  await device.page.getByRole('button', { name: /All pages/ }).click();
}

const middle = async (locator: Locator): Promise<{ x: number; y: number }> => {
  const box = (await locator.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test('a page is dragged to another place', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await ownPage(nell);
  const { page } = nell;
  const [from, to] = [
    await middle(page.getByRole('tab', { name: 'Page 2' })),
    await middle(page.getByRole('tab', { name: 'Page 4' })),
  ];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 12 });
  await page.mouse.up();
  await expect(page.getByText('Page 4 of 4')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Page 2 of 4')).toBeVisible();
});

test('on a phone a page that is held goes with the finger; a quick swipe only moves the strip', async ({ device }) => {
  const nell = await device({ viewport: PHONE, hasTouch: true });
  await ownPage(nell);
  const { page } = nell;
  const session = await page.context().newCDPSession(page);
  const finger = (type: 'touchStart' | 'touchMove' | 'touchEnd', point?: { x: number; y: number }): Promise<unknown> =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: point ? [point] : [] });
  const places = async () => ({
    from: await middle(page.getByRole('tab', { name: 'Page 2' })),
    to: await middle(page.getByRole('tab', { name: 'Page 1' })),
  });
  const swipe = async ({ from, to }: Awaited<ReturnType<typeof places>>): Promise<void> => {
    for (let i = 1; i <= 8; i++) await finger('touchMove', { x: from.x + ((to.x - from.x) * i) / 8, y: from.y });
    await finger('touchEnd');
  };
  const first = await places();
  await finger('touchStart', first.from);
  await swipe(first);
  await expect(page.getByText('Page 2 of 4')).toBeVisible();
  const second = await places();
  await finger('touchStart', second.from);
  // Held until the page is picked up, which is told to whoever can't see it.
  await expect(page.locator('[aria-live="assertive"]').filter({ hasText: 'Page 2' })).toBeAttached();
  await swipe(second);
  await expect(page.getByText('Page 1 of 4')).toBeVisible();
});

test('the strip of pages says that there is more of it, and goes once one works on a page', async ({ device }) => {
  const nell = await device({ viewport: PHONE });
  await ownPage(nell);
  const { page } = nell;
  const last = page.getByRole('tab', { name: 'Page 4' });
  await page.getByRole('button', { name: 'More pages' }).click();
  await expect(last).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole('button', { name: 'More pages' })).toHaveCount(0);
  await page.getByRole('button', { name: 'More: the pages before' }).click();
  await expect(page.getByRole('tab', { name: 'Page 1' })).toBeInViewport({ ratio: 1 });
  await nell.draw(0.4);
  await nell.expectStrokes(1);
  await expect(last).toHaveCount(0);
  // On a wide screen it has a place of its own, and stays.
  await page.setViewportSize(WIDE);
  await page.getByRole('button', { name: /All pages/ }).click();
  await nell.draw(0.6);
  await nell.expectStrokes(2);
  await expect(last).toBeVisible();
});

test('what is chosen goes in front of the rest, and behind it', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Tamsin Oke');
  await nell.openSheet('Quay sketch');
  const sheet = await Sheet.of(nell);
  const { page } = nell;
  await sheet.tool('Brush');
  await page.getByRole('radio', { name: 'Thick' }).click();
  await sheet.colour('red');
  await sheet.drag([
    [150, 300],
    [450, 300],
  ]);
  await sheet.colour('blue');
  await sheet.drag([
    [300, 150],
    [300, 450],
  ]);
  await sheet.expectColour(300, 300, '#2A6A8C');
  await sheet.tool('Pick up');
  await sheet.tap(200, 300);
  await expect(page.getByTestId('chosen')).toBeVisible();
  await page.getByRole('button', { name: 'Front', exact: true }).click();
  await sheet.expectColour(300, 300, '#C8472F');
  await page.getByRole('button', { name: 'Behind', exact: true }).click();
  await sheet.expectColour(300, 300, '#2A6A8C');
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectColour(300, 300, '#C8472F');
});

test('a double tap shows the whole page again', async ({ device }) => {
  const amos = await device({ hasTouch: true });
  await amos.as('Amos Reddy');
  await amos.openSheet('Three knots');
  const { page } = amos;
  const zoom = async (): Promise<number> => Number(await amos.sheet.getAttribute('data-zoom'));
  const whole = await zoom();
  await amos.sheet.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('+');
  await expect.poll(zoom).toBeGreaterThan(whole * 1.3);
  // With the hand a tap does nothing else.
  await page.keyboard.press('0');
  const strokes = await amos.strokesShown();
  const { x, y } = await middle(amos.sheet);
  await page.touchscreen.tap(x, y);
  await page.touchscreen.tap(x + 3, y + 2);
  await expect.poll(zoom).toBe(whole);
  // Nothing was drawn by it.
  await amos.expectStrokes(strokes);
  // What was sent can be looked at as a whole again as well, and there is no step to take back.
  const wren = await device();
  await wren.as('Wren Abara');
  await wren.openSheet('In the tide pool');
  await wren.sheet.focus();
  const fitted = await wren.sheet.getAttribute('data-zoom');
  await wren.page.keyboard.press('+');
  await expect(wren.sheet).not.toHaveAttribute('data-zoom', fitted!);
  await wren.page.getByRole('button', { name: 'Whole page' }).click();
  await expect(wren.sheet).toHaveAttribute('data-zoom', fitted!);
  await expect(wren.page.getByRole('button', { name: 'Undo' })).toHaveCount(0);
});

/** Pages that are each one colour, and heavy: what nobody looks at should not be fetched. */
async function heavyPdf(path: string, pages: number): Promise<number> {
  const pdf = await PDFDocument.create();
  for (let i = 0; i < pages; i++) {
    const page = pdf.addPage([595, 842]);
    page.drawRectangle({ x: 0, y: 0, width: 595, height: 842, color: rgb(i / 255, 0.5, 0.25) });
    page.node.addContentStream(
      pdf.context.register(
        pdf.context.stream(
          Uint8Array.from([...Buffer.from('\n% '), ...randomBytes(30_000).map((byte) => 97 + (byte % 26)), 10]),
        ),
      ),
    );
  }
  const bytes = await pdf.save({ useObjectStreams: false });
  writeFileSync(path, bytes);
  return bytes.length;
}

/** Bytes of files that have come from school from now on; what was broken off does not count. */
function arriving(page: Page): () => number {
  let bytes = 0;
  page.on('requestfinished', (request) => {
    if (!request.url().includes('/api/media/')) return;
    // One that comes while the journey ends is of no interest.
    void request.sizes().then(
      ({ responseBodySize }) => (bytes += responseBodySize),
      () => undefined,
    );
  });
  return () => bytes;
}

test('of a file with a hundred pages only what is near the view is fetched, and each page is there when it is gone to', async ({
  device,
}) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const sheet = await Sheet.of(nell);
  const { page } = nell;
  const path = test.info().outputPath('hundred.pdf');
  const size = await heavyPdf(path, 100);
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Add a page' }).click();
  await page.getByRole('button', { name: 'Pages of a PDF' }).click();
  await (await chooser).setFiles(path);
  await expect(page.getByText('Page 2 of 103')).toBeVisible({ timeout: 30_000 });
  await sheet.expectColour(300, 400, '#008040');
  await expect(nell.saveLine).toHaveText('saved on this device, saved at school too', { timeout: 30_000 });
  // Opened anew, so that it comes from school.
  await page.goto('about:blank');
  const arrived = arriving(page);
  await nell.openSheet('Label the harbour map');
  await page.getByRole('button', { name: /All pages/ }).click();
  await page.getByRole('tab', { name: 'Page 2', exact: true }).click();
  await sheet.expectColour(300, 400, '#008040');
  expect(arrived()).toBeGreaterThan(0);
  expect(arrived()).toBeLessThan(size / 3);
  await page.getByRole('tab', { name: 'Page 91', exact: true }).click();
  await sheet.expectColour(300, 400, '#598040');
  expect(arrived()).toBeLessThan(size / 2);
});

/** Canvases that anything still holds, after all that nothing holds has been given back. */
async function canvasesHeld(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  for (let i = 0; i < 3; i++) await session.send('HeapProfiler.collectGarbage');
  const { result } = await session.send('Runtime.evaluate', { expression: 'HTMLCanvasElement.prototype' });
  const { objects } = await session.send('Runtime.queryObjects', { prototypeObjectId: result.objectId! });
  const counted = await session.send('Runtime.callFunctionOn', {
    objectId: objects.objectId!,
    functionDeclaration: 'function () { return this.length; }',
    returnByValue: true,
  });
  await session.detach();
  return Number(counted.result.value);
}

test('whoever goes through pages keeps the sheets of none but the one that is open', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const { page } = nell;
  const turn = async (times: number): Promise<void> => {
    for (let i = 0; i < times; i++) {
      await page.getByRole('button', { name: i % 2 === 0 ? 'Page after' : 'Page before' }).click();
      await expect(page.getByText(`Page ${i % 2 === 0 ? 2 : 1} of 3`)).toBeVisible();
      await expect(nell.sheet).toHaveAttribute('data-strokes', /\d/);
    }
  };
  await turn(2);
  const before = await canvasesHeld(page);
  await turn(20);
  // A sheet has three.
  expect(await canvasesHeld(page)).toBeLessThanOrEqual(before + 6);
});
