/** Groups: all added or none, keys that work once they are shown, learners who leave. */
import { randomUUID } from 'node:crypto';
import type { GroupView, KeyCard } from '@lippet/core/contract/groups';
import type { DeviceGroup } from '@lippet/core/contract/signIn';
import type { ClassView } from '@lippet/core/contract/classes';
import type { NowView } from '@lippet/core/contract/pieces';
import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import { appOf, drawInto, PASSWORD, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let teacher: TestClient;
beforeAll(async () => {
  school = await smallSchool();
  harness = appOf(school);
  teacher = await harness.as('ms-reed');
});
afterAll(() => school.close());

const make = async (name = 'Terns'): Promise<string> => {
  const id = randomUUID();
  await teacher.json('POST', '/api/groups', { id, name });
  return id;
};
const learner = (name: string, signInName?: string) => ({
  id: randomUUID(),
  name,
  ...(signInName ? { signInName } : {}),
});
const signIn = (client: TestClient, card: KeyCard): Promise<Response> =>
  client.request(
    'POST',
    '/api/sessions',
    card.pictures
      ? { personId: card.id, pictures: card.pictures }
      : { signInName: card.signInName, password: card.password },
  );

it('a teacher makes picture keys longer; each opens by all of its pictures, and the pad knows how many they are', async () => {
  const group = await make();
  const [gwen, ola] = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, {
    keys: 'picture',
    keyLength: 4,
    learners: [learner('Gwen Hale'), learner('Ola Rist')],
  });
  expect(new Set(gwen!.pictures).size).toBe(4);
  const device = harness.client();
  const { people } = await device.json<DeviceGroup>('POST', '/api/device', { code: gwen!.code });
  expect(people.map(({ keyLength }) => keyLength)).toEqual([4, 4]);
  expect((await signIn(device, { ...gwen!, pictures: gwen!.pictures!.slice(0, 3) })).status).toBe(401);
  expect((await signIn(device, gwen!)).status).toBe(201);
  // New ones are as long as the old where nobody says otherwise.
  const newKeys = (body: object) => teacher.json<KeyCard[]>('POST', `/api/groups/${group}/keys`, body);
  const [same] = await newKeys({ people: [gwen!.id] });
  expect(same!.pictures).toHaveLength(4);
  const [longer] = await newKeys({ people: [ola!.id], keyLength: 5 });
  expect((await signIn(device, ola!)).status).toBe(401);
  expect((await signIn(device, longer!)).status).toBe(201);
  const view = await teacher.json<GroupView>('GET', `/api/groups/${group}`);
  expect(view.members.map(({ name, keyLength }) => [name, keyLength])).toEqual([
    ['Gwen Hale', 4],
    ['Ola Rist', 5],
  ]);
});

it.each([2, 6, 3.5, 'four'])('no key has %p pictures', async (keyLength) => {
  const group = await make();
  const body = { keys: 'picture', keyLength, learners: [learner('Gwen Hale')] };
  expect((await teacher.request('POST', `/api/groups/${group}/learners`, body)).status).toBe(400);
});

it('names stand in the order of their letters, in the group and where they are tapped', async () => {
  const group = await make('Plovers');
  const names = ['Zora Ek', 'Çelik Aydın', 'Dag Moe', 'ada Low', 'Ćiro Pavlić', 'Cora Dunn'];
  const [card] = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, {
    keys: 'picture',
    learners: names.map((name) => learner(name)),
  });
  const ordered = ['ada Low', 'Çelik Aydın', 'Ćiro Pavlić', 'Cora Dunn', 'Dag Moe', 'Zora Ek'];
  const view = await teacher.json<GroupView>('GET', `/api/groups/${group}`);
  expect(view.members.map(({ name }) => name)).toEqual(ordered);
  const { people } = await harness.client().json<DeviceGroup>('POST', '/api/device', { code: card!.code });
  expect(people.map(({ name }) => name)).toEqual(ordered);
});

it('a group is made with learners, and both kinds of key open', async () => {
  const group = await make();
  await teacher.json('POST', '/api/groups', { id: group, name: 'Terns' });
  const [fern] = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, {
    keys: 'picture',
    learners: [learner('Fern Oduya')],
  });
  const [bo, twin] = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, {
    keys: 'password',
    learners: [learner('Bo Lind'), learner('Bo Lind')],
  });
  expect([fern!.signInName, bo!.signInName, twin!.signInName]).toEqual(['fern.oduya', 'bo.lind', 'bo.lind.2']);
  expect(new Set(fern!.pictures).size).toBe(3);
  const device = harness.client();
  const { tappable } = { tappable: await device.json<DeviceGroup>('POST', '/api/device', { code: fern!.code }) };
  expect(JSON.stringify(tappable)).toContain('Fern Oduya');
  expect((await signIn(device, fern!)).status).toBe(201);
  expect((await signIn(harness.client(), bo!)).status).toBe(201);
  // A picture key is nothing without the group's device.
  expect((await signIn(harness.client(), fern!)).status).toBe(401);
  const view = await teacher.json<GroupView>('GET', `/api/groups/${group}`);
  expect(view.members.map(({ name, keys }) => [name, keys])).toEqual([
    ['Bo Lind', 'password'],
    ['Bo Lind', 'password'],
    ['Fern Oduya', 'picture'],
  ]);
  expect(JSON.stringify(view)).not.toContain(bo!.password!);
});

it('all are added or none', async () => {
  const group = await make();
  const rows = [learner('One'), learner('Two', 'ben')];
  const refused = await teacher.request('POST', `/api/groups/${group}/learners`, { keys: 'password', learners: rows });
  expect(refused.status).toBe(409);
  expect(((await refused.json()) as { message: string }).message).toBe(
    'The sign-in name “ben” is in use already. Nobody was added.',
  );
  for (const learners of [
    [],
    [{ id: 'x', name: 'X' }],
    [learner('  ')],
    Array.from({ length: 201 }, (_, i) => learner(`L${i}`)),
  ]) {
    expect(
      (await teacher.request('POST', `/api/groups/${group}/learners`, { keys: 'password', learners })).status,
    ).toBe(400);
  }
  expect((await teacher.json<GroupView>('GET', `/api/groups/${group}`)).members).toEqual([]);
});

it('asked again because an answer was lost, the same learners get keys that can be read', async () => {
  const group = await make();
  const learners = [learner('Ivo'), learner('Una')];
  await teacher.json('POST', `/api/groups/${group}/learners`, { keys: 'password', learners });
  const cards = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, { keys: 'password', learners });
  expect((await teacher.json<GroupView>('GET', `/api/groups/${group}`)).members).toHaveLength(2);
  for (const card of cards) expect((await signIn(harness.client(), card)).status).toBe(201);
});

it('nobody of another group can be taken over by their id', async () => {
  const group = await make();
  expect(
    (
      await teacher.request('POST', `/api/groups/${group}/learners`, {
        keys: 'password',
        learners: [{ id: school.people.cai, name: 'Cai' }],
      })
    ).status,
  ).toBe(404);
  expect((await teacher.request('POST', `/api/groups/${group}/keys`, { people: [school.people.cai] })).status).toBe(
    404,
  );
  expect(
    (await teacher.request('POST', `/api/groups/${school.groups.reeds}/keys`, { people: [school.people['ms-reed']] }))
      .status,
  ).toBe(404);
});

it('a new key ends the old one, and every device that it opened', async () => {
  const ben = await harness.as('ben');
  const [card] = await teacher.json<KeyCard[]>('POST', `/api/groups/${school.groups.reeds}/keys`, {
    people: [school.people.ben],
  });
  expect((await ben.request('GET', '/api/now')).status).toBe(401);
  expect(
    (await harness.client().request('POST', '/api/sessions', { signInName: 'ben', password: PASSWORD })).status,
  ).toBe(401);
  expect((await signIn(harness.client('10.9.9.9'), card!)).status).toBe(201);
});

it('a learner who leaves keeps the work, and their teacher sees it; nothing new comes', async () => {
  const ada = await harness.as('ada');
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  await teacher.json('DELETE', `/api/groups/${school.groups.reeds}/learners/${school.people.ada}`);
  const { cards } = await ada.json<NowView>('GET', '/api/now');
  expect(cards.map(({ title, status }) => [title, status.closed, status.mayDraw])).toEqual([
    ['Open work', true, false],
  ]);
  expect((await ada.request('GET', `/api/pieces/${pieceId}`)).status).toBe(200);
  expect((await ada.request('POST', `/api/activities/${school.activities.closed}/piece`)).status).toBe(404);
  const line = await teacher.json<ReviewQueueView>('GET', `/api/activities/${school.activities.open}/line`);
  expect(line.line.map(({ name }) => name).sort()).toEqual(['ada', 'ben']);
  const [reeds] = (await teacher.json<ClassView[]>('GET', '/api/classes')).filter(
    ({ id }) => id === school.groups.reeds,
  );
  expect(reeds!.learners.map(({ name }) => name)).toEqual(['ben']);
  await teacher.json('POST', `/api/groups/${school.groups.reeds}/learners/${school.people.ada}`);
  expect(
    (await ada.json<NowView>('GET', '/api/now')).cards.find(({ title }) => title === 'Open work')!.status.mayDraw,
  ).toBe(true);
});

it('whoever comes later is not overdue with what was due before they came', async () => {
  await school.sequelize.query("UPDATE assignments SET due = now() - interval '3 days' WHERE activity_id = ?", {
    replacements: [school.activities.open],
  });
  const [mara] = await teacher.json<KeyCard[]>('POST', `/api/groups/${school.groups.reeds}/learners`, {
    keys: 'picture',
    learners: [learner('Mara Lyle')],
  });
  const cardFor = async (client: TestClient) =>
    (await client.json<NowView>('GET', '/api/now')).cards.find(
      ({ activityId }) => activityId === school.activities.open,
    )!;
  const device = harness.client();
  await device.json<DeviceGroup>('POST', '/api/device', { code: mara!.code });
  await signIn(device, mara!);
  const later = await cardFor(device);
  expect([later.due, later.status.overdue, later.status.whenever]).toEqual([null, false, true]);
  const ben = await cardFor(await harness.as('ben'));
  expect(ben.status.overdue).toBe(true);
});

it('two of the same name are told apart wherever they stand together', async () => {
  const group = await make('Gulls');
  const [first, second, other] = await teacher.json<KeyCard[]>('POST', `/api/groups/${group}/learners`, {
    keys: 'picture',
    learners: [learner('Fern Oduya', 'fern.a'), learner('Fern Oduya', 'fern.b'), learner('Bo Lind')],
  });
  const named = [`Fern Oduya (${first!.signInName})`, `Fern Oduya (${second!.signInName})`];
  expect([first!.signInName, second!.signInName].sort()).toEqual(['fern.a', 'fern.b']);
  const device = harness.client();
  const { people } = await device.json<DeviceGroup>('POST', '/api/device', { code: other!.code });
  expect(people.map(({ name }) => name).sort()).toEqual(['Bo Lind', ...named].sort());
  expect(Object.keys(people[0]!).sort()).toEqual(['badge', 'id', 'keyLength', 'name', 'secret']);
  const view = (await teacher.json<ClassView[]>('GET', '/api/classes')).find(({ id }) => id === group)!;
  expect(view.learners.map(({ name }) => name).sort()).toEqual(['Bo Lind', ...named].sort());
});
