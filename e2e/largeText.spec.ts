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
