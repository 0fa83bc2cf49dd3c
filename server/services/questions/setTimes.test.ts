/** Sets that have minutes: the clock is the school's, what is there at the end is handed in, and what was held up counts. */
import { randomUUID } from 'node:crypto';
import type { AnswersView } from '@lippet/core/contract/answers';
import type { SetTimeView, TriesView, TryView } from '@lippet/core/contract/tries';
import { giveAnswer } from '@lippet/core/parts/questions/givenAnswers';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { newQuestion, readQuestion, type Question } from '@lippet/core/questions/question';
import { GRACE } from '@lippet/core/questions/setTime';
import * as Y from 'yjs';
import { askQuestions, tryWith, type AskedSet } from '../../testing/askedQuestions';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const MINUTE = 60_000;
const question = (): Question =>
  readQuestion({
    ...newQuestion('words', randomUUID()),
    words: 'Where do boats lie?',
    settings: { accepted: ['quay'] },
  })!;
const questions = [question(), question()];

let school: SmallSchool;
let now = Date.now();
let teacher: TestClient;
let ada: TestClient;
let ben: TestClient;

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school, () => now);
  [teacher, ada, ben] = [await as('ms-reed'), await as('ada'), await as('ben')];
});
afterAll(() => school.close());

const timed = (settings: Partial<QuestionsSettings> = {}): Promise<AskedSet> =>
  askQuestions(school, ada, { questions, tries: 2, minutes: 10, ...settings });
const begin = (client: TestClient, { piece, part }: AskedSet) =>
  client.request('POST', `/api/pieces/${piece}/set-times`, { part });
const listed = async ({ piece, part }: AskedSet): Promise<TryView[]> =>
  (await ada.json<TriesView>('GET', `/api/pieces/${piece}/tries`)).tries.filter((tried) => tried.part === part);
const answersPath = () => `/api/activities/${school.activities.open}/groups/${school.groups.reeds}`;
const triedAt = (set: AskedSet, madeAt: number) =>
  ada.request('POST', `/api/pieces/${set.piece}/tries`, {
    key: randomUUID(),
    part: set.part,
    question: questions[0]!.id,
    answer: { words: 'quay' },
    madeAt,
  });

/** What somebody has written and not given. */
async function written({ piece, part }: AskedSet, words: string, asked: Question): Promise<void> {
  const doc = new Y.Doc();
  giveAnswer(doc, part, asked.id, { words });
  await school.sequelize.query('INSERT INTO piece_updates (piece_id, data) VALUES (:piece, :data)', {
    replacements: { piece, data: Buffer.from(Y.encodeStateAsUpdate(doc)) },
  });
}

it('begins when its learner wants it, once, and nothing is taken before', async () => {
  const set = await timed();
  expect((await tryWith(ada, set, questions[0]!, { words: 'quay' })).status).toBe(409);
  const first = (await (await begin(ada, set)).json()) as SetTimeView;
  expect(first).toMatchObject({ startedAt: now, endsAt: now + 10 * MINUTE });
  now += MINUTE;
  expect(await (await begin(ada, set)).json()).toEqual(first);
  expect((await tryWith(ada, set, questions[0]!, { words: 'pier' })).status).toBe(200);
  for (const client of [ben, teacher]) expect((await begin(client, set)).status).toBe(404);
  const endless = await timed({ minutes: null });
  expect((await begin(ada, endless)).status).toBe(409);
});

it('hands in at the end what is there, whoever looks first, and once', async () => {
  const set = await timed();
  await begin(ada, set);
  await written(set, 'quay', questions[1]!);
  now += 10 * MINUTE + GRACE;
  expect(await listed(set)).toEqual([]);
  now += 1;
  // Ada's devices and her teacher look at once.
  const views = await Promise.all([
    listed(set),
    listed(set),
    teacher.json<AnswersView>('GET', `${answersPath()}/answers`),
  ]);
  expect(views[0]).toMatchObject([{ question: questions[1]!.id, number: 1, marks: 1, madeAt: null }]);
  expect(await listed(set)).toHaveLength(1);
  expect((await tryWith(ada, set, questions[0]!, { words: 'quay' })).status).toBe(409);
});

it('takes what was made in time and held up by the network, with when it was made', async () => {
  const set = await timed();
  const { endsAt } = (await (await begin(ada, set)).json()) as SetTimeView;
  now = endsAt + 12 * MINUTE;
  expect((await triedAt(set, endsAt + MINUTE)).status).toBe(409);
  const tried = (await (await triedAt(set, endsAt - MINUTE)).json()) as TryView;
  expect(tried).toMatchObject({ marks: 1, madeAt: endsAt - MINUTE, at: expect.any(Number) });
  const { tries } = await teacher.json<AnswersView>('GET', `${answersPath()}/answers`);
  expect(tries.find(({ id }) => id === tried.id)).toMatchObject({ madeAt: endsAt - MINUTE });
});

it('has more time for one learner or for all, given once', async () => {
  const set = await timed();
  const { endsAt } = (await (await begin(ada, set)).json()) as SetTimeView;
  const more = (client: TestClient, person: string | null, id: string = randomUUID()) =>
    client.request('POST', `${answersPath()}/more-time`, { id, part: set.part, person, minutes: 5 });
  const id = randomUUID();
  expect((await more(teacher, school.people.ada!, id)).status).toBe(204);
  expect((await more(teacher, school.people.ada!, id)).status).toBe(204);
  expect((await more(teacher, school.people.cai!)).status).toBe(404);
  expect((await more(ada, school.people.ada!)).status).toBe(404);
  const timeOf = async (): Promise<number | undefined> =>
    (await ada.json<TriesView>('GET', `/api/pieces/${set.piece}/tries`)).times.find(({ part }) => part === set.part)
      ?.endsAt;
  expect(await timeOf()).toBe(endsAt + 5 * MINUTE);
  expect((await more(teacher, null)).status).toBe(204);
  expect(await timeOf()).toBe(endsAt + 10 * MINUTE);
  now = endsAt + 9 * MINUTE;
  expect((await tryWith(ada, set, questions[0]!, { words: 'quay' })).status).toBe(200);
});
