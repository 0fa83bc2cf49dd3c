/**
 * The review desk beyond one piece: earlier goes beside it, everybody's side by side, two teachers at once, stamps,
 * spoken answers, keys alone.
 */
import { readFile } from 'node:fs/promises';
import { unzipSync } from 'fflate';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';
import { Sheet } from './sheetHand';

test('notes of a review are found on the sheet, ticked off and answered; the next go is laid beside the first', async ({
  device,
  school,
}) => {
  const teodor = await device({ viewport: PHONE });
  const { page } = teodor;
  await teodor.as('Teodor Vance');
  await teodor.openSheet('Colour the lantern room');
  // With another go to be made, half of a phone is the sheet.
  const room = async (): Promise<number> => (await teodor.sheet.boundingBox())!.height;
  await expect.poll(room).toBeGreaterThanOrEqual(PHONE.height / 2);
  // On a small one too, where colours are folded for it: they lie over the sheet while one chooses.
  await page.setViewportSize({ width: 360, height: 640 });
  await expect.poll(room).toBeGreaterThanOrEqual(320);
  await page.getByRole('button', { name: /^Colour .*Other colours and widths$/ }).click();
  await page.getByRole('radio', { name: 'red', exact: true }).click();
  await page.getByRole('button', { name: 'Colour red. Put the others away' }).click();
  await expect(page.getByRole('radiogroup', { name: 'Colour' })).toHaveCount(0);
  await page.setViewportSize(PHONE);
  await page.getByRole('radio', { name: 'ink', exact: true }).click();
  await page.getByRole('button', { name: 'Notes 0/2 ticked off, on the last go' }).click();
  const notes = page.getByRole('complementary', { name: 'Notes on the last go' });
  await expect(notes.getByText('Such a bright lamp')).toBeVisible();
  await expectAccessible(page, 'notes beside a new go');
  // Who reads an answer stands above the box.
  const second = notes.getByRole('group', { name: 'Note 2' });
  await second.getByRole('button', { name: 'Answer this note' }).click();
  await second.getByRole('textbox', { name: 'Only Ms Farrow reads this' }).fill('It is behind the rocks');
  await second.getByRole('button', { name: 'Send it' }).click();
  await expect(
    second.getByRole('list', { name: 'Said under this note' }).getByText('It is behind the rocks'),
  ).toBeVisible();
  // What is still being said goes along.
  await second.getByRole('button', { name: 'Answer this note' }).click();
  await second.getByRole('button', { name: 'Say a note' }).click();
  await expect(second.getByRole('timer')).toHaveText('0:01');
  await second.getByRole('button', { name: 'Send it' }).click();
  await expect(second.getByRole('button', { name: 'Hear what you said' })).toBeVisible();
  await notes.getByRole('checkbox', { name: 'Note 1: seen and done' }).click();
  await expect(notes.getByText('1 of 2 ticked off')).toBeVisible();
  // A note leads to its place, with the pin itself; the marks lie faintly under the sheet.
  const zoom = async (): Promise<number> => Number(await teodor.sheet.getAttribute('data-zoom'));
  const far = await zoom();
  await second.getByRole('button', { name: 'Show me where note 2 is' }).click();
  await expect(notes).toHaveCount(0);
  const led = page.getByRole('button', { name: 'Pin 2: Where is the sea?' });
  await expect(led).toHaveAttribute('aria-current', 'true');
  await expect(led).toBeInViewport();
  await expect.poll(zoom).toBeGreaterThan(far * 1.2);
  await page.getByRole('button', { name: 'Whole page' }).click();
  const before = Number(await teodor.sheet.getAttribute('data-items'));
  await teodor.draw(0.9);
  await expect(teodor.sheet).toHaveAttribute('data-items', String(before + 1));
  await expect(teodor.saveLine).toContainText('saved at school too');
  // A tick survives a reload, like all that is done.
  await page.reload();
  await expect(page.getByRole('button', { name: 'Notes 1/2 ticked off, on the last go' })).toBeVisible();
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(
    page.getByRole('button', { name: 'Not ticked off yet: “Where is the sea?”. Tick it off' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Send to Ms Farrow' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('heading', { name: 'Send it as it is?' })).toBeVisible();
  await expectAccessible(page, 'asking before it is sent as it is');
  await dialog.getByRole('button', { name: 'Send it as it is' }).click();
  await expect(page.getByRole('heading', { name: 'With Ms Farrow' })).toBeVisible();
  const copy = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Keep a copy' }).click();
  expect((await readFile(await (await copy).path())).subarray(0, 5).toString()).toBe('%PDF-');

  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.page.goto(`${school.url}/updates`);
  await expect(
    farrow.page.getByRole('link', { name: /Teodor Vance answered a note on Colour the lantern room/ }),
  ).toHaveCount(2);
  await farrow.open(`/review/${await school.activityId('Colour the lantern room')}`);
  const desk = farrow.page;
  await desk.getByRole('button', { name: /^Teodor Vance\. With teacher, go 2/ }).click();
  await expect(
    desk.getByRole('group', { name: 'Found when it was sent' }).getByText('Not ticked off yet: “Where is the sea?”'),
  ).toBeVisible();
  await expect(desk.getByRole('list', { name: 'Time spent' })).toContainText('Lighthouse: ');
  await desk.getByRole('button', { name: 'Beside go 1' }).click();
  const beside = desk.getByRole('region', { name: 'Goes beside each other' });
  await expect(beside.getByRole('heading', { name: 'Go 1 and go 2' })).toBeVisible();
  await expect(beside.getByTestId('what-is-new')).toHaveText('1 new');
  const onEarlier = beside.getByRole('list', { name: 'Notes on the earlier go' });
  await expect(onEarlier.getByText('Such a bright lamp: ticked off')).toBeVisible();
  await expect(onEarlier.getByText('Where is the sea?: not ticked off')).toBeVisible();
  await expect(beside.getByTestId('sheet')).toHaveCount(2);
  await expectAccessible(desk, 'two goes beside each other');
  await beside.getByRole('radio', { name: 'Laid over' }).click();
  await beside.getByRole('slider', { name: 'How much of go 2 is seen' }).fill('80');
  // Both sheets look at the same place.
  await beside.getByTestId('sheet').last().focus();
  await desk.keyboard.press('+');
  await expect
    .poll(
      async () =>
        new Set(
          await beside
            .getByTestId('sheet')
            .evaluateAll((sheets) => sheets.map((sheet) => (sheet as HTMLElement).dataset.zoom)),
        ).size,
    )
    .toBe(1);
  await desk.keyboard.press('Escape');
  await expect(beside).toHaveCount(0);
  await desk.getByRole('button', { name: 'Finished, next', exact: true }).click();

  // The learner keeps all goes, side by side.
  await page.getByRole('button', { name: 'Back to Now' }).click();
  await page.goto(`${school.url}/updates`);
  await page
    .getByRole('link', { name: /Finished: Colour the lantern room/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Beside my earlier goes' }).click();
  await expect(page.getByRole('heading', { name: 'Go 1 and go 2' })).toBeVisible();
  await expectAccessible(page, 'all goes of a learner');
});

test('two teachers see each other at one go, and neither overwrites what the other has said', async ({
  device,
  school,
}) => {
  await school.query(
    `INSERT INTO memberships (person_id, group_id, role) SELECT p.id, g.id, 'teacher' FROM people p, groups g
      WHERE p.name = 'Mr Quell' AND g.name = 'Sandpipers'`,
  );
  const [farrow, quell] = [await device({ viewport: WIDE }), await device({ viewport: WIDE })];
  await farrow.as('Ms Farrow');
  await quell.as('Mr Quell');
  const path = `/review/${await school.activityId('Three knots')}`;
  for (const device of [farrow, quell]) {
    await device.open(path);
    await device.page.getByRole('button', { name: /^Isla Okpara/ }).click();
    await expect(device.page.getByRole('heading', { level: 2, name: 'Isla Okpara' })).toBeVisible();
  }
  await expect(farrow.page.getByTestId('also-here')).toHaveText('Mr Quell is here too');
  await expect(quell.page.getByTestId('also-here')).toHaveText('Ms Farrow is here too');
  const note = ({ page }: typeof farrow) => page.getByRole('textbox', { name: 'Note to Isla' });
  await note(quell).fill('Fine ropes, Isla.');
  await expect(quell.page.getByText('Kept. Isla sees nothing of it yet.')).toBeVisible();
  // It stands on the other desk by itself, and can be gone on with.
  await expect(note(farrow)).toHaveValue('Fine ropes, Isla.');
  // Now one does not hear of the other in time.
  await farrow.page.context().setOffline(true);
  await note(farrow).fill('Not so fine, Isla.');
  await note(quell).fill('Fine ropes, Isla. And what a loop.');
  await expect(quell.page.getByText('Kept. Isla sees nothing of it yet.')).toBeVisible();
  await farrow.page.context().setOffline(false);
  await expect(farrow.page.getByText(/^Mr Quell has changed this answer meanwhile/)).toBeVisible({ timeout: 20_000 });
  await expect(note(farrow)).toHaveValue('Fine ropes, Isla. And what a loop.');
  await expect(farrow.page.getByText('You wrote: “Not so fine, Isla.”')).toBeVisible();
  await expectAccessible(farrow.page, 'two teachers at one go');
  await farrow.page.getByRole('button', { name: 'Put mine in its place' }).click();
  await expect(note(quell)).toHaveValue('Not so fine, Isla.');
  // A word for teachers alone; the one who leaves is not there any more.
  await farrow.page.getByRole('button', { name: 'Private note for teachers' }).click();
  await farrow.page.getByRole('textbox', { name: 'Only teachers see this' }).fill('Ask about the rope');
  await expect(farrow.page.getByText('Kept. Isla sees nothing of it yet.')).toBeVisible();
  await quell.open('/to-review');
  await expect(farrow.page.getByTestId('also-here')).toHaveCount(0);
});

test('everybody’s pieces side by side get the same note and outcome; the whole activity leaves as a ZIP', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Colour the lantern room')}`);
  const { page } = farrow;
  await page.getByRole('button', { name: 'All pieces side by side' }).click();
  const all = page.getByRole('region', { name: 'All pieces side by side' });
  await expect(all.getByRole('button', { name: 'Open Milo Stannis’s Lighthouse' })).toBeVisible();
  await all.getByRole('tab', { name: /The keeper/ }).click();
  await expect(all.getByRole('button', { name: 'Open Milo Stannis’s The keeper' })).toBeVisible();
  await all.getByRole('button', { name: 'Choose all 2 that wait' }).click();
  const bar = page.getByRole('region', { name: 'Answer 2 pieces' });
  const note = bar.getByRole('textbox', { name: 'A note to all of them' });
  await bar.getByRole('button', { name: 'Put in their name' }).click();
  await expect(note).toHaveValue('(their name)');
  await note.fill('(their name), look at the sky.');
  await expectAccessible(page, 'several pieces chosen');
  await bar.getByRole('checkbox', { name: 'Hold it, tell later' }).click();
  await bar.getByRole('button', { name: 'Finished for 2 pieces' }).click();
  await expect(page.getByText('2 pieces answered.')).toBeVisible();
  await all.getByRole('button', { name: 'Open Milo Stannis’s The keeper' }).click();
  await expect(page.getByRole('textbox', { name: 'Note to Milo' })).toHaveValue('Milo, look at the sky.');
  await expect(page.getByText('Held: finished. Milo sees nothing yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Tell 2 held' }).click();
  await expect(page.getByText('Told 2 learners')).toBeVisible();
  // Told too soon, all of it can be taken back, and is told once more.
  await page.getByRole('button', { name: /^Take it back .*: 2 learners$/ }).click();
  await expect(page.getByRole('button', { name: /^Take it back .*: 2 learners$/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Tell 2 held' }).click();
  await expect(page.getByText('Told 2 learners')).toBeVisible();
  // Which pieces hang on the line, and in what order.
  await page.getByRole('button', { name: 'The line' }).click();
  const menu = page.getByRole('dialog');
  await menu.getByRole('radio', { name: /^Not sent/ }).click();
  await menu.getByRole('radio', { name: 'By name' }).click();
  await expectAccessible(page, 'the line and what can be done with it');
  const zip = page.waitForEvent('download');
  await menu.getByRole('button', { name: 'Whole activity (ZIP)' }).click();
  const files = unzipSync(new Uint8Array(await readFile(await (await zip).path())));
  for (const name of [
    'index.html',
    'marks.csv',
    'activity.json',
    'Milo Stannis/go 1/pages.pdf',
    'Milo Stannis/go 1/pages with marks.pdf',
  ])
    expect(Object.keys(files)).toContain(name);
  await menu.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('navigation', { name: 'The line' }).getByRole('button')).toHaveText([
    /Juno/,
    /Kit/,
    /Milo/,
    /Wren/,
    // Who has not begun comes last in any order.
    /Amos/,
  ]);
});

test(
  'a teacher’s own stamp goes from one piece to another; a spoken pin and a spoken answer are heard; ' +
    'another go has its own date',
  async ({ device, school }) => {
    const quell = await device({ viewport: WIDE });
    await quell.as('Mr Quell');
    await quell.open(`/review/${await school.activityId('Label the harbour map')}`);
    const { page } = quell;
    await expect(page.getByRole('heading', { level: 2, name: 'Oskar Vane' })).toBeVisible();
    await expect(quell.saveLine).toContainText('saved at school too');
    const sheet = await Sheet.of(quell);
    const before = Number(await quell.sheet.getAttribute('data-items'));
    await sheet.tool('Pen');
    await sheet.drag([
      [420, 90],
      [440, 120],
      [480, 60],
    ]);
    await sheet.expectItems(before + 1);
    await sheet.tool('Pick up');
    await sheet.tap(440, 120);
    await page.getByRole('button', { name: 'Keep as a stamp' }).click();
    await page.getByRole('textbox', { name: 'What the stamp says, for you' }).fill('Well steered');
    await expectAccessible(page, 'keeping a stamp');
    await page.getByRole('button', { name: 'Keep the stamp' }).click();
    await expect(page.getByRole('radio', { name: 'Well steered' })).toBeChecked();
    // Beside it stand those that every teacher has.
    await expect(page.getByRole('radio', { name: 'This shines' })).toBeVisible();
    await sheet.tap(120, 700);
    await sheet.expectItems(before + 2);
    // Words are struck out by dragging over them.
    await sheet.tool('Mark');
    await page.getByRole('radio', { name: 'Strike out words' }).click();
    await sheet.drag([
      [46, 38],
      [250, 38],
    ]);
    await sheet.expectItems(before + 3);
    // A pin can be spoken.
    await sheet.tool('Pin');
    await sheet.tap(300, 300);
    await page.getByRole('button', { name: 'Say a note' }).click();
    await expect(page.getByRole('timer')).toHaveText(/^0:(?!00)\d\d/, { timeout: 20_000 });
    await page.getByRole('button', { name: 'That is it' }).click({ timeout: 20_000 });
    await expect(page.getByRole('button', { name: 'Hear this note' })).toBeVisible();
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    // The whole answer can be, too.
    await page.getByRole('button', { name: 'Say it to Oskar' }).click();
    await page.getByRole('button', { name: 'Start recording' }).click();
    await expect(page.getByTestId('recorded')).toHaveText(/^0:0[1-9] of/, { timeout: 20_000 });
    await page.getByRole('button', { name: 'Done' }).click();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByRole('button', { name: 'Take it away: what you say to Oskar' })).toBeVisible();
    await page.getByRole('button', { name: 'New dates for Oskar’s next go' }).click();
    await page.getByRole('button', { name: 'Due: In a week' }).click();
    await expectAccessible(page, 'an answer with a voice and new dates');
    await expect(quell.saveLine).toContainText('saved at school too');
    await expect
      .poll(
        async () =>
          (
            await school.query<{ n: number }>(
              `SELECT count(*)::int AS n FROM media m JOIN people p ON p.id = m.owner_id
              WHERE p.name = 'Mr Quell' AND m.piece_id IS NOT NULL`,
            )
          )[0]!.n,
        { timeout: 20_000 },
      )
      .toBe(2);
    await page.getByRole('button', { name: 'Another go', exact: true }).click();
    await expect(page.getByRole('heading', { level: 2, name: 'Priya Sund' })).toBeVisible();
    // The stamp is at hand for the next piece.
    await sheet.tool('Stamp');
    await page.getByRole('radio', { name: 'Well steered' }).click();
    const items = Number(await quell.sheet.getAttribute('data-items'));
    await sheet.tap(300, 600);
    await sheet.expectItems(items + 1);

    const oskar = await device({ viewport: PHONE });
    await oskar.asLearner('Oskar Vane');
    await expect(
      oskar.page.getByRole('region', { name: 'Needs you' }).getByText('Label the harbour map'),
    ).toBeVisible();
    const [{ days }] = (await school.query<{ days: number }>(
      `SELECT round(extract(epoch FROM due - now()) / 86400)::int AS days FROM learner_dates d
      JOIN people p ON p.id = d.person_id WHERE p.name = 'Oskar Vane'`,
    )) as [{ days: number }];
    expect(days).toBe(7);
    await oskar.open('/updates');
    await oskar.page
      .getByRole('link', { name: /Mr Quell asks for another go: Label the harbour map/ })
      .first()
      .click();
    await expect(oskar.page.getByTestId('take-player')).toBeVisible();
    const walk = oskar.page.getByRole('group', { name: 'Notes on your work' });
    await walk.getByRole('button', { name: 'The first note' }).click();
    await expect(walk.getByRole('button', { name: 'Hear what your teacher said' })).toBeVisible();
  },
);

test('the desk goes on before an outcome is told; whoever could not be told stands above it, and no word is lost', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  const { page } = farrow;
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Three knots')}`);
  await expect(farrow.saveLine).toContainText('saved at school too');
  const name = page.getByTestId('answer').getByRole('heading', { level: 2 });
  const note = (whose: string) => page.getByRole('textbox', { name: `Note to ${whose.split(' ')[0]}` });
  // Both are looked at, so that both are on this device.
  const first = (await name.textContent())!;
  await page.keyboard.press('w');
  await expect(name).not.toHaveText(first);
  const second = (await name.textContent())!;
  await expect(farrow.saveLine).toContainText('saved at school too');
  await page.keyboard.press('w');
  await expect(name).toHaveText(first);
  await expect(farrow.saveLine).toContainText('saved at school too');

  await page.context().setOffline(true);
  await note(first).fill('Said in a tunnel');
  await page.keyboard.press('Control+Enter');
  await expect(name).toHaveText(second);
  const untold = page.getByRole('alert').filter({ hasText: 'Not told yet' });
  await expect(untold).toContainText(`Not told yet: ${first}.`);
  await note(second).fill('Said in the same tunnel');
  await expectAccessible(page, 'not told yet');
  await page.context().setOffline(false);
  // By itself, for the one in hand and for the one that was left.
  const notes = async (): Promise<string[]> =>
    (await school.query<{ note: string }>("SELECT note FROM reviews WHERE note LIKE 'Said in%' ORDER BY note")).map(
      (row) => row.note,
    );
  await expect.poll(notes, { timeout: 20_000 }).toEqual(['Said in a tunnel', 'Said in the same tunnel']);
  await untold.getByRole('button', { name: `Back to ${first}` }).click();
  await expect(note(first)).toHaveValue('Said in a tunnel');
  await expect(farrow.saveLine).toContainText('saved at school too');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('status').filter({ hasText: `Told ${first}: finished` })).toBeVisible();
  await expect(untold).toHaveCount(0);
  await expect(name).toHaveText(second);
  await expect(note(second)).toHaveValue('Said in the same tunnel');
  expect(
    await school.query("SELECT note, outcome FROM reviews WHERE note LIKE 'Said in%' AND released_at IS NOT NULL"),
  ).toEqual([{ note: 'Said in a tunnel', outcome: 'finished' }]);
});

/**
 * Watches for the time from the key until the next piece's sheet is drawn, in milliseconds: it must be on the watch
 * before the key is pressed. As text, because it runs in the page.
 */
const WATCH_FOR_NEXT =
  `window.nextShown = new Promise((resolve) => {
  const name = () => document.querySelector('[data-testid="answer"] h2')?.textContent;
  const sheet = () => document.querySelector('[data-testid="sheet"][data-strokes]');
  const [before, old] = [name(), sheet()];
  addEventListener('keydown', function pressed(event) {
    if (event.key !== 'Enter') return;
    removeEventListener('keydown', pressed, true);
    const start = performance.now();
    const look = () => (name() !== before && sheet() && sheet() !== old ? requestAnimationFrame(() ` +
  `=> resolve(performance.now() - start)) : requestAnimationFrame(look));
    requestAnimationFrame(look);
  }, true);
});
undefined`;

/** So many pieces are reviewed in a row. */
const MANY = 30;

test('thirty pieces are reviewed with keys alone, and none is shown under another’s name', async ({
  device,
  school,
}) => {
  test.slow();
  // As many more learners as it takes, each with a go like Isla's that waits.
  await school.query(
    `WITH model AS (SELECT s.*, p.activity_id, p.progress, w.school_id, w.secret_hash, m.group_id
      FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id
       JOIN activities a ON a.id = p.activity_id JOIN memberships m ON m.person_id = w.id
         AND m.role = 'learner' WHERE w.name = 'Isla Okpara' AND a.title = 'Three knots'),
     fresh AS (SELECT n, gen_random_uuid() AS person, gen_random_uuid() AS piece
       FROM generate_series(1, ${MANY - 2}) n),
     people_made AS (INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash,
       badge) SELECT person, school_id, 'learner', 'Learner ' || chr(64 + n / 10 + 1) || n, 'learner-' || n,
       'picture', secret_hash, '#C8472F' FROM fresh, model RETURNING id),
     members AS (INSERT INTO memberships (person_id, group_id, role) SELECT person, group_id, 'learner'
       FROM fresh, model RETURNING person_id),
     pieces_made AS (INSERT INTO pieces (id, activity_id, person_id, frozen, progress)
       SELECT piece, activity_id, person, true, progress FROM fresh, model RETURNING id)
     INSERT INTO submissions (id, piece_id, go, key, sent_at, late, document, manifest, word)
       SELECT gen_random_uuid(), piece, 1, gen_random_uuid(),
         now() - interval '1 hour' + n * interval '1 second', false, document, manifest,
         'My knots, number ' || n FROM fresh, model`,
  );
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Three knots')}`);
  const { page } = farrow;
  await expect(page.getByText(new RegExp(`^${MANY} to look at`))).toBeVisible();
  await expect(farrow.saveLine).toContainText('saved at school too');
  const name = page.getByTestId('answer').getByRole('heading', { level: 2 });
  const times: number[] = [];
  const seen = new Set<string>();
  let keys = 0;
  const press = async (key: string): Promise<void> => {
    keys += 1;
    await page.keyboard.press(key);
  };
  for (let i = 0; i < MANY; i++) {
    const whose = (await name.textContent())!;
    seen.add(whose);
    // What is shown is theirs, and so is the word with it.
    await expect(farrow.sheet).toHaveAttribute('aria-label', new RegExp(`^Go \\d of ${whose}\\.`));
    await expect(page.getByRole('textbox', { name: `Note to ${whose.split(' ')[0]}` })).toHaveValue('');
    // Into the note, wherever the focus is.
    await press('Escape');
    await press('n');
    const words = `Good ropes, ${i}`;
    await page.keyboard.type(words);
    keys += words.length;
    await page.evaluate(WATCH_FOR_NEXT);
    await press('Control+Enter');
    if (i === MANY - 1) break;
    times.push(await page.evaluate<number>('window.nextShown'));
    await expect(name).not.toHaveText(whose);
    await expect(farrow.sheet).toBeVisible();
  }
  await expect(page.getByText(/^0 to look at/)).toBeVisible();
  expect(seen.size).toBe(MANY);
  const rows = await school.query<{ outcome: string; note: string }>(
    `SELECT r.outcome, r.note FROM reviews r JOIN submissions s ON s.id = r.submission_id
      JOIN pieces p ON p.id = s.piece_id JOIN activities a ON a.id = p.activity_id
      WHERE a.title = 'Three knots' AND r.note LIKE 'Good ropes,%'`,
  );
  expect(rows.map(({ outcome }) => outcome)).toEqual(Array.from({ length: MANY }, () => 'finished'));
  // Each note went with its own piece, once.
  expect(new Set(rows.map(({ note }) => note)).size).toBe(MANY);
  times.sort((a, b) => a - b);
  test.info().annotations.push({
    type: 'measured',
    description:
      `${(keys / MANY).toFixed(1)} keys a piece, ${Math.round(times[Math.floor(times.length * 0.95)]!)} ms ` +
      'to the next piece (p95)',
  });
});

test('the task is at hand, an answer is said with the work in view, and after the last piece comes the next activity', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/review/${await school.activityId('Three knots')}`);
  const { page } = farrow;
  await page.getByRole('button', { name: 'The task' }).click();
  const asked = page.getByRole('dialog', { name: 'What was asked' });
  await expect(asked.getByText('Look at the three ropes on the table.')).toBeVisible();
  await expect(asked.getByRole('link', { name: 'The whole activity' })).toBeVisible();
  await asked.getByRole('button', { name: 'Close' }).click();
  await expect(asked).toHaveCount(0);

  const line = page.getByRole('navigation', { name: 'The line' });
  const together = line.getByRole('button', { name: '4 not begun. Show each of them' });
  await expect(line.getByRole('button', { name: /nothing yet/ })).toHaveCount(0);
  await together.click();
  await expect(line.getByRole('button', { name: /nothing yet/ })).toHaveCount(4);
  await line.getByRole('button', { name: '4 not begun. Put them together' }).click();
  await expect(line.getByRole('button', { name: /nothing yet/ })).toHaveCount(0);

  // Marks have colours of their own.
  await page.getByRole('radiogroup', { name: 'Colour of your marks' }).getByRole('radio', { name: 'plum' }).click();
  await farrow.draw(0.3);
  await expect(farrow.saveLine).toContainText('saved at school too');
  expect(await school.markColours('Bryony Tull', 'Three knots')).toEqual(['#884C7E']);

  const answer = page.getByRole('complementary', { name: 'Answer' });
  await answer.getByRole('button', { name: 'Say it to Bryony' }).click();
  const booth = page.getByRole('region', { name: 'Sound: To Bryony' });
  await expect(booth.getByRole('button', { name: 'Start recording' })).toBeEnabled();
  await expect(page.getByRole('img', { name: /^Go 2 of Bryony Tull/ })).toBeVisible();
  await expectAccessible(page, 'an answer that is said beside the work');
  await booth.getByRole('button', { name: 'Close' }).click();

  await page.getByRole('button', { name: 'Finished, next', exact: true }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Isla Okpara' })).toBeVisible();
  await page.getByRole('button', { name: 'Finished', exact: true }).last().click();
  await page.getByRole('link', { name: /^Next: .*, \d+ to look at$/ }).click();
  await expect(page).not.toHaveURL(new RegExp(await school.activityId('Three knots')));
  await expect(page.getByRole('button', { name: /^Finished/ }).last()).toBeVisible();
});
