/** One picture of each main view, from the demo data. Run by `./lippet screenshots`. */
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { openDatabase } from '@lippet/server/models/database';
import { createTestDatabase } from '@lippet/server/testing/testDatabase';
import { seedDemo } from '@lippet/demo/seed';
import { CHROMIUM, PHONE, WIDE } from './chromium';
import { School } from './demoServer';
import { FORENOON, zoneWhereItIs } from './forenoon';
import { Device } from './device';
import { Sheet } from './sheetHand';

const OUT = join(import.meta.dirname, '..', 'docs', 'screenshots');

const database = await createTestDatabase();
const sequelize = openDatabase(database.url);
await seedDemo(sequelize, { zone: zoneWhereItIs(FORENOON, new Date()) });
await sequelize.close();
const school = new School(database.url);
await school.start();
const browser = await chromium.launch(CHROMIUM);
rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });

async function device(viewport: typeof PHONE): Promise<Device> {
  const context = await browser.newContext({ viewport, reducedMotion: 'reduce' });
  return new Device(await context.newPage(), school);
}
async function shoot(page: Page, name: string): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.evaluate('document.fonts.ready');
  await page.waitForTimeout(700); // pictures fade in by themselves; nothing tells when
  await page.screenshot({ path: join(OUT, `${name}.png`) });
  console.log(name);
}

try {
  const wren = await device(PHONE);
  const { page } = wren;
  await wren.open();
  await page.getByRole('textbox', { name: 'Group code' }).fill('SAND42');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('heading', { name: 'Who are you?' }).waitFor();
  await page.getByRole('button', { name: 'Wren Abara', exact: true }).click();
  await page.getByRole('button', { name: 'kite', exact: true }).click();
  await shoot(page, 'picture-key');
  for (const picture of ['bell', 'moon']) await page.getByRole('button', { name: picture, exact: true }).click();
  await wren.expectNowOf('Wren Abara');
  // Small pictures of work are made when they are first asked for; the second time they are there at once.
  await page.waitForTimeout(4_000);
  await page.reload();
  await wren.expectNowOf('Wren Abara');
  await shoot(page, 'now');
  await wren.openSheet('Colour the lantern room');
  await shoot(page, 'sheet-phone');
  await page.getByRole('button', { name: 'Send' }).click();
  await page.getByRole('heading', { name: 'Ready to send?' }).waitFor();
  await shoot(page, 'send');
  await wren.open('/plan');
  await page.getByRole('img', { name: /minutes/ }).waitFor();
  await shoot(page, 'plan');
  await wren.open('/updates');
  await page.getByRole('link', { name: /Three knots/ }).click();
  await page.getByRole('button', { name: 'Do another go' }).waitFor();
  await shoot(page, 'feedback');

  const nell = await device(WIDE);
  await nell.asLearner('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  await shoot(nell.page, 'sheet-wide');

  // Words of the second page marked, with a note open.
  await nell.page.getByRole('button', { name: 'Page after' }).click();
  const sheet = await Sheet.of(nell);
  await sheet.tool('Mark');
  await nell.page.getByRole('radio', { name: 'Highlight words' }).click();
  await sheet.drag([
    [55, 108],
    [120, 126],
    [150, 144],
  ]);
  await sheet.colour('green');
  await sheet.drag([
    [315, 145],
    [420, 163],
  ]);
  await sheet.tool('Pin');
  await sheet.tap(300, 420);
  await nell.page.getByRole('textbox', { name: 'Note' }).fill('Which of these is on the island?');
  await shoot(nell.page, 'pdf-wide');

  const priya = await device(PHONE);
  await priya.asLearner('Priya Sund');
  await priya.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await priya.page.getByRole('button', { name: 'Take a photo' }).click();
  await priya.page.getByText('Hold still').waitFor();
  await priya.page.getByRole('heading', { name: 'Can all of it be read?' }).waitFor({ timeout: 20_000 });
  await priya.page.locator('[data-testid=page-preview][data-look]').waitFor();
  await shoot(priya.page, 'photo-phone');

  const lena = await device(PHONE);
  await lena.as('Lena Mirov');
  await lena.open(`/partners/${await school.activityId('A poster for the regatta')}`);
  await lena.sheet.waitFor();
  await lena.saveLine.getByText('saved at school too').waitFor();
  await lena.draw(0.7, 0.3, 0.6);
  await shoot(lena.page, 'partners');

  const oskar = await device(PHONE);
  await oskar.as('Oskar Vane');
  await oskar.open(`/wall/${await school.activityId('Label the harbour map')}`);
  await oskar.page.getByRole('button', { name: /^By the east point/ }).waitFor();
  // Pictures of what hangs are made when they are first asked for.
  await oskar.page.waitForTimeout(4_000);
  await shoot(oskar.page, 'wall');

  const quell = await device(WIDE);
  await quell.asTeacher('Mr Quell');
  await quell.open(`/answers/${await school.activityId('Ferry sums by heart')}`);
  await quell.page.getByText('3 tries at question 3').waitFor();
  await shoot(quell.page, 'answers');
  const printer = await device(PHONE);
  await printer.as('Lena Mirov');
  await printer.open(`/activity/${await school.activityId('Before the first print')}`);
  await printer.page.getByRole('radio', { name: 'as it was cut' }).click();
  await printer.page.getByRole('button', { name: 'Give this answer' }).click();
  await printer.page.getByText('That is not it.').waitFor();
  await shoot(printer.page, 'questions');

  const farrow = await device(WIDE);
  await farrow.asTeacher('Ms Farrow');
  await farrow.page
    .getByRole('region', { name: /^The piece of/ })
    .getByTestId('sheet')
    .waitFor();
  await shoot(farrow.page, 'to-review');
  await farrow.open(`/review/${await school.activityId('Colour the lantern room')}`);
  await farrow.sheet.waitFor();
  await farrow.saveLine.getByText('saved at school too').waitFor();
  await farrow.draw(0.24, 0.4, 0.6);
  await farrow.page.getByRole('textbox', { name: /^Note to/ }).fill('What a sea. Where do the beams go?');
  await shoot(farrow.page, 'review-desk');
  const kit = await device(WIDE);
  await kit.as('Kit Marchetti');
  await kit.open(`/activity/${await school.activityId('Harbour wall')}`);
  await kit.sheet.waitFor();
  await shoot(kit.page, 'shared');
  const joss = await device(PHONE);
  await joss.as('Joss Abara');
  await joss.open('/home');
  await joss.page.getByRole('heading', { name: 'Came back' }).waitFor();
  await shoot(joss.page, 'home');
  await farrow.open('/activities');
  await farrow.page.getByRole('link', { name: /^Change Winter tides/ }).click();
  await farrow.page.getByRole('button', { name: /^Low and high/ }).click();
  await farrow.page.getByRole('region', { name: 'To work on' }).scrollIntoViewIfNeeded();
  await shoot(farrow.page, 'make');
  await quell.open('/marks');
  await quell.page.getByRole('table').getByRole('button', { name: 'Label the harbour map', exact: true }).click();
  await shoot(quell.page, 'marks');
} finally {
  await browser.close();
  await school.stop();
  await database.drop();
}
