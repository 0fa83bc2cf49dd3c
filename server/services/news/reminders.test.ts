/** What is told by itself: work that opens, work that is due tomorrow, what was not sent; and the evening letter. */
import type { LetterView } from '@lippet/core/contract/signIn';
import type { UpdateView } from '@lippet/core/contract/updates';
import { appOf, drawInto, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const HOUR = 3_600_000;
/** A Wednesday, ten o'clock at school. */
const START = Date.UTC(2026, 10, 25, 10);

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let now: number;
beforeEach(async () => {
  now = START;
  school = await smallSchool(now);
  harness = appOf(school, () => now);
  ada = await harness.as('ada');
});
afterEach(() => school.close());

const told = async (client = ada): Promise<string[]> => {
  await harness.services.reminders.tellAll();
  return (await client.json<UpdateView[]>('GET', '/api/updates')).map(({ words }) => words).sort();
};
const setDue = (due: Date): Promise<unknown> =>
  school.sequelize.query('UPDATE assignments SET due = ? WHERE activity_id = ?', {
    replacements: [due, school.activities.open],
  });

it('tells once of what opens, to those who may see it', async () => {
  expect(await told()).toEqual([]);
  now += 25 * HOUR;
  expect(await told()).toEqual(['New for you: Later work']);
  expect(await told()).toEqual(['New for you: Later work']);
  expect(await told(await harness.as('cai'))).toEqual([]);
});

it('tells of what is due tomorrow, and anew when that is another day', async () => {
  await setDue(new Date(START + 30 * HOUR));
  expect(await told()).toEqual(['Due tomorrow 4 pm: Open work']);
  await setDue(new Date(START + 100 * HOUR));
  expect(await told()).toHaveLength(1);
  now = START + 76 * HOUR;
  expect(await told()).toContain('Due tomorrow 2 pm: Open work');
});

it('tells of what is complete and was not sent, after a while', async () => {
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  await school.sequelize.query('UPDATE piece_updates SET created_at = ? WHERE piece_id = ?', {
    replacements: [new Date(START), pieceId],
  });
  now = START + HOUR / 4;
  expect(await told()).toEqual([]);
  now = START + HOUR;
  expect(await told()).toEqual(['All done, and not sent yet: Open work']);
  expect(await told()).toHaveLength(1);
});

it('writes what is new into one letter of an evening, for who wants one', async () => {
  await ada.json('PUT', '/api/me/mail', { mail: 'ada@reeds.example' });
  for (const mail of ['no address', 3, undefined])
    expect((await ada.request('PUT', '/api/me/mail', { mail })).status).toBe(400);
  await setDue(new Date(START + 30 * HOUR));
  now = START + HOUR;
  await told();
  await school.sequelize.query('UPDATE updates SET at = ?', { replacements: [new Date(now)] });
  const letters = async (): Promise<LetterView[]> => {
    await harness.services.letters.writeAll();
    return ada.json('GET', '/api/me/letters');
  };
  expect(await letters()).toEqual([]);
  now = START + 8 * HOUR;
  const [letter] = await letters();
  expect(letter).toMatchObject({ address: 'ada@reeds.example', subject: 'One thing is new in Lippet' });
  expect(letter!.words).toContain('• Due tomorrow 4 pm: Open work');
  now += HOUR;
  expect(await letters()).toHaveLength(1);
  now += 24 * HOUR;
  expect(await letters()).toHaveLength(1);
  expect(await (await harness.as('ben')).json('GET', '/api/me/letters')).toEqual([]);
});
