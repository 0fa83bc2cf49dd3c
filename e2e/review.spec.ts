/** The desk beyond pen marks: typed words and pins over the work, watching it drawn, the go as a file. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expectAccessible } from './accessible';
import { WIDE } from './chromium';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

test('a teacher pins a note on the work, watches it drawn and takes it out; the learner reads the pin', async ({
  school,
  device,
}) => {
  const quell = await device({ viewport: WIDE, acceptDownloads: true });
  await quell.as('Mr Quell');
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  await expect(quell.saveLine).toContainText('saved at school too');
  const { page } = quell;
  await expect(page.getByText('Oskar Vane')).toBeVisible();
  const sheet = await Sheet.of(quell);
  // Ink of marks has its edge already while it is drawn.
  await sheet.tool('Pen');
  const before = await sheet.edgePixels();
  await sheet.press([400, 400], [480, 440]);
  expect(await sheet.edgePixels()).toBeGreaterThan(before + 50);
  await page.mouse.up();
  await expect.poll(() => sheet.edgePixels()).toBeGreaterThan(before + 50);
  await page.keyboard.press('Control+z');
  await sheet.tool('Pin');
  await sheet.tap(300, 300);
  await page.getByRole('textbox', { name: 'Note', exact: true }).fill('Is this the deep way?');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await sheet.tool('Words');
  await sheet.tap(60, 700);
  await page.getByRole('textbox', { name: 'Words on the page' }).fill('North is up');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await expect(quell.saveLine).toContainText('saved at school too');

  await page.getByRole('button', { name: 'Watch it drawn' }).click();
  await expect(page.getByTestId('playback')).toBeVisible();
  const moment = page.getByRole('slider', { name: 'Moment' });
  await expect.poll(async () => Number(await moment.inputValue())).toBeGreaterThan(200);
  await page.getByRole('button', { name: '8× as fast' }).click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page, 'watching it drawn');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

  await page.getByRole('button', { name: 'Finished, next', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Oskar Vane\. Finished/ })).toBeVisible();
  await page.getByRole('button', { name: /^Oskar Vane/ }).click();
  // The go leaves in every format, with the marks on it or without.
  await page.getByRole('button', { name: 'Take a copy out' }).click();
  const taken = async (word: string): Promise<string> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: word, exact: true }).click();
    const path = test.info().outputPath((await download).suggestedFilename());
    await (await download).saveAs(path);
    return path;
  };
  await expectAccessible(page, 'taking a go out');
  const text = execFileSync('pdftotext', [await taken('PDF'), '-']).toString();
  for (const words of ['Fennick Island harbour', 'North is up', 'Is this the deep way?']) expect(text).toContain(words);
  const drawing = async (): Promise<string> => readFileSync(await taken('Drawing (SVG)'), 'utf8');
  expect(await drawing()).toContain('North is up');
  await page.getByRole('checkbox', { name: 'With the marks on it' }).click();
  expect(await drawing()).not.toContain('North is up');
  expect(execFileSync('pdftotext', [await taken('PDF'), '-']).toString()).not.toContain('North is up');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

  const oskar = await device({ viewport: WIDE });
  await oskar.as('Oskar Vane');
  await oskar.open('/updates');
  await oskar.page
    .getByRole('link', { name: /Label the harbour map/ })
    .first()
    .click();
  const walk = oskar.page.getByRole('group', { name: 'Notes on your work' });
  await expect(walk.getByText('There is 1 note on your work')).toBeVisible();
  await walk.getByRole('button', { name: 'The first note' }).click();
  await expect(walk.getByText('Note 1 of 1')).toBeVisible();
  await expect(walk.getByText('Is this the deep way?')).toBeVisible();
  // Its pin is shown, and what it says covers neither that nor its place.
  await expect(oskar.page.getByRole('button', { name: 'Pin 1: Is this the deep way?' })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await expectAccessible(oskar.page, 'walking through notes');
});

test('the sheet below a replay is drawn once it has come, also where nothing moves', async ({ school, device }) => {
  const quell = await device({ viewport: WIDE });
  const { page } = quell;
  let letCome = (): void => undefined;
  const held = new Promise<void>((resolve) => (letCome = resolve));
  // A replay shows the small picture of a PDF's page.
  await page.route(/\/api\/media\/[^/]+\/preview/, async (route) => {
    await held;
    await route.continue();
  });
  await quell.as('Mr Quell');
  await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
  await page.getByRole('button', { name: 'Watch it drawn' }).click();
  const replay = page.getByRole('img', { name: 'The page as it was drawn' });
  const darkDots = (): Promise<number> =>
    replay.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      let dark = 0;
      for (let i = 0; i < data.length; i += 4)
        if (data[i + 3]! > 200 && data[i]! + data[i + 1]! + data[i + 2]! < 300) dark += 1;
      return dark;
    });
  await expect.poll(darkDots).toBeGreaterThan(50);
  const inkAlone = await darkDots();
  letCome();
  await expect.poll(darkDots).toBeGreaterThan(inkAlone * 1.5);
});

test('an export that was asked for is made even if the server is killed in between', async ({ school, device }) => {
  const quell = await device({ viewport: WIDE });
  await quell.asTeacher('Mr Quell');
  // All of the screen has come before school is gone.
  await expect(quell.page.getByRole('region', { name: /^The piece of/ })).toBeVisible();
  const [go] = await school.query<{ id: string }>(
    `SELECT s.id FROM submissions s JOIN pieces p ON p.id = s.piece_id
      JOIN activities a ON a.id = p.activity_id WHERE a.title = 'Label the harbour map' LIMIT 1`,
  );
  const id = await quell.page.evaluate(async (goId) => {
    const answer = await fetch(`/api/goes/${goId}/exports`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-lippet': '1' },
      body: JSON.stringify({ style: 'annotations' }),
    });
    return ((await answer.json()) as { id: string }).id;
  }, go!.id);
  await school.kill();
  await school.start();
  await expect
    .poll(
      async () => (await school.query<{ state: string }>('SELECT state FROM exports WHERE id = $1', [id]))[0]!.state,
      { timeout: 40_000 },
    )
    .toBe('ready');
});
