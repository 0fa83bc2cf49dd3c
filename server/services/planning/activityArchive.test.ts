/** Activities out and in; archives that are broken or mean harm. */
import { sheetsOf } from '@lippet/core/parts/part';
import { randomUUID } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { ActivityCard, PlanView } from '@lippet/core/contract/activities';
import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { richTextOf } from '@lippet/core/words/richText';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';

let school: SmallSchool;
let teacher: TestClient;
beforeAll(async () => {
  school = await smallSchool();
  teacher = await appOf(school).as('ms-reed');
});
afterAll(() => school.close());

async function made(): Promise<{ id: string; plan: ActivityPlan }> {
  const [id, media] = [randomUUID(), randomUUID()];
  await teacher.json('POST', '/api/activities', { id });
  await teacher.bringTo(`activities/${id}`, SVG, media);
  const plan: ActivityPlan = {
    ...EMPTY_PLAN,
    title: 'Draw: a buoy / 2',
    task: richTextOf('Draw it.'),
    groups: [
      { group: school.groups.reeds, folder: null, free: false, crews: [], opens: null, due: null, closes: null },
    ],
    parts: [
      {
        id: randomUUID(),
        kind: 'page',
        title: 'Buoy',
        required: true,
        choice: null,
        waits: false,
        settings: { sheets: [{ width: 300, height: 400, background: { kind: 'photo', media, alt: 'A buoy' } }] },
      },
    ],
  };
  await teacher.json('PUT', `/api/activities/${id}/plan`, { version: 0, plan });
  return { id, plan };
}
const bring = (content: Uint8Array, client = teacher): Promise<Response> =>
  client.request('POST', '/api/activities/archives', Buffer.from(content));
const drafts = async (): Promise<number> => (await teacher.json<ActivityCard[]>('GET', '/api/activities')).length;

it('goes out with its files and comes back as a draft of its own', async () => {
  const { id, plan } = await made();
  const response = await teacher.request('GET', `/api/activities/${id}/archive.zip`);
  expect([response.headers.get('content-type'), response.headers.get('content-disposition')]).toEqual([
    'application/zip',
    expect.stringContaining('Draw%20a%20buoy%20%202.zip'),
  ]);
  const archive = new Uint8Array(await response.arrayBuffer());
  const entries = unzipSync(archive);
  expect(
    Object.keys(entries)
      .map((name) => name.replace(/[0-9a-f-]{36}/, '<id>'))
      .sort(),
  ).toEqual(['activity.json', 'media/<id>.webp']);
  expect(JSON.parse(strFromU8(entries['activity.json']!))).toMatchObject({
    format: 'lippet-activity',
    version: 1,
    plan: { title: plan.title, groups: [] },
  });
  const answer = await bring(archive);
  expect(answer.status).toBe(201);
  const { id: again } = (await answer.json()) as { id: string };
  const copy = await teacher.json<PlanView>('GET', `/api/activities/${again}/plan`);
  expect(copy).toMatchObject({ state: 'draft', plan: { title: plan.title } });
  expect(copy.plan.parts[0]!.id).not.toBe(plan.parts[0]!.id);
  const { media } = sheetsOf(copy.plan.parts[0]!)[0]!.background as { media: string };
  expect((await teacher.request('GET', `/api/media/${media}`)).status).toBe(200);
});

describe('an archive that is broken or means harm', () => {
  const media = randomUUID();
  const manifest = (change: object = {}): Uint8Array =>
    strToU8(
      JSON.stringify({
        format: 'lippet-activity',
        version: 1,
        plan: {
          ...EMPTY_PLAN,
          title: 'Trap',
          materials: [
            {
              id: randomUUID(),
              kind: 'picture',
              title: 'x',
              words: '',
              address: '',
              media,
              seconds: null,
              spans: [],
              shown: 'start',
              at: null,
            },
          ],
        },
        ...change,
      }),
    );
  const big = new Uint8Array(3 * 1024 * 1024);
  it.each([
    ['no ZIP', () => strToU8('not a zip at all')],
    ['cut short', () => zipSync({ 'activity.json': manifest() }).slice(0, 60)],
    ['without a plan', () => zipSync({ 'readme.txt': strToU8('hello') })],
    ['with a plan of somebody else’s', () => zipSync({ 'activity.json': manifest({ format: 'other' }) })],
    ['with a plan that is no JSON', () => zipSync({ 'activity.json': strToU8('{') })],
    ['with a plan like a bomb', () => zipSync({ 'activity.json': big }, { level: 9 })],
    [
      'with a path out of its folder',
      () => zipSync({ 'activity.json': manifest(), [`../../media/${media}.webp`]: strToU8(SVG) }),
    ],
    [
      'with a file that is no picture',
      () => zipSync({ 'activity.json': manifest(), [`media/${media}.webp`]: strToU8('<?php evil') }),
    ],
    ['with an empty file', () => zipSync({ 'activity.json': manifest(), [`media/${media}.webp`]: new Uint8Array() })],
  ])('%s is refused with a sentence, and nothing of it stays', async (_, content) => {
    const before = await drafts();
    const response = await bring(content());
    expect([400, 413, 415]).toContain(response.status);
    expect(((await response.json()) as { message: string }).message).toMatch(/^[A-Z].*\.$/s);
    expect(await drafts()).toBe(before);
    expect(
      await school.query("SELECT 1 FROM media WHERE activity_id IN (SELECT id FROM activities WHERE title = 'Trap')"),
    ).toEqual([]);
  });

  it('is nobody’s to bring in but a teacher’s', async () => {
    const ben = await appOf(school).as('ben');
    expect((await bring(zipSync({ 'activity.json': manifest() }), ben)).status).toBe(403);
  });
});
