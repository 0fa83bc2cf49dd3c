/** What learners may choose, and folders that open together. */
import { randomUUID } from 'node:crypto';
import type { ActivityCard, PlanView } from '@lippet/core/contract/activities';
import type { ChoosableView, FolderView } from '@lippet/core/contract/class';
import type { GroupPlan } from '@lippet/core/contract/activityDefinition';
import type { NowView } from '@lippet/core/contract/pieces';
import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import { appOf, drawInto, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const HOUR = 3_600_000;

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let teacher: TestClient;
let now: number;
beforeEach(async () => {
  now = Date.UTC(2026, 10, 25, 10);
  school = await smallSchool(now);
  harness = appOf(school, () => now);
  [ada, teacher] = [await harness.as('ada'), await harness.as('ms-reed')];
});
afterEach(() => school.close());

const activity = (): string => `/api/activities/${school.activities.open}`;
async function change(group: Partial<GroupPlan>, more: object = {}): Promise<void> {
  const { plan, version } = await teacher.json<PlanView>('GET', `${activity()}/plan`);
  const saved = await teacher.json<{ version: number }>('PUT', `${activity()}/plan`, {
    version,
    plan: { ...plan, ...more, groups: [{ ...plan.groups[0]!, ...group }] },
  });
  await teacher.json('POST', `${activity()}/set`, { version: saved.version });
}
const titles = async (client: TestClient): Promise<string[]> =>
  (await client.json<NowView>('GET', '/api/now')).cards.map(({ title }) => title);
const collection = (client: TestClient): Promise<ChoosableView[]> => client.json('GET', '/api/collection');

describe('an activity to choose', () => {
  it('stands in the collection, not on Now, until a learner begins it', async () => {
    await change({ free: true }, { topic: 'Lighthouses', ages: { from: 7, to: 6 } });
    expect(await titles(ada)).not.toContain('Open work');
    expect(await collection(ada)).toMatchObject([
      { title: 'Open work', topic: 'Lighthouses', ages: { from: 6, to: 7 }, kinds: ['page'], state: null },
    ]);
    const { pieceId } = await ada.json<{ pieceId: string }>('POST', `${activity()}/piece`);
    await drawInto(school, pieceId);
    expect(await titles(ada)).toContain('Open work');
    expect((await collection(ada))[0]!.state).toBe('ready');
    expect(await titles(await harness.as('ben'))).not.toContain('Open work');
  });

  it('shows its teacher who began it, and counts nobody who did not', async () => {
    await change({ free: true });
    const line = async (): Promise<string[]> =>
      (await teacher.json<ReviewQueueView>('GET', `${activity()}/line`)).line.map(({ name }) => name);
    expect(await line()).toEqual([]);
    await ada.json('POST', `${activity()}/piece`);
    expect(await line()).toEqual(['ada']);
    const card = (await teacher.json<ActivityCard[]>('GET', '/api/activities')).find(
      ({ title }) => title === 'Open work',
    )!;
    expect([card.groups[0]!.free, Object.values(card.counts).reduce((sum, count) => sum + count, 0)]).toEqual([
      true,
      1,
    ]);
  });

  it('is nobody’s who is not in its group, and tells nobody that it is new', async () => {
    await change({ free: true });
    expect(await collection(await harness.as('cai'))).toEqual([]);
    expect((await (await harness.as('cai')).request('POST', `${activity()}/piece`)).status).toBe(404);
    expect((await ada.json<UpdateView[]>('GET', '/api/updates')).map(({ kind }) => kind)).not.toContain('new');
  });
});

describe('a folder', () => {
  const folder = { id: randomUUID(), title: 'Lighthouse week' };
  const keep = (opens: number | null): Promise<FolderView[]> =>
    teacher.json('PUT', `/api/groups/${school.groups.reeds}/folders`, { ...folder, opens });

  it('keeps what lies in it closed until it opens, by every address', async () => {
    await keep(now + HOUR);
    await change({ folder: folder.id });
    expect(await titles(ada)).not.toContain('Open work');
    expect((await ada.request('POST', `${activity()}/piece`)).status).toBe(404);
    now += 2 * HOUR;
    expect(
      (await ada.json<NowView>('GET', '/api/now')).cards.find(({ title }) => title === 'Open work')!.folder,
    ).toEqual(folder);
    await harness.services.reminders.tellAll();
    expect((await ada.json<UpdateView[]>('GET', '/api/updates'))[0]).toMatchObject({
      kind: 'new',
      words: 'New for you: Open work',
    });
  });

  it('opens later where the work itself does, and not at all before', async () => {
    await keep(now - HOUR);
    await change({ folder: folder.id, opens: now + HOUR });
    expect(await titles(ada)).not.toContain('Open work');
    now += 2 * HOUR;
    expect(await titles(ada)).toContain('Open work');
  });

  it('taken away, leaves its work to its own dates; a plan that still names it can be given out', async () => {
    await keep(now + HOUR);
    await change({ folder: folder.id });
    const { plan, version } = await teacher.json<PlanView>('GET', `${activity()}/plan`);
    expect([
      plan.groups[0]!.folder,
      (await teacher.json<PlanView>('GET', `${activity()}/plan`)).groups[0]!.folders,
    ]).toEqual([folder.id, [{ ...folder, opens: now + HOUR }]]);
    const saved = await teacher.json<{ version: number }>('PUT', `${activity()}/plan`, { version, plan });
    expect(await teacher.json('DELETE', `/api/folders/${folder.id}`)).toEqual([]);
    expect(await titles(ada)).toContain('Open work');
    await teacher.json('POST', `${activity()}/set`, { version: saved.version });
    expect((await teacher.json<PlanView>('GET', `${activity()}/plan`)).plan.groups[0]!.folder).toBeNull();
  });

  it('is another group’s teacher’s in no way', async () => {
    await keep(null);
    const other = await harness.as('mr-dune');
    expect(
      (await other.request('PUT', `/api/groups/${school.groups.reeds}/folders`, { ...folder, opens: null })).status,
    ).toBe(404);
    expect(
      (await other.request('PUT', `/api/groups/${school.groups.dunes}/folders`, { ...folder, opens: null })).status,
    ).toBe(404);
    expect((await other.request('DELETE', `/api/folders/${folder.id}`)).status).toBe(404);
    expect(
      (
        await teacher.request('PUT', `/api/groups/${school.groups.reeds}/folders`, {
          ...folder,
          title: ' ',
          opens: null,
        })
      ).status,
    ).toBe(400);
  });
});
