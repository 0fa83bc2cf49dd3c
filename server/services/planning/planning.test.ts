/** Making activities: drafts, giving out, changing what is begun, copies, putting away; and who may not. */
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import { QueryTypes } from 'sequelize';
import type { ActivityCard, PlanView } from '@lippet/core/contract/activities';
import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { sheetsOf, withSheets, type PartPlan, type PartPlanOf } from '@lippet/core/parts/part';
import type { NowView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewQueueView } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import { richTextOf } from '@lippet/core/words/richText';
import { isNeeded } from '../media/droppedFiles';
import { appOf, drawInto, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const HOUR = 3_600_000;
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';
let school: SmallSchool;
let teacher: TestClient;
let ada: TestClient;
let now = Date.now();

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school, () => now);
  teacher = await as('ms-reed');
  ada = await as('ada');
});
afterAll(() => school.close());

const page = (title: string, more: Partial<PartPlanOf<'page'>> = {}): PartPlanOf<'page'> => ({
  id: randomUUID(),
  kind: 'page',
  title,
  required: true,
  choice: null,
  waits: false,
  settings: { sheets: [{ width: 300, height: 400, background: { kind: 'blank' } }] },
  ...more,
});
const planOf = (change: Partial<ActivityPlan> = {}): ActivityPlan => ({
  ...EMPTY_PLAN,
  title: 'Draw a buoy',
  subject: 'Art',
  task: richTextOf('Draw it.'),
  parts: [page('Buoy')],
  groups: [{ group: school.groups.reeds, folder: null, free: false, crews: [], opens: null, due: null, closes: null }],
  ...change,
});
const draft = async (
  plan: ActivityPlan,
  id = randomUUID(),
  client = teacher,
): Promise<{ id: string; version: number }> => {
  await client.json('POST', '/api/activities', { id });
  const { version } = await client.json<PlanView>('GET', `/api/activities/${id}/plan`);
  return { id, ...(await client.json<{ version: number }>('PUT', `/api/activities/${id}/plan`, { version, plan })) };
};
const give = async (plan: ActivityPlan): Promise<string> => {
  const { id, version } = await draft(plan);
  await teacher.json('POST', `/api/activities/${id}/set`, { version });
  return id;
};
const change = async (id: string, plan: (before: ActivityPlan) => ActivityPlan): Promise<void> => {
  const view = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  const { version } = await teacher.json<{ version: number }>('PUT', `/api/activities/${id}/plan`, {
    version: view.version,
    plan: plan(view.plan),
  });
  await teacher.json('POST', `/api/activities/${id}/set`, { version });
};
const onNow = async (client: TestClient, id: string) =>
  (await client.json<NowView>('GET', '/api/now')).cards.find(({ activityId }) => activityId === id);
const open = async (client: TestClient, id: string): Promise<PieceView> => {
  const { pieceId } = await client.json<{ pieceId: string }>('POST', `/api/activities/${id}/piece`);
  return client.json('GET', `/api/pieces/${pieceId}`);
};

it('a draft is nobody’s but its maker’s until it is given out; then its learners have it, and are told once', async () => {
  const { id, version } = await draft(planOf({ title: 'Sketch a gull' }));
  expect(await onNow(ada, id)).toBeUndefined();
  expect((await ada.request('POST', `/api/activities/${id}/piece`)).status).toBe(404);
  const dune = await appOf(school).as('mr-dune');
  expect((await dune.request('GET', `/api/activities/${id}/plan`)).status).toBe(404);
  await teacher.json('POST', `/api/activities/${id}/set`, { version });
  await teacher.json('POST', `/api/activities/${id}/set`, { version });
  expect(await onNow(ada, id)).toMatchObject({ title: 'Sketch a gull', status: { state: 'new' } });
  const news = (await ada.json<UpdateView[]>('GET', '/api/updates')).filter(({ path }) => path === `/activity/${id}`);
  expect(news.map(({ kind, words }) => [kind, words])).toEqual([['new', 'New for you: Sketch a gull']]);
  const cards = await teacher.json<ActivityCard[]>('GET', '/api/activities');
  expect(cards.find((card) => card.id === id)).toMatchObject({
    state: 'set',
    changed: false,
    parts: 1,
    groups: [{ name: 'Reeds' }],
    counts: { new: 2 },
  });
});

it('says all that is missing, and gives nothing out until it is there', async () => {
  const { id, version } = await draft({ ...EMPTY_PLAN, parts: [page('', { settings: { sheets: [] } })] });
  const refused = await teacher.request('POST', `/api/activities/${id}/set`, { version });
  expect(refused.status).toBe(422);
  expect(((await refused.json()) as { message: string }).message).toBe(
    'It needs a name. Say what is to be done. Part 1 needs a name. Choose who it is for.',
  );
  expect((await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`)).state).toBe('draft');
});

it('two who type at once cannot overwrite each other', async () => {
  const { id, version } = await draft(planOf());
  await teacher.json('PUT', `/api/activities/${id}/plan`, { version, plan: planOf({ title: 'First' }) });
  expect(
    (await teacher.request('PUT', `/api/activities/${id}/plan`, { version, plan: planOf({ title: 'Second' }) })).status,
  ).toBe(409);
  expect((await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`)).plan.title).toBe('First');
});

it('a change is seen when it is given out, keeps part ids and work, and says whose work lies in a part', async () => {
  const [first, second] = [page('Buoy'), page('Chain')];
  const id = await give(planOf({ parts: [first, second] }));
  const piece = await open(ada, id);
  await drawInto(school, piece.id, 1);
  const view = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  expect(view.workIn).toEqual({ [second.id]: ['ada'] });
  expect(view.withWork.map(({ part, asked }) => [part.id, asked])).toEqual([[second.id, true]]);
  const third = page('Anchor');
  const { version } = await teacher.json<{ version: number }>('PUT', `/api/activities/${id}/plan`, {
    version: view.version,
    plan: { ...view.plan, parts: [third, first] },
  });
  expect((await open(ada, id)).parts.map(({ title }) => title)).toEqual(['Buoy', 'Chain']);
  await teacher.json('POST', `/api/activities/${id}/set`, { version });
  const after = await open(ada, id);
  // The part that was taken out stays with the piece that holds work in it, and is no part of anybody else's.
  expect(after.parts.map(({ title, removed }) => [title, removed])).toEqual([
    ['Anchor', false],
    ['Buoy', false],
    ['Chain', true],
  ]);
  expect(after.card.completeness).toMatchObject({ made: true, done: 0, of: 2, missing: [third.id, first.id] });
  const ben = await appOf(school).as('ben');
  expect((await open(ben, id)).parts.map(({ title }) => title)).toEqual(['Anchor', 'Buoy']);
  // It can come back, with the work.
  const { withWork } = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  expect(withWork).toEqual([{ part: second, asked: false }]);
  await change(id, (plan) => ({ ...plan, parts: [...plan.parts, second] }));
  expect((await open(ada, id)).card.completeness).toMatchObject({ done: 1, of: 3 });
});

it('a part that is begun keeps its kind', async () => {
  const part = page('Buoy');
  const id = await give(planOf({ parts: [part] }));
  await expect(change(id, (plan) => ({ ...plan, parts: [{ ...part, kind: 'sound', settings: {} }] }))).rejects.toThrow(
    /can’t become another kind/,
  );
});

it('groups have their own dates, and a learner other ones; what has not opened is not to be reached', async () => {
  const group = school.groups.reeds;
  const id = await give(
    planOf({
      groups: [{ group, folder: null, free: false, crews: [], opens: now + HOUR, due: now + 3 * HOUR, closes: null }],
      learners: [{ person: school.people.ada, opens: null, due: now + 9 * HOUR, closes: null }],
    }),
  );
  expect(await onNow(ada, id)).toMatchObject({ due: now + 9 * HOUR });
  const ben = await appOf(school, () => now).as('ben');
  expect(await onNow(ben, id)).toBeUndefined();
  expect((await ben.request('POST', `/api/activities/${id}/piece`)).status).toBe(404);
  now += 2 * HOUR;
  expect(await onNow(ben, id)).toMatchObject({ due: now + HOUR });
});

it('work is set only for groups that one teaches, and dates only for their learners', async () => {
  const strange = { folder: null, free: false, crews: [], opens: null, due: null, closes: null };
  for (const plan of [
    planOf({ groups: [{ group: school.groups.dunes, ...strange }] }),
    planOf({ learners: [{ person: school.people.cai, ...strange }] }),
  ]) {
    const { id, version } = await draft(plan);
    expect((await teacher.request('POST', `/api/activities/${id}/set`, { version })).status).toBe(422);
  }
});

it('files come to an activity; an answer to look at is shown only once a go is sent, by list and by address', async () => {
  const { id } = await draft(planOf());
  const [shown, key, later] = [randomUUID(), randomUUID(), randomUUID()];
  for (const media of [shown, key, later])
    expect((await teacher.bringTo(`activities/${id}`, SVG, media)).status).toBe(200);
  expect((await ada.bringTo(`activities/${id}`, SVG)).status).toBe(404);
  const material = (media: string, change: object) => ({
    id: randomUUID(),
    kind: 'picture',
    title: 'Look',
    words: '',
    address: '',
    media,
    shown: 'start',
    at: null,
    ...change,
  });
  await change(id, (plan) => ({
    ...plan,
    materials: [
      material(shown, {}),
      material(key, { shown: 'sent' }),
      material(later, { shown: 'at', at: now + HOUR }),
    ] as ActivityPlan['materials'],
  }));
  const piece = await open(ada, id);
  expect(piece.materials.map(({ media }) => media)).toEqual([shown]);
  expect(piece.later).toEqual({ afterSending: 1, next: now + HOUR });
  const statuses = async (): Promise<number[]> =>
    Promise.all([shown, key, later].map(async (media) => (await ada.request('GET', `/api/media/${media}`)).status));
  expect(await statuses()).toEqual([200, 404, 404]);
  now += 2 * HOUR;
  expect(await statuses()).toEqual([200, 404, 200]);
  await drawInto(school, piece.id);
  const { extentOf } = await import('../../testing/smallSchool');
  await ada.json('POST', `/api/pieces/${piece.id}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', piece.id),
  });
  expect(await statuses()).toEqual([200, 200, 200]);
});

/** Three pages that say which they are. */
async function threePages(): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const words of ['the question', 'the solution', 'the map'])
    pdf.addPage([300, 400]).drawText(words, { x: 40, y: 300, size: 20, font });
  return Buffer.from(await pdf.save());
}

it('of a PDF learners are given the pages that are sheets, and a page that was given stays so', async () => {
  const { id } = await draft(planOf());
  const media = randomUUID();
  await teacher.bringTo(`activities/${id}`, await threePages(), media);
  const sheets = (...pages: number[]) =>
    pages.map((number) => ({ width: 300, height: 400, background: { kind: 'pdf' as const, media, page: number } }));
  const part = page('Sheets', { settings: { sheets: sheets(1, 3) } });
  await change(id, (plan) => ({ ...plan, parts: [part] }));
  const address = `/api/media/${media}`;
  const textFor = async (client: TestClient, path = address): Promise<string> => {
    const response = await client.request('GET', path);
    return execFileSync('pdftotext', ['-', '-'], { input: Buffer.from(await response.arrayBuffer()) }).toString();
  };
  const previews = (client: TestClient): Promise<number[]> =>
    Promise.all([1, 2, 3].map(async (n) => (await client.request('GET', `${address}/preview?page=${n}`)).status));
  expect(await textFor(teacher)).toContain('the solution');
  for (const path of [address, `${address}/playable`]) {
    const text = await textFor(ada, path);
    expect([text.includes('the question'), text.includes('the map'), text.includes('solution')]).toEqual([
      true,
      true,
      false,
    ]);
  }
  // It is made once, and kept: whoever tidies finds that it is needed.
  const [kept] = await school.sequelize.query<{ hash: string; dropped: string }>(
    `SELECT m.given_hash AS hash, (SELECT count(*) FROM dropped_files d WHERE d.hash = m.given_hash) AS dropped
     FROM media m WHERE m.id = :media`,
    { replacements: { media }, type: QueryTypes.SELECT },
  );
  expect(kept).toEqual({ hash: expect.stringMatching(/^[0-9a-f]{64}$/), dropped: '0' });
  expect(await isNeeded(kept!.hash)).toBe(true);
  expect(await previews(ada)).toEqual([200, 404, 200]);
  expect(await previews(teacher)).toEqual([200, 200, 200]);
  const part3 = await ada.request('GET', address, undefined, { range: 'bytes=0-7' });
  expect([part3.status, (await part3.text()).slice(0, 5)]).toEqual([206, '%PDF-']);

  // Another page comes, and one goes: what was given may have work on it.
  await change(id, (plan) => ({ ...plan, parts: [{ ...part, settings: { sheets: sheets(1, 2) } }] }));
  expect(await textFor(ada)).toContain('the solution');
  expect(await textFor(ada)).toContain('the map');

  // A second file that comes with a change, and a copy, begin anew.
  const copy = randomUUID();
  await teacher.json('POST', `/api/activities/${id}/copy`, { id: copy });
  await change(copy, (plan) => ({
    ...plan,
    groups: planOf().groups,
    parts: plan.parts.map((part) => withSheets(part, sheetsOf(part).slice(0, 1))),
  }));
  const { plan } = await teacher.json<PlanView>('GET', `/api/activities/${copy}/plan`);
  const [sheet] = sheetsOf(plan.parts[0]!);
  const copied = (sheet!.background as { media: string }).media;
  const copiedText = await textFor(ada, `/api/media/${copied}`);
  expect([copiedText.includes('the question'), copiedText.includes('solution')]).toEqual([true, false]);
});

it('leaves pages out of a PDF too that is written so badly that only its pictures can be taken over', async () => {
  const { id } = await draft(planOf());
  const media = randomUUID();
  const pdf = await PDFDocument.load(await threePages());
  const written = Buffer.from(await pdf.save({ useObjectStreams: false })).toString('latin1');
  // Without a catalogue that says what it is. Qpdf leaves it so, and poppler shows it.
  const bad = Buffer.from(written.replace('/Type /Catalog', '/Typx /Catalog'), 'latin1');
  await expect(PDFDocument.load(bad).then((loaded) => loaded.getPageCount())).rejects.toThrow();
  await teacher.bringTo(`activities/${id}`, bad, media);
  const sheet = { width: 300, height: 400, background: { kind: 'pdf' as const, media, page: 1 } };
  await change(id, (plan) => ({ ...plan, parts: [page('Sheet', { settings: { sheets: [sheet] } })] }));
  const response = await ada.request('GET', `/api/media/${media}`);
  const given = Buffer.from(await response.arrayBuffer());
  const text = execFileSync('pdftotext', ['-', '-'], { input: given }).toString();
  expect([text.includes('question'), text.includes('solution'), text.includes('map')]).toEqual([true, false, false]);
  expect(execFileSync('pdfinfo', ['-'], { input: given }).toString()).toMatch(/Pages:\s+3/);
});

it('nothing is given out while one of its files is on its way, or belongs elsewhere', async () => {
  const { id } = await draft(planOf());
  const elsewhere = randomUUID();
  await teacher.bringTo(`activities/${(await draft(planOf())).id}`, SVG, elsewhere);
  const photo = (media: string): PartPlan =>
    page('Photo', {
      settings: { sheets: [{ width: 300, height: 400, background: { kind: 'photo', media, alt: '' } }] },
    });
  for (const media of [randomUUID(), elsewhere])
    await expect(change(id, (plan) => ({ ...plan, parts: [photo(media)] }))).rejects.toThrow(/still on its way/);
});

it('a copy is a draft of its own, with the same files under other names', async () => {
  const { id } = await draft(planOf());
  const media = randomUUID();
  await teacher.bringTo(`activities/${id}`, SVG, media);
  await change(id, (plan) => ({
    ...plan,
    parts: [
      page('Photo', {
        settings: { sheets: [{ width: 300, height: 400, background: { kind: 'photo', media, alt: 'A quay' } }] },
      }),
    ],
  }));
  const as = randomUUID();
  const ask = (): Promise<unknown> => teacher.json('POST', `/api/activities/${id}/copy`, { id: as });
  // Twice at once, and once more: it is one.
  await Promise.all([ask(), ask()]);
  await ask();
  expect(await school.query(`SELECT 1 FROM media WHERE activity_id = '${as}'`)).toHaveLength(1);
  const copy = await teacher.json<PlanView>('GET', `/api/activities/${as}/plan`);
  expect(copy).toMatchObject({ state: 'draft', plan: { title: 'Draw a buoy (copy)', groups: [] } });
  const background = sheetsOf(copy.plan.parts[0]!)[0]!.background as { media: string };
  expect(background.media).not.toBe(media);
  expect((await teacher.request('GET', `/api/media/${background.media}`)).status).toBe(200);
  expect((await ada.request('GET', `/api/media/${background.media}`)).status).toBe(404);
});

it('put away, it is gone for who has not begun, kept and closed for who has; taken out again, it is as it was', async () => {
  const id = await give(planOf());
  const { id: piece } = await open(ada, id);
  await drawInto(school, piece);
  const ben = await appOf(school, () => now).as('ben');
  await teacher.json('POST', `/api/activities/${id}/archive`);
  expect(await onNow(ben, id)).toBeUndefined();
  expect(await onNow(ada, id)).toMatchObject({ status: { state: 'ready', closed: true, maySend: false } });
  await teacher.json('DELETE', `/api/activities/${id}/archive`);
  expect(await onNow(ben, id)).toMatchObject({ status: { state: 'new', closed: false } });
});

it('a draft that is put away keeps its name in the list, and comes back as a draft', async () => {
  const { id } = await draft(planOf());
  await teacher.json('POST', `/api/activities/${id}/archive`);
  const card = async (): Promise<{ title: string; state: string } | undefined> =>
    (await teacher.json<{ id: string; title: string; state: string }[]>('GET', '/api/activities')).find(
      (activity) => activity.id === id,
    );
  expect(await card()).toMatchObject({ title: planOf().title, state: 'archived' });
  await teacher.json('DELETE', `/api/activities/${id}/archive`);
  expect(await card()).toMatchObject({ title: planOf().title, state: 'draft' });
});

it('one activity set for two groups is one line for who teaches both, and a part of it for who teaches one', async () => {
  const id = await give(planOf());
  await school.query(
    `INSERT INTO assignments (activity_id, group_id) VALUES ('${id}', '${school.groups.dunes}') RETURNING 1`,
  );
  const dune = await appOf(school).as('mr-dune');
  const line = async (client: TestClient): Promise<string[]> =>
    (await client.json<ReviewQueueView>('GET', `/api/activities/${id}/line`)).line.map(({ name }) => name);
  expect(await line(dune)).toEqual(['cai']);
  expect(await line(teacher)).toEqual(['ada', 'ben']);
  // Who teaches one of the groups may change it, and keeps the groups that are there.
  expect((await dune.json<PlanView>('GET', `/api/activities/${id}/plan`)).groups.map(({ name }) => name)).toEqual([
    'Dunes',
    'Reeds',
  ]);
});

it('reads whatever is saved as a plan, and harms nothing', async () => {
  const { id } = await draft(planOf());
  const { version } = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  const hostile = {
    title: 'x'.repeat(9_000),
    parts: [
      { id: 'nonsense' },
      {
        id: randomUUID(),
        kind: 'page',
        settings: {
          sheets: [
            { width: -1, height: 1e9 },
            { width: 300, height: 400, background: { kind: 'picture', shapes: [{ d: '<script>' }] } },
          ],
        },
      },
    ],
    task: { type: 'doc', content: [{ type: 'script' }] },
    __proto__: { polluted: true },
  };
  await teacher.json('PUT', `/api/activities/${id}/plan`, { version, plan: hostile });
  const { plan } = await teacher.json<PlanView>('GET', `/api/activities/${id}/plan`);
  expect(plan.title).toHaveLength(120);
  expect(plan.task.content).toEqual([]);
  expect(plan.parts.map(sheetsOf)).toEqual([
    [{ width: 300, height: 400, background: { kind: 'picture', alt: '', shapes: [] } }],
  ]);
  expect((await teacher.request('PUT', `/api/activities/${id}/plan`, { version: 'x', plan })).status).toBe(400);
});
