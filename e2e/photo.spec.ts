/** Paper work through a camera: the practice one, and files. */
import { readFile, writeFile } from 'node:fs/promises';
import { crc32, deflateSync } from 'node:zlib';
import { join } from 'node:path';
import { readShot } from '@lippet/core/page/readShot';
import { makeScene } from '@lippet/demo/scene/scene';
import sharp from 'sharp';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { sceneFile } from './sceneFile';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

const TITLE = 'Marsh sketchbook';

/** A PNG of so many pixels on a side, all black, a bit each: small as a file, and far too large unpacked. */
function hugePng(side: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const frame = Buffer.alloc(8);
    frame.writeUInt32BE(data.length, 0);
    frame.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([frame.subarray(0, 4), body, frame.subarray(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.writeUInt8(1, 8);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc((side / 8 + 1) * side))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

async function openActivity(
  device: Device,
  school: { activityId(title: string): Promise<string> },
  title: string,
): Promise<void> {
  await device.open(`/activity/${await school.activityId(title)}`);
  await expect(device.saveLine).toContainText('saved at school too');
}

/** Chooses files in the camera view. */
async function chooseFiles({ page }: Device, files: string[]): Promise<void> {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Take it from files' }).click();
  await (await chooser).setFiles(files);
}

test('paper work is photographed by itself, set right, changed later, sent, and seen with its original', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, TITLE);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await expect(page.getByText('Practice camera')).toBeVisible();
  await expect(page.getByTestId('outline')).toBeVisible();
  await expectAccessible(page, 'camera');

  // Held still, the sheet is photographed without a touch, and the page is ready to look at.
  await expect(page.getByRole('heading', { name: 'Can all of it be read?' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByTestId('page-preview')).toHaveAttribute('data-look', 'clean');
  await expectAccessible(page, 'photo just taken');
  await page.getByRole('radio', { name: 'Black' }).click();
  await expect(page.getByTestId('page-preview')).toHaveAttribute('data-look', 'black');
  await page.getByRole('radio', { name: 'Clean' }).click();
  await page.getByRole('button', { name: 'Corners: move them' }).click();
  const corner = page.getByRole('button', { name: /Bottom right corner/ });
  const before = (await corner.boundingBox())!;
  await corner.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await corner.boundingBox())!.x).toBeLessThan(before.x - 5);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Corners: done, show the page' }).click();
  await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  await page.getByRole('button', { name: 'Done 1 taken' }).click();
  await expect(page.getByRole('tab', { name: /Sketchbook, done/ })).toBeVisible();

  // It is a page like others: drawn on, and its photo can be changed as long as it is not sent.
  const sheet = await Sheet.of(tamsin);
  await sheet.drag([
    [100, 100],
    [200, 140],
    [300, 100],
  ]);
  await tamsin.expectStrokes(1);
  await page.getByRole('button', { name: 'Change this photo' }).click();
  await page.getByRole('button', { name: 'Turn it' }).click();
  await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  await tamsin.expectStrokes(1);
  const turn = async (): Promise<number | undefined> =>
    readShot((await school.firstPage('Tamsin Oke', TITLE))?.background)?.turn;
  await expect.poll(turn).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(turn).toBe(0);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(turn).toBe(1);

  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Sketchbook: 1 photo of paper. Go there' })).toBeVisible();
  await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible({ timeout: 20_000 });

  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Tamsin Oke'");
  await quell.open(`/review/${await school.activityId(TITLE)}?person=${learner!.id}`);
  await expect(quell.page.getByText('A photo of paper')).toBeVisible();
  await expect(quell.sheet).toHaveAttribute('data-strokes', '1');
  await quell.page.getByRole('button', { name: 'Show the photo' }).click();
  await expect(quell.sheet).toHaveAttribute('data-strokes', '0');
  await expect(quell.page.getByRole('button', { name: 'Show the page' })).toBeVisible();
  // The place where it was taken, the device, and all else that a camera writes, is in neither.
  const kept = await school.query<{ type: string }>(
    'SELECT m.type FROM media m JOIN pieces p ON p.id = m.piece_id WHERE p.person_id = $1',
    [learner!.id],
  );
  expect(kept.length).toBe(3);
  expect(new Set(kept.map(({ type }) => type))).toEqual(new Set(['image/webp']));
});

test('a sheet that was worked on and photographed again is laid over the first photo, and what is new on it is found', async ({
  device,
  school,
}, testInfo) => {
  /** The same sheet on a table, with or without something drawn on it since. */
  const { data, width, height } = makeScene({ seed: 8, table: 'plain' });
  const plain = sharp(data, { raw: { width, height, channels: 4 } });
  const [first, second] = [testInfo.outputPath('first.jpg'), testInfo.outputPath('second.jpg')];
  await writeFile(first, await plain.clone().jpeg({ quality: 92 }).toBuffer());
  const drawn =
    `<svg width="${width}" height="${height}"><path d="M${width * 0.42} ${height * 0.48} ` +
    `l${width * 0.09} ${height * 0.03} l${-width * 0.07} ${height * 0.03} l${width * 0.08} ` +
    `${height * 0.02}" fill="none" stroke="#222" stroke-width="${width * 0.008}"/></svg>`;
  await writeFile(
    second,
    await plain
      .clone()
      .composite([{ input: Buffer.from(drawn) }])
      .modulate({ brightness: 0.86 })
      .jpeg({ quality: 88 })
      .toBuffer(),
  );
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  const keep = async (file: string): Promise<void> => {
    await chooseFiles(tamsin, [file]);
    await expect(page.getByTestId('page-preview')).toHaveAttribute('data-look', 'clean', { timeout: 30_000 });
    await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  };
  const send = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await page.getByRole('button', { name: 'Send to Mr Quell' }).click();
    const asIs = page.getByRole('button', { name: 'Send it as it is' });
    const sent = page.getByRole('heading', { name: 'With Mr Quell' });
    await expect(asIs.or(sent)).toBeVisible({ timeout: 20_000 });
    if (await asIs.isVisible()) await asIs.click();
    await expect(sent).toBeVisible({ timeout: 30_000 });
  };
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, TITLE);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await keep(first);
  await page.getByRole('button', { name: 'Done 1 taken' }).click();
  await send();
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  const [learner] = await school.query<{ id: string }>("SELECT id FROM people WHERE name = 'Tamsin Oke'");
  const desk = `/review/${await school.activityId(TITLE)}?person=${learner!.id}`;
  await quell.open(desk);
  await expect(quell.saveLine).toContainText('saved at school too');
  await quell.page.getByRole('button', { name: 'Another go', exact: true }).click();
  await expect(quell.page.getByText(/^Told Tamsin Oke: another go/)).toBeVisible();
  await openActivity(tamsin, school, TITLE);
  await page.getByRole('button', { name: 'Change this photo' }).click();
  await page.getByRole('button', { name: 'Take again' }).click();
  await keep(second);
  await expect(tamsin.saveLine).toContainText('saved at school too');
  await send();
  await quell.open(desk);
  await quell.page.getByRole('button', { name: 'Beside go 1' }).click();
  await expect(quell.page.getByTestId('what-is-new')).toHaveText(/^[1-3] places? in the photo changed$/, {
    timeout: 30_000,
  });
  await expectAccessible(quell.page, 'two photos beside each other');
});

test('photos from files are found and judged; what is wrong is said before keeping and again before sending', async ({
  device,
  school,
}, testInfo) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  const path = (name: string): string => testInfo.outputPath(name);
  const dark = await sceneFile(path('dark.jpg'), { seed: 5, table: 'wood', trouble: 'dark' });
  const [first, second] = [
    await sceneFile(path('one.jpg'), { seed: 8, table: 'plain' }),
    await sceneFile(path('two.jpg'), { seed: 9, table: 'wood' }),
  ];
  const fake = path('fake.jpg');
  await writeFile(fake, 'Dear Mr Quell, this is a letter and no photo.');
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, TITLE);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByRole('button', { name: 'Take the photo by itself when the sheet is still' }).click();

  await chooseFiles(tamsin, [fake]);
  await expect(page.getByRole('alert')).toContainText('is not a photo that can be shown here');
  const huge = path('huge.png');
  await writeFile(huge, hugePng(40_000));
  await chooseFiles(tamsin, [huge]);
  await expect(page.getByRole('alert')).toContainText('at most 60 million pixels');
  await chooseFiles(tamsin, [dark]);
  await expect(page.getByRole('alert')).toContainText('too dark');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('button', { name: 'Done 1 taken' })).toBeVisible();
  await chooseFiles(tamsin, [first, second]);
  await page.getByRole('button', { name: 'Done 3 taken' }).click();
  await expect(page.getByRole('button', { name: 'Page 3 of 3. All pages' })).toBeVisible();

  // One of several is deleted, and comes back.
  await page.getByRole('button', { name: 'Page 3 of 3. All pages' }).click();
  await page.getByRole('button', { name: 'Delete this page' }).click();
  await expect(page.getByRole('button', { name: /Page \d of 2/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /Page \d of 3/ })).toBeVisible();

  // In a PDF photos stay packed as photos are.
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Take a copy out' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  const pdf = (await readFile(await (await download).path())).toString('latin1');
  expect([pdf.match(/\/DCTDecode/g)?.length, pdf.length < 4_000_000]).toEqual([3, true]);
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  await page.getByRole('button', { name: 'Send', exact: true }).click();
  const flaw = page.getByRole('button', { name: /, photo 1: too dark\. Look at it$/ });
  await expect(flaw).toBeVisible();
  await expectAccessible(page, 'ready to send with a dark photo');
  await flaw.click();
  await expect(page.getByRole('button', { name: /^Page 1 of 3/ })).toBeVisible();
});

test('a spot asks for a photo and is filled by it; any part can be answered on paper', async ({ device }, testInfo) => {
  const tamsin = await device({ viewport: PHONE });
  const { page } = tamsin;
  const photo = await sceneFile(testInfo.outputPath('knot.jpg'), { seed: 12, table: 'light' });
  await tamsin.as('Tamsin Oke');
  await tamsin.openSheet('Knot diary');
  await page.getByRole('button', { name: 'Take a photo: Knot 1, needed' }).click();
  // As a phone takes it (HEIC), which this browser can't read by itself.
  await chooseFiles(tamsin, [join(import.meta.dirname, '..', 'demo', 'media', 'sheet.heic')]);
  await expect(page.getByTestId('page-preview')).toHaveAttribute('data-look', 'clean', { timeout: 30_000 });
  await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  await expect(page.getByRole('button', { name: 'Take a photo: Knot 1, done' })).toBeVisible();
  await expect(tamsin.sheet).toHaveAttribute('data-items', '1');

  await tamsin.openSheet('Ferry timetable sums');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Answer on paper, with a photo' }).click();
  await chooseFiles(tamsin, [photo]);
  await page.getByRole('button', { name: /Use it|Keep it/ }).click();
  await page.getByRole('button', { name: 'Done 1 taken' }).click();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByRole('button', { name: /1 photo of paper/ }).first()).toBeVisible();
});

test('a phone that nobody is signed in on is the camera for one piece, until its code is closed', async ({
  device,
  school,
}) => {
  const tamsin = await device({ viewport: WIDE });
  const { page } = tamsin;
  await tamsin.as('Tamsin Oke');
  await openActivity(tamsin, school, TITLE);
  await page.getByRole('button', { name: 'Take a photo' }).click();
  await page.getByRole('button', { name: 'Use a phone as the camera' }).click();
  await expect(page.getByRole('img', { name: 'QR code for the phone' })).toBeVisible();
  const code = (await page.getByTestId('capture-code').textContent())!;
  await expectAccessible(page, 'a phone as the camera');

  const phone = await device({ viewport: PHONE });
  await phone.open('/capture');
  await phone.page.getByRole('textbox', { name: 'Code' }).fill('WRONGONE');
  await phone.page.getByRole('button', { name: 'Go on' }).click();
  await expect(phone.page.getByText('That code has run out, or was closed.')).toBeVisible();
  await expectAccessible(phone.page, 'be the camera');
  await phone.page.getByRole('textbox', { name: 'Code' }).fill(code.toLowerCase());
  await phone.page.getByRole('button', { name: 'Go on' }).click();
  await expect(phone.page.getByRole('heading', { name: 'Sketchbook, for Tamsin' })).toBeVisible();
  await phone.page.getByRole('button', { name: 'Take the photo by itself when the sheet is still' }).click();
  await expect(phone.page.getByTestId('outline')).toBeVisible();
  await phone.page.getByRole('button', { name: 'Take the photo', exact: true }).click();
  await expect(phone.page.getByRole('button', { name: 'Done 1 taken' })).toBeVisible();
  await expect(page.getByText('1 photo has come.')).toBeVisible();

  // Whoever closes the page while a photo waits would lose it: it is said, and nobody is thanked before it is there.
  await phone.page.context().setOffline(true);
  await phone.page.getByRole('button', { name: 'Take the photo', exact: true }).click();
  await expect(phone.page.getByText(/School can’t be reached/)).toBeVisible();
  await phone.page.getByRole('button', { name: 'Done 1 taken' }).click();
  await expect(phone.page.getByRole('heading', { name: 'Not yet there' })).toBeVisible();
  await expectAccessible(phone.page, 'a photo on the way');
  await phone.page.context().setOffline(false);
  await expect(phone.page.getByText('2 photos are on the other device. You can close this page.')).toBeVisible();
  await expect(page.getByText('2 photos have come.')).toBeVisible();
  await phone.page.getByRole('button', { name: 'Take another' }).click();

  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('tab', { name: /Sketchbook, done/ })).toBeVisible();
  await expect(tamsin.sheet).toBeVisible();
  await phone.page.getByRole('button', { name: 'Take the photo', exact: true }).click();
  await expect(phone.page.getByText('That code has run out, or was closed.')).toBeVisible();
  // What was refused is still said beside what has arrived.
  await phone.page.getByRole('button', { name: 'Done 2 taken' }).click();
  await expect(phone.page.getByText('One photo was not taken. That code has run out, or was closed.')).toBeVisible();
  await expect(phone.page.getByText('2 photos are on the other device.')).toBeVisible();
});
