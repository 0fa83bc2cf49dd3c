/** The whole way: opened, drawn, sent, marked, another go, finished. */
import { expectAccessible } from './accessible';
import { WIDE } from './chromium';
import { expect, test } from './school';

test('a piece goes from Now to finished, with another go between', async ({ school, device }) => {
  const wren = await device();
  await wren.asLearner('Wren Abara');
  const { page } = wren;

  // From Now to sent, besides the drawing: Open, Send, where it is missing, Send, Send to, counted as taps.
  let taps = 0;
  const tap = async (name: string | RegExp): Promise<void> => {
    taps += 1;
    await page.getByRole('button', { name }).click();
  };
  await page.getByRole('link', { name: 'Open Colour the lantern room' }).click();
  taps += 1;
  await expect(wren.saveLine).toContainText('saved at school too');
  const before = await wren.strokesShown();
  await wren.draw(0.3);
  await wren.draw(0.4);
  await wren.expectStrokes(before + 2);
  await tap('Send');

  // The second part is still blank: that stops it, with the reason, and leads there.
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('The keeper: still empty')).toBeVisible();
  await expect(dialog.getByText(/^Ms Farrow needs this before it can go/)).toBeVisible();
  await expectAccessible(page, 'what is needed before sending');
  await dialog.getByRole('button', { name: 'Later' }).click();
  await tap(/^The keeper: Nothing drawn yet/);
  await wren.expectStrokes(0);
  await wren.draw(0.4);
  await wren.expectStrokes(1);
  await tap('Send');
  await page.getByRole('textbox', { name: 'For Ms Farrow to read' }).fill('The lamp is on');
  await tap('Send to Ms Farrow');
  await expect(page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();
  expect(taps).toBeLessThanOrEqual(5);

  // After sending: where it is, since when; nothing more can be drawn.
  await page.getByRole('button', { name: 'Back to Now' }).click();
  await page.getByRole('link', { name: /^Colour the lantern room/ }).click();
  await expect(page.getByText(/^With Ms Farrow since today/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send' })).toHaveCount(0);
  await wren.draw(0.5);
  await wren.expectStrokes(before + 2);

  // Taken back, drawn on, sent again: still go 1.
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await wren.draw(0.5);
  await wren.expectStrokes(before + 3);
  await page.getByRole('button', { name: 'Send' }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByText(/go 1, was sent today/)).toBeVisible();

  // The teacher finds it, marks on top of it, writes, and asks for another go.
  const farrow = await device({ viewport: WIDE });
  await farrow.asTeacher('Ms Farrow');
  const desk = farrow.page;
  await desk.getByRole('radio', { name: 'By activity' }).click();
  await desk.getByRole('link', { name: /^Colour the lantern room\. 3 to look at/ }).click();
  await desk.getByRole('button', { name: /^Wren Abara\. With teacher/ }).click();
  await expect(desk.getByRole('heading', { name: 'Wren Abara' })).toBeVisible();
  await farrow.expectStrokes(before + 3);
  await expect(farrow.saveLine).toContainText('saved at school too');
  await farrow.draw(0.6, 0.45, 0.55);
  await farrow.expectStrokes(before + 4);
  await desk.keyboard.press('n');
  await desk.keyboard.type('Lovely light. Show me a boat that sees it.');
  await expect(desk.getByText('Kept. Wren sees nothing of it yet.')).toBeVisible();
  await expect(farrow.saveLine).toContainText('saved at school too');
  await desk.getByRole('button', { name: 'Another go', exact: true }).click();
  await expect(desk.getByRole('heading', { name: 'Wren Abara' })).toHaveCount(0);

  // The update leads to the marked piece; from there on to another go, on a copy of what was sent.
  await wren.open('/updates');
  await page.getByRole('link', { name: /New\. Ms Farrow asks for another go: Colour the lantern room/ }).click();
  await expect(page.getByText('Lovely light. Show me a boat that sees it.')).toBeVisible();
  await wren.expectStrokes(before + 4);
  await page.getByRole('button', { name: 'Do another go' }).click();
  await expect(page.getByRole('status', { name: 'Ms Farrow asks for another go' })).toBeVisible();
  await wren.expectStrokes(before + 3);
  await wren.draw(0.7);
  await wren.expectStrokes(before + 4);
  await page.getByRole('button', { name: 'Send' }).click();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(page.getByText(/go 2, was sent today/)).toBeVisible();

  // Go 1 stayed as it was; go 2 is finished with the keyboard alone.
  await desk.keyboard.press('Escape');
  await farrow.open(`/review/${await school.activityId('Colour the lantern room')}`);
  await desk.getByRole('button', { name: /^Wren Abara\. With teacher, go 2 · today/ }).click();
  await farrow.expectStrokes(before + 4);
  const finish = desk.getByRole('button', { name: /^Finished/ });
  await finish.focus();
  await desk.keyboard.press('Enter');
  await expect(desk.getByRole('button', { name: /^Wren Abara\. Finished/ })).toBeVisible();
  await wren.open('/shelf');
  await expect(page.getByRole('link', { name: /^Colour the lantern room\. Finished/ })).toBeVisible();
  const goes = await school.query<{ go: number; strokes: number }>(
    `SELECT s.go, (s.manifest->'parts'->0->>'strokes')::int AS strokes FROM submissions s JOIN pieces p ON p.id = s.piece_id
     JOIN people w ON w.id = p.person_id JOIN activities a ON a.id = p.activity_id
     WHERE w.name = 'Wren Abara' AND a.title = 'Colour the lantern room' AND s.withdrawn_at IS NULL ORDER BY s.go`,
  );
  expect(goes).toEqual([
    { go: 1, strokes: before + 3 },
    { go: 2, strokes: before + 4 },
  ]);
});

test('a piece that is open on a second device freezes there too, and opens again', async ({ device }) => {
  const [tablet, phone] = [await device({ viewport: WIDE }), await device()];
  await tablet.as('Milo Stannis');
  await tablet.openSheet('Joined letters l, h, k');
  await phone.as('Milo Stannis');
  await phone.openSheet('Joined letters l, h, k');
  const before = await phone.strokesShown();
  await tablet.draw(0.8);
  await phone.expectStrokes(before + 1);
  await tablet.page.getByRole('button', { name: 'Send' }).click();
  await tablet.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(tablet.page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();
  await expect(phone.page.getByRole('toolbar', { name: 'Tools' })).toHaveCount(0);
  await phone.draw(0.9);
  await phone.expectStrokes(before + 1);
  await phone.page.getByRole('button', { name: 'Take it back' }).click();
  await expect(phone.page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await phone.draw(0.9);
  await phone.expectStrokes(before + 2);
  await expect(phone.saveLine).toContainText('saved at school too');
});

test('sending waits for a lost network and then goes once', async ({ school, device }) => {
  const kit = await device();
  await kit.as('Kit Marchetti');
  await kit.openSheet('Colour the lantern room');
  await kit.draw(0.5);
  await kit.page.getByRole('tab', { name: /The keeper/ }).click();
  await kit.expectStrokes(0);
  await kit.draw(0.5);
  await expect(kit.saveLine).toContainText('saved at school too');
  await school.kill();
  await expect(kit.saveLine).toContainText('School can’t be reached');
  await kit.draw(0.6);
  await kit.page.getByRole('button', { name: 'Send' }).click();
  await kit.page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  await expect(kit.page.getByRole('button', { name: /^(Sending|Waiting)/ })).toBeVisible();
  await school.start();
  await expect(kit.page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible({ timeout: 30_000 });
  const [row] = await school.query<{ n: number }>(
    `SELECT count(*)::int AS n FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id
     JOIN activities a ON a.id = p.activity_id WHERE w.name = 'Kit Marchetti' AND a.title = 'Colour the lantern room'`,
  );
  expect(row!.n).toBe(1);
});
