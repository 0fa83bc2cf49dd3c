/** How a set is gone through: in order, from a pool, several times; with working, and closed or shown by its teacher. */
import { randomUUID } from 'node:crypto';
import type { PieceView } from '@lippet/core/contract/pieces';
import type { TriesView, TryView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { ownSet } from '@lippet/core/questions/ownSet';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import type { Question } from '@lippet/core/questions/question';
import { askQuestions, pieceOf, tryWith, type AskedSet } from '../../testing/askedQuestions';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const LETTER = Array.from({ length: 6 }, (_, index) => `Where does boat ${index} lie?\n= quay ${index}`).join('\n\n');
const { questions } = pastedQuestions(LETTER, { decimalMark: 'point', newId: () => crypto.randomUUID() });
const [first, second] = questions as [Question, Question];

let school: SmallSchool;
let teacher: TestClient;
let other: TestClient;
let ada: TestClient;
let ben: TestClient;

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school);
  [teacher, other, ada, ben] = [await as('ms-reed'), await as('mr-dune'), await as('ada'), await as('ben')];
});
afterAll(() => school.close());

const asked = (settings: Partial<QuestionsSettings> = {}): Promise<AskedSet> =>
  askQuestions(school, ada, { questions, tries: 1, ...settings });
const triesOf = (client: TestClient, { piece }: AskedSet) =>
  client.json<TriesView>('GET', `/api/pieces/${piece}/tries`);
const answerTo = (question: Question): object => ({ words: `quay ${questions.indexOf(question)}` });
const again = (client: TestClient, { piece, part }: AskedSet, seen: string[]) =>
  client.request('POST', `/api/pieces/${piece}/rounds`, { part, seen });
const statusOf = async (answering: Promise<Response>): Promise<number> => (await answering).status;

it('opens a question once the one before it was answered, where that is wanted', async () => {
  const set = await asked({ inOrder: true });
  expect(await statusOf(tryWith(ada, set, second, answerTo(second)))).toBe(409);
  expect(await statusOf(tryWith(ada, set, first, { words: 'somewhere' }))).toBe(200);
  expect(await statusOf(tryWith(ada, set, second, answerTo(second)))).toBe(200);
});

it('asks each learner their own questions of a pool, and takes no answer to another', async () => {
  const set = await asked({ pool: 2, shuffled: true });
  const own = ownSet(questions, { pool: 2, shuffled: true }, set.piece);
  const view = await triesOf(ada, set);
  expect(view.asked.find(({ part }) => part === set.part)?.questions).toEqual(own.map(({ id }) => id));
  const elsewhere = questions.find((question) => !own.includes(question))!;
  expect(await statusOf(tryWith(ada, set, elsewhere, answerTo(elsewhere)))).toBe(404);
  for (const question of own) expect(await statusOf(tryWith(ada, set, question, answerTo(question)))).toBe(200);
  const theirs = { ...set, piece: await pieceOf(school, ben) };
  const ownOfBen = ownSet(questions, { pool: 2, shuffled: true }, theirs.piece);
  expect((await triesOf(ben, theirs)).asked.find(({ part }) => part === set.part)?.questions).toEqual(
    ownOfBen.map(({ id }) => id),
  );
});

it('is gone through once more by whoever has answered all and looked at it, as often as is allowed', async () => {
  const set = await asked({ questions: [first, second], rounds: 2, rightShown: 'once all are given' });
  const shownNow = async (): Promise<number> =>
    (await triesOf(ada, set)).shown.filter(({ part }) => part === set.part).length;
  const one = (await (await tryWith(ada, set, first, { words: 'no' })).json()) as TryView;
  expect(await statusOf(again(ada, set, [one.id]))).toBe(409);
  expect(await shownNow()).toBe(0);
  const two = (await (await tryWith(ada, set, second, answerTo(second))).json()) as TryView;
  expect(await shownNow()).toBe(2);
  expect(await statusOf(again(ada, set, [one.id]))).toBe(409);
  expect(await statusOf(again(ben, set, [one.id, two.id]))).toBe(404);
  expect(await statusOf(again(teacher, set, [one.id, two.id]))).toBe(404);
  expect(await Promise.all([1, 2, 3].map(() => statusOf(again(ada, set, [one.id, two.id]))))).toEqual([200, 200, 200]);
  const view = await triesOf(ada, set);
  expect(view.rounds).toEqual([{ part: set.part, round: 2 }]);
  expect(await shownNow()).toBe(0);
  const better = (await (await tryWith(ada, set, first, answerTo(first))).json()) as TryView;
  expect(better).toMatchObject({ round: 2, number: 1, marks: 1 });
  const last = (await (await tryWith(ada, set, second, answerTo(second))).json()) as TryView;
  expect(await statusOf(again(ada, set, [better.id, last.id]))).toBe(409);
});

it('takes an answer with its working only, where that is needed, and shows it to the teacher', async () => {
  const shows = { ...first, working: { kind: 'typed', needed: true } } as Question;
  const set = await asked({ questions: [shows] });
  const body = { part: set.part, question: first.id, answer: answerTo(first) };
  const give = (working?: string) =>
    ada.request('POST', `/api/pieces/${set.piece}/tries`, { key: randomUUID(), ...body, working });
  expect(await statusOf(give())).toBe(400);
  expect(await statusOf(give('  \n'))).toBe(400);
  expect(await statusOf(give('x'.repeat(2_001)))).toBe(400);
  expect(await (await give('I looked at the map.')).json()).toMatchObject({ working: 'I looked at the map.' });
});

it('is closed and shown by who teaches the group, and by nobody else', async () => {
  const set = await asked();
  const path = `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/question-state`;
  const put = (client: TestClient, change: object) =>
    client.request('PUT', path, { part: set.part, question: first.id, closed: false, shown: false, ...change });
  expect(await Promise.all([ada, ben, other].map((client) => statusOf(put(client, { closed: true }))))).toEqual([
    404, 404, 404,
  ]);
  expect(await statusOf(put(teacher, { closed: true }))).toBe(204);
  expect((await triesOf(ada, set)).closed).toEqual([{ part: set.part, question: first.id }]);
  expect(await statusOf(tryWith(ada, set, first, answerTo(first)))).toBe(409);
  expect(await statusOf(put(teacher, { closed: false, shown: true }))).toBe(204);
  const view = await triesOf(ada, set);
  expect(view.closed).toEqual([]);
  expect(view.shown.filter(({ part }) => part === set.part)).toEqual([
    { part: set.part, question: first.id, words: 'quay 0' },
  ]);
  expect(await statusOf(put(teacher, { question: randomUUID() }))).toBe(404);
});

it('is asked about with the question attached, and with none that is not there', async () => {
  const set = await asked();
  const ask = (question: string) =>
    ada.request('POST', `/api/activities/${school.activities.open}/threads`, {
      id: randomUUID(),
      message: randomUUID(),
      words: 'Which quay?',
      audience: 'teacher',
      part: set.part,
      question,
    });
  expect(await (await ask(first.id)).json()).toMatchObject({ question: { id: first.id, words: first.words } });
  expect(await statusOf(ask(randomUUID()))).toBe(404);
});

it('reads numbers as the school writes them', async () => {
  const { questions: sums } = pastedQuestions('How far?\n= 2.5 km', {
    decimalMark: 'point',
    newId: () => crypto.randomUUID(),
  });
  const set = await asked({ questions: sums, tries: null, rightShown: 'once all are given' });
  const marksOf = async (typed: string): Promise<number | null> =>
    ((await (await tryWith(ada, set, sums[0]!, { typed })).json()) as TryView).marks;
  expect(await marksOf('2,5 km')).toBe(0);
  expect(await statusOf(ada.request('PUT', '/api/school', { decimalMark: 'comma' }))).toBe(404);
  expect(await statusOf(teacher.request('PUT', '/api/school', { decimalMark: 'dot' }))).toBe(400);
  expect(await statusOf(teacher.request('PUT', '/api/school', { decimalMark: 'comma' }))).toBe(200);
  expect(await marksOf('2,5 km')).toBe(1);
  const view = await ada.json<PieceView>('GET', `/api/pieces/${set.piece}`);
  expect(JSON.stringify(view)).not.toContain('"value":2.5');
  expect((await triesOf(ada, set)).shown).toContainEqual({ part: set.part, question: sums[0]!.id, words: '2,5 km' });
  await teacher.request('PUT', '/api/school', { decimalMark: 'point' });
});
