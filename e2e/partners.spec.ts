/** Partners: from the form to another go, without a name on either side. */
import { PDFDocument } from 'pdf-lib';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import type { Device } from './device';
import { expect, test } from './school';

const TITLE = 'Quay sketch';
const LEARNERS = ['Nell Garrick', 'Oskar Vane', 'Rafe Holm'] as const;

/** Everything that can be read or heard on the screen, and the addresses of what it shows. */
const allOf = (device: Device): Promise<string> => device.page.evaluate(() => document.documentElement.outerHTML);

async function sendDrawing(device: Device): Promise<void> {
  await expect(device.saveLine).toContainText('saved at school too');
  await device.draw(0.4);
  await device.expectStrokes(1);
  await device.page.getByRole('button', { name: 'Send', exact: true }).click();
  await device.page.getByRole('button', { name: 'Send to Mr Quell' }).click();
  await expect(device.page.getByRole('heading', { name: 'With Mr Quell' })).toBeVisible();
}

test('three partners without names, from the form to another go', async ({ device, school }) => {
  // Whoever had sent it has taken it back long ago, and is nobody's partner.
  await school.query(
    `UPDATE submissions SET withdrawn_at = now() - interval '3 days' WHERE piece_id IN (
      SELECT p.id FROM pieces p JOIN activities a ON a.id = p.activity_id WHERE a.title = '${TITLE}')`,
  );
  const activity = await school.activityId(TITLE);
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/make/${activity}`);
  const form = quell.page.getByRole('region', { name: 'Partners' });
  await form.getByRole('button', { name: 'Add partners' }).click();
  await form.getByRole('radiogroup', { name: 'Partners for each learner' }).getByRole('radio', { name: '1' }).click();
  await form.getByRole('checkbox', { name: 'Marks on the work' }).click();
  await expectAccessible(quell.page, 'partners in the form');
  await quell.page.getByRole('button', { name: 'Give out the changes' }).click();
  await expect(quell.page.getByRole('button', { name: 'Given out' })).toBeVisible();

  const devices = new Map<string, Device>();
  for (const name of LEARNERS) {
    const learner = await device({ viewport: PHONE });
    devices.set(name, learner);
    await learner.as(name);
    await learner.open(`/activity/${activity}`);
    await sendDrawing(learner);
  }
  const nell = devices.get('Nell Garrick')!;
  const { page } = nell;
  await expect(page.getByText('Your partners’ work comes to Now.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to Now' }).click();
  await page.getByRole('link', { name: /^Partners’ work: Quay sketch\. 1 to look at/ }).click({ timeout: 20_000 });

  // Nobody is named, in nothing that is on the screen.
  await expect(page.getByRole('button', { name: 'Partner 1: to look at' })).toBeVisible();
  await nell.expectStrokes(1);
  expect(await allOf(nell)).not.toMatch(/Oskar|Rafe/);
  await expectAccessible(page, 'a partner’s desk');

  // Less than what is asked for does not go.
  await page.getByRole('button', { name: 'Give it' }).click();
  await expect(page.getByText('Before it goes, your partner still needs: a mark on the work; a note.')).toBeVisible();
  await nell.draw(0.6, 0.3, 0.4);
  await nell.expectStrokes(2);
  await page.getByRole('button', { name: 'Say it' }).click();
  await page
    .getByRole('textbox', { name: 'Note to Partner 1' })
    .fill('The mast leans well. Where does the light fall?');
  const add = page.getByRole('button', { name: 'Add a file for Partner 1' });
  // What school will not take goes with nothing, and is not in the way.
  const broken = page.waitForEvent('filechooser');
  await add.click();
  await (await broken).setFiles({ name: 'a.pdf', mimeType: 'application/pdf', buffer: Buffer.from('no PDF at all') });
  const refused = page.getByRole('list', { name: 'Not taken by school' });
  await refused.getByRole('button', { name: 'Throw away' }).click();
  await expect(refused).toHaveCount(0);
  const asked = page.waitForEvent('filechooser');
  await add.click();
  const sketch = await PDFDocument.create();
  sketch.setAuthor('Nell Garrick');
  sketch.addPage([300, 300]).drawCircle({ x: 150, y: 150, size: 90 });
  const buffer = Buffer.from(await sketch.save());
  await (await asked).setFiles({ name: 'by Nell Garrick.pdf', mimeType: 'application/pdf', buffer });
  await expect(page.getByRole('button', { name: 'Look at it: Your file for Partner 1' })).toBeVisible();
  await expect(page.getByText('Before it goes, your partner still needs')).toHaveCount(0);
  await expect(page.getByText('Kept. Partner 1 sees nothing of it yet.')).toBeVisible();
  await expectAccessible(page, 'what one says to a partner');
  await page.getByRole('button', { name: 'Give it' }).click();
  await expect(page.getByText('Given: Partner 1.')).toBeVisible();
  await expect(page.getByText('You have looked at all of them. That is all there is.')).toBeVisible();

  // Whose work it is finds it in the updates, and answers. Who said it is told to nobody but the teacher.
  const [{ name: author, go_id: goId }] = (await school.query<{ name: string; go_id: string }>(
    `SELECT p.name, r.submission_id AS go_id FROM peer_reviews r JOIN people p ON p.id = r.author_id
     JOIN people w ON w.id = r.reviewer_id WHERE w.name = 'Nell Garrick' AND r.given_at IS NOT NULL AND r.activity_id = $1`,
    [activity],
  )) as [{ name: string; go_id: string }];
  const back = devices.get(author)!;
  await back.open('/updates');
  await back.page.getByRole('link', { name: /Partner 1 has looked at your work: Quay sketch/ }).click();
  await expect(back.page.getByText('The mast leans well. Where does the light fall?')).toBeVisible();
  await back.expectStrokes(2);
  expect(await allOf(back)).not.toContain('Nell');
  await expectAccessible(back.page, 'what a partner said');
  await back.page.getByRole('button', { name: 'Look at it: The file from Partner 1' }).click();
  await expect(back.page.getByRole('dialog', { name: 'The file from Partner 1' }).getByTestId('sheet')).toBeVisible();
  await back.page.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).click();
  await back.page.getByRole('radio', { name: 'It helps me' }).click();
  await back.page.getByRole('textbox', { name: 'Say something back to Partner 1' }).fill('From the left');
  await back.page.getByRole('button', { name: 'Send it' }).click();
  await expect(back.page.getByRole('button', { name: 'Send it' })).toHaveCount(0);
  await nell.open(`/partners/${activity}`);
  await expect(page.getByText('Partner 1 says that it helped.')).toBeVisible();
  await expect(page.getByText('“From the left”')).toBeVisible();

  // The teacher sees who has said what, with names, and the marks.
  await quell.open(`/partner-board/${activity}`);
  await expect(quell.page.getByText('1 of 3 given')).toBeVisible();
  const review = quell.page.getByRole('group', { name: `To ${author}: given` });
  await expect(review.getByText('The mast leans well. Where does the light fall?')).toBeVisible();
  await expect(review.getByText('Answered: “From the left”')).toBeVisible();
  await expectAccessible(quell.page, 'the board of partners');
  await review.getByRole('button', { name: /^See the marks/ }).click();
  await expect(quell.page.getByRole('dialog').getByTestId('sheet')).toBeVisible();
  await quell.page.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).last().click();
  await review.getByRole('button', { name: /^Hold it back/ }).click();
  await expect(review.getByText('You hold this back. Nobody but you and its partner sees it.')).toBeVisible();
  await back.open(`/feedback/${goId}`);
  await expect(back.page.getByText('With your teacher')).toBeVisible();
  await expect(back.page.getByText('The mast leans well')).toHaveCount(0);
  await review.getByRole('button', { name: /^Let it through/ }).click();
  await expect(review.getByRole('button', { name: /^Hold it back/ })).toBeVisible();

  // In another go the partner's note stands with the teacher's.
  await quell.open(`/review/${activity}`);
  await quell.page.getByRole('button', { name: new RegExp(`^${author}\\. With teacher`) }).click();
  await quell.page.getByRole('textbox', { name: /^Note to/ }).fill('Once more, larger.');
  await expect(quell.page.getByText(/^Kept\./)).toBeVisible();
  await quell.page.getByRole('button', { name: 'Another go', exact: true }).click();
  await expect(quell.page.getByRole('button', { name: new RegExp(`^${author}\\. Another go`) })).toBeVisible();
  await back.open(`/activity/${activity}`);
  await back.page.getByRole('button', { name: /^Notes .*on the last go$/ }).click();
  const notes = back.page.getByRole('complementary', { name: 'Notes on the last go' });
  await expect(notes.getByText('Once more, larger.')).toBeVisible();
  await expect(notes.getByRole('group', { name: 'What Partner 1 wrote' })).toContainText('The mast leans well.');
});

test('a partner who takes the work back is waited for; what goes through the teacher waits there', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('A poster for the regatta');
  await school.query(`UPDATE activities SET partners = jsonb_set(partners, '{throughTeacher}', 'true') WHERE id = $1`, [
    activity,
  ]);
  const lena = await device({ viewport: PHONE });
  await lena.asLearner('Lena Mirov');
  const hugo = await device({ viewport: PHONE });
  await hugo.as('Hugo Brandel');
  await hugo.open(`/activity/${activity}`);
  await hugo.page.getByRole('button', { name: 'Take it back' }).click();
  await expect(hugo.page.getByRole('button', { name: 'Send', exact: true })).toBeVisible();
  await lena.open(`/partners/${activity}`);
  await expect(lena.page.getByRole('button', { name: 'Partner 1: their work has not come' })).toBeVisible();
  await expect(
    lena.page.getByText('The work of Partner 1 has not come yet. It stands here once it has.'),
  ).toBeVisible();
  await hugo.page.getByRole('button', { name: 'Send', exact: true }).click();
  await hugo.page.getByRole('button', { name: 'Send to Ines Varga' }).click();
  await expect(hugo.page.getByRole('heading', { name: 'With Ines Varga' })).toBeVisible();
  // It comes by itself.
  await expect(lena.page.getByRole('button', { name: 'Give it' })).toBeVisible({ timeout: 25_000 });
  await lena.page.getByRole('button', { name: 'Say it' }).click();
  for (const [line, level] of [
    ['Seen from afar', 'After a while'],
    ['The word', 'In its way'],
  ] as const)
    await lena.page.getByRole('radiogroup', { name: line }).getByRole('radio', { name: level }).click();
  await lena.page.getByRole('textbox', { name: 'Note to Partner 1' }).fill('Make the word larger');
  await expect(lena.page.getByText('It goes to your teacher first.')).toBeVisible();
  await lena.page.getByRole('button', { name: 'Give it' }).click();
  await expect(lena.page.getByText('Given: Partner 1.')).toBeVisible();
  await hugo.open('/updates');
  await expect(hugo.page.getByText(/has looked at your work/)).toHaveCount(0);
  const varga = await device({ viewport: PHONE });
  await varga.as('Ines Varga');
  await varga.open('/updates');
  await varga.page.getByRole('link', { name: /What partners said waits for you: A poster/ }).click();
  await expect(varga.page.getByText('2 of 2 given · 1 waits for you')).toBeVisible();
  await expectAccessible(varga.page, 'the board of partners on a phone');
  await varga.page.getByRole('button', { name: 'Let it through: To Hugo Brandel' }).click();
  await hugo.open('/updates');
  await hugo.page.getByRole('link', { name: /Partner 1 has looked at your work: A poster/ }).click({ timeout: 15_000 });
  await expect(hugo.page.getByText('Make the word larger')).toBeVisible();
  await expect(hugo.page.getByText('The word: In its way')).toBeVisible();
});

test('a partner who never sends again leaves no hole: who waited for their work gets another’s', async ({
  device,
  school,
}) => {
  const activity = await school.activityId('A poster for the regatta');
  const lena = await device({ viewport: PHONE });
  await lena.asLearner('Lena Mirov');
  // Two were asked for; with one who has not sent yet there is one to give, and no place that waits for nobody. What is
  // not opened is not begun, and may become another's.
  await expect(lena.page.getByRole('link', { name: /^Partners’ work: A poster.* 1 to look at/ })).toBeVisible();

  const hugo = await device({ viewport: PHONE });
  await hugo.as('Hugo Brandel');
  await hugo.open(`/activity/${activity}`);
  await hugo.page.getByRole('button', { name: 'Take it back' }).click();
  await expect(hugo.page.getByRole('button', { name: 'Send', exact: true })).toBeVisible();
  await school.query(
    `UPDATE submissions SET withdrawn_at = now() - interval '2 days' FROM pieces p JOIN people w ON w.id = p.person_id
     WHERE p.id = piece_id AND w.name = 'Hugo Brandel' AND p.activity_id = $1`,
    [activity],
  );
  const desmond = await device({ viewport: PHONE });
  await desmond.as('Desmond Arkle');
  await desmond.open(`/activity/${activity}`);
  await expect(desmond.saveLine).toContainText('saved at school too');
  await desmond.draw(0.8);
  await desmond.page.getByRole('button', { name: 'Send', exact: true }).click();
  await desmond.page.getByRole('button', { name: 'Send to Ines Varga' }).click();
  await expect(desmond.page.getByRole('heading', { name: 'With Ines Varga' })).toBeVisible();

  const varga = await device({ viewport: WIDE });
  await varga.as('Ines Varga');
  await expect(async () => {
    await varga.open(`/partner-board/${activity}`);
    await expect(varga.page.getByText('To Desmond Arkle').first()).toBeVisible({ timeout: 2_000 });
  }).toPass({ timeout: 30_000 });
  await expect(varga.page.getByText('To Hugo Brandel')).toHaveCount(0);
  await lena.open(`/partners/${activity}`);
  await expect(lena.page.getByRole('button', { name: 'Partner 1: to look at' })).toBeVisible();
  await expect(lena.page.getByRole('button', { name: /^Partner 2/ })).toHaveCount(0);
});
