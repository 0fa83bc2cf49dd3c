/**
 * The desk: two who answer at once, several pieces at a time, new dates, words under notes, stamps, and all of an
 * activity as a file.
 */
import { randomUUID } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import * as Y from 'yjs';
import type { PlanView } from '@lippet/core/contract/activities';
import type { MediaView } from '@lippet/core/contract/media';
import type { ExportView } from '@lippet/core/contract/exports';
import type { GoPageView, GoView, NowView } from '@lippet/core/contract/pieces';
import type { KeptStampView } from '@lippet/core/contract/stamps';
import type { ManyAnswered, ReviewQueueView, ReviewView } from '@lippet/core/contract/reviewing';
import type { NoteTalkView } from '@lippet/core/contract/notes';
import type { UpdateView } from '@lippet/core/contract/updates';
import { markItems, readPages } from '@lippet/core/page/document';
import { putItem } from '@lippet/core/page/item';
import { setAnswered } from '@lippet/core/review/answeredNotes';
import { writeWav } from '@lippet/core/sound/wav';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let [ada, ben, teacher, second]: TestClient[] = [];
let now: number;
beforeEach(async () => {
  now = Date.UTC(2026, 10, 25, 10);
  school = await smallSchool(now);
  // Mr Dune teaches the reeds as well.
  await school.sequelize.query(
    `INSERT INTO memberships (person_id, group_id, role) VALUES ('${school.people['mr-dune']}', '${school.groups.reeds}', 'teacher')`,
  );
  harness = appOf(school, () => now);
  [ada, ben, teacher, second] = await Promise.all(['ada', 'ben', 'ms-reed', 'mr-dune'].map((name) => harness.as(name)));
});
afterEach(() => school.close());

const activity = (): string => `/api/activities/${school.activities.open}`;
async function pieceOf(client: TestClient): Promise<string> {
  return (await client.json<{ pieceId: string }>('POST', `${activity()}/piece`)).pieceId;
}
async function sendOf(client: TestClient, change: (doc: Y.Doc) => void = () => undefined): Promise<GoView> {
  const id = await pieceOf(client);
  await drawInto(school, id);
  const doc = await school.log.document({ kind: 'piece', id });
  change(doc);
  await school.log.append({ kind: 'piece', id }, Y.encodeStateAsUpdate(doc));
  return client.json('POST', `/api/pieces/${id}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', id),
  });
}
const begin = (submission: GoView, by = teacher): Promise<ReviewView> =>
  by!.json('POST', `/api/goes/${submission.id}/review`);
const line = async () => (await teacher!.json<ReviewQueueView>('GET', `${activity()}/line`)).line;
const release = async (review: ReviewView, more: object = {}): Promise<Response> =>
  teacher!.request('POST', `/api/reviews/${review.id}/release`, {
    outcome: 'again',
    note: review.note,
    extent: await extentOf(school, 'marks', review.id),
    ...more,
  });
/** Sticks a pin on the first page of a go. */
async function pin(review: ReviewView, submission: GoView, note: string): Promise<string> {
  const [{ document }] = await school.query<{ document: Buffer }>(
    `SELECT document FROM submissions WHERE id = '${submission.id}'`,
  );
  const sent = new Y.Doc();
  Y.applyUpdate(sent, document);
  const [marks, id] = [new Y.Doc(), randomUUID()];
  putItem(markItems(marks, readPages(sent)[0]!.id), id, {
    kind: 'pin',
    note,
    order: 'a',
    at: 1,
    matrix: [1, 0, 0, 1, 40, 40],
  });
  await school.log.append({ kind: 'marks', id: review.id }, Y.encodeStateAsUpdate(marks));
  return id;
}

describe('two teachers at one go', () => {
  it('can’t overwrite each other: who was slower is told whose words stand there', async () => {
    const submission = await sendOf(ada!);
    const [mine, theirs] = [await begin(submission), await begin(submission, second)];
    expect(theirs.version).toBe(mine.version);
    const kept = await second!.json<ReviewView>('PUT', `/api/reviews/${mine.id}/note`, {
      note: 'From the dune',
      version: theirs.version,
    });
    const refused = await teacher!.request('PUT', `/api/reviews/${mine.id}/note`, {
      note: 'From the reed',
      version: mine.version,
    });
    expect([refused.status, ((await refused.json()) as { message: string }).message]).toEqual([
      409,
      expect.stringMatching(/^mr-dune has changed this answer meanwhile/),
    ]);
    expect((await release(mine, { outcome: 'finished', version: mine.version })).status).toBe(409);
    expect((await begin(submission)).note).toBe('From the dune');
    expect(
      (
        await teacher!.json<ReviewView>('PUT', `/api/reviews/${mine.id}/note`, {
          note: 'From both',
          version: kept.version,
        })
      ).version,
    ).toBe(kept.version + 1);
    expect((await release(mine, { outcome: 'finished', note: 'From both', version: kept.version + 1 })).status).toBe(
      200,
    );
  });

  it('keep things for teachers alone', async () => {
    const submission = await sendOf(ada!);
    const review = await begin(submission);
    await teacher!.json('PUT', `/api/reviews/${review.id}/note`, { note: 'Well', aside: 'She was ill on Monday' });
    expect((await begin(submission, second)).aside).toBe('She was ill on Monday');
    // A note alone leaves it as it is.
    expect(
      (await teacher!.json<ReviewView>('PUT', `/api/reviews/${review.id}/note`, { note: 'Well done' })).aside,
    ).toBe('She was ill on Monday');
    await release({ ...review, note: 'Well done' }, { outcome: 'finished' });
    const seen = JSON.stringify([
      await ada!.json('GET', `/api/goes/${submission.id}`),
      await ada!.json('GET', `/api/pieces/${await pieceOf(ada!)}`),
      await ada!.json('GET', '/api/now'),
    ]);
    expect(seen).toContain('Well done');
    expect(seen).not.toContain('ill on Monday');
  });
});

describe('another go', () => {
  it('gives this learner dates of their own, and nobody else; they stay when the activity is changed afterwards', async () => {
    const [go] = [await sendOf(ada!), await sendOf(ben!)];
    const { version, plan } = await teacher!.json<PlanView>('GET', `${activity()}/plan`);
    await teacher!.json('PUT', `${activity()}/plan`, { version, plan: { ...plan, title: 'Open work, changed' } });
    const due = now + 3 * 86_400_000;
    expect((await release(await begin(go), { due })).status).toBe(200);
    const dueOf = async (client: TestClient) =>
      (await client.json<NowView>('GET', '/api/now')).cards.find(
        ({ activityId }) => activityId === school.activities.open,
      )!.due;
    expect([await dueOf(ada!), await dueOf(ben!)]).toEqual([due, null]);
    const typed = await teacher!.json<PlanView>('GET', `${activity()}/plan`);
    expect([typed.plan.title, typed.plan.learners]).toEqual([
      'Open work, changed',
      [{ person: school.people.ada, opens: null, due, closes: null }],
    ]);
    // The form that was open meanwhile would bring the old dates back: it is told so.
    expect((await teacher!.request('PUT', `${activity()}/plan`, { version: version + 1, plan })).status).toBe(409);
    await teacher!.json('POST', `${activity()}/set`, { version: typed.version });
    expect(await dueOf(ada!)).toBe(due);
    expect((await release(await begin(go), { due: 'soon' })).status).toBe(400);
  });
});

describe('several pieces at a time', () => {
  it('get the same note with each name, and an outcome; who has sent nothing is left, and said', async () => {
    const submission = await sendOf(ada!);
    const review = await begin(submission);
    await teacher!.json('PUT', `/api/reviews/${review.id}/note`, { note: 'A fine mast.' });
    const people = [school.people.ada, school.people.ben];
    const many = (body: object) => teacher!.json<ManyAnswered>('POST', `${activity()}/answer-many`, body);
    expect(await many({ people, note: '{name}, look at the sea.' })).toEqual({
      done: 1,
      left: [{ personId: school.people.ben, why: 'Nothing was sent.' }],
    });
    // Said twice is said once.
    await many({ people: people.slice(0, 1), note: '{name}, look at the sea.', outcome: 'again', hold: true });
    expect([(await begin(submission)).note, (await line()).find(({ name }) => name === 'ada')?.held]).toEqual([
      'A fine mast. ada, look at the sea.',
      'again',
    ]);
    expect(await many({ people: people.slice(0, 1), outcome: 'finished' })).toEqual({ done: 1, left: [] });
    expect((await ada!.json<GoPageView>('GET', `/api/goes/${submission.id}`)).go.review).toMatchObject({
      outcome: 'finished',
      note: 'A fine mast. ada, look at the sea.',
    });
    expect(await many({ people: people.slice(0, 1), outcome: 'again' })).toMatchObject({
      done: 0,
      left: [{ why: 'This has been answered already.' }],
    });
    // Nobody outside of the group is reached, whoever is named.
    expect(await many({ people: [school.people.cai] })).toMatchObject({
      done: 0,
      left: [{ personId: school.people.cai }],
    });
    expect((await teacher!.request('POST', `${activity()}/answer-many`, { people: [] })).status).toBe(400);
  });
});

it('of two who tell the same at the same moment, the one whose note did not go is told so', async () => {
  const submission = await sendOf(ada!);
  const review = await begin(submission);
  await begin(submission, second);
  const tell = async (client: TestClient, note: string) =>
    client.request('POST', `/api/reviews/${review.id}/release`, {
      outcome: 'again',
      note,
      extent: await extentOf(school, 'marks', review.id),
    });
  const answers = await Promise.all([tell(teacher!, 'More sea'), tell(second!, 'More sky')]);
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  const told = await ada!.json<GoPageView>('GET', `/api/goes/${submission.id}`);
  const first = answers[0]!.status === 200 ? 'More sea' : 'More sky';
  expect(told.go.review!.note).toBe(first);
  // Asked again because the answer was lost, it is the same.
  expect((await tell(teacher!, first)).status).toBe(200);
});

it('what was sent is new to no teacher once one has answered it', async () => {
  const submission = await sendOf(ada!);
  const sentNews = async (client: TestClient) =>
    (await client.json<UpdateView[]>('GET', '/api/updates'))
      .filter(({ kind }) => kind === 'sent')
      .map(({ seen }) => seen);
  expect([await sentNews(teacher!), await sentNews(second!)]).toEqual([[false], [false]]);
  await release(await begin(submission));
  expect([await sentNews(teacher!), await sentNews(second!)]).toEqual([[true], [true]]);
});

it('marks on a go that was taken back meanwhile are not taken', async () => {
  const submission = await sendOf(ada!);
  const review = await begin(submission);
  await school.query(`UPDATE submissions SET withdrawn_at = now() WHERE id = '${submission.id}'`);
  expect(await school.log.append({ kind: 'marks', id: review.id }, Y.encodeStateAsUpdate(new Y.Doc()))).toBe(false);
});

const SOUND = Buffer.from(
  writeWav({ channels: [Float32Array.from({ length: 16_000 }, (_, i) => 0.25 * Math.sin(i / 6))], rate: 16_000 }),
);

describe('under a note', () => {
  it('one speaks as well as writes, with a recording of one’s own, and those who read there hear it', async () => {
    const submission = await sendOf(ada!);
    const review = await begin(submission);
    const note = await pin(review, submission, 'Which mast is this?');
    await release(review);
    const home = `groups/${school.groups.reeds}` as const;
    const say = (client: TestClient, saying: object) =>
      client.request('POST', `/api/reviews/${review.id}/replies`, { id: randomUUID(), note, ...saying });
    const spoken = async (client: TestClient): Promise<string> =>
      ((await (await client.bringTo(home, SOUND)).json()) as MediaView).id;
    const [hers, his, bens] = [await spoken(ada!), await spoken(second!), await spoken(ben!)];
    expect((await second!.request('GET', `/api/media/${hers}`)).status).toBe(404);
    expect((await say(ada!, { words: '' })).status).toBe(400);
    expect((await say(ada!, { voice: randomUUID() })).status).toBe(409);
    expect((await say(ada!, { voice: bens })).status).toBe(404);
    expect((await say(ada!, { voice: hers })).status).toBe(201);
    now += 1_000;
    expect((await say(second!, { words: 'Listen', voice: his })).status).toBe(201);
    const { groupId, replies } = await ada!.json<NoteTalkView>('GET', `/api/reviews/${review.id}/replies`);
    expect(groupId).toBe(school.groups.reeds);
    expect(replies.map(({ words, voice }) => [words, voice])).toEqual([
      ['', hers],
      ['Listen', his],
    ]);
    const heard = async (client: TestClient, media: string): Promise<number> =>
      (await client.request('GET', `/api/media/${media}`)).status;
    expect([await heard(teacher!, hers), await heard(ada!, his)]).toEqual([200, 200]);
    // A classmate has no part in it.
    expect([await heard(ben!, hers), await heard(ben!, his)]).toEqual([404, 404]);
  });

  it('its learner and the teachers talk once it is released, each told of it', async () => {
    const submission = await sendOf(ada!);
    const review = await begin(submission);
    const note = await pin(review, submission, 'Which mast is this?');
    const say = (client: TestClient, words: string, id: string = randomUUID()) =>
      client.request('POST', `/api/reviews/${review.id}/replies`, { id, note, words });
    expect((await say(ada!, 'Too early')).status).toBe(404);
    await release(review);
    const id = randomUUID();
    for (let twice = 0; twice < 2; twice++) expect((await say(ada!, 'The main one', id)).status).toBe(201);
    now += 1_000;
    expect((await say(second!, 'It is a fine one')).status).toBe(201);
    const { replies } = await ada!.json<NoteTalkView>('GET', `/api/reviews/${review.id}/replies`);
    expect(replies.map(({ name, mine, words, note: under }) => [name, mine, words, under])).toEqual([
      ['ada', true, 'The main one', note],
      ['mr-dune', false, 'It is a fine one', note],
    ]);
    const news = async (client: TestClient) =>
      (await client.json<UpdateView[]>('GET', '/api/updates'))
        .filter(({ kind }) => kind === 'answered')
        .map(({ words }) => words);
    expect([await news(teacher!), await news(ada!)]).toEqual([
      ['ada answered a note on Open work'],
      ['mr-dune answered a note on Open work'],
    ]);
    // Somebody else's id is nobody's way in.
    expect((await say(second!, 'Mine now', id)).status).toBe(404);
    expect((await say(ben!, 'And I?')).status).toBe(404);
    expect((await say(ada!, '   ')).status).toBe(400);
  });

  it('what was not ticked off is said with the next go; what was is not', async () => {
    const submission = await sendOf(ada!);
    const review = await begin(submission);
    const note = await pin(review, submission, 'Which mast is this?');
    await release(review);
    const next = await sendOf(ada!);
    const notes = async () =>
      (await line())
        .find(({ name }) => name === 'ada')!
        .checks.filter(({ kind }) => kind === 'note')
        .map(({ words }) => words);
    expect(await notes()).toEqual(['Not ticked off yet: “Which mast is this?”']);
    await ada!.json('POST', `/api/pieces/${await pieceOf(ada!)}/take-back`);
    const again = await sendOf(ada!, (doc) => setAnswered(doc, note, true));
    expect([again.number, await notes()]).toEqual([next.number, []]);
    expect(
      (await ada!.json<GoView[]>('GET', `/api/goes/${again.id}/like`)).map(({ number, review: back }) => [
        number,
        back?.outcome,
      ]),
    ).toEqual([
      [2, undefined],
      [1, 'again'],
    ]);
  });
});

it('nothing that is needed is left out: it is refused with what is missing, and nothing is lost', async () => {
  const id = await pieceOf(ada!);
  await drawInto(school, id, 1);
  const refused = await ada!.request('POST', `/api/pieces/${id}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', id),
  });
  expect([refused.status, await refused.json()]).toEqual([
    422,
    { code: 'incomplete', message: 'This is needed before it can go: Part 1: still empty.' },
  ]);
  expect((await sendOf(ada!)).number).toBe(1);
});

describe('stamps', () => {
  const items = [
    { kind: 'text', text: 'Fine', width: 60, size: 20, font: 'reading', colour: '#2A6A8C', align: 'left' },
  ];
  it('are their teacher’s own, kept once, and thrown away', async () => {
    const stamp = { id: randomUUID(), name: 'Fine', width: 60, height: 24, items };
    await teacher!.json('POST', '/api/kept-stamps', stamp);
    expect(await teacher!.json<KeptStampView[]>('POST', '/api/kept-stamps', stamp)).toEqual([stamp]);
    expect(await second!.json('GET', '/api/kept-stamps')).toEqual([]);
    expect((await second!.request('POST', '/api/kept-stamps', stamp)).status).toBe(404);
    expect((await second!.request('DELETE', `/api/kept-stamps/${stamp.id}`)).status).toBe(404);
    expect(await teacher!.json('DELETE', `/api/kept-stamps/${stamp.id}`)).toEqual([]);
  });
  it.each<[string, object]>([
    ['nothing on it', { items: [] }],
    [
      'a picture, which is a file of somebody’s',
      { items: [{ kind: 'picture', media: randomUUID(), width: 9, height: 9 }] },
    ],
    ['damaged ink', { items: [{ kind: 'stroke', tool: 'pen', colour: '#000000', width: 2, points: '!!' }] }],
    ['no name', { name: ' ' }],
    ['no size', { width: 0 }],
  ])('are refused with %s', async (_, wrong) => {
    expect(
      (
        await teacher!.request('POST', '/api/kept-stamps', {
          id: randomUUID(),
          name: 'Fine',
          width: 60,
          height: 24,
          items,
          ...wrong,
        })
      ).status,
    ).toBe(400);
    expect(await teacher!.json('GET', '/api/kept-stamps')).toEqual([]);
  });
});

it('all of an activity leaves as a ZIP: by learner with and without marks, a table, and an index that runs nothing', async () => {
  await school.sequelize.query(`UPDATE people SET name = '<b>ada</b> =1+1' WHERE id = '${school.people.ada}'`);
  const submission = await sendOf(ada!);
  const review = await begin(submission);
  await pin(review, submission, 'Fine');
  await release({ ...review, note: '<script>alert(1)</script>' }, { outcome: 'finished' });
  const { id } = await teacher!.json<ExportView>('POST', `${activity()}/exports`);
  await harness.services.exports.run({ exportId: id });
  const answer = await teacher!.request('GET', `/api/exports/${id}/file`);
  expect([answer.headers.get('content-type'), answer.headers.get('content-disposition')]).toEqual([
    'application/zip',
    'attachment; filename="activity.zip"',
  ]);
  const bytes = new Uint8Array(await answer.arrayBuffer());
  expect(bytes.length).toBe(Number(answer.headers.get('content-length')));
  const files = unzipSync(bytes);
  expect(Object.keys(files).sort()).toEqual([
    'activity.json',
    'badab 11/go 1/pages with marks.pdf',
    'badab 11/go 1/pages.pdf',
    'index.html',
    'marks.csv',
  ]);
  expect(Buffer.from(files['badab 11/go 1/pages.pdf']!).subarray(0, 5).toString()).toBe('%PDF-');
  expect([...files['marks.csv']!.subarray(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);
  const [heads, ...rows] = Papa.parse<string[]>(strFromU8(files['marks.csv']!)).data;
  const told = ['Outcome', 'Mark', 'Rubric', 'Answers', 'Note', 'Partners'];
  expect(heads).toEqual(['Learner', 'State', 'Go', 'Sent', 'Late', ...told]);
  expect(rows.map(([name, state, number, , , outcome]) => [name, state, number, outcome])).toEqual([
    ['<b>ada</b> =1+1', 'Finished', '1', 'finished'],
    ['ben', 'New', '', ''],
  ]);
  const index = strFromU8(files['index.html']!);
  expect(index).toContain('&#60;b&#62;ada&#60;/b&#62; =1+1');
  expect(index).not.toMatch(/<script|<b>/);
  // Whoever teaches none of its groups any more when it is made gets none of their work.
  const later = await second!.json<ExportView>('POST', `${activity()}/exports`);
  await school.sequelize.query(
    `UPDATE memberships SET left_at = now() WHERE person_id = '${school.people['mr-dune']}' AND group_id = '${school.groups.reeds}'`,
  );
  await harness.services.exports.run({ exportId: later.id });
  const theirs = unzipSync(
    new Uint8Array(await (await second!.request('GET', `/api/exports/${later.id}/file`)).arrayBuffer()),
  );
  expect(Object.keys(theirs).sort()).toEqual(['activity.json', 'index.html', 'marks.csv']);
});

it('both ZIPs hold what was said: the voice and the feeling with a go, the spoken answer, and the talk under a note', async () => {
  const id = await pieceOf(ada!);
  const sound = SOUND;
  const voice = (await (await ada!.bring(id, sound)).json()) as MediaView;
  await drawInto(school, id);
  const submission = await ada!.json<GoView>('POST', `/api/pieces/${id}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', id),
    felt: 'hard',
    voice: voice.id,
  });
  const review = await begin(submission);
  const note = await pin(review, submission, 'Fine');
  const answer = (await (await teacher!.bring(id, sound)).json()) as MediaView;
  const told = { sort: 'sound', media: answer.id, seconds: 1, spans: [[0, 1]] };
  const kept = await teacher!.json<ReviewView>('PUT', `/api/reviews/${review.id}/note`, {
    note: '',
    version: review.version,
    told,
  });
  expect((await release(kept, { outcome: 'finished' })).status).toBe(200);
  await ada!.json('POST', `/api/reviews/${review.id}/replies`, { id: randomUUID(), note, words: 'Thank you' });
  now += 1_000;
  const spoken = await ada!.bringTo(`groups/${school.groups.reeds}`, sound);
  await ada!.json('POST', `/api/reviews/${review.id}/replies`, {
    id: randomUUID(),
    note,
    voice: ((await spoken.json()) as MediaView).id,
  });

  const zipOf = async (client: TestClient, path: string, body?: object): Promise<Record<string, Uint8Array>> => {
    const asked = await client.json<ExportView>('POST', path, body);
    await harness.services.exports.run({ exportId: asked.id });
    const file = await client.request('GET', `/api/exports/${asked.id}/file`);
    return unzipSync(new Uint8Array(await file.arrayBuffer()));
  };
  const piece = await zipOf(ada!, `/api/goes/${submission.id}/exports`, { style: 'zip' });
  expect(Object.keys(piece)).toEqual(
    expect.arrayContaining(['go 1/said with it.wav', 'go 1/answer.wav', 'go 1/reply 2.wav']),
  );
  const [about] = (JSON.parse(strFromU8(piece['piece.json']!)) as { goes: Record<string, unknown>[] }).goes;
  expect(about).toMatchObject({
    felt: 'hard',
    cameBack: {
      replies: [
        { who: 'ada', words: 'Thank you', spoken: false },
        { who: 'ada', words: '', spoken: true },
      ],
    },
  });
  const activityZip = await zipOf(teacher!, `${activity()}/exports`);
  expect(Object.keys(activityZip)).toEqual(
    expect.arrayContaining(['ada/go 1/said with it.wav', 'ada/go 1/answer.wav']),
  );
});
