/**
 * Texts twice as large as usual, and a window at twice its size (WCAG 2.2, 1.4.4): whatever a learner reads can be read
 * whole, and no screen scrolls sideways.
 */
import { PHONE, WIDE } from './chromium';
import { expectAllReadable } from './cutText';
import type { School } from './demoServer';
import type { Device } from './device';
import { expect, test } from './school';

/** A window of 1280 × 800 at 200 %. */
const ZOOMED = { width: WIDE.width / 2, height: WIDE.height / 2 };
const PLACES = ['/now', '/plan', '/shelf', '/our-class', '/updates', '/me'];
const TEACHERS_PLACES = ['/to-review', '/activities', '/class', '/marks', '/updates', '/me'];
const SHEETS = ['Three knots', 'Joined letters l, h, k'];

/** Beginnings of tasks: two lines of each stand above the sheet on a phone, and All of it is one tap away. */
const BEGINNINGS = [
  'Look at the three ropes',
  'Write each letter along its line',
  'Tie three knots',
  'Find the four places',
  'One question after the other',
  'Draw in your paper sketchbook',
];

async function readEverywhere(of: Device, sheets: readonly string[]): Promise<void> {
  for (const path of PLACES) {
    await of.open(path);
    await expect(of.page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expectAllReadable(of.page, path);
  }
  for (const title of sheets) {
    await of.openSheet(title);
    await expectAllReadable(of.page, title, BEGINNINGS);
  }
}

async function readLargest(of: Device): Promise<void> {
  await of.open('/me');
  await of.page.getByRole('radio', { name: 'Largest' }).click();
  await expect(of.page.getByRole('radio', { name: 'Largest' })).toBeChecked();
}

test('on a phone with the largest texts', async ({ device, school }) => {
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await readLargest(wren);
  await readEverywhere(wren, SHEETS);
  const nell = await device({ viewport: PHONE });
  await nell.as('Nell Garrick');
  await readLargest(nell);
  await readEverywhere(nell, ['Label the harbour map', 'Knot diary']);
  const lena = await device({ viewport: PHONE });
  await lena.as('Lena Mirov');
  await readLargest(lena);
  await lena.open(`/activity/${await school.activityId('Before the first print')}`);
  await expect(lena.page.getByRole('tab', { name: 'Question 6, open' })).toBeVisible();
  await expectAllReadable(lena.page, 'questions', ['Answer these before you come']);
});

test('on a wide screen with the largest texts', async ({ device }) => {
  const nell = await device({ viewport: WIDE });
  await nell.as('Nell Garrick');
  await readLargest(nell);
  await readEverywhere(nell, ['Label the harbour map', 'Knot diary']);
});

/** Every place and desk of a teacher. */
async function readAsTeacher(of: Device, school: School): Promise<void> {
  const [map, sums, knots] = [
    await school.activityId('Label the harbour map'),
    await school.activityId('Ferry sums by heart'),
    await school.activityId('Knots in order'),
  ];
  const group = await school.groupId('Cormorants');
  const desks = [`/review/${map}`, `/answers/${sums}`, `/asks/${map}`, `/make/${knots}`, `/group/${group}`];
  for (const path of [...TEACHERS_PLACES, ...desks]) {
    await of.open(path);
    await expect(of.page.getByRole('heading').first()).toBeVisible();
    await expectAllReadable(of.page, path, BEGINNINGS);
  }
}

for (const [name, viewport] of [
  ['on a phone', PHONE],
  ['on a wide screen', WIDE],
] as const)
  test(`a teacher ${name} with the largest texts`, async ({ device, school }) => {
    const quell = await device({ viewport });
    await quell.as('Mr Quell');
    await readLargest(quell);
    await readAsTeacher(quell, school);
  });

test('a teacher in a window at twice its size', async ({ device, school }) => {
  const quell = await device({ viewport: ZOOMED });
  await quell.as('Mr Quell');
  await readAsTeacher(quell, school);
});

test('in a window at twice its size', async ({ device }) => {
  const nell = await device({ viewport: ZOOMED });
  await nell.as('Nell Garrick');
  await readEverywhere(nell, ['Label the harbour map', 'Knot diary']);
});

/** What a learner comes to while they make and send: each with its name, and what stays whole in it. */
async function readWhileMaking(of: Device, school: School): Promise<void> {
  const { page } = of;
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true });
  await of.open(`/activity/${await school.activityId('Marsh sketchbook')}`);
  await expect(of.saveLine).toContainText('saved at school too');
  await button('More').click();
  await expectAllReadable(page, 'what else can be done', BEGINNINGS);
  await page.keyboard.press('Escape');
  await button('Take a photo').click();
  await expect(page.getByText('Practice camera')).toBeVisible();
  await expectAllReadable(page, 'the camera', BEGINNINGS);
  await button('Take the photo').click();
  await expect(page.getByTestId('page-preview')).toBeVisible();
  await expectAllReadable(page, 'a photo that was taken', BEGINNINGS);
  await button(/Use it|Keep it/).click();
  await button(/^Done/).click();
  await expect(of.saveLine).toContainText('saved at school too', { timeout: 20_000 });
  await button('Send').click();
  await expect(page.getByRole('heading', { name: 'Ready to send?' })).toBeVisible();
  await expectAllReadable(page, 'ready to send', BEGINNINGS);
  await button('Send to Mr Quell').click();
  await page
    .getByRole('dialog')
    .or(page.getByRole('heading', { name: 'With Mr Quell' }))
    .first()
    .waitFor();
  await expectAllReadable(page, 'sent, or what is asked before', BEGINNINGS);
  await of.open(`/activity/${await school.activityId('Quay sounds')}`);
  await button('Record it').click();
  await expect(button('Start recording')).toBeVisible();
  await expectAllReadable(page, 'the recorder', BEGINNINGS);
  await of.open(`/feedback/${await latestGo(school, 'Priya Sund', 'Quay sketch')}`);
  await expect(page.getByText('I can feel the wind in it.')).toBeVisible();
  await expectAllReadable(page, 'what came back', BEGINNINGS);
}

async function latestGo(school: School, learner: string, title: string): Promise<string> {
  const [row] = await school.query<{ id: string }>(
    `SELECT s.id FROM submissions s JOIN pieces p ON p.id = s.piece_id JOIN people w ON w.id = p.person_id
     JOIN activities a ON a.id = p.activity_id WHERE w.name = $1 AND a.title = $2 ORDER BY s.go DESC LIMIT 1`,
    [learner, title],
  );
  return row!.id;
}

test('a learner who makes and sends, on a phone with the largest texts', async ({ device, school }) => {
  const priya = await device({ viewport: PHONE });
  await priya.as('Priya Sund');
  await readLargest(priya);
  await readWhileMaking(priya, school);
});

test('a learner who makes and sends, in a window at twice its size', async ({ device, school }) => {
  const priya = await device({ viewport: ZOOMED });
  await priya.as('Priya Sund');
  await readWhileMaking(priya, school);
});

test('partners with the largest texts', async ({ device, school }) => {
  const activity = await school.activityId('A poster for the regatta');
  const lena = await device({ viewport: PHONE });
  await lena.as('Lena Mirov');
  await readLargest(lena);
  await lena.open(`/partners/${activity}`);
  await expect(lena.page.getByRole('button', { name: 'Give it' })).toBeVisible();
  await expectAllReadable(lena.page, 'a partner’s desk', BEGINNINGS);
  await lena.page.getByRole('button', { name: 'Say it' }).click();
  await expectAllReadable(lena.page, 'what one says to a partner', BEGINNINGS);
  await lena.open(`/feedback/${await latestGo(school, 'Lena Mirov', 'A poster for the regatta')}`);
  await expect(lena.page.getByText(/^The sail leads my eye/)).toBeVisible();
  await expectAllReadable(lena.page, 'what a partner said', BEGINNINGS);
});

test('home, and a sheet for all, with the largest texts', async ({ device, school }) => {
  const joss = await device({ viewport: PHONE });
  await joss.as('Joss Abara');
  await readLargest(joss);
  await joss.open('/home');
  await expect(joss.page.getByRole('heading', { name: 'Came back' })).toBeVisible();
  await expectAllReadable(joss.page, 'home');
  await joss.page.getByRole('link', { name: /^Write to Ms Farrow/ }).click();
  await expect(joss.page.getByRole('list', { name: 'What was said' })).toBeVisible();
  await expectAllReadable(joss.page, 'what home and school say');
  await joss.open(`/home-go/${await latestGo(school, 'Bryony Tull', 'Colour the lantern room')}`);
  await expect(joss.page.getByText('Your beams reach right out to sea.')).toBeVisible();
  await expectAllReadable(joss.page, 'what came back, at home');
  const wren = await device({ viewport: PHONE });
  await wren.as('Wren Abara');
  await readLargest(wren);
  await wren.open(`/activity/${await school.activityId('Harbour wall')}`);
  await expect(wren.sheet).toBeVisible();
  // Closer, places reach beyond the sheet's edge.
  await wren.page.getByRole('button', { name: 'Whole page' }).click();
  await expectAllReadable(wren.page, 'a sheet for all', [...BEGINNINGS, 'This wall belongs to all of us']);
});
