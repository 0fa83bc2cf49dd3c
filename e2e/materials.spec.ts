/** The task as it is said, and a PDF to look at: brought by the teacher, and opened where the learner was with it. */
import { readFile, writeFile } from 'node:fs/promises';
import { harbourPdf } from '@lippet/demo/pdfs';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

test('a teacher says the task and adds a PDF to look at; the learner hears it, and the PDF opens at the page where one was', async ({
  device,
  school,
}, testInfo) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const { page } = farrow;
  await page.getByRole('link', { name: 'Activities', exact: true }).click();
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Read the harbour map');
  await page.getByRole('button', { name: 'Say the task' }).click();
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByTestId('recorded')).toHaveText(/^0:0[2-9] of/, { timeout: 20_000 });
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('You say it')).toBeVisible();
  const path = testInfo.outputPath('harbour.pdf');
  await writeFile(path, await harbourPdf());
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('group', { name: 'Add something to look at' }).getByRole('button', { name: 'PDF' }).click();
  await (await chooser).setFiles(path);
  await expect(page.getByRole('group', { name: 'harbour' })).toBeVisible();
  await page.getByRole('button', { name: /^Add a part: Page/ }).click();
  await page.getByRole('checkbox', { name: 'Sandpipers' }).click();
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();

  // It goes out as an archive, and comes back as a draft of its own.
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Take it out (ZIP)' }).click();
  const archive = testInfo.outputPath('map.zip');
  await (await download).saveAs(archive);
  await farrow.open('/activities');
  const bringing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Bring one in (ZIP)' }).click();
  await (await bringing).setFiles(archive);
  await expect(page.getByText('A draft. Nobody sees it yet')).toBeVisible();
  await expect(page.getByText('You say it')).toBeVisible();

  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  const [set] = await school.query<{ id: string }>(
    "SELECT id FROM activities WHERE title = 'Read the harbour map' AND state = 'set'",
  );
  await wren.open(`/activity/${set!.id}`);
  await expect(wren.saveLine).toContainText('saved at school too');
  await wren.page
    .getByRole('button', { name: /^Hear the task|^All of the task/ })
    .first()
    .click();
  await expect(wren.page.getByRole('button', { name: 'Play The task' })).toBeVisible({ timeout: 20_000 });
  const looked = wren.page.getByRole('complementary', { name: 'To look at: harbour' });
  await wren.page.getByRole('button', { name: 'Look at: harbour' }).click();
  await looked.getByRole('button', { name: 'Page after' }).click();
  await expect(looked.getByText('Page 2 of 3')).toBeVisible();
  await wren.page.getByRole('button', { name: 'Back to the work' }).click();
  await wren.draw(0.4);
  await wren.expectStrokes(1);
  await wren.page.getByRole('button', { name: /^All of the task/ }).click();
  await wren.page.getByRole('button', { name: 'Look at: harbour' }).click();
  await expect(looked.getByText('Page 2 of 3')).toBeVisible();

  // The teacher sees on the desk what the learners look at, and comes back to the work.
  await farrow.open(`/review/${set!.id}`);
  await page.getByRole('button', { name: 'The task' }).click();
  await page.getByRole('dialog', { name: 'What was asked' }).getByRole('button', { name: 'Look at: harbour' }).click();
  const besideWork = page.getByRole('complementary', { name: 'To look at: harbour' });
  await besideWork.getByRole('button', { name: 'Page after' }).click();
  await expect(besideWork.getByText('Page 2 of 3')).toBeVisible();
  await expectAccessible(page, 'something to look at on the desk');
  await page.keyboard.press('Escape');
  await expect(besideWork).toHaveCount(0);
  await expect(page.getByRole('complementary', { name: 'Answer' })).toBeVisible();
});

test('a file to take along keeps its name and its bytes, and is never opened here; an answer sheet comes only after sending', async ({
  device,
  school,
}, testInfo) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const { page } = farrow;
  await page.getByRole('link', { name: 'Activities', exact: true }).click();
  await page.getByRole('button', { name: 'Make a new one' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Count the gulls');
  await page.getByRole('textbox', { name: 'The task', exact: true }).click();
  await page.keyboard.type('Count them from the pier.');
  const bytes = Buffer.from('<html><script>document.title = "opened"</script>gulls;terns\n12;7\n');
  const bring = async (name: string): Promise<void> => {
    const path = testInfo.outputPath(name);
    await writeFile(path, bytes);
    const chooser = page.waitForEvent('filechooser');
    const adding = page.getByRole('group', { name: 'Add something to look at' });
    await adding.getByRole('button', { name: 'File', exact: true }).click();
    await (await chooser).setFiles(path);
    await expect(page.getByRole('group', { name })).toBeVisible();
  };
  await bring('gulls.html');
  await bring('answers.csv');
  await page.getByRole('group', { name: 'answers.csv' }).getByRole('radio', { name: 'After sending' }).click();
  await page.getByRole('button', { name: /^Add a part: Page/ }).click();
  await page.getByRole('checkbox', { name: 'Sandpipers' }).click();
  await expect(page.getByTestId('draft-line')).toHaveText('kept at school', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Set it for Sandpipers' }).click();
  await expect(page.getByText('Learners of Sandpipers see this')).toBeVisible();

  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  const [set] = await school.query<{ id: string }>(
    "SELECT id FROM activities WHERE title = 'Count the gulls' AND state = 'set'",
  );
  await wren.open(`/activity/${set!.id}`);
  await expect(wren.saveLine).toContainText('saved at school too');
  await wren.page
    .getByRole('button', { name: /^All of the task/ })
    .first()
    .click();
  await expect(wren.page.getByText('A file. It opens in another program')).toBeVisible();
  await expect(wren.page.getByText('answers.csv')).toHaveCount(0);
  const download = wren.page.waitForEvent('download');
  const asked = wren.page.waitForRequest(/\/api\/media\//);
  await wren.page.getByRole('button', { name: 'Take a copy of: gulls.html' }).click();
  const taken = await download;
  expect(taken.suggestedFilename()).toBe('gulls.html');
  expect(await readFile((await taken.path())!)).toEqual(bytes);
  // By its address it does not open either: it is handed out to be kept.
  const address = (await asked).url();
  const answer = await wren.page.evaluate(
    (url) =>
      fetch(url).then(({ headers }) => [
        headers.get('content-type'),
        headers.get('content-disposition'),
        headers.get('x-content-type-options'),
      ]),
    address,
  );
  expect(answer).toEqual(['application/octet-stream', expect.stringMatching(/^attachment/), 'nosniff']);
});
