/** Those at home: joining by a card, what they see of a child and nothing else, talking, and the letter of the week. */
import { randomUUID } from 'node:crypto';
import type { ChildCard, FamilyCardView, FamilyTalkView, HomeGoView, HomeView } from '@lippet/core/contract/family';
import type { GoView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import type { LetterView, Me } from '@lippet/core/contract/signIn';
import type { UpdateView } from '@lippet/core/contract/updates';
import { Activity, Assignment } from '../../models/tables';
import {
  appOf,
  drawInto,
  extentOf,
  PASSWORD,
  smallSchool,
  type SmallSchool,
  type TestClient,
} from '../../testing/smallSchool';

/** A Wednesday; the Friday after it, in the afternoon. */
const WEDNESDAY = Date.UTC(2026, 11, 2, 10);
const FRIDAY = Date.UTC(2026, 11, 4, 16);

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let now = WEDNESDAY;
let ada: TestClient;
let ben: TestClient;
let teacher: TestClient;
let other: TestClient;

beforeEach(async () => {
  now = WEDNESDAY;
  school = await smallSchool(now);
  harness = appOf(school, () => now);
  [ada, ben, teacher, other] = [
    await harness.as('ada'),
    await harness.as('ben'),
    await harness.as('ms-reed'),
    await harness.as('mr-dune'),
  ];
});
afterEach(() => school.close());

const statusOf = async (answering: Promise<Response>): Promise<number> => (await answering).status;
const families = () => `/api/groups/${school.groups.reeds}/families`;

async function cardFor(child: 'ada' | 'ben', most = 2): Promise<FamilyCardView> {
  const id = randomUUID();
  const cards = await teacher.json<FamilyCardView[]>('POST', families(), {
    cards: [{ id, child: school.people[child] }],
    most,
  });
  return cards.find((card) => card.id === id)!;
}

const joining = (code: string, signInName: string) => ({
  code,
  name: signInName,
  signInName,
  password: 'wet-boots-drying',
  keep: true,
});
async function join(code: string, signInName = 'home.ada'): Promise<TestClient> {
  const client = harness.client();
  const me = await client.json<Me>('POST', '/api/family/joins', joining(code, signInName));
  expect(me).toMatchObject({ role: 'family', name: signInName, groups: [] });
  return client;
}

async function send(client: TestClient): Promise<{ pieceId: string; goId: string }> {
  const { pieceId } = await client.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  const extent = await extentOf(school, 'piece', pieceId);
  const { id } = await client.json<GoView>('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent });
  return { pieceId, goId: id };
}

async function release(goId: string, outcome: 'again' | 'finished' = 'finished'): Promise<string> {
  const review = await teacher.json<ReviewView>('POST', `/api/goes/${goId}/review`);
  const extent = await extentOf(school, 'marks', review.id);
  await teacher.json('POST', `/api/reviews/${review.id}/release`, { outcome, note: 'A calm sea.', extent });
  return review.id;
}

const homeOf = (client: TestClient, child: 'ada' | 'ben' = 'ada') =>
  client.json<HomeView>('GET', `/api/children/${school.people[child]}/home`);

it('a family joins by a card, as many as may, until the teacher ends it', async () => {
  const card = await cardFor('ada');
  const first = await join(card.code.toLowerCase());
  const second = await join(card.code, 'grandpa.ada');
  expect(await statusOf(harness.client().request('POST', '/api/family/joins', joining(card.code, 'third')))).toBe(409);
  expect((await homeOf(second)).cards[0]!.people.map(({ name }) => name)).toEqual(['home.ada', 'grandpa.ada']);
  await teacher.request('DELETE', `/api/family-cards/${card.id}`);
  for (const client of [first, second]) {
    expect(await client.json<ChildCard[]>('GET', '/api/family/children')).toEqual([]);
    expect(await statusOf(client.request('GET', `/api/children/${school.people.ada}/home`))).toBe(404);
  }
  expect(await statusOf(harness.client().request('POST', '/api/family/joins', joining(card.code, 'late')))).toBe(404);
});

it('of two who join at once for the last place one is let in; a name that is taken is no way in', async () => {
  const card = await cardFor('ada', 1);
  const statuses = await Promise.all(
    ['one', 'two', 'three'].map((name) =>
      statusOf(harness.client().request('POST', '/api/family/joins', joining(card.code, name))),
    ),
  );
  expect(statuses.sort()).toEqual([201, 409, 409]);
  const next = await cardFor('ada');
  expect(await statusOf(harness.client().request('POST', '/api/family/joins', joining(next.code, 'ben')))).toBe(409);
  expect((await teacher.json<FamilyCardView[]>('GET', families())).find(({ id }) => id === next.id)!.people).toEqual(
    [],
  );
});

it('sees what is to do, what was sent and what came back, and nothing of a draft', async () => {
  const home = await join((await cardFor('ada')).code);
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  const stateOf = async () => {
    const piece = (await homeOf(home)).pieces.find(({ activityId }) => activityId === school.activities.open)!;
    return [piece.state, piece.goes.length];
  };
  expect(await stateOf()).toEqual(['new', 0]);
  const { goId } = await send(ada);
  expect(await stateOf()).toEqual(['with-teacher', 0]);
  for (const path of ['', '/document', '/marks', '/picture'])
    expect(await statusOf(home.request('GET', `/api/home/goes/${goId}${path}`))).toBe(404);
  const reviewId = await release(goId, 'again');
  expect(await stateOf()).toEqual(['another-go', 1]);
  expect(await home.json<HomeGoView>('GET', `/api/home/goes/${goId}`)).toMatchObject({
    child: 'ada',
    mayBeSeen: true,
    go: { review: { note: 'A calm sea.', outcome: 'again' } },
  });
  for (const path of ['/document', '/marks', '/picture'])
    expect(await statusOf(home.request('GET', `/api/home/goes/${goId}${path}`))).toBe(200);
  // The learner's and the teacher's own addresses stay theirs.
  for (const path of [
    `/api/pieces/${pieceId}`,
    `/api/goes/${goId}`,
    `/api/goes/${goId}/document`,
    `/api/reviews/${reviewId}/marks`,
  ])
    expect(await statusOf(home.request('GET', path))).toBe(404);
});

it('sees nothing of another child, of a class or of a school', async () => {
  const home = await join((await cardFor('ada')).code);
  const { goId } = await send(ben);
  await release(goId);
  const { reeds } = school.groups;
  const { open } = school.activities;
  const closed = [
    `/api/children/${school.people.ben}/home`,
    `/api/home/goes/${goId}`,
    `/api/home/goes/${goId}/document`,
    `/api/goes/${goId}/picture`,
    `/api/groups/${reeds}/classroom`,
    `/api/groups/${reeds}/walls`,
    `/api/activities/${open}/groups/${reeds}/wall`,
    `/api/activities/${open}/plan`,
    `/api/groups/${reeds}/families`,
  ];
  for (const path of closed) expect([path, await statusOf(home.request('GET', path))]).toEqual([path, 404]);
  expect((await home.json<{ mine: unknown[] }>('GET', `/api/now`)) as object).toMatchObject({ cards: [] });
  expect(await statusOf(home.request('POST', `/api/activities/${open}/piece`))).toBe(404);
});

it('somebody at home says that they have seen it; the child knows who looks, and sees the same', async () => {
  const home = await join((await cardFor('ada')).code);
  const { goId } = await send(ada);
  await release(goId);
  expect((await home.json<ChildCard[]>('GET', '/api/family/children'))[0]).toMatchObject({ name: 'ada', unseen: 1 });
  expect(await statusOf(home.request('PUT', `/api/home/goes/${goId}/seen`))).toBe(204);
  await home.request('PUT', `/api/home/goes/${goId}/seen`);
  expect((await home.json<ChildCard[]>('GET', '/api/family/children'))[0]!.unseen).toBe(0);
  await homeOf(home);
  const own = await homeOf(ada);
  expect(own.cards).toMatchObject([
    { group: 'Reeds', teachers: ['ms-reed'], people: [{ name: 'home.ada', lookedAt: now }] },
  ]);
  expect(own.pieces.flatMap(({ goes }) => goes)).toMatchObject([{ id: goId, seenBy: ['home.ada'] }]);
  // The child can't say it in their place, and a classmate sees nothing of it.
  expect(await statusOf(ada.request('PUT', `/api/home/goes/${goId}/seen`))).toBe(404);
  expect(await statusOf(ben.request('GET', `/api/children/${school.people.ada}/home`))).toBe(404);
});

it('what a family and the teachers say to each other is read by them alone', async () => {
  const card = await cardFor('ada');
  const secondCard = await cardFor('ada');
  const home = await join(card.code);
  const elsewhere = await join(secondCard.code, 'papa.ada');
  const path = `/api/family-cards/${card.id}/messages`;
  const message = { id: randomUUID(), words: 'Ada slept badly.' };
  for (let i = 0; i < 2; i++) await home.json('POST', path, message);
  expect(await teacher.json<FamilyTalkView>('GET', path)).toMatchObject({
    child: 'ada',
    readers: ['ms-reed', 'home.ada'],
    messages: [{ words: 'Ada slept badly.', mine: false, author: { name: 'home.ada', teacher: false } }],
  });
  expect((await teacher.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({
    kind: 'asked',
    words: 'home.ada, about ada: Ada slept badly.',
    path: `/home-talk/${card.id}`,
  });
  await teacher.json('POST', path, { id: randomUUID(), words: 'Thank you. She can rest.' });
  expect((await home.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({ kind: 'answered' });
  for (const client of [ada, ben, other, elsewhere]) {
    expect(await statusOf(client.request('GET', path))).toBe(404);
    expect(await statusOf(client.request('POST', path, { id: randomUUID(), words: 'x' }))).toBe(404);
  }
  expect(await statusOf(home.request('POST', path, { id: randomUUID(), words: ' ' }))).toBe(400);
  await teacher.request('DELETE', `/api/family-cards/${card.id}`);
  expect(await statusOf(home.request('GET', path))).toBe(404);
  expect(await statusOf(teacher.request('POST', path, { id: randomUUID(), words: 'x' }))).toBe(409);
});

it('one person sees several children, of several groups; another’s card adds only what it is for', async () => {
  const home = await join((await cardFor('ada')).code);
  const { code } = await cardFor('ben');
  const children = await home.json<ChildCard[]>('POST', '/api/family/children', { code });
  expect(children.map(({ name }) => name)).toEqual(['ada', 'ben']);
  expect((await homeOf(home, 'ben')).child.name).toBe('ben');
  expect(await statusOf(ada.request('POST', '/api/family/children', { code }))).toBe(403);
  expect(
    await statusOf(other.request('POST', families(), { cards: [{ id: randomUUID(), child: school.people.ada }] })),
  ).toBe(404);
  expect(
    await statusOf(teacher.request('POST', families(), { cards: [{ id: randomUUID(), child: school.people.cai }] })),
  ).toBe(404);
});

it('the letter of the week says what was done and what is coming, once', async () => {
  const home = await join((await cardFor('ada')).code, 'ada.home@example.org');
  const { goId } = await send(ada);
  await release(goId);
  const { weekLetters } = harness.services;
  await weekLetters.writeAll();
  expect(await home.json<LetterView[]>('GET', '/api/me/letters')).toEqual([]);
  now = FRIDAY;
  for (let i = 0; i < 3; i++) await weekLetters.writeAll();
  const letters = await home.json<LetterView[]>('GET', '/api/me/letters');
  expect(letters).toMatchObject([{ address: 'ada.home@example.org', subject: 'The week of ada' }]);
  expect(letters[0]!.words).toContain('Finished:\n• Open work');
  now = FRIDAY + 7 * 86_400_000;
  await weekLetters.writeAll();
  expect(await home.json<LetterView[]>('GET', '/api/me/letters')).toHaveLength(2);
});

it('a calendar of the children’s work ends with the card', async () => {
  const card = await cardFor('ada');
  const home = await join(card.code);
  await Assignment.update({ due: new Date(now + 86_400_000) }, { where: { activityId: school.activities.open } });
  const { address } = await home.json<{ address: string }>('POST', '/api/calendar');
  const calendar = async (): Promise<string> => (await harness.client().request('GET', address)).text();
  expect(await calendar()).toContain('BEGIN:VCALENDAR');
  const dated = (await calendar()).includes('SUMMARY:ada: ');
  await teacher.request('DELETE', `/api/family-cards/${card.id}`);
  expect(dated).toBe(true);
  expect(await calendar()).not.toContain('SUMMARY:');
});

it('of two children, or a child and a teacher, nobody stays to be changed to: a class shares its devices', async () => {
  const signedInBy = async (name: string) => {
    await ada.json('POST', '/api/sessions', { signInName: name, password: PASSWORD, also: true });
    return (await ada.json<{ name: string }[]>('GET', '/api/device/people')).map((person) => person.name);
  };
  expect(await signedInBy('ben')).toEqual([]);
  expect(await signedInBy('ms-reed')).toEqual([]);
  expect(await signedInBy('ben')).toEqual([]);
});

it('a file that is shown with an activity is seen at home as the child sees it, and not before', async () => {
  const home = await join((await cardFor('ada')).code);
  const { open } = school.activities;
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  const { id: media } = (await (await teacher.bringTo(`activities/${open}`, svg)).json()) as { id: string };
  const seen = () => statusOf(home.request('GET', `/api/media/${media}`));
  expect(await seen()).toBe(200);
  const material = { id: randomUUID(), kind: 'file', title: 'Answers', words: '', address: '', media, seconds: null };
  await Activity.update(
    { materials: [{ ...material, spans: [], shown: 'sent', at: null }] as never },
    { where: { id: open } },
  );
  expect(await seen()).toBe(404);
  await send(ada);
  expect(await seen()).toBe(200);
});

it('two who use one device change with one request, and only to somebody who stayed signed in there', async () => {
  const { code } = await cardFor('ada');
  await ada.json('POST', '/api/family/joins', { ...joining(code, 'home.ada'), also: true });
  expect((await ada.json<Me>('GET', '/api/me')).name).toBe('home.ada');
  const here = await ada.json<{ id: string; name: string }[]>('GET', '/api/device/people');
  expect(here.map(({ name }) => name)).toEqual(['ada']);
  expect((await ada.json<Me>('POST', '/api/sessions/switch', { personId: school.people.ada })).name).toBe('ada');
  expect((await ada.json<{ name: string }[]>('GET', '/api/device/people')).map(({ name }) => name)).toEqual([
    'home.ada',
  ]);
  expect(await statusOf(ada.request('POST', '/api/sessions/switch', { personId: school.people.ben }))).toBe(401);
  expect(await statusOf(ben.request('POST', '/api/sessions/switch', { personId: school.people.ada }))).toBe(401);
  // Signed out, they are not there to be changed to.
  await ada.request('DELETE', '/api/sessions/current');
  expect((await ada.json<{ name: string }[]>('GET', '/api/device/people')).map(({ name }) => name)).toEqual([
    'home.ada',
  ]);
});
