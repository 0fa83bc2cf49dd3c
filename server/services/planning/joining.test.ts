/** Joining one activity by its code and a name; and saying later who that was. */
import { randomUUID } from 'node:crypto';
import type { JoiningView } from '@lippet/core/contract/class';
import type { DeviceGroup, Me } from '@lippet/core/contract/signIn';
import type { NowView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';
import { somebodyWaits } from '../../testing/somebodyWaits';

const PICTURES = ['boot', 'drum', 'moon'];

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let teacher: TestClient;
let code: string;
const joining = (): string => `/api/activities/${school.activities.open}/joining`;
beforeEach(async () => {
  school = await smallSchool();
  harness = appOf(school);
  teacher = await harness.as('ms-reed');
  code = (await teacher.json<JoiningView>('PUT', joining())).code!;
});
afterEach(() => school.close());

/** A device that has typed the code. */
async function device(typed = code): Promise<TestClient> {
  const client = harness.client();
  await client.json('POST', '/api/device', { code: typed });
  return client;
}
async function guest(name: string): Promise<TestClient> {
  const client = await device();
  await client.json('POST', '/api/joins', { name, pictures: PICTURES });
  return client;
}
const lineNames = async (client: TestClient): Promise<string[]> =>
  (await client.json<ReviewQueueView>('GET', `/api/activities/${school.activities.open}/line`)).line
    .map(({ name }) => name)
    .sort();

it('gives who joins this one activity, and shows their work to its teacher', async () => {
  const fern = await guest('Fern');
  expect((await fern.json<NowView>('GET', '/api/now')).cards.map(({ title }) => title)).toEqual(['Open work']);
  const { pieceId } = await fern.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  await fern.json('POST', `/api/pieces/${pieceId}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', pieceId),
  });
  expect(await lineNames(teacher)).toContain('Fern');
  expect((await teacher.json<JoiningView>('GET', joining())).guests).toMatchObject([
    { name: 'Fern', state: 'with-teacher' },
  ]);
  for (const path of [
    `/api/groups/${school.groups.reeds}/classroom`,
    `/api/activities/${school.activities.later}/threads`,
  ])
    expect((await fern.request('GET', path)).status).toBe(404);
});

it('lets them come back by their name and their pictures', async () => {
  await guest('Fern');
  const again = await device();
  const group = await again.json<DeviceGroup>('GET', '/api/device');
  expect([group.joins, group.people.map(({ name }) => name)]).toEqual(['Open work', ['Fern']]);
  expect(
    (await again.json<Me>('POST', '/api/sessions', { personId: group.people[0]!.id, pictures: PICTURES })).name,
  ).toBe('Fern');
});

it('refuses a name that is there, a code that is closed, and one that is no code for joining', async () => {
  await guest('Fern');
  const second = await device();
  expect((await second.request('POST', '/api/joins', { name: ' fern ', pictures: PICTURES })).status).toBe(409);
  expect((await second.request('POST', '/api/joins', { name: '', pictures: PICTURES })).status).toBe(400);
  expect((await second.request('POST', '/api/joins', { name: 'Rowan', pictures: ['boot'] })).status).toBe(400);
  await teacher.json('DELETE', joining());
  expect((await second.request('POST', '/api/joins', { name: 'Rowan', pictures: PICTURES })).status).toBe(404);
  const ofClass = await device('REEDS1');
  expect((await ofClass.json<DeviceGroup>('GET', '/api/device')).joins).toBeNull();
  expect((await ofClass.request('POST', '/api/joins', { name: 'Rowan', pictures: PICTURES })).status).toBe(404);
  expect((await teacher.json<JoiningView>('PUT', joining())).code).not.toBe(code);
});

it('makes a guest’s work that of the learner they turn out to be, and ends the guest', async () => {
  const fern = await guest('Ben, I think');
  const { pieceId } = await fern.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  await drawInto(school, pieceId);
  const {
    guests: [found],
  } = await teacher.json<JoiningView>('GET', joining());
  const matched = await teacher.json<JoiningView>('POST', `${joining()}/${found!.id}/match`, {
    person: school.people.ben,
  });
  expect(matched.guests).toEqual([]);
  expect((await fern.request('GET', '/api/now')).status).toBe(401);
  const ben = await harness.as('ben');
  expect((await ben.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.status.state).toBe('ready');
  expect(await lineNames(teacher)).toEqual(['ada', 'ben']);
});

it('moves nothing where the learner has work of their own, nor to somebody else’s learner', async () => {
  const ben = await harness.as('ben');
  await ben.json('POST', `/api/activities/${school.activities.open}/piece`);
  const fern = await guest('Fern');
  const { pieceId } = await fern.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  const {
    guests: [found],
  } = await teacher.json<JoiningView>('GET', joining());
  const match = (client: TestClient, person: string): Promise<Response> =>
    client.request('POST', `${joining()}/${found!.id}/match`, { person });
  expect((await match(teacher, school.people.ben)).status).toBe(409);
  expect((await match(teacher, school.people.cai)).status).toBe(404);
  expect((await match(await harness.as('mr-dune'), school.people.cai)).status).toBe(404);
  expect((await fern.json<PieceView>('GET', `/api/pieces/${pieceId}`)).id).toBe(pieceId);
});

it('moves nothing where the learner begins work of their own at that moment', async () => {
  const fern = await guest('Fern');
  const { pieceId } = await fern.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`);
  const {
    guests: [found],
  } = await teacher.json<JoiningView>('GET', joining());
  const beginning = await school.sequelize.transaction();
  await school.sequelize.query(
    `INSERT INTO pieces (id, activity_id, person_id)
     VALUES (gen_random_uuid(), '${school.activities.open}', '${school.people.ben}')`,
    { transaction: beginning },
  );
  const matching = teacher.request('POST', `${joining()}/${found!.id}/match`, { person: school.people.ben });
  // It has looked, has seen none, and waits behind the one that is being begun.
  await somebodyWaits(school);
  await beginning.commit();
  expect((await matching).status).toBe(409);
  expect((await fern.json<PieceView>('GET', `/api/pieces/${pieceId}`)).id).toBe(pieceId);
});

it('stays open when the activity is changed and given out again', async () => {
  await guest('Fern');
  const path = `/api/activities/${school.activities.open}`;
  const { plan, version } = await teacher.json<{ plan: { groups: object[] }; version: number }>('GET', `${path}/plan`);
  expect(plan.groups).toHaveLength(1);
  const saved = await teacher.json<{ version: number }>('PUT', `${path}/plan`, {
    version,
    plan: { ...plan, goal: 'Something new' },
  });
  await teacher.json('POST', `${path}/set`, { version: saved.version });
  expect(await lineNames(teacher)).toContain('Fern');
});

it('slows down a script that joins again and again, and never those who sign in from the same address', async () => {
  const script = await device();
  const statuses: number[] = [];
  for (let i = 0; i < 62; i++)
    statuses.push((await script.request('POST', '/api/joins', { name: `Guest ${i}`, pictures: PICTURES })).status);
  expect(statuses.slice(0, 61).every((status) => status === 201)).toBe(true);
  expect(statuses[61]).toBe(429);
  // One wrong try of somebody else there is still only wrong.
  expect(
    (await harness.client().request('POST', '/api/sessions', { signInName: 'ben', password: 'wrong' })).status,
  ).toBe(401);
  await harness.as('ben');
});
