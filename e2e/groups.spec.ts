/** A teacher makes a group from a class list, prints its keys; a learner signs in with one, and another leaves. */
import { execFile } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

const run = promisify(execFile);

test('a group is made from a CSV list, errors by line, its cards are printed, and a key on them opens', async ({
  device,
}, testInfo) => {
  const varga = await device({ viewport: WIDE });
  await varga.asTeacher('Ines Varga');
  const { page } = varga;
  await page.getByRole('link', { name: 'Class', exact: true }).click();
  await page.getByRole('button', { name: 'Make a group' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Terns');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByRole('button', { name: 'Add learners' }).click();
  const path = testInfo.outputPath('class.csv');
  // As a spreadsheet of western Europe saves it: in Windows-1252, with semicolons.
  await writeFile(path, Buffer.from('Nachname;Vorname\nØye;Zoë\nLind;Bo\n', 'latin1'));
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'From a CSV file' }).click();
  await (await chooser).setFiles(path);
  const names = page.getByRole('group', { name: 'Who is added' });
  await expect(names.getByRole('checkbox')).toHaveText(['Zoë Øye', 'Bo Lind']);
  await names.getByRole('checkbox', { name: 'Zoë Øye' }).click();
  await expect(page.getByRole('button', { name: 'Add the learner' })).toBeEnabled();
  // A login that another has stands in line 3; nothing can be added while it is there.
  await page
    .getByRole('textbox', { name: /^Names, one on each line/ })
    .fill('Surname,First name,Login\nOduya,Fern,fern.o\nLind,Bo,FERN.O\n"Ray, Jr",Cy,');
  await expect(page.getByText('Line 3: The sign-in name “FERN.O” stands in line 2 too.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add 3 learners' })).toBeDisabled();
  await expectAccessible(page, 'adding learners');
  await page.getByRole('radiogroup', { name: 'Sign-in name' }).getByRole('radio', { name: 'Made here' }).click();
  await expect(names.getByRole('checkbox')).toHaveText(['Fern Oduya', 'Bo Lind', 'Cy Ray, Jr']);
  await page.getByRole('radio', { name: '4 pictures' }).click();
  await page.getByRole('button', { name: 'Add 3 learners' }).click();
  const cards = page.getByRole('region', { name: 'New keys' });
  const fern = cards.getByRole('group', { name: 'Fern Oduya' });
  await expect(fern).toBeVisible();
  const pictures = (await fern.innerText()).split('\n').filter((word) => /^[a-z]+$/.test(word));
  expect(pictures).toHaveLength(4);
  await expectAccessible(page, 'new keys');

  // A second batch lies beside the first; whoever goes back before they are printed is asked, and finds them again.
  await page.getByRole('button', { name: 'Add learners' }).click();
  await page.getByRole('textbox', { name: /^Names, one on each line/ }).fill('Ida Moss');
  await page.getByRole('button', { name: 'Add the learner' }).click();
  await expect(cards.getByRole('group', { name: 'Ida Moss' })).toBeVisible();
  await expect(fern).toBeVisible();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  const unprinted = page.getByRole('dialog', { name: 'These keys are not printed' });
  await expect(unprinted).toContainText('The 4 new keys are shown this once.');
  await expectAccessible(page, 'keys that are not printed');
  await unprinted.getByRole('button', { name: 'Stay here' }).click();
  await page.goBack();
  await expect(page.getByRole('heading', { level: 1, name: 'Class' })).toBeVisible();
  await page.goForward();
  await expect(fern).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Print the cards (PDF)' }).click();
  const pdf = testInfo.outputPath('cards.pdf');
  await (await download).saveAs(pdf);
  const { stdout } = await run('pdftotext', ['-layout', pdf, '-']);
  for (const words of ['Fern Oduya', 'Bo Lind', 'Cy Ray, Jr', 'Ida Moss', ...pictures]) expect(stdout).toContain(words);
  await page.getByRole('button', { name: 'I have them' }).click();

  // On a device of their own: the code of the card, the name, the pictures.
  const code = /code ([A-Z0-9]{6})/.exec(stdout)![1]!;
  const tablet = await device({ viewport: PHONE });
  await tablet.open();
  await tablet.page.getByRole('textbox', { name: 'Group code' }).fill(code);
  await tablet.page.getByRole('button', { name: 'Go on' }).click();
  await tablet.page.getByRole('button', { name: 'Fern Oduya', exact: true }).click();
  for (const picture of pictures) await tablet.page.getByRole('button', { name: picture, exact: true }).click();
  await tablet.expectNowOf('Fern Oduya');
  await expect(
    tablet.page.getByText('There is nothing to do yet. Your teacher will set something soon.'),
  ).toBeVisible();

  // One leaves, and comes back.
  await page.getByRole('button', { name: 'Bo Lind leaves the group' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Leaves', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Have left' })).toBeVisible();
  await page.getByRole('button', { name: 'Bo Lind comes back' }).click();
  await expect(page.getByRole('heading', { name: '4 learners' })).toBeVisible();

  // What could not be done stands in its question, and not in the next; pressed twice, keys are made once.
  await page.getByRole('checkbox', { name: 'Cy Ray, Jr' }).click();
  await page.getByRole('button', { name: 'New keys for 1' }).click();
  const making = page.getByRole('dialog', { name: 'New keys for Cy Ray, Jr?' });
  await page.route('**/api/groups/*/keys', (route) => route.abort());
  await making.getByRole('button', { name: 'Make new keys' }).click();
  await expect(making.getByRole('alert')).toBeVisible();
  await page.unroute('**/api/groups/*/keys');
  await making.getByRole('button', { name: 'Not now' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'New keys for 1' }).click();
  await expect(making.getByRole('alert')).toHaveCount(0);
  const requests: string[] = [];
  page.on('request', (request) => {
    if (request.method() === 'POST' && request.url().endsWith('/keys')) requests.push(request.url());
  });
  await making.getByRole('button', { name: 'Make new keys' }).evaluate((button) => {
    (button as HTMLElement).click();
    (button as HTMLElement).click();
  });
  await expect(cards.getByRole('group', { name: 'Cy Ray, Jr' })).toBeVisible();
  expect(requests).toHaveLength(1);
});
