/**
 * Writing on a PDF: words marked, gathered and copied, forms filled, pages of one's own, and what other programs read
 * of it.
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { harbourPdf } from '@lippet/demo/pdfs';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { maskedPdf, scannedPdf } from './difficultPdfs';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

/** Takes the work out in a format, and gives the file's path. */
async function takeOut(page: Page, word: string): Promise<string> {
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Take a copy out' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: word, exact: true }).click();
  const path = test.info().outputPath(`${Math.random()}-${(await download).suggestedFilename()}`);
  await (await download).saveAs(path);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  return path;
}

async function openMap(device: Device): Promise<Sheet> {
  await device.as('Nell Garrick');
  await device.openSheet('Label the harbour map');
  const sheet = await Sheet.of(device);
  // The map has been drawn by the worker: land is no longer paper.
  await expect.poll(() => sheet.colourAt(300, 60), { timeout: 20_000 }).toBe('#E9E2CA');
  return sheet;
}

for (const [name, viewport] of [
  ['on a phone', PHONE],
  ['wide', WIDE],
] as const) {
  test(`the harbour map is annotated ${name}, and poppler finds it all in its place`, async ({ device }) => {
    const nell = await device({ viewport, acceptDownloads: true });
    const sheet = await openMap(nell);
    const { page } = nell;
    await sheet.tool('Pen');
    await sheet.colour('red');
    await sheet.drag([
      [100, 400],
      [200, 420],
      [300, 470],
    ]);
    await sheet.tool('Words');
    await sheet.tap(120, 200);
    await page.getByRole('textbox', { name: 'Words on the page' }).fill('Keeper’s Rock');
    await page.getByRole('button', { name: 'Done with the words' }).click();
    await expect(nell.saveLine).toContainText('saved at school too');
    const flat = await takeOut(page, 'PDF');
    const words = execFileSync('pdftotext', ['-f', '1', '-l', '1', '-bbox', flat, '-']).toString();
    const box = /xMin="([\d.]+)" yMin="([\d.]+)"[^>]*>Keeper’s</.exec(words)!;
    expect(Math.abs(Number(box[1]) - 120)).toBeLessThan(8);
    expect(Math.abs(Number(box[2]) - 190)).toBeLessThan(16);
    expect(words).toContain('harbour');
    execFileSync('qpdf', ['--check', flat]);
    const apart = await takeOut(page, 'PDF with marks that can be changed');
    const raw = execFileSync('qpdf', ['--qdf', '--object-streams=disable', apart, '-']).toString('latin1');
    expect(raw).toContain('/InkList');
    expect(raw).toContain('/Subtype /FreeText');
  });
}

test('words are highlighted down a column, gather in a list that leads to them, and are copied as text', async ({
  device,
}) => {
  const nell = await device({ viewport: WIDE });
  await openMap(nell);
  const { page } = nell;
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'Page after' }).click();
  await expect(page.getByText('Page 2 of 3')).toBeVisible();
  const sheet = await Sheet.of(nell);
  await sheet.tool('Mark');
  await page.getByRole('radio', { name: 'Highlight words' }).click();
  await sheet.colour('yellow');
  // From the first column's first line into its third.
  await sheet.drag([
    [55, 108],
    [120, 126],
    [150, 144],
  ]);
  await sheet.expectItems(1);
  await sheet.expectColour(52, 104, await sheet.colourAt(52, 104));
  await sheet.colour('red');
  await page.getByRole('radio', { name: 'Strike out words' }).click();
  await sheet.drag([
    [315, 108],
    [400, 108],
  ]);
  await sheet.expectItems(2);
  await sheet.tool('Pick up');
  await sheet.tap(60, 108);
  await page.getByRole('textbox', { name: 'Note' }).fill('Why south?');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Marked words' }).click();
  const first = page.getByRole('button', { name: /^The harbour lies open to the south\. .*Page 2/ });
  await expect(first).toBeVisible();
  await expect(page.getByRole('button', { name: /^Keeper’s Rock/ })).toBeVisible();
  await page.getByRole('button', { name: 'By colour' }).click();
  await page.getByRole('button', { name: 'Copy as text' }).click();
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied).toMatch(/^The harbour lies open to the south\./);
  expect(copied).toContain('Why south?');
  expect(copied).not.toContain('wait for the flood');
  await first.click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect.poll(async () => Number(await nell.sheet.getAttribute('data-zoom'))).toBeGreaterThan(80);
});

test('a page that does not come says so, and comes by itself; what only a worker knows is asked for again', async ({
  device,
}) => {
  const nell = await device();
  const { page } = nell;
  await nell.as('Nell Garrick');
  // The network lets what is small through, and nothing of this.
  const away = [/\/api\/media\/[^/]+$/, /\/fill-[^/]*\.js$/];
  for (const address of away) await page.route(address, (route) => route.abort());
  await nell.openSheet('Label the harbour map');
  const notice = page.getByText('What is printed on this page has not come yet.');
  await expect(notice).toBeVisible();
  const sheet = await Sheet.of(nell);
  await sheet.tool('Fill');
  await sheet.tap(300, 60);
  await expect(page.getByText('Try again in a moment.')).toBeVisible();
  for (const address of away) await page.unroute(address);
  await expect.poll(() => sheet.colourAt(300, 60), { timeout: 20_000 }).toBe('#E9E2CA');
  await expect(notice).toHaveCount(0);
  const before = Number(await nell.sheet.getAttribute('data-items'));
  await sheet.tap(300, 60);
  await expect(nell.sheet).toHaveAttribute('data-items', String(before + 1));
});

test('a form is filled where it stands, and leaves as filled fields', async ({ device }) => {
  const nell = await device({ viewport: WIDE, acceptDownloads: true });
  await openMap(nell);
  const { page } = nell;
  await page.getByRole('button', { name: 'Page after' }).click();
  await page.getByRole('button', { name: 'Page after' }).click();
  await page.getByRole('textbox', { name: 'name', exact: true }).fill('Nell Garrick');
  await page.getByRole('combobox', { name: 'from' }).selectOption('Mill Slip');
  await page.getByRole('checkbox', { name: 'bicycle' }).check();
  await page.getByRole('textbox', { name: 'why' }).fill('To see the old light');
  await expect(nell.saveLine).toContainText('saved at school too');
  const path = await takeOut(page, 'PDF');
  const text = execFileSync('pdftotext', [path, '-']).toString();
  for (const words of ['Nell Garrick', 'Mill Slip', 'To see the old light']) expect(text).toContain(words);
  const raw = execFileSync('qpdf', ['--qdf', '--object-streams=disable', path, '-']).toString('latin1');
  expect(raw).toContain('/AcroForm');
  // What is drawn on a form that is filled in is kept like everything else.
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await nell.draw(0.8);
  await nell.expectStrokes(1);
  await expect(nell.saveLine).toContainText('saved at school too');
  await page.reload();
  // It opens at the page where it was left.
  await nell.expectStrokes(1);
  await expect(page.getByRole('textbox', { name: 'name', exact: true })).toHaveValue('Nell Garrick');
  await expect(page.getByRole('checkbox', { name: 'bicycle' })).toBeChecked();
});

test('a learner’s own PDF becomes pages; what is no PDF gets a sentence and harms nothing', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  const sheet = await openMap(nell);
  const { page } = nell;
  const good = test.info().outputPath('mine.pdf');
  writeFileSync(good, await harbourPdf());
  const cut = test.info().outputPath('cut.pdf');
  writeFileSync(cut, (await harbourPdf()).slice(0, 400));
  const letter = test.info().outputPath('letter.pdf');
  writeFileSync(letter, 'Dear Mr Quell, this is no PDF at all.');
  const bring = async (path: string): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Pages of a PDF' }).click();
    await (await chooser).setFiles(path);
  };
  await page.getByRole('button', { name: 'Add a page' }).click();
  for (const path of [cut, letter]) {
    await bring(path);
    await expect(page.getByText('That file is not a PDF that can be opened, or it is broken.')).toBeVisible();
  }
  await bring(good);
  await expect(page.getByText('Page 2 of 6')).toBeVisible();
  await expect.poll(() => sheet.colourAt(300, 60), { timeout: 20_000 }).toBe('#E9E2CA');
  await expect(nell.saveLine).toHaveText('saved on this device, saved at school too');
});

test('a scan is marked by boxes; a locked and an endless PDF get a sentence', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  const sheet = await openMap(nell);
  const { page } = nell;
  const scan = await PDFDocument.create();
  const grey = await sharp({ create: { width: 595, height: 842, channels: 3, background: '#E0E0E0' } })
    .jpeg()
    .toBuffer();
  scan.addPage([595, 842]).drawImage(await scan.embedJpg(grey), { x: 0, y: 0, width: 595, height: 842 });
  const endless = await PDFDocument.create();
  for (let i = 0; i < 401; i++) endless.addPage([100, 100]);
  const files = {
    scan: test.info().outputPath('scan.pdf'),
    endless: test.info().outputPath('endless.pdf'),
    locked: test.info().outputPath('locked.pdf'),
  };
  writeFileSync(files.scan, await scan.save());
  writeFileSync(files.endless, await endless.save());
  execFileSync('qpdf', ['--encrypt', 'secret', 'owner', '256', '--', files.scan, files.locked]);
  const bring = async (path: string): Promise<void> => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Pages of a PDF' }).click();
    await (await chooser).setFiles(path);
  };
  await page.getByRole('button', { name: 'Add a page' }).click();
  await bring(files.locked);
  await expect(page.getByText('That PDF is locked with a password.')).toBeVisible();
  await bring(files.endless);
  await expect(page.getByText('That PDF has 401 pages; at most 400 can be used.')).toBeVisible();
  await bring(files.scan);
  await expect(page.getByText('Page 2 of 4')).toBeVisible();
  await expect
    .poll(async () => Math.abs((await sheet.channels(300, 300))[0]! - 0xe0), { timeout: 20_000 })
    .toBeLessThan(4);

  await sheet.tool('Mark');
  await page.getByRole('radio', { name: 'Highlight words' }).click();
  await sheet.colour('yellow');
  await sheet.drag([
    [120, 200],
    [260, 250],
    [400, 300],
  ]);
  await sheet.expectItems(1);
  const blue = async (x: number, y: number): Promise<number> => (await sheet.channels(x, y))[2]!;
  for (const [x, y] of [
    [140, 215],
    [380, 285],
    [380, 215],
  ] as const)
    await expect.poll(() => blue(x, y)).toBeLessThan(0xb0);
  expect(await blue(420, 250)).toBeGreaterThan(0xd0);
});

test('what an office scanner wrote (JPEG 2000, JBIG2) is seen, drawn on, and leaves with it', async ({ device }) => {
  const nell = await device({ viewport: WIDE, acceptDownloads: true });
  const sheet = await openMap(nell);
  const { page } = nell;
  const path = test.info().outputPath('scanner.pdf');
  writeFileSync(path, await scannedPdf());
  await page.getByRole('button', { name: 'Add a page' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Pages of a PDF' }).click();
  await (await chooser).setFiles(path);
  await expect(page.getByText('Page 2 of 5')).toBeVisible();
  // Both in turn: the box is black, the paper beside it white.
  const tone = async (x: number, y: number): Promise<number> => (await sheet.channels(x, y))[1]!;
  for (const number of [2, 3]) {
    await expect(page.getByText(`Page ${number} of 5`)).toBeVisible();
    await expect.poll(() => tone(297, 315), { timeout: 20_000 }).toBeLessThan(16);
    await expect.poll(() => tone(297, 150)).toBeGreaterThan(240);
    await expect.poll(() => tone(70, 315)).toBeGreaterThan(240);
    if (number === 2) await page.getByRole('button', { name: 'Page after' }).click();
  }
  await sheet.tool('Pen');
  await sheet.drag([
    [100, 600],
    [400, 640],
  ]);
  await expect(nell.saveLine).toContainText('saved at school too');
  const flat = await takeOut(page, 'PDF');
  for (const number of ['2', '3']) {
    const { data, info } = await sharp(execFileSync('pdftoppm', ['-r', '36', '-png', '-f', number, '-l', number, flat]))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const lightAt = (x: number, y: number): number => data[Math.round(y / 2) * info.width + Math.round(x / 2)]!;
    expect([lightAt(297, 315) < 16, lightAt(297, 150) > 240]).toEqual([true, true]);
  }
});

test('what a mask of a PDF hides is hidden: no shadow becomes a black box over the words', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  const sheet = await openMap(nell);
  const { page } = nell;
  const path = test.info().outputPath('masked.pdf');
  writeFileSync(path, await maskedPdf());
  await page.getByRole('button', { name: 'Add a page' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Pages of a PDF' }).click();
  await (await chooser).setFiles(path);
  await expect(page.getByText('Page 2 of 4')).toBeVisible();
  const tone = async (x: number): Promise<number> => (await sheet.channels(x, 400))[1]!;
  await expect.poll(() => tone(200), { timeout: 20_000 }).toBeLessThan(16);
  expect(await tone(400)).toBeGreaterThan(240);
  expect(await tone(50)).toBeGreaterThan(240);
});
