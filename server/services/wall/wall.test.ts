/** The wall: what hangs for whom, what waits, and what is said to it. */
import { randomUUID } from 'node:crypto';
import type { GoView } from '@lippet/core/contract/pieces';
import type { UpdateView } from '@lippet/core/contract/updates';
import type { WallCard, WallView } from '@lippet/core/contract/wall';
import type { WallWay } from '@lippet/core/contract/wallWays';
import type { MediaView } from '@lippet/core/contract/media';
import { writeWav } from '@lippet/core/sound/wav';
import { readPages } from '@lippet/core/page/document';
import { Activity, Assignment } from '../../models/tables';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

/** A second of a sound. */
const SOUND = Buffer.from(
  writeWav({ channels: [Float32Array.from({ length: 16_000 }, (_, i) => 0.25 * Math.sin(i / 6))], rate: 16_000 }),
);

let school: SmallSchool;
let ada: TestClient;
let ben: TestClient;
let cai: TestClient;
let teacher: TestClient;
let other: TestClient;
let nobody: TestClient;

async function begin(wall: WallWay = 'teacher'): Promise<void> {
  school = await smallSchool();
  const { as, client } = appOf(school);
  [ada, ben, cai] = [await as('ada'), await as('ben'), await as('cai')];
  [teacher, other, nobody] = [await as('ms-reed'), await as('mr-dune'), client()];
  await Activity.update({ wall }, { where: { id: school.activities.open } });
}
afterEach(() => school.close());

async function send(client: TestClient): Promise<{ pieceId: string; goId: string }> {
  const { pieceId } = await client.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  const extent = await extentOf(school, 'piece', pieceId);
  const { id } = await client.json<GoView>('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent });
  return { pieceId, goId: id };
}

const statusOf = async (answering: Promise<Response>): Promise<number> => (await answering).status;
const hang = (client: TestClient, goId: string, wish: object = {}): Promise<Response> =>
  client.request('POST', `/api/goes/${goId}/hangings`, { id: randomUUID(), title: 'My boat', ...wish });
const wallPath = () => `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/wall`;
const wall = (client: TestClient) => client.json<WallView>('GET', wallPath());
const decide = (client: TestClient, id: string, decision: object) =>
  client.request('PUT', `/api/hangings/${id}/decision`, { why: '', ...decision });
const newsOf = async (client: TestClient) =>
  (await client.json<UpdateView[]>('GET', '/api/updates')).map(({ words }) => words);

it('waits with the teacher until they let it hang; whose it is sees it all along, and is told', async () => {
  await begin();
  const { goId } = await send(ada);
  expect(await statusOf(hang(ada, goId, { alt: 'A boat in blue' }))).toBe(204);
  const [own] = (await wall(ada)).pieces;
  expect(own).toMatchObject({ mine: true, state: 'waits', title: 'My boat', alt: 'A boat in blue', pages: 2 });
  expect((await wall(ben)).pieces).toEqual([]);
  expect(await newsOf(teacher)).toContain('Something waits to hang on the wall: Open work');
  expect((await teacher.json<WallCard[]>('GET', `/api/groups/${school.groups.reeds}/walls`))[0]).toMatchObject({
    hangs: 0,
    waits: 1,
  });
  expect(await statusOf(decide(teacher, own!.id, { hangs: true }))).toBe(204);
  expect((await wall(ben)).pieces).toMatchObject([{ id: own!.id, name: 'ada', mine: false, state: 'hangs' }]);
  expect(await newsOf(ada)).toContain('Your work hangs on the wall: Open work');
  expect((await wall(ben)).seenBy).toEqual({ learners: 2, teachers: ['ms-reed'] });
});

it('is kept back with a reason that its learner reads, and nobody else sees it', async () => {
  await begin('open');
  const { goId } = await send(ada);
  await hang(ada, goId);
  const [piece] = (await wall(ben)).pieces;
  expect(piece!.state).toBe('hangs');
  await decide(teacher, piece!.id, { hangs: false, why: 'There is a full name on it.' });
  expect((await wall(ada)).pieces).toMatchObject([{ state: 'held', why: 'There is a full name on it.' }]);
  expect((await wall(ben)).pieces).toEqual([]);
  expect(await statusOf(ben.request('GET', `/api/hangings/${piece!.id}/picture`))).toBe(404);
  expect(await newsOf(ada)).toContain('Your teacher keeps this off the wall: Open work');
});

it('all that waits is let through at once', async () => {
  await begin();
  await hang(ada, (await send(ada)).goId);
  await hang(ben, (await send(ben)).goId);
  expect(await statusOf(ben.request('POST', `${wallPath()}/all`))).toBe(404);
  expect(await statusOf(teacher.request('POST', `${wallPath()}/all`))).toBe(204);
  expect((await wall(ben)).pieces.map(({ state }) => state)).toEqual(['hangs', 'hangs']);
});

it('a teacher thanks all with one stamp, once, and only what hangs', async () => {
  await begin('open');
  await hang(ada, (await send(ada)).goId);
  await hang(ben, (await send(ben)).goId);
  const [first] = (await wall(teacher)).pieces;
  await decide(teacher, first!.id, { hangs: false, why: 'Later.' });
  const thanks = (client: TestClient) => statusOf(client.request('POST', `${wallPath()}/thanks`, { stamp: 'torch' }));
  expect([await thanks(ben), await thanks(other), await thanks(teacher), await thanks(teacher)]).toEqual([
    404, 404, 204, 204,
  ]);
  const stamps = (await wall(teacher)).pieces.map(({ state, answers }) => [state, answers.map(({ stamp }) => stamp)]);
  expect(stamps).toEqual([
    ['held', []],
    ['hangs', ['torch']],
  ]);
});

it('one page alone shows that page and no other, small and large', async () => {
  await begin('open');
  const { pieceId, goId } = await send(ada);
  const second = readPages(await school.log.document({ kind: 'piece', id: pieceId }))[1]!;
  await hang(ada, goId, { page: second.id });
  const [piece] = (await wall(ben)).pieces;
  expect(piece!.pages).toBe(1);
  const pictureOf = async (query: string): Promise<Buffer> =>
    Buffer.from(await (await ben.request('GET', `/api/hangings/${piece!.id}/picture${query}`)).arrayBuffer());
  const [small, beyond, large] = [await pictureOf(''), await pictureOf('?page=2'), await pictureOf('?large=true')];
  // Whatever page is asked for, it is the one that was hung.
  expect(beyond.equals(small)).toBe(true);
  expect(large.length).toBeGreaterThan(small.length);
  expect(await statusOf(hang(ada, goId, { page: 'none' }))).toBe(404);
});

it('whoever hangs something under the id of what was taken down sees nothing of that', async () => {
  await begin('open');
  const id = randomUUID();
  await hang(ada, (await send(ada)).goId, { id });
  const picture = async (): Promise<Buffer> =>
    Buffer.from(await (await ben.request('GET', `/api/hangings/${id}/picture`)).arrayBuffer());
  const hers = await picture();
  await ada.request('DELETE', `/api/hangings/${id}`);
  const { pieceId, goId } = await send(ben);
  const [, blank] = readPages(await school.log.document({ kind: 'piece', id: pieceId }));
  await hang(ben, goId, { id, page: blank!.id });
  expect((await picture()).equals(hers)).toBe(false);
});

it('is one’s own to hang and to take down; the same wish is hung once', async () => {
  await begin('open');
  const { goId, pieceId } = await send(ada);
  const id = randomUUID();
  expect(await Promise.all([hang(ada, goId, { id }), hang(ada, goId, { id })].map(statusOf))).toEqual([204, 204]);
  expect((await wall(ben)).pieces).toHaveLength(1);
  for (const client of [ben, cai, teacher, other]) expect(await statusOf(hang(client, goId))).toBe(404);
  expect(await statusOf(hang(nobody, goId))).toBe(401);
  for (const client of [ben, cai, other]) {
    expect(await statusOf(client.request('DELETE', `/api/hangings/${id}`))).toBe(404);
    expect(await statusOf(decide(client, id, { hangs: false }))).toBe(404);
  }
  expect(await statusOf(decide(ada, id, { hangs: false }))).toBe(404);
  expect(await statusOf(ada.request('DELETE', `/api/hangings/${id}`))).toBe(204);
  expect((await wall(ben)).pieces).toEqual([]);
  await ada.request('POST', `/api/pieces/${pieceId}/take-back`);
  expect(await statusOf(hang(ada, goId))).toBe(404);
});

it('what is taken back does not hang any more, and hangs again by its own wish alone', async () => {
  await begin('open');
  const { goId, pieceId } = await send(ada);
  await hang(ada, goId);
  const [{ id }] = (await wall(ben)).pieces as [WallView['pieces'][number]];
  await ada.request('POST', `/api/pieces/${pieceId}/take-back`);
  expect((await wall(ben)).pieces).toEqual([]);
  expect(await ben.json<WallCard[]>('GET', `/api/groups/${school.groups.reeds}/walls`)).toEqual([]);
  expect(await statusOf(ben.request('GET', `/api/hangings/${id}/picture`))).toBe(404);
});

it('stays within its group', async () => {
  await begin('open');
  await hang(ada, (await send(ada)).goId);
  const [{ id }] = (await wall(ben)).pieces as [WallView['pieces'][number]];
  for (const client of [cai, other]) {
    expect(await statusOf(client.request('GET', wallPath()))).toBe(404);
    expect(await statusOf(client.request('GET', `/api/groups/${school.groups.reeds}/walls`))).toBe(404);
    expect(await statusOf(client.request('GET', `/api/hangings/${id}/picture`))).toBe(404);
    expect(
      await statusOf(client.request('POST', `/api/hangings/${id}/answers`, { id: randomUUID(), words: 'x' })),
    ).toBe(404);
  }
  expect(await statusOf(nobody.request('GET', wallPath()))).toBe(401);
});

it('where nothing is hung of an activity, nothing hangs', async () => {
  await begin('none');
  expect(await statusOf(hang(ada, (await send(ada)).goId))).toBe(409);
});

it('a stamp stands at once; words wait for the teacher, who sees whose they are and may keep them back', async () => {
  await begin();
  await hang(ada, (await send(ada)).goId);
  const [{ id }] = (await wall(ada)).pieces as [WallView['pieces'][number]];
  const answer = (client: TestClient, more: object) =>
    client.request('POST', `/api/hangings/${id}/answers`, { id: randomUUID(), stamp: null, words: '', ...more });
  // Nobody answers what does not hang.
  expect(await statusOf(answer(ben, { stamp: 'boat' }))).toBe(404);
  await decide(teacher, id, { hangs: true });
  expect(await statusOf(answer(ben, {}))).toBe(400);
  expect(await statusOf(answer(ben, { stamp: 'rocket' }))).toBe(400);
  expect(await statusOf(answer(ben, { stamp: 'boat' }))).toBe(204);
  expect(await statusOf(answer(ben, { words: 'How did you draw the sail?' }))).toBe(204);
  const answersSeen = async (client: TestClient) =>
    (await wall(client)).pieces[0]!.answers.map(({ stamp, words, state }) => [stamp ?? words, state]);
  expect(await answersSeen(ada)).toEqual([['boat', 'hangs']]);
  const both = [
    ['boat', 'hangs'],
    ['How did you draw the sail?', 'waits'],
  ];
  expect(await answersSeen(ben)).toEqual(both);
  expect(await answersSeen(teacher)).toEqual(both);
  const { id: question } = (await wall(teacher)).pieces[0]!.answers[1]!;
  const letStand = (client: TestClient, hangs: boolean) =>
    client.request('PUT', `/api/hanging-answers/${question}/decision`, { hangs, why: 'Ask it kindly.' });
  expect(await statusOf(letStand(ben, true))).toBe(404);
  expect(await statusOf(letStand(other, true))).toBe(404);
  expect(await statusOf(letStand(teacher, true))).toBe(204);
  expect(await answersSeen(ada)).toHaveLength(2);
  await letStand(teacher, false);
  expect(await answersSeen(ada)).toHaveLength(1);
  expect((await wall(ben)).pieces[0]!.answers[1]).toMatchObject({ state: 'held', why: 'Ask it kindly.' });
});

it('families see a wall once a teacher has opened it, for as long, and with names only where that was chosen', async () => {
  await begin('open');
  const card = randomUUID();
  const path = `/api/groups/${school.groups.reeds}/families`;
  const [{ code }] = (await teacher.json<{ code: string }[]>('POST', path, {
    cards: [{ id: card, child: school.people.ben }],
  })) as [{ code: string }];
  const home = appOf(school).client();
  const joining = { code, name: 'Home', signInName: 'home.ben', password: 'wet-boots-drying' };
  await home.json('POST', '/api/family/joins', joining);
  await hang(ada, (await send(ada)).goId);
  await hang(ben, (await send(ben)).goId);
  const [piece] = (await wall(ada)).pieces;
  await ada.request('POST', `/api/hangings/${piece!.id}/answers`, { id: randomUUID(), stamp: 'boat' });
  const seen = (): Promise<Response> => home.request('GET', wallPath());
  const picture = (): Promise<Response> => home.request('GET', `/api/hangings/${piece!.id}/picture`);
  expect([await statusOf(seen()), await statusOf(picture())]).toEqual([404, 404]);
  const open = (client: TestClient, opening: object | null) =>
    client.request('PUT', `${wallPath()}/families`, { opening });
  for (const client of [ada, other, home]) expect(await statusOf(open(client, { named: true, days: 7 }))).toBe(404);
  expect(await statusOf(open(teacher, { named: false, days: 7 }))).toBe(204);
  const nameless = await wall(home);
  expect(nameless).toMatchObject({ fromHome: true, teaches: false, families: { named: false } });
  expect(nameless.pieces.map(({ name, answers }) => [name, answers.length]).sort()).toEqual([
    ['', 0],
    ['ben', 0],
  ]);
  expect(JSON.stringify(nameless)).not.toContain(school.people.ada);
  expect((await wall(ada)).families).toMatchObject({ named: false });
  expect(await statusOf(picture())).toBe(200);
  expect(
    await statusOf(home.request('POST', `/api/hangings/${piece!.id}/answers`, { id: randomUUID(), stamp: 'boat' })),
  ).toBe(404);
  await open(teacher, { named: true, days: 7 });
  expect((await wall(home)).pieces.map(({ name }) => name).sort()).toEqual(['ada', 'ben']);
  await decide(teacher, piece!.id, { hangs: false, why: 'Not yet.' });
  expect(await statusOf(picture())).toBe(404);
  await open(teacher, null);
  expect(await statusOf(seen())).toBe(404);
});

it('a voice is an answer as words are: heard by its speaker and teachers first, then by the class', async () => {
  await begin();
  const { goId } = await send(ada);
  await hang(ada, goId);
  const [piece] = (await wall(teacher)).pieces;
  await decide(teacher, piece!.id, { hangs: true });
  const brought = await ben.bringTo(`groups/${school.groups.reeds}`, SOUND);
  const { id: media } = (await brought.json()) as MediaView;
  const say = (client: TestClient) =>
    client.request('POST', `/api/hangings/${piece!.id}/answers`, { id: randomUUID(), media });
  // Nobody says it with somebody else's voice.
  expect(await statusOf(say(ada))).toBe(404);
  expect(await statusOf(say(ben))).toBe(204);
  const heard = (client: TestClient) => statusOf(client.request('GET', `/api/media/${media}`));
  expect([await heard(ben), await heard(teacher), await heard(ada), await heard(cai)]).toEqual([200, 200, 404, 404]);
  const [answer] = (await wall(teacher)).pieces[0]!.answers;
  expect(answer).toMatchObject({ voice: media, state: 'waits', words: '' });
  await teacher.request('PUT', `/api/hanging-answers/${answer!.id}/decision`, { hangs: true, why: '' });
  expect((await wall(ada)).pieces[0]!.answers).toMatchObject([{ voice: media, state: 'hangs' }]);
  expect([await heard(ada), await heard(cai)]).toEqual([200, 404]);
});

describe('examples for later classes', () => {
  const example = (client: TestClient, id: string, value: string): Promise<number> =>
    statusOf(client.request('PUT', `/api/hangings/${id}/example`, { example: value }));
  const dunesWall = (client: TestClient, activity: string) =>
    client.json<WallView>('GET', `/api/activities/${activity}/groups/${school.groups.dunes}/wall`);

  /** Something of Ada's hangs; @returns its id, and a copy of the activity that the dunes have */
  async function hung(): Promise<{ id: string; copy: string }> {
    await begin('open');
    const { goId } = await send(ada);
    await hang(ada, goId, { alt: 'A boat in blue' });
    const copy = randomUUID();
    await teacher.json('POST', `/api/activities/${school.activities.open}/copy`, { id: copy });
    await Activity.update({ state: 'set', title: 'Open work again', wall: 'open' }, { where: { id: copy } });
    await Assignment.create({ activityId: copy, groupId: school.groups.dunes, opens: null, due: null, closes: null });
    return { id: (await wall(ada)).pieces[0]!.id, copy };
  }

  it('stays only with its learner’s yes, and without a name where they say so', async () => {
    const { id, copy } = await hung();
    // Not before somebody has asked; and only teachers of the group ask.
    expect(await example(ada, id, 'named')).toBe(409);
    for (const wrong of [ben, cai, other]) expect(await example(wrong, id, 'asked')).toBe(404);
    expect(await example(teacher, id, 'asked')).toBe(204);
    expect((await dunesWall(cai, copy)).examples).toEqual([]);
    expect(await newsOf(ada)).toContain('May classes that come later see this? My boat');
    // A teacher doesn't say yes for them, and a classmate is not told of it.
    for (const wrong of [teacher, ben]) expect(await example(wrong, id, 'nameless')).toBe(404);
    expect((await wall(ben)).pieces[0]!.example).toBe('none');
    expect((await wall(ben)).shownLater).toBe(0);
    expect((await wall(teacher)).pieces[0]!.example).toBe('asked');
    expect(await example(ada, id, 'nameless')).toBe(204);
    expect((await wall(ben)).shownLater).toBe(1);
    const shown = await dunesWall(cai, copy);
    expect(shown.examples).toMatchObject([{ id, title: 'My boat', alt: 'A boat in blue', name: '', personId: '' }]);
    expect(JSON.stringify(shown)).not.toMatch(/ada/i);
    expect(JSON.stringify(shown)).not.toContain(school.people.ada);
    expect(await statusOf(cai.request('GET', `/api/hangings/${id}/picture`))).toBe(200);
    expect(await statusOf(other.request('GET', `/api/hangings/${id}/picture`))).toBe(200);
    expect(await cai.json<WallCard[]>('GET', `/api/groups/${school.groups.dunes}/walls`)).toMatchObject([
      { activityId: copy, hangs: 0, waits: 0, examples: 1 },
    ]);
    // Nobody there says anything to it, or takes it down.
    const stamp = { id: randomUUID(), stamp: 'boat', words: '', media: null };
    expect(await statusOf(cai.request('POST', `/api/hangings/${id}/answers`, stamp))).toBe(404);
    expect(await statusOf(other.request('DELETE', `/api/hangings/${id}`))).toBe(404);
  });

  it('is gone when it is said so, taken down, or the work taken back; asked again, what was said stands', async () => {
    const { id, copy } = await hung();
    await example(teacher, id, 'asked');
    await example(ada, id, 'named');
    expect((await dunesWall(cai, copy)).examples).toMatchObject([{ name: 'ada' }]);
    await example(teacher, id, 'asked');
    expect((await wall(ada)).pieces[0]!.example).toBe('named');
    // Many at once, from both sides: what stands is one of the answers, and never a yes to what nobody asks for.
    const answers = await Promise.all(
      ['asked', 'named', 'none', 'asked', 'nameless', 'none'].map((value, index) =>
        example(index % 2 === 0 && value !== 'nameless' && value !== 'named' ? teacher : ada, id, value),
      ),
    );
    expect(answers.every((status) => [204, 404, 409].includes(status))).toBe(true);
    await example(teacher, id, 'none');
    // Not asked for any more, and not to be said yes to.
    await example(teacher, id, 'none');
    expect((await dunesWall(cai, copy)).examples).toEqual([]);
    expect(await statusOf(cai.request('GET', `/api/hangings/${id}/picture`))).toBe(404);
    expect(await example(ada, id, 'named')).toBe(409);
    await example(teacher, id, 'asked');
    await example(ada, id, 'named');
    const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
    expect(await statusOf(ada.request('POST', `/api/pieces/${pieceId}/take-back`))).toBe(204);
    expect((await dunesWall(cai, copy)).examples).toEqual([]);
  });

  it('tells nobody of an activity that is not open to them', async () => {
    const { id, copy } = await hung();
    await example(teacher, id, 'asked');
    await example(ada, id, 'named');
    await Assignment.update({ opens: new Date(Date.now() + 86_400_000) }, { where: { activityId: copy } });
    expect(await cai.json('GET', `/api/groups/${school.groups.dunes}/walls`)).toEqual([]);
    expect((await dunesWall(cai, copy)).examples).toEqual([]);
    expect(await statusOf(cai.request('GET', `/api/hangings/${id}/picture`))).toBe(404);
    // Their teacher sees it.
    expect((await dunesWall(other, copy)).examples).toHaveLength(1);
  });
});
