/**
 * The tools of the sheet: highlighter, colouring in, choosing, words, pictures, pins, spots, shapes, pages, undo after
 * a reload.
 */
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { writeFileSync } from 'node:fs';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { Device } from './device';
import { Hand } from './hand';
import { Sheet } from './sheetHand';
import { expect, test } from './school';

const PICTURE = join(tmpdir(), 'lippet-journey.svg');
writeFileSync(
  PICTURE,
  '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><rect width="200" height="100" fill="#884C7E"/></svg>',
);

test('colours the lantern room: fills, recolours, and rubs a fill out where it touches', async ({ device }) => {
  const kit = await device({ viewport: PHONE });
  await kit.as('Amos Reddy');
  await kit.openSheet('Colour the lantern room');
  const sheet = await Sheet.of(kit);
  await sheet.tool('Fill');
  await sheet.colour('yellow');
  await sheet.tap(282, 240); // the lamp, left of the bar in its middle
  await sheet.expectItems(1);
  await sheet.expectColour(282, 250, '#F0AC2C'); // yellow on the paper's own cream
  expect(await sheet.colourAt(318, 250)).toBe('#FFFCF4'); // right of the bar,
  expect(await sheet.colourAt(300, 330)).toBe('#FFFCF4'); // and the tower below stays as it was
  await sheet.colour('red');
  await sheet.tap(282, 250);
  await sheet.expectColour(282, 250, '#C8462D');
  await sheet.expectItems(1);

  await sheet.tool('Rubber');
  await kit.page.getByRole('radio', { name: 'Just where it touches' }).click();
  await sheet.drag([
    [288, 212],
    [288, 222],
  ]);
  await sheet.expectColour(288, 216, '#FFFCF4');
  await sheet.expectColour(282, 268, '#C8462D');
  await kit.page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectColour(288, 216, '#C8462D');
});

test('the highlighter lies under the ink; a rubbed stroke falls into pieces', async ({ device, school }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  await sheet.tool('Pen');
  await sheet.drag([
    [300, 200],
    [300, 400],
  ]);
  await sheet.tool('Mark');
  await sheet.drag([
    [150, 300],
    [450, 300],
  ]);
  await sheet.expectItems(2);
  expect(await sheet.colourAt(400, 300)).toBe('#F0AC2C'); // yellow on the paper's own cream
  const [r] = await sheet.channels(300, 300);
  expect(r).toBeLessThan(0x30); // the pen shows through
  await sheet.tool('Rubber');
  await amos.page.getByRole('radio', { name: 'Just where it touches' }).click();
  await sheet.drag([
    [250, 350],
    [350, 350],
  ]);
  await sheet.expectItems(3);
  await amos.page.keyboard.press('Control+z');
  await sheet.expectItems(2);
  await expect(amos.saveLine).toContainText('saved at school too');
  expect((await school.strokes('Amos Reddy', 'In the tide pool')).length).toBe(2);
});

test('a lasso catches, things are moved, turned, doubled, recoloured and put onto another page', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Tamsin Oke');
  await nell.openSheet('Quay sketch');
  const sheet = await Sheet.of(nell);
  const { page } = nell;
  await sheet.tool('Pen');
  await sheet.drag([
    [200, 200],
    [300, 210],
  ]);
  await sheet.drag([
    [200, 240],
    [300, 250],
  ]);
  await sheet.drag([
    [200, 600],
    [300, 610],
  ]);
  await sheet.tool('Pick up');
  await sheet.drag([
    [150, 150],
    [350, 150],
    [350, 300],
    [150, 300],
    [150, 160],
  ]);
  await expect(page.getByTestId('chosen')).toBeVisible();
  await sheet.drag([
    [250, 205],
    [350, 305],
  ]);
  await sheet.expectInk(350, 305, true);
  await sheet.expectInk(250, 205, false);
  // Two of the three were chosen; doubled they are five.
  await page.getByRole('button', { name: 'Double', exact: true }).click();
  await sheet.expectItems(5);
  await page.getByRole('button', { name: 'Colour', exact: true }).click();
  await page.getByRole('group', { name: 'New colour' }).getByRole('button', { name: 'green' }).click();
  await sheet.expectInk(364, 319, true);
  // By keyboard: a grip turns, arrows move, Delete takes away, and every step comes back.
  await page.getByRole('button', { name: 'Turn', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await nell.sheet.focus();
  await page.keyboard.press('Delete');
  await sheet.expectItems(3);
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  await sheet.expectItems(5);
  await sheet.expectInk(364, 319, true);
});

test('a tap into an empty place begins what it waits for, whatever draws; elsewhere, and in a full one, it is a dot', async ({
  device,
}) => {
  const kit = await device({ viewport: PHONE });
  await kit.as('Kit Marchetti');
  await kit.openSheet('Gull or tern?');
  const { page } = kit;
  const sheet = await Sheet.of(kit);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  // With a stylus words may be written by hand.
  const hand = await Hand.over(kit);
  const stylusTap = async (x: number, y: number): Promise<void> => {
    const place = await sheet.share(x, y);
    await hand.stylus('mousePressed', place);
    await hand.stylus('mouseReleased', place);
  };
  await stylusTap(100, 85);
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectItems(0);
  // From now on a finger draws nothing, and begins it all the same.
  const there = await sheet.share(100, 85);
  await hand.fingers('touchStart', there);
  await hand.fingers('touchEnd');
  await field.fill('A tern');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Whole page' }).click();
  await sheet.tool('Pen');
  for (const [i, [x, y]] of (
    [
      [300, 95],
      [470, 120],
      [200, 400],
    ] as const
  ).entries()) {
    await sheet.tap(x, y);
    await sheet.expectItems(i + 2);
  }
  await expect(field).toHaveCount(0);
  await sheet.tap(470, 750);
  await expect(page.getByRole('main', { name: 'Photo: A picture of one' })).toBeVisible();
});

test('words are written on a phone in place, changed, and broken into lines as they were', async ({ device }) => {
  const kit = await device({ viewport: PHONE });
  await kit.as('Kit Marchetti');
  await kit.openSheet('Gull or tern?');
  const sheet = await Sheet.of(kit);
  const { page } = kit;
  // The spot starts the right tool, and is filled by what is written.
  await page.getByRole('button', { name: 'Write: Which bird is it?, needed' }).click();
  await page.getByRole('textbox', { name: 'Words on the page' }).fill('A redshank');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await expect(page.getByRole('button', { name: 'Write: Which bird is it?, done' })).toBeVisible();
  await sheet.expectItems(1);
  // The next empty one by key; ink fills it.
  await kit.sheet.focus();
  await page.keyboard.press('s');
  await expect(page.getByRole('button', { name: 'Pen', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Whole page' }).click();
  await sheet.tool('Pen');
  await sheet.drag([
    [420, 100],
    [530, 150],
  ]);
  await expect(page.getByRole('button', { name: 'Draw: Draw its beak, done' })).toBeVisible();
  // Changed: the words come back as they stood.
  await sheet.tool('Words');
  await sheet.tap(80, 75);
  const field = page.getByRole('textbox', { name: 'Words on the page' });
  await expect(field).toHaveValue('A redshank');
  await field.fill('');
  await page.getByRole('button', { name: 'Done with the words' }).click();
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectItems(2);
  await expect(kit.saveLine).toContainText('saved at school too');
});

test('a picture comes in, is cropped without loss, survives a bad network, and goes with the piece', async ({
  school,
  device,
}) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  await sheet.tool('Add');
  await page.context().setOffline(true);
  const chooser = page.waitForEvent('filechooser');
  await sheet.tap(300, 400);
  await (await chooser).setFiles(PICTURE);
  await sheet.expectColour(300, 400, '#884C7E');
  await expect(amos.saveLine).toContainText(/on its way to school|School can’t be reached/);
  await page.context().setOffline(false);
  await expect(amos.saveLine).toContainText('saved at school too', { timeout: 20_000 });
  const [{ count }] = (await school.query<{ count: string }>('SELECT count(*) FROM media WHERE piece_id = $1', [
    await sheet.pieceId(),
  ])) as [{ count: string }];
  expect(count).toBe('1');
  await page.getByRole('button', { name: 'Crop', exact: true }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Left edge in' }).click();
  await expect.poll(() => sheet.colourAt(210, 400)).toBe('#FFFCF4');
  await page.getByRole('textbox', { name: 'What it shows, in words' }).fill('A purple pool');
  await page.getByRole('button', { name: 'Left edge out' }).click();
  await page.reload();
  await sheet.expectItems(1);
  await sheet.expectColour(300, 400, '#884C7E');
});

test('pins are numbered in reading order, opened, changed and deleted', async ({ device }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  await sheet.tool('Pin');
  await sheet.tap(400, 500);
  await page.getByRole('textbox', { name: 'Note' }).fill('Lower one');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await sheet.tap(200, 200);
  await page.getByRole('textbox', { name: 'Note' }).fill('Upper one');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Pin 1: Upper one' })).toBeVisible();
  await page.getByRole('button', { name: 'Pin 2: Lower one' }).click();
  await page.getByRole('button', { name: 'Delete the pin' }).click();
  await sheet.expectItems(1);
  await amos.sheet.focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Pin 2: Lower one' })).toBeVisible();
});

test('holding still makes a shape of a stroke, and undo gives the stroke back', async ({ device }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  await sheet.tool('Pen');
  const ring = Array.from({ length: 40 }, (_, i): [number, number] => [
    300 + 100 * Math.cos((i / 39) * 6.28) + (i % 3),
    400 + 92 * Math.sin((i / 39) * 6.28),
  ]);
  await sheet.drag(ring, { hold: true });
  await sheet.expectItems(1);
  const round = await sheet.across(330);
  await amos.page.keyboard.press('Control+z');
  await sheet.expectItems(1);
  await expect.poll(() => sheet.across(330)).not.toEqual(round);
  await amos.page.keyboard.press('Control+z');
  await sheet.expectItems(0);
});

test('pages are added, doubled, put in another order by keyboard, deleted, and come back; undo lives through a reload', async ({
  device,
}) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const sheet = await Sheet.of(nell);
  const { page } = nell;
  await page.getByRole('button', { name: 'Add a page' }).click();
  await page.getByRole('button', { name: 'Squared page' }).click();
  await expect(page.getByText('Page 2 of 4')).toBeVisible();
  await sheet.expectItems(0);
  await sheet.tool('Pen');
  await sheet.drag([
    [100, 100],
    [200, 200],
  ]);
  await sheet.expectItems(1);
  await page.getByRole('button', { name: /All pages/ }).click();
  await page.getByRole('button', { name: 'Double this page' }).click();
  await expect(page.getByText('Page 3 of 5')).toBeVisible();
  await sheet.expectItems(1);
  await page.getByRole('tab', { name: 'Page 3' }).focus();
  // Each step is told to whoever can't see it, and is waited for.
  const told = page.locator('[aria-live="assertive"]').filter({ hasText: 'Page 3' });
  await page.keyboard.press('Space');
  await expect(told).toHaveText('Page 3 goes to place 3.');
  await page.keyboard.press('ArrowRight');
  await expect(told).toHaveText('Page 3 goes to place 4.');
  await page.keyboard.press('Space');
  await expect(page.getByText('Page 4 of 5')).toBeVisible();
  await page.getByRole('button', { name: 'Delete this page' }).click();
  await expect(page.getByText('of 4')).toBeVisible();
  await expect(nell.saveLine).toContainText('saved at school too');
  await page.waitForFunction(() => new Promise((resolve) => setTimeout(() => resolve(true), 400)));
  await page.reload();
  await expect(nell.sheet).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Page 4 of 5')).toBeVisible();
  await sheet.expectItems(1);
});

test('a sheet of the teacher that was deleted comes back where it was, also days later, with what was on it', async ({
  device,
}) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await nell.openSheet('Label the harbour map');
  const sheet = await Sheet.of(nell);
  const { page } = nell;
  await page.getByRole('button', { name: /All pages/ }).click();
  await page.getByRole('tab', { name: 'Page 2' }).click();
  await expect(page.getByText('Page 2 of 3')).toBeVisible();
  await sheet.tool('Pen');
  await sheet.drag([
    [100, 100],
    [200, 200],
  ]);
  await sheet.expectItems(1);
  const bringBack = page.getByRole('button', { name: 'Bring a sheet back that was deleted' });
  await expect(bringBack).toHaveCount(0);
  await page.getByRole('button', { name: 'Delete this page' }).click();
  await expect(page.getByText('of 2')).toBeVisible();
  await expect(nell.saveLine).toContainText('saved at school too');

  // Another device has no steps to undo: the strip alone brings it back.
  const tablet = await device({ viewport: WIDE });
  await tablet.as('Nell Garrick');
  await tablet.openSheet('Label the harbour map');
  const again = await Sheet.of(tablet);
  await expect(tablet.page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await tablet.page.getByRole('button', { name: /All pages/ }).click();
  await tablet.page.getByRole('button', { name: 'Bring a sheet back that was deleted' }).click();
  await expect(tablet.page.getByText('Page 2 of 3')).toBeVisible();
  await again.expectItems(1);
  await expect(page.getByText('of 3')).toBeVisible();
  await expect(bringBack).toHaveCount(0);
});

test('an earlier copy is looked at and brought back as a step that can be undone', async ({ device }) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  const sheet = await Sheet.of(amos);
  const { page } = amos;
  await sheet.tool('Pen');
  await sheet.drag([
    [100, 100],
    [400, 160],
  ]);
  await sheet.expectItems(1);
  // A pause: the copy is kept once the document has come to rest.
  await expect
    .poll(async () => (await sheet.get<unknown[]>(`/pieces/${await sheet.pieceId()}/copies`)).length, {
      timeout: 20_000,
    })
    .toBe(1);
  await sheet.drag([
    [100, 300],
    [400, 360],
  ]);
  await sheet.expectItems(2);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Earlier copies' }).click();
  await page.getByRole('button', { name: /1 thing on 1 page/ }).click();
  await page.getByRole('button', { name: 'Bring this back' }).click();
  await sheet.expectItems(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await sheet.expectItems(2);
});

for (const [name, viewport] of [
  ['on a phone', PHONE],
  ['wide', WIDE],
] as const) {
  test(`what lies over the sheet passes axe ${name}`, async ({ device }) => {
    const nell = await device({ viewport });
    await nell.as('Nell Garrick');
    await nell.openSheet('Label the harbour map');
    const sheet = await Sheet.of(nell);
    const { page } = nell;
    await sheet.tool('Words');
    await sheet.tap(120, 200);
    await page.getByRole('textbox', { name: 'Words on the page' }).fill('Mill');
    await expectAccessible(page, 'words');
    await page.getByRole('button', { name: 'Done with the words' }).click();
    await sheet.tool('Pick up');
    await sheet.tap(125, 200);
    await page.getByRole('button', { name: 'Colour', exact: true }).click();
    await expectAccessible(page, 'chosen');
    await page.getByRole('button', { name: 'Copy', exact: true }).click();
    await sheet.tool('Pin');
    await sheet.tap(300, 500);
    await expectAccessible(page, 'pin');
    await page.getByRole('button', { name: 'Delete the pin' }).click();
    await page.getByRole('button', { name: /All pages/ }).click();
    await expectAccessible(page, 'pages');
    await page.getByRole('button', { name: 'Add a page' }).first().click();
    await expectAccessible(page, 'add a page');
    await page.getByRole('button', { name: 'Dotted page' }).click();
    // What was copied is put onto the new page, by touch as by key.
    await sheet.tool('Pick up');
    await page.getByRole('button', { name: 'Put 1 here: what you copied' }).click();
    await sheet.expectItems(1);
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await expectAccessible(page, 'more');
    for (const section of ['Marked words', 'Earlier copies', 'Take a copy out', 'Keys']) {
      await page.getByRole('button', { name: section }).click();
      await page.getByRole('heading', { level: 2, name: section }).waitFor();
      await expectAccessible(page, section);
      // The button that led here is gone: the keys go on within the question all the same.
      await expect(page.getByRole('dialog', { name: section })).toBeFocused();
      await page.keyboard.press('Shift+Tab');
      await expect(page.getByRole('button', { name: 'Close', exact: true })).toBeFocused();
      await page.getByRole('dialog').getByRole('button', { name: 'Back' }).click();
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await page.getByRole('button', { name: 'Page after' }).click();
    await page.getByRole('button', { name: 'Page after' }).click();
    await page.getByRole('textbox', { name: 'name', exact: true }).waitFor();
    await expectAccessible(page, 'form');
  });
}

test('two windows of one person each undo their own steps, and the first keeps its own through a reload', async ({
  device,
  school,
}) => {
  const amos = await device({ viewport: WIDE });
  await amos.as('Amos Reddy');
  await amos.openSheet('In the tide pool');
  await amos.draw(0.3);
  await amos.expectStrokes(1);
  await expect(amos.saveLine).toContainText('saved at school too');
  const other = new Device(await amos.page.context().newPage(), school);
  await other.openSheet('In the tide pool');
  await other.expectStrokes(1);
  const undo = ({ page }: Device) => page.getByRole('button', { name: 'Undo', exact: true });
  await expect(undo(other)).toBeDisabled();
  await other.draw(0.6);
  for (const device of [amos, other]) await device.expectStrokes(2);
  await undo(other).click();
  for (const device of [amos, other]) await device.expectStrokes(1);
  await expect(undo(other)).toBeDisabled();
  await other.page.close();
  await amos.page.reload();
  await amos.expectStrokes(1);
  await undo(amos).click();
  await amos.expectStrokes(0);
});
