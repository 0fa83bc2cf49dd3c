/** Work that is for a crew of a group alone: nobody else of the group has it, nor knows of it. */
import { randomUUID } from 'node:crypto';
import type { PlanView } from '@lippet/core/contract/activities';
import type { ActivityPlan } from '@lippet/core/contract/activityDefinition';
import type { OwnCrewView } from '@lippet/core/contract/crews';
import type { NowView } from '@lippet/core/contract/pieces';
import { newPart } from '@lippet/core/parts/part';
import { richTextOf } from '@lippet/core/words/richText';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let teacher: TestClient;
let other: TestClient;
let ada: TestClient;
let ben: TestClient;
const crew = randomUUID();

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school);
  [teacher, other, ada, ben] = [await as('ms-reed'), await as('mr-dune'), await as('ada'), await as('ben')];
  await putCrew([school.people.ada]);
});
afterAll(() => school.close());

async function putCrew(learners: string[]): Promise<void> {
  const path = `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/crews`;
  const crews = [{ id: crew, name: 'Gulls', note: '', meetsAt: null, link: null, learners }];
  await teacher.json('PUT', path, { crews });
}

const filled = (plan: ActivityPlan): ActivityPlan => ({
  ...plan,
  title: 'Again, with the number line',
  task: richTextOf('Do these.'),
  parts: [newPart('tick', randomUUID(), 'Done')],
});

/** An activity that was begun for the crew, and given out. */
async function workForCrew(change = filled): Promise<string> {
  const id = randomUUID();
  await teacher.json('POST', '/api/activities', { id, crew });
  const { version, plan } = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  const saved = await teacher.json<{ version: number }>('PUT', `/api/activities/${id}/plan`, {
    version,
    plan: change(plan),
  });
  expect((await teacher.request('POST', `/api/activities/${id}/set`, saved)).status).toBe(200);
  return id;
}

const has = async (client: TestClient, id: string): Promise<boolean> =>
  JSON.stringify(await client.json<NowView>('GET', '/api/now')).includes(id);
const statusOf = async (answering: Promise<Response>): Promise<number> => (await answering).status;

it('is begun for a crew of a group that one teaches, and for no other', async () => {
  expect(await statusOf(other.request('POST', '/api/activities', { id: randomUUID(), crew }))).toBe(404);
  expect(await statusOf(ada.request('POST', '/api/activities', { id: randomUUID(), crew }))).toBe(404);
  expect(await statusOf(teacher.request('POST', '/api/activities', { id: randomUUID(), crew: randomUUID() }))).toBe(
    404,
  );
});

it('is on Now, and opened, by whoever is in the crew; for the others it is not there', async () => {
  const id = await workForCrew();
  expect([await has(ada, id), await has(ben, id)]).toEqual([true, false]);
  expect(await statusOf(ada.request('POST', `/api/activities/${id}/piece`))).toBe(200);
  for (const path of [`/api/activities/${id}/threads`, `/api/activities/${id}/picture`])
    expect(await statusOf(ben.request('GET', path))).toBe(404);
  expect(await statusOf(ben.request('POST', `/api/activities/${id}/piece`))).toBe(404);
  expect(JSON.stringify(await ben.json('GET', '/api/updates'))).not.toContain(id);
  expect(JSON.stringify(await ada.json('GET', '/api/updates'))).toContain(id);
  const [own] = await ada.json<OwnCrewView[]>('GET', '/api/crews');
  expect(own!.work).toEqual([{ id, title: 'Again, with the number line' }]);
});

it('goes with the crew; whoever has begun it keeps it', async () => {
  const [begun, fresh] = [await workForCrew(), await workForCrew()];
  await ada.request('POST', `/api/activities/${begun}/piece`);
  await putCrew([school.people.ben]);
  expect([await has(ada, begun), await has(ada, fresh)]).toEqual([true, false]);
  expect([await has(ben, begun), await has(ben, fresh)]).toEqual([true, true]);
  await putCrew([school.people.ada]);
});

it('is for everybody once no crew is named, and never for one that was taken apart', async () => {
  const id = await workForCrew((plan) =>
    filled({ ...plan, groups: plan.groups.map((one) => ({ ...one, crews: [] })) }),
  );
  expect([await has(ada, id), await has(ben, id)]).toEqual([true, true]);
  const lost = randomUUID();
  await teacher.json('POST', '/api/activities', { id: lost, crew });
  const { version, plan } = await teacher.json<PlanView>('GET', `/api/activities/${lost}/plan`);
  const groups = plan.groups.map((one) => ({ ...one, crews: [randomUUID()] }));
  const saved = await teacher.json<{ version: number }>('PUT', `/api/activities/${lost}/plan`, {
    version,
    plan: filled({ ...plan, groups }),
  });
  expect(await statusOf(teacher.request('POST', `/api/activities/${lost}/set`, saved))).toBe(422);
});
