/** Work in and out in open formats, read back by other programs and compared by position. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { readInkml } from '@lippet/core/ink/inkml/readInkml';
import { PHONE, WIDE } from './chromium';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

async function takeOut(page: Page, word: string): Promise<string> {
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Take a copy out' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: word, exact: true }).click();
  const path = test.info().outputPath((await download).suggestedFilename());
  await (await download).saveAs(path);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  return path;
}

/** Colour of a picture file at a place, given as shares of its size. */
async function colourOf(path: string, x: number, y: number): Promise<string> {
  const { data, info } = await sharp(path).flatten({ background: '#fff' }).raw().toBuffer({ resolveWithObject: true });
  const index = (Math.round(info.height * y) * info.width + Math.round(info.width * x)) * info.channels;
  return `#${[...data.subarray(index, index + 3)].map((value) => value.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
}

test('a page leaves as PNG, SVG and InkML, and its ink comes back where it was', async ({ device }) => {
  const amos = await device({ viewport: WIDE, acceptDownloads: true });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  await sheet.tool('Brush');
  await sheet.colour('blue');
  await page.getByRole('radio', { name: 'Thick' }).click();
  await sheet.drag([
    [100, 421],
    [500, 421],
  ]);
  await sheet.expectItems(1);
  for (const word of ['Picture (PNG)', 'Drawing (SVG)']) {
    const path = await takeOut(page, word);
    expect(await colourOf(path, 0.5, 0.5)).toBe('#2A6A8C');
    expect(await colourOf(path, 0.5, 0.56)).toMatch(/^#FFF[CE]F[4A]$/);
  }
  const ink = await takeOut(page, 'Ink (InkML)');
  const [stroke] = readInkml(readFileSync(ink, 'utf8')).strokes;
  expect(stroke).toMatchObject({ tool: 'brush', colour: '#2A6A8C', width: 26 });
  expect(Math.abs(stroke!.ink.x[0]! - 100)).toBeLessThan(2);
  expect(Math.abs(stroke!.ink.x.at(-1)! - 500)).toBeLessThan(12);
  expect(stroke!.ink.y.every((y) => Math.abs(y - 421) < 2)).toBe(true);
  await sheet.tool('Add');
  const chooser = page.waitForEvent('filechooser');
  await sheet.tap(300, 200);
  await (await chooser).setFiles(ink);
  await sheet.expectItems(2);
  await expect(page.getByTestId('chosen')).toBeVisible();
});

test('words leave in a PDF in whatever letters they were written', async ({ device }) => {
  const amos = await device({ viewport: WIDE, acceptDownloads: true });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  const words = ['हिन्दी में दीपस्तंभ', '灯台のひかり', 'Маяк at sea'];
  await sheet.tool('Words');
  await sheet.tap(120, 200);
  await page.getByRole('textbox', { name: 'Words on the page' }).fill(words.join('\n'));
  await page.keyboard.press('Escape');
  await sheet.expectItems(1);
  const path = await takeOut(page, 'PDF');
  const read = execFileSync('pdftotext', [path, '-']).toString();
  for (const line of words) expect(read.normalize('NFKC')).toContain(line.normalize('NFKC'));
});

/** Drops a file onto the middle of the sheet, or pastes it. */
const bringFile = (page: Page, how: 'drop' | 'paste', type: string, content: number[]): Promise<void> =>
  page.evaluate(
    ([kind, mime, bytes]) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], 'x', { type: mime }));
      const target = document.querySelector('[data-testid="sheet"]')!;
      const box = target.getBoundingClientRect();
      const event =
        kind === 'drop'
          ? new DragEvent('drop', {
              dataTransfer: data,
              clientX: box.left + box.width / 2,
              clientY: box.top + box.height / 2,
              bubbles: true,
              cancelable: true,
            })
          : new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
      target.dispatchEvent(event);
    },
    [how, type, content] as const,
  );

/** A Windows bitmap of one colour: browsers show it, school keeps no such files. */
function bitmap(side: number, [red, green, blue]: [number, number, number]): number[] {
  const pixels = Array.from({ length: side * side }, () => [blue, green, red]).flat(); // rows of a multiple of 4 bytes
  const head = Buffer.alloc(54);
  head.write('BM');
  head.writeUInt32LE(54 + pixels.length, 2);
  head.writeUInt32LE(54, 10);
  head.writeUInt32LE(40, 14);
  head.writeInt32LE(side, 18);
  head.writeInt32LE(side, 22);
  head.writeUInt16LE(1, 26);
  head.writeUInt16LE(24, 28);
  return [...head, ...pixels];
}

test('pictures come by drag and drop and from the clipboard; what is none gets a sentence', async ({ device }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  const bring = (how: 'drop' | 'paste', type: string, content: number[]) => bringFile(page, how, type, content);
  const picture = async (format: 'png' | 'gif' | 'webp'): Promise<number[]> => [
    ...(await sharp({ create: { width: 60, height: 60, channels: 3, background: '#884C7E' } })
      .toFormat(format)
      .toBuffer()),
  ];
  await bring('drop', 'image/png', await picture('png'));
  await sheet.expectItems(1);
  await sheet.expectColour(297, 421, '#884C7E');
  await bring('paste', 'image/webp', await picture('webp'));
  await sheet.expectItems(2);
  await bring('paste', 'image/gif', await picture('gif'));
  await sheet.expectItems(3);
  // A kind of picture that a browser shows and school does not keep is drawn anew.
  await bring('paste', 'image/bmp', bitmap(40, [85, 114, 31]));
  await sheet.expectItems(4);
  await bring('drop', 'image/png', [...Buffer.from('This is no picture.')]);
  await expect(page.getByText('That file is not a picture that can be shown here.')).toBeVisible();
  // The head of a PNG of 100 million pixels: refused before anything is unpacked.
  const huge = await picture('png');
  huge.splice(16, 8, 0, 0, 0x27, 0x10, 0, 0, 0x27, 0x10);
  await bring('drop', 'image/png', huge);
  await expect(page.getByText('at most 60 million pixels')).toBeVisible();
  await sheet.expectItems(4);
  await expect(amos.saveLine).toHaveText('saved on this device, saved at school too', { timeout: 20_000 });
});

test('what school will not take stays on the device, is said, and the rest goes without it', async ({ device }) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  const unfit =
    '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg" width="60" height="60">' +
    '<rect width="60" height="60" fill="#884C7E"/></svg>';
  await bringFile(page, 'drop', 'image/svg+xml', [...Buffer.from(unfit)]);
  await sheet.expectItems(1);
  await expect(amos.saveLine).toContainText('A file could not be kept at school', { timeout: 20_000 });
  await page.reload();
  await Sheet.of(amos);
  await sheet.expectColour(297, 421, '#884C7E');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  const left = page.getByRole('list', { name: 'Not taken by school' }).getByRole('listitem');
  await expect(left).toContainText('only on this device');
  await left.getByRole('button', { name: 'Try again' }).click();
  await expect(left).toContainText('holds more than can be drawn here', { timeout: 20_000 });
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(left).toContainText('The rest goes without it.');
  await page.getByRole('button', { name: /^Send to / }).click();
  await expect(page.getByRole('heading', { name: /^With / })).toBeVisible({ timeout: 20_000 });
});

test('the keyboard of a phone never covers the words', async ({ device }) => {
  const amos = await device({ viewport: PHONE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  await sheet.tool('Words');
  await sheet.tap(200, 780);
  const field = amos.page.getByRole('textbox', { name: 'Words on the page' });
  await field.fill('Low down');
  // What the on-screen keyboard leaves is a smaller visual viewport.
  await amos.page.setViewportSize({ width: PHONE.width, height: 560 });
  await expect
    .poll(async () => {
      const box = (await field.boundingBox())!;
      const tray = (await amos.page.getByRole('toolbar', { name: 'Tools' }).boundingBox())!;
      return box.y > 0 && box.y + box.height <= tray.y;
    })
    .toBe(true);
});
