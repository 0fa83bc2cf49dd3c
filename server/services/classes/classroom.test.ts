/** Notices, the question of the day, the lesson by link: who says, who reads, who may take away. */
import { randomUUID } from 'node:crypto';
import type { ClassroomView } from '@lippet/core/contract/class';
import type { MediaView } from '@lippet/core/contract/media';
import type { UpdateView } from '@lippet/core/contract/updates';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';
const DAY = 86_400_000;

let school: SmallSchool;
let now = Date.UTC(2026, 10, 25, 10);
const clients = {} as Record<'ada' | 'ben' | 'cai' | 'reed' | 'dune', TestClient>;
beforeAll(async () => {
  school = await smallSchool(now);
  const { as } = appOf(school, () => now);
  for (const [key, name] of [
    ['ada', 'ada'],
    ['ben', 'ben'],
    ['cai', 'cai'],
    ['reed', 'ms-reed'],
    ['dune', 'mr-dune'],
  ] as const)
    clients[key] = await as(name);
});
afterAll(() => school.close());

const group = (): string => `/api/groups/${school.groups.reeds}`;
const view = (client: TestClient): Promise<ClassroomView> => client.json('GET', `${group()}/classroom`);
const tell = async (words: string, change: object = {}): Promise<string> => {
  now += 1000;
  const id = randomUUID();
  await clients.reed.json('POST', `${group()}/notices`, { id, words, ...change });
  return id;
};

it('is its own learners’ and teachers’, with their names and nothing of their work', async () => {
  const seen = await view(clients.ben);
  expect([
    seen.name,
    seen.teaches,
    seen.teachers.map(({ name }) => name),
    seen.learners.map(({ name }) => name),
  ]).toEqual(['Reeds', false, ['ms-reed'], ['ada', 'ben']]);
  expect(Object.keys(seen.learners[0]!).sort()).toEqual(['badge', 'id', 'name']);
  for (const client of [clients.cai, clients.dune])
    expect((await client.request('GET', `${group()}/classroom`)).status).toBe(404);
});

it('a notice is told to all learners once, and answers to it to the teacher', async () => {
  const id = randomUUID();
  for (let i = 0; i < 2; i++)
    await clients.reed.json('POST', `${group()}/notices`, { id, words: 'Bring rubber boots on Friday' });
  expect((await view(clients.ada)).notices.filter((notice) => notice.id === id)).toHaveLength(1);
  const told = (await clients.ben.json<UpdateView[]>('GET', '/api/updates')).filter(({ kind }) => kind === 'notice');
  expect(told.map(({ words, path }) => [words, path])).toEqual([
    ['ms-reed: Bring rubber boots on Friday', `/classroom/${school.groups.reeds}`],
  ]);
  await clients.ada.json('POST', `/api/notices/${id}/replies`, { id: randomUUID(), words: 'Mine are red' });
  expect(
    (await view(clients.ben)).notices[0]!.replies.map(({ author, words }) => [author.name, author.teacher, words]),
  ).toEqual([['ada', false, 'Mine are red']]);
  expect((await clients.reed.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({
    kind: 'notice',
    words: 'ada answers your notice: Mine are red',
  });
  expect(
    (await clients.cai.request('POST', `/api/notices/${id}/replies`, { id: randomUUID(), words: 'x' })).status,
  ).toBe(404);
  expect(
    (await clients.ada.request('POST', `${group()}/notices`, { id: randomUUID(), words: 'All home now' })).status,
  ).toBe(404);
  expect(
    (await clients.ada.request('POST', `/api/notices/${id}/replies`, { id: randomUUID(), words: ' ' })).status,
  ).toBe(400);
});

it('what is taken away is gone for all, with a reason for who said it', async () => {
  const id = await tell('Who has seen the blue ink?');
  const reply = randomUUID();
  await clients.ada.json('POST', `/api/notices/${id}/replies`, { id: reply, words: 'It was Ben' });
  expect((await clients.ben.request('POST', `/api/notices/${reply}/remove`, { why: 'No' })).status).toBe(404);
  expect((await clients.reed.request('POST', `/api/notices/${reply}/remove`, { why: '' })).status).toBe(400);
  await clients.reed.json('POST', `/api/notices/${reply}/remove`, { why: 'We don’t blame anybody here.' });
  expect((await view(clients.ben)).notices[0]!.replies[0]).toMatchObject({
    words: '',
    removed: 'We don’t blame anybody here.',
  });
  expect((await clients.ada.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({
    kind: 'removed',
    words: 'What you said was taken away: We don’t blame anybody here.',
  });
  await clients.reed.json('POST', `/api/notices/${id}/remove`, { why: 'Found.' });
  expect(
    (await clients.ada.request('POST', `/api/notices/${id}/replies`, { id: randomUUID(), words: 'Where?' })).status,
  ).toBe(409);
});

it('a picture in a notice is seen by the class alone, and no file of anybody else’s can be shown in one', async () => {
  const { id: media } = (await (await clients.reed.bringTo(`groups/${school.groups.reeds}`, SVG)).json()) as MediaView;
  expect((await clients.ada.request('GET', `/api/media/${media}`)).status).toBe(404);
  const notice = await tell('', { media });
  expect((await view(clients.ada)).notices[0]!.media).toEqual({ id: media, kind: 'picture' });
  expect((await clients.ada.request('GET', `/api/media/${media}`)).status).toBe(200);
  expect((await clients.cai.request('GET', `/api/media/${media}`)).status).toBe(404);
  expect(
    (await clients.ada.request('POST', `/api/notices/${notice}/replies`, { id: randomUUID(), words: 'x', media }))
      .status,
  ).toBe(404);
  expect((await clients.cai.bringTo(`groups/${school.groups.reeds}`, SVG)).status).toBe(404);
  await clients.reed.json('POST', `/api/notices/${notice}/remove`, { why: 'Over.' });
  expect((await clients.ada.request('GET', `/api/media/${media}`)).status).toBe(404);
});

it('the question of the day is answered anew each day, and seen as the teacher set it', async () => {
  const ask = (words: string, seenBy: string): Promise<ClassroomView> =>
    clients.reed.json('PUT', `${group()}/question`, { id: randomUUID(), words, seenBy });
  const { question } = await ask('How is the wind today?', 'teacher');
  const answer = (client: TestClient, given: object): Promise<Response> =>
    client.request('PUT', `/api/questions/${question!.id}/answer`, given);
  expect((await answer(clients.ada, { stamp: 'gusty' })).status).toBe(200);
  expect((await answer(clients.ada, { stamp: 'storm', words: 'I am cross' })).status).toBe(200);
  expect((await view(clients.ada)).question).toMatchObject({
    mine: { stamp: 'storm', words: 'I am cross' },
    answers: null,
  });
  expect((await view(clients.reed)).question!.answers!.map(({ name, stamp, words }) => [name, stamp, words])).toEqual([
    ['ada', 'storm', 'I am cross'],
  ]);
  for (const given of [{}, { stamp: 'sunny' }, { words: 'x'.repeat(501) }])
    expect((await answer(clients.ben, given)).status).toBe(400);
  for (const client of [clients.cai, clients.reed]) expect((await answer(client, { stamp: 'calm' })).status).toBe(404);
  now += DAY;
  expect((await view(clients.ada)).question!.mine).toBeNull();
  const { question: next } = await ask('What did you see on the way?', 'all');
  expect((await answer(clients.ben, { stamp: 'calm' })).status).toBe(409);
  await clients.ben.json('PUT', `/api/questions/${next!.id}/answer`, { words: 'A seal' });
  expect((await view(clients.ada)).question!.answers!.map(({ name, words }) => [name, words])).toEqual([
    ['ben', 'A seal'],
  ]);
  await clients.reed.json('DELETE', `${group()}/question`);
  expect((await view(clients.ada)).question).toBeNull();
});

describe('a question of the day with answers of its own', () => {
  const bring = async (client: TestClient): Promise<string> =>
    ((await (await client.bringTo(`groups/${school.groups.reeds}`, SVG)).json()) as MediaView).id;
  const [kite, bell] = [randomUUID(), randomUUID()];
  const ask = (change: object = {}): Promise<Response> =>
    clients.reed.request('PUT', `${group()}/question`, {
      id: randomUUID(),
      words: 'How will you go home?',
      seenBy: 'all',
      choices: [
        { id: kite, words: 'By boat' },
        { id: bell, words: 'On foot' },
      ],
      ...change,
    });

  it('offers them with their pictures to the class alone, for as long as it is asked', async () => {
    const media = await bring(clients.reed);
    const asked = await ask({
      choices: [
        { id: kite, words: ' By boat ', media },
        { id: bell, words: 'On foot' },
      ],
    });
    expect(asked.status).toBe(200);
    const { question } = await view(clients.ada);
    expect(question!.choices).toEqual([
      { id: kite, words: 'By boat', media },
      { id: bell, words: 'On foot', media: null },
    ]);
    const seenBy = async (client: TestClient): Promise<number> =>
      (await client.request('GET', `/api/media/${media}`)).status;
    expect(await Promise.all([clients.ada, clients.ben, clients.reed].map(seenBy))).toEqual([200, 200, 200]);
    expect(await Promise.all([clients.cai, clients.dune].map(seenBy))).toEqual([404, 404]);
    await clients.ada.json('PUT', `/api/questions/${question!.id}/answer`, { choice: bell, words: 'With Ben' });
    await clients.ada.json('PUT', `/api/questions/${question!.id}/answer`, { choice: kite });
    const answered = (await view(clients.ben)).question!;
    expect(answered.answers!.map(({ name, choice, stamp, words }) => [name, choice, stamp, words])).toEqual([
      ['ada', kite, null, ''],
    ]);
    expect((await view(clients.ada)).question!.mine).toEqual({ choice: kite, stamp: null, words: '' });
    await clients.reed.json('DELETE', `${group()}/question`);
    expect([await seenBy(clients.ada), await seenBy(clients.reed)]).toEqual([404, 200]);
  });

  it('takes no answer that is not offered, and no weather', async () => {
    expect((await ask()).status).toBe(200);
    const { question } = await view(clients.ada);
    const answer = async (given: object): Promise<number> =>
      (await clients.ada.request('PUT', `/api/questions/${question!.id}/answer`, given)).status;
    for (const given of [
      { choice: randomUUID() },
      { choice: 'kite' },
      { stamp: 'calm' },
      { stamp: 'calm', choice: kite },
    ])
      expect([given, await answer(given)]).toEqual([given, 400]);
    expect(await answer({ words: 'I stay here' })).toBe(200);
    expect((await ask({ choices: null })).status).toBe(200);
    const { question: weather } = await view(clients.ada);
    const chosen = await clients.ada.request('PUT', `/api/questions/${weather!.id}/answer`, { choice: kite });
    expect(chosen.status).toBe(400);
  });

  it('is refused with too few answers, too many, two of one id, one without a word, and anybody else’s picture', async () => {
    const choice = (words: string, change: object = {}): object => ({ id: randomUUID(), words, ...change });
    const seven = Array.from({ length: 7 }, (_, i) => choice(`Way ${i}`));
    const twice = choice('By boat');
    for (const choices of [[], [choice('By boat')], seven, [twice, twice], [choice('By boat'), choice(' ')]])
      expect((await ask({ choices })).status).toBe(400);
    const foreign = await bring(clients.ada);
    expect((await ask({ choices: [choice('A', { media: foreign }), choice('B')] })).status).toBe(404);
    const coming = await ask({ choices: [choice('A', { media: randomUUID() }), choice('B')] });
    expect([coming.status, await coming.json()]).toEqual([409, expect.objectContaining({ code: 'still-arriving' })]);
  });
});

it('a lesson by link leads to a safe address only', async () => {
  const meet = (address: string): Promise<Response> =>
    clients.reed.request('PUT', `${group()}/live`, { address, words: 'Storytime', at: now });
  for (const bad of ['http://room.example', 'javascript:alert(1)', 'https://a b', ''])
    expect((await meet(bad)).status).toBe(400);
  expect((await meet('https://room.example/reeds')).status).toBe(200);
  expect((await view(clients.ada)).live).toEqual({
    address: 'https://room.example/reeds',
    words: 'Storytime',
    at: now,
  });
  await clients.reed.json('DELETE', `${group()}/live`);
  expect((await view(clients.ada)).live).toBeNull();
});
