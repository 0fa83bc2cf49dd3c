/** Joining and signing in with nothing but an address: letters go to a mail server over a real line. */
import { randomUUID } from 'node:crypto';
import type { ChildCard, FamilyCardView } from '@lippet/core/contract/family';
import { SIGN_IN_LETTER, type Me } from '@lippet/core/contract/signIn';
import { Letter, Person, SignInLetter } from '../../models/tables';
import { LetterBox } from '../../testing/letterBox';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const START = Date.UTC(2026, 11, 2, 10);
const ADDRESS = 'aunt@island.example';
const CONFLICT = 409;
const WRONG = 401;

let school: SmallSchool;
let box: LetterBox;
let harness: ReturnType<typeof appOf>;
let teacher: TestClient;
let now: number;

beforeEach(async () => {
  now = START;
  school = await smallSchool(now);
  box = new LetterBox();
  const mail = { url: `smtp://127.0.0.1:${await box.open()}`, from: 'Lippet <lippet@island.example>' };
  harness = appOf(school, () => now, mail);
  teacher = await harness.as('ms-reed');
});
afterEach(async () => {
  await box.close();
  await school.close();
});

async function cardFor(child: 'ada' | 'ben', most = 2): Promise<FamilyCardView> {
  const id = randomUUID();
  const path = `/api/groups/${school.groups.reeds}/families`;
  const body = { cards: [{ id, child: school.people[child] }], most };
  return (await teacher.json<FamilyCardView[]>('POST', path, body)).find((card) => card.id === id)!;
}

/** Does what was asked for, as the queue would. */
async function post(): Promise<void> {
  for (const letter of harness.letters.splice(0)) await harness.services.signInLetters.send(letter);
}

/** Asks for a letter, and has it sent. @returns its id */
async function ask(client: TestClient, address: string, code?: string): Promise<string> {
  const card = code === undefined ? null : { code, name: 'Aunt Una' };
  const { id } = await client.json<{ id: string }>('POST', '/api/sign-in-letters', { address, card });
  await post();
  return id;
}

const numberIn = (letter = box.letters[0]): string => /\d{4} \d{4}/.exec(letter!.words)![0];

const give = (client: TestClient, id: string, number: string): Promise<Response> =>
  client.request('POST', `/api/sign-in-letters/${id}/sessions`, { number });

async function join(address: string, code: string): Promise<{ client: TestClient; me: Me }> {
  const client = harness.client();
  const id = await ask(client, address, code);
  const answer = await give(client, id, numberIn());
  return { client, me: (await answer.json()) as Me };
}

it('joins with an address and no password, and comes back by another letter', async () => {
  const { code } = await cardFor('ada');
  const { client, me } = await join(ADDRESS, code);
  expect(me).toMatchObject({ role: 'family', name: 'Aunt Una', mail: ADDRESS });
  expect(await client.json<ChildCard[]>('GET', '/api/family/children')).toMatchObject([{ id: school.people.ada }]);
  expect(box.letters).toMatchObject([{ address: ADDRESS, from: 'lippet@island.example' }]);
  expect(box.letters[0]!.words).toContain('Hello Aunt Una,');

  const again = harness.client();
  const answer = await give(again, await ask(again, ADDRESS.toUpperCase()), numberIn().replace(' ', ''));
  expect(await answer.json()).toMatchObject({ id: me.id });
  // There is no password, whatever is typed.
  for (const password of ['', 'null', 'letter:', numberIn()]) {
    const refused = await harness.client().request('POST', '/api/sessions', { signInName: ADDRESS, password });
    expect([400, WRONG]).toContain(refused.status);
  }
});

it('tells nobody whether an address is known: where nobody signs in with it, no letter goes', async () => {
  const stranger = harness.client();
  const id = await ask(stranger, 'nobody@island.example');
  expect(id).toMatch(/^[0-9a-f-]{36}$/);
  expect(box.letters).toEqual([]);
  expect((await give(stranger, id, '12345678')).status).toBe(WRONG);
});

it('a number works once, in its time, and for its own letter', async () => {
  const { code } = await cardFor('ada');
  await join(ADDRESS, code);
  const client = harness.client();
  const first = await ask(client, ADDRESS);
  const firstNumber = numberIn();
  const second = await ask(client, ADDRESS);
  const secondNumber = numberIn();
  expect((await give(client, first, secondNumber)).status).toBe(WRONG);
  expect((await give(client, randomUUID(), secondNumber)).status).toBe(WRONG);
  const both = await Promise.all([give(client, second, secondNumber), give(client, second, secondNumber)]);
  expect(both.map(({ status }) => status).sort()).toEqual([201, CONFLICT]);
  now += SIGN_IN_LETTER.lasts + 1;
  expect((await give(client, first, firstNumber)).status).toBe(CONFLICT);
  await harness.services.tidying.tidy();
  expect(await SignInLetter.count()).toBe(0);
});

it('whoever guesses has to wait, and nobody’s letter box is filled', async () => {
  const { code } = await cardFor('ada');
  await join(ADDRESS, code);
  const guessing = await ask(harness.client(), ADDRESS);
  const statuses: number[] = [];
  for (let tried = 0; tried < 8; tried++)
    statuses.push((await give(harness.client(), guessing, String(10_000_000 + tried))).status);
  expect(statuses.slice(0, 4)).toEqual([WRONG, WRONG, WRONG, WRONG]);
  expect(statuses.at(-1)).toBe(429);
  expect((await give(harness.client(), guessing, numberIn())).status).toBe(429);
  const asked: number[] = [];
  for (let letter = 0; letter < 14; letter++)
    asked.push((await harness.client().request('POST', '/api/sign-in-letters', { address: ADDRESS })).status);
  expect(asked.at(-1)).toBe(429);
});

it('one address has several children; one that somebody has with a password is no way in', async () => {
  const [forAda, forBen] = [await cardFor('ada', 1), await cardFor('ben', 1)];
  const { me } = await join(ADDRESS, forAda.code);
  const { client, me: same } = await join(ADDRESS, forBen.code);
  expect(same.id).toBe(me.id);
  const children = await client.json<ChildCard[]>('GET', '/api/family/children');
  expect(children.map(({ id }) => id).sort()).toEqual([school.people.ada, school.people.ben].sort());
  // As many have joined by it as may; nothing is begun for the next.
  const late = harness.client();
  const id = await ask(late, 'uncle@island.example', forAda.code);
  expect((await give(late, id, numberIn())).status).toBe(CONFLICT);
  expect(await Person.count({ where: { signInName: 'uncle@island.example' } })).toBe(0);

  const { code } = await cardFor('ada');
  const body = { code, name: 'Gran', signInName: 'gran@island.example', password: 'wet-boots-drying' };
  await harness.client().json('POST', '/api/family/joins', body);
  const taken = harness.client();
  const letter = await ask(taken, 'GRAN@island.example', code);
  const answer = await give(taken, letter, numberIn());
  expect(answer.status).toBe(CONFLICT);
  expect(await answer.json()).toMatchObject({
    message: expect.stringContaining('That address signs in with a password already. Sign in with it,'),
  });
});

it('says so where no letters go out, and where no card has the code', async () => {
  const body = { address: ADDRESS };
  const mute = await appOf(school, () => now)
    .client()
    .request('POST', '/api/sign-in-letters', body);
  expect(mute.status).toBe(CONFLICT);
  expect(await mute.json()).toMatchObject({ message: expect.stringContaining('name and a password') });
  const wrong = { ...body, card: { code: 'NOSUCHCARD', name: 'Una' } };
  expect((await harness.client().request('POST', '/api/sign-in-letters', wrong)).status).toBe(404);
  for (const address of ['una', 'una@', 'a@b.example, c@d.example', ''])
    expect((await harness.client().request('POST', '/api/sign-in-letters', { address })).status).toBe(400);
});

it('letters that were written go out once; while the post is shut they wait', async () => {
  const personId = school.people.ada;
  const letter = { personId, address: 'ada@island.example', subject: 'New', words: 'A line.', at: new Date(now) };
  await Letter.create({ id: randomUUID(), ...letter });
  const shut = appOf(school, () => now, { url: 'smtp://127.0.0.1:1', from: 'lippet@island.example' });
  await shut.services.outbox.postAll();
  expect(await Letter.count({ where: { postedAt: null } })).toBe(1);
  await Promise.all([harness.services.outbox.postAll(), harness.services.outbox.postAll()]);
  await harness.services.outbox.postAll();
  expect(box.letters).toMatchObject([{ address: 'ada@island.example', subject: 'New', words: 'A line.' }]);
  expect(await Letter.count({ where: { postedAt: null } })).toBe(0);
});
