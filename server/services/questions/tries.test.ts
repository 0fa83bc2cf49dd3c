/** Tries at questions: judged at school, within their number, once each; and who sees what of them. */
import { randomUUID } from 'node:crypto';
import type { TriesView, TryView } from '@lippet/core/contract/tries';
import type { GoView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import type { Problem } from '@lippet/core/contract/problem';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { newQuestion, readQuestion } from '@lippet/core/questions/question';
import { askQuestions, tryWith, type AskedSet } from '../../testing/askedQuestions';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const OPTIONS = [randomUUID(), randomUUID(), randomUUID()];
const choose = readQuestion({
  ...newQuestion('choose', randomUUID()),
  words: 'Which is a knot?',
  marks: 2,
  settings: { options: OPTIONS.map((id, i) => ({ id, words: `option ${i}` })), right: [OPTIONS[1]], several: false },
})!;
const typed = readQuestion({
  ...newQuestion('words', randomUUID()),
  words: 'Where do boats lie?',
  settings: { accepted: ['secrethaven'] },
})!;

let school: SmallSchool;
let teacher: TestClient;
let ada: TestClient;
let ben: TestClient;

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school);
  teacher = await as('ms-reed');
  ada = await as('ada');
  ben = await as('ben');
});
afterAll(() => school.close());

/** An activity that asks these questions is set, and Ada has begun it. */
const asked = (settings: Partial<QuestionsSettings> = {}): Promise<AskedSet> =>
  askQuestions(school, ada, { questions: [choose, typed], ...settings });

const wrong = { chosen: [OPTIONS[0]] };
const right = { chosen: [OPTIONS[1]] };

/** What of a part's tries somebody is told. */
const triesOf = async (client: TestClient, of: string, part: string): Promise<TryView[]> =>
  (await client.json<TriesView>('GET', `/api/${of}/tries`)).tries.filter((tried) => tried.part === part);

it('is judged at school, and told; what is right leaves for no learner', async () => {
  const set = await asked();
  const first = (await (await tryWith(ada, set, choose, wrong)).json()) as TryView;
  expect(first).toMatchObject({ number: 1, marks: 0, outOf: 2, answer: wrong });
  const second = (await (await tryWith(ada, set, choose, right)).json()) as TryView;
  expect(second).toMatchObject({ number: 2, marks: 2 });
  const seen = [
    await ada.json<PieceView>('GET', `/api/pieces/${set.piece}`),
    await ada.json<TriesView>('GET', `/api/pieces/${set.piece}/tries`),
  ];
  expect(JSON.stringify(seen)).not.toMatch(/secrethaven|"right":|"accepted"/);
  expect(JSON.stringify(seen)).toContain('Where do boats lie?');
});

it('is one try for one key, however often and at once it is asked', async () => {
  const set = await asked();
  const key = randomUUID();
  const answers = await Promise.all(Array.from({ length: 5 }, () => tryWith(ada, set, choose, wrong, key)));
  expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
  const ids = await Promise.all(answers.map(async (answer) => ((await answer.json()) as TryView).number));
  expect(ids).toEqual([1, 1, 1, 1, 1]);
  // With the same key, another question is no try of its own.
  expect((await tryWith(ada, set, typed, { words: 'pier' }, key)).status).toBe(409);
});

it('counts tries of two devices together, and takes no more than there are', async () => {
  const set = await asked({ tries: 3 });
  const answers = await Promise.all(Array.from({ length: 8 }, () => tryWith(ada, set, choose, wrong)));
  const statuses = answers.map(({ status }) => status);
  expect(statuses.filter((status) => status === 200)).toHaveLength(3);
  const refused = answers.find(({ status }) => status === 409)!;
  expect(((await refused.json()) as Problem).message).toBe('There are no more tries for this question.');
  const kept = await triesOf(ada, `pieces/${set.piece}`, set.part);
  expect(kept.map(({ number }) => number)).toEqual([1, 2, 3]);
});

it('is over once it is right', async () => {
  const set = await asked({ tries: null });
  await tryWith(ada, set, choose, right);
  const again = await tryWith(ada, set, choose, wrong);
  expect([again.status, ((await again.json()) as Problem).message]).toEqual([409, 'This is right already.']);
});

it('is refused in words where it is no answer, no question, or nobody’s to give', async () => {
  const set = await asked();
  const statuses = [
    await tryWith(ada, set, choose, { chosen: ['nothing'] }),
    await tryWith(ada, set, typed, { words: ' ' }),
    await tryWith(ada, set, typed, { words: 'x'.repeat(1_000_000) }),
    await tryWith(ada, { ...set, part: randomUUID() }, choose, right),
    await tryWith(ada, set, { ...choose, id: randomUUID() }, right),
    await tryWith(ben, set, choose, right),
    await tryWith(teacher, set, choose, right),
  ].map(({ status }) => status);
  expect(statuses).toEqual([400, 400, 413, 404, 404, 404, 404]);
  expect((await ben.request('GET', `/api/pieces/${set.piece}/tries`)).status).toBe(404);
});

it('tells a learner nothing where the teacher wants that, and the teacher all; another go has its tries anew', async () => {
  const set = await asked({ told: 'nothing', tries: 2 });
  const tried = (await (await tryWith(ada, set, choose, right)).json()) as TryView;
  expect(tried.marks).toBeNull();
  // Not even by what may be tried again.
  expect((await tryWith(ada, set, choose, wrong)).status).toBe(200);
  expect((await tryWith(ada, set, choose, wrong)).status).toBe(409);
  await drawInto(school, set.piece);
  const go = await ada.json<GoView>('POST', `/api/pieces/${set.piece}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', set.piece),
  });
  const marksFor = async (client: TestClient): Promise<(number | null)[]> =>
    (await triesOf(client, `goes/${go.id}`, set.part)).map(({ marks }) => marks);
  expect(await marksFor(ada)).toEqual([null, null]);
  expect(await marksFor(teacher)).toEqual([2, 0]);
  expect((await ben.request('GET', `/api/goes/${go.id}/tries`)).status).toBe(404);
  expect((await teacher.request('GET', `/api/pieces/${set.piece}/tries`)).status).toBe(404);

  // With the teacher, nothing is tried; another go begins anew, and the first keeps what it had.
  expect((await tryWith(ada, set, typed, { words: 'pier' })).status).toBe(409);
  const review = await teacher.json<ReviewView>('POST', `/api/goes/${go.id}/review`);
  await teacher.json('POST', `/api/reviews/${review.id}/release`, {
    outcome: 'again',
    note: 'Try again',
    extent: await extentOf(school, 'marks', review.id),
  });
  const anew = (await (await tryWith(ada, set, choose, wrong)).json()) as TryView;
  expect([anew.go, anew.number]).toEqual([2, 1]);
  expect(await marksFor(teacher)).toEqual([2, 0]);
  const now = await ada.json<TriesView>('GET', `/api/pieces/${set.piece}/tries`);
  expect([now.go, now.tries.filter(({ part }) => part === set.part).map((one) => one.go)]).toEqual([2, [1, 1, 2]]);
});
