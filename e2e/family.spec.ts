/** Those at home: from the card to the letter of the week; one tablet for a child and its family. */
import { readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { openDatabase } from '@lippet/server/models/database';
import { appOf } from '@lippet/server/testing/smallSchool';
import { FAMILY } from '@lippet/demo/family';
import { expectAccessible } from './accessible';
import { PHONE, WIDE } from './chromium';
import { expect, test } from './school';

const PASSWORD = FAMILY.password;
const DAY = 86_400_000;

/** Noon of a Saturday to come, in London: a week's end on every clock that the school of a journey may have. */
function weeksEnd(): number {
  const now = new Date();
  const day = new Date(now.getTime() + (6 - now.getUTCDay()) * DAY);
  return day.setUTCHours(12, 0, 0, 0);
}

test('a family joins by a card, sees what came back, writes to the teacher, and gets the letter of the week', async ({
  device,
  school,
}) => {
  const farrow = await device({ viewport: WIDE });
  await farrow.as('Ms Farrow');
  await farrow.open(`/group/${await school.groupId('Sandpipers')}`);
  await farrow.page.getByRole('link', { name: 'Families' }).click();
  await expect(farrow.page.getByText(/^Joss Abara, looked/)).toBeVisible();
  await farrow.page.getByRole('button', { name: 'Make 8 cards' }).click();
  await expect(farrow.page.getByRole('listitem')).toHaveCount(9);
  await expectAccessible(farrow.page, 'the families of a group');
  const printing = farrow.page.waitForEvent('download');
  await farrow.page.getByRole('button', { name: 'Print the cards (PDF)' }).click();
  const file = readFileSync(await (await printing).path());
  expect(file.subarray(0, 5).toString()).toBe('%PDF-');
  const [{ code }] = (await school.query<{ code: string }>(
    `SELECT c.code FROM family_cards c JOIN people p ON p.id = c.child_id WHERE p.name = 'Teodor Vance'`,
  )) as [{ code: string }];

  const home = await device({ viewport: PHONE });
  await home.open('/sign-in');
  await home.page.getByRole('button', { name: 'I have a card for home' }).click();
  await home.page.getByRole('textbox', { name: 'Code from the card' }).fill(`${code.slice(0, 4)} ${code.slice(4)}`);
  await home.page.getByRole('textbox', { name: 'What are you called?' }).fill('Ruta Vance');
  const address = home.page.getByRole('textbox', { name: 'Your e-mail address, or a name to sign in with' });
  await address.fill('ruta@vance.example');
  await home.page.getByRole('textbox', { name: /^A password of your own/ }).fill('short');
  await expectAccessible(home.page, 'joining from home');
  await home.page.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(home.page.getByText('A password has at least 10 characters.')).toBeVisible();
  await home.page.getByRole('textbox', { name: /^A password of your own/ }).fill(PASSWORD);
  await home.page.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(home.page.getByRole('heading', { level: 1, name: 'Home' })).toBeVisible();
  await expect(home.page.getByText(/^You see what Teodor Vance has sent/)).toBeVisible();
  await expectAccessible(home.page, 'home');

  // What came back, as it is; nothing of a draft, and no other child by name.
  await home.page.getByRole('link', { name: /^Colour the lantern room\. Art/ }).click();
  await expect(home.page.getByText('A bright lamp, Teodor. Now show me the sea')).toBeVisible();
  await expect(home.sheet).toBeVisible();
  expect(await home.strokesShown()).toBeGreaterThan(3);
  await expectAccessible(home.page, 'what came back, at home');
  await home.page.getByRole('button', { name: 'We have seen it' }).click();
  await expect(home.page.getByText('Seen by Ruta Vance')).toBeVisible();
  await home.page.getByRole('button', { name: 'Back' }).click();
  await expect(home.page.getByText(/Wren Abara|Milo Stannis/)).toHaveCount(0);

  await home.page.getByRole('link', { name: 'Write to Ms Farrow' }).click();
  await expect(home.page.getByText('Read by Ms Farrow, Ruta Vance. Teodor Vance does not see it.')).toBeVisible();
  await home.page.getByRole('textbox', { name: 'Write about Teodor Vance' }).fill('He drew the sea at the weekend.');
  await home.page.getByRole('button', { name: 'Say it', exact: true }).click();
  await expect(home.page.getByRole('list', { name: 'What was said' })).toContainText('He drew the sea');
  await expectAccessible(home.page, 'what home and school say');
  await farrow.open('/updates');
  await farrow.page.getByRole('link', { name: /Ruta Vance, about Teodor Vance: He drew the sea/ }).click();
  await farrow.page.getByRole('textbox', { name: 'Write about Teodor Vance' }).fill('I look forward to it.');
  await farrow.page.getByRole('button', { name: 'Say it', exact: true }).click();
  await expect(home.page.getByText('I look forward to it.')).toBeVisible({ timeout: 20_000 });

  const teodor = await device({ viewport: PHONE });
  await teodor.as('Teodor Vance');
  await teodor.open('/me');
  await teodor.page.getByRole('link', { name: 'What home sees' }).click();
  await expect(teodor.page.getByText(/^Ruta Vance looked today/)).toBeVisible();
  await expect(teodor.page.getByText('Seen by Ruta Vance')).toBeVisible();
  await expectAccessible(teodor.page, 'what home sees');

  const sequelize = openDatabase(school.databaseUrl);
  await appOf(
    { sequelize, filesRoot: tmpdir(), database: { url: school.databaseUrl } } as never,
    weeksEnd,
  ).services.weekLetters.writeAll();
  await sequelize.close();
  await home.open('/me');
  const letter = home.page.getByRole('article', { name: 'The week of Teodor' });
  await expect(letter).toContainText('Another go is asked for:');
  await expect(letter).toContainText('• Colour the lantern room (Art)');

  // Ended, it shows nothing any more.
  await farrow.open(`/families/${await school.groupId('Sandpipers')}`);
  await farrow.page.getByRole('button', { name: 'End the card of Teodor Vance' }).click();
  await farrow.page.getByRole('dialog').getByRole('button', { name: 'End it' }).click();
  await expect(farrow.page.getByRole('listitem')).toHaveCount(8);
  await home.open('/home');
  await expect(home.page.getByRole('textbox', { name: 'Code from the card' })).toBeVisible();
  await expect(home.page.getByText('Teodor')).toHaveCount(0);
});

test('somebody at home joins with an address alone, and comes back by the number in another letter', async ({
  device,
  post,
}) => {
  /** The number in the newest of so many letters to an address. */
  const numberTo = async (address: string, letters: number): Promise<string> => {
    const mine = () => post.box.letters.filter((letter) => letter.address === address);
    await expect.poll(() => mine().length).toBe(letters);
    return /\d{4} \d{4}/.exec(mine()[0]!.words)![0];
  };
  const home = await device({ viewport: PHONE });
  const { page } = home;
  await home.open('/sign-in');
  await page.getByRole('button', { name: 'I have a card for home' }).click();
  await page.getByRole('textbox', { name: 'Code from the card' }).fill(FAMILY.children[1]!.code);
  await page.getByRole('textbox', { name: 'What are you called?' }).fill('Ilse Vane');
  await page.getByRole('radio', { name: 'A letter to my address' }).click();
  await expectAccessible(page, 'joining from home by letter');
  await page.getByRole('textbox', { name: 'Your e-mail address' }).fill('ilse@vane.example');
  await page.getByRole('button', { name: 'Send me a letter' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Look into your letters' })).toBeVisible();
  await expectAccessible(page, 'the number from a letter');
  const first = await numberTo('ilse@vane.example', 1);
  // A telephone throws the page away while its owner reads the letter.
  await page.reload();
  await page.getByRole('textbox', { name: 'The number from the letter' }).fill(first);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Home' })).toBeVisible();
  await expect(page.getByText(/^You see what Oskar Vane has sent/)).toBeVisible();

  await page.getByRole('link', { name: 'You: Ilse Vane' }).click();
  await page.getByRole('button', { name: 'Change person' }).click();
  await page.getByRole('button', { name: 'I sign in with a name' }).click();
  await page.getByRole('button', { name: 'I have no password: send me a letter' }).click();
  await page.getByRole('textbox', { name: 'Your e-mail address' }).fill('ilse@vane.example');
  await expectAccessible(page, 'signing in by letter');
  await page.getByRole('textbox', { name: 'Your e-mail address' }).press('Enter');
  await page.getByRole('textbox', { name: 'The number from the letter' }).fill(first);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText(/^That is not the number from the letter\./)).toBeVisible();
  await page.getByRole('button', { name: 'Send another letter' }).click();
  await expect(page.getByText('Another letter is on its way.')).toBeVisible();
  await page.getByRole('textbox', { name: 'The number from the letter' }).fill(await numberTo('ilse@vane.example', 3));
  await page.getByRole('textbox', { name: 'The number from the letter' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Home' })).toBeVisible();
});

test('on one tablet a child and its family change with two taps, and nothing of the one is left for the other', async ({
  device,
  school,
}) => {
  const tablet = await device({ viewport: PHONE });
  await tablet.as('Bryony Tull');
  await tablet.open('/me');
  await tablet.page.getByRole('link', { name: 'Somebody else uses this device, too' }).click();
  await tablet.page.getByRole('button', { name: 'I sign in with a name' }).click();
  await tablet.page.getByRole('textbox', { name: 'Sign-in name' }).fill('joss.abara');
  await tablet.page.getByRole('textbox', { name: 'Password' }).fill(PASSWORD);
  await tablet.page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(tablet.page.getByRole('heading', { level: 1, name: 'Home' })).toBeVisible();
  await expect(tablet.page.getByText('Oskar Vane')).toBeVisible();

  await tablet.page.getByRole('link', { name: 'You: Joss Abara' }).click();
  await tablet.page.getByRole('button', { name: 'Change to Bryony Tull' }).click();
  await tablet.expectNowOf('Bryony Tull');
  await expect(tablet.page.getByText('Oskar Vane')).toHaveCount(0);
  await tablet.open('/home');
  await tablet.expectNowOf('Bryony Tull');

  await tablet.page.getByRole('link', { name: 'You: Bryony Tull' }).click();
  await tablet.page.getByRole('button', { name: 'Change to Joss Abara' }).click();
  await expect(tablet.page.getByRole('heading', { level: 1, name: 'Home' })).toBeVisible();
  await tablet.page.getByRole('button', { name: 'Oskar Vane' }).click();
  await expect(tablet.page.getByText(/^You see what Oskar Vane has sent/)).toBeVisible();
  await expect(tablet.page.getByRole('link', { name: 'Write to Mr Quell' })).toBeVisible();

  // A wall that the teacher opens to families, without names.
  const quell = await device({ viewport: WIDE });
  await quell.as('Mr Quell');
  await quell.open(`/wall/${await school.activityId('Label the harbour map')}`);
  await quell.page.getByRole('button', { name: 'Open it to families' }).click();
  await expectAccessible(quell.page, 'opening a wall to families');
  await quell.page.getByRole('dialog').getByRole('button', { name: 'Open it' }).click();
  await expect(quell.page.getByText(/their families see it, too, without names/)).toBeVisible();
  await tablet.open('/home');
  await tablet.page.getByRole('button', { name: 'Oskar Vane' }).click();
  await tablet.page.getByRole('link', { name: /^Label the harbour map, until/ }).click();
  await expect(tablet.page.getByText(/their families see it, too, without names/)).toBeVisible();
  await expect(tablet.page.getByRole('list', { name: 'On the wall' }).getByRole('listitem').first()).toBeVisible();
  await expect(tablet.page.getByText(/Nell Garrick|Priya Sund|Rafe Holm|Tamsin Oke/)).toHaveCount(0);
  await expectAccessible(tablet.page, 'a wall, from home');

  // Its address, as the teacher sends it, leads there by way of signing in; a learner begins on Now as ever.
  await quell.page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await quell.page.getByRole('button', { name: 'Copy its address for families' }).click();
  await expect(quell.page.getByText('Copied. Families sign in there, and nobody else sees it.')).toBeVisible();
  const address = new URL(await quell.page.evaluate(() => navigator.clipboard.readText()));
  const phone = await device({ viewport: PHONE });
  await phone.open(address.pathname + address.search);
  await phone.page.getByRole('button', { name: 'I sign in with a name' }).click();
  await phone.page.getByRole('textbox', { name: 'Sign-in name' }).fill('joss.abara');
  await phone.page.getByRole('textbox', { name: 'Password' }).fill(PASSWORD);
  await phone.page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(phone.page.getByRole('list', { name: 'On the wall' }).getByRole('listitem').first()).toBeVisible();
});
