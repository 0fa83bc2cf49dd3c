/** Answers that a teacher has to read: what they earn is said by those who teach their learner, once they were sent. */
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import type { AnswersView } from '@lippet/core/contract/answers';
import type { MarksView } from '@lippet/core/contract/marks';
import type { GoView } from '@lippet/core/contract/pieces';
import type { TriesView, TryView } from '@lippet/core/contract/tries';
import { newQuestion, readQuestion } from '@lippet/core/questions/question';
import { askQuestions, tryWith } from '../../testing/askedQuestions';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const long = readQuestion({ ...newQuestion('long', randomUUID()), words: 'What did you see?', marks: 3 })!;
const short = readQuestion({
  ...newQuestion('words', randomUUID()),
  words: 'Where?',
  settings: { accepted: ['quay'] },
})!;

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

const textOfPdf = (input: Buffer): string => execFileSync('pdftotext', ['-layout', '-', '-'], { input }).toString();
const mark = (client: TestClient, id: string, share: number) =>
  client.request('PUT', `/api/tries/${id}/share`, { share });
const firstOfAda = async (): Promise<unknown> =>
  (await teacher.json<MarksView>('GET', `/api/groups/${school.groups.reeds}/marks`)).cells.find(
    ({ person, activity }) => person === school.people.ada && activity === school.activities.open,
  )?.first;

it('is said by a teacher of the group, once it was sent, and tells the rest of the marks before', async () => {
  const set = await askQuestions(school, ada, { questions: [long, short], tries: 1 });
  const tried = (await (await tryWith(ada, set, long, { text: 'A light, and the sea.' })).json()) as TryView;
  expect(tried.marks).toBeNull();
  await tryWith(ada, set, short, { words: 'quay' });
  expect((await mark(teacher, tried.id, 1)).status).toBe(404);

  await drawInto(school, set.piece);
  const go = await ada.json<GoView>('POST', `/api/pieces/${set.piece}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', set.piece),
  });
  expect(await firstOfAda()).toEqual({ earned: 1, outOf: 1, unread: 3 });
  for (const client of [other, ada, ben]) expect((await mark(client, tried.id, 1)).status).toBe(404);
  for (const share of [-0.1, 1.1]) expect((await mark(teacher, tried.id, share)).status).toBe(400);
  expect(((await (await mark(teacher, tried.id, 2 / 3)).json()) as TryView).marks).toBeCloseTo(2, 9);
  expect(await firstOfAda()).toEqual({ earned: 3, outOf: 4, unread: 0 });
  const { tries } = await ada.json<TriesView>('GET', `/api/goes/${go.id}/tries`);
  expect(tries.find(({ id }) => id === tried.id)!.marks).toBeCloseTo(2, 9);
  const pdf = (client: TestClient) => client.request('GET', `/api/goes/${go.id}/answers.pdf`);
  expect((await Promise.all([other, ben].map(pdf))).map(({ status }) => status)).toEqual([404, 404]);
  const words = textOfPdf(Buffer.from(await (await pdf(ada)).arrayBuffer()));
  expect(words).toMatch(/What did you see\?\s+A light, and the sea\.\s+2 of 3/);
  // A question that is put right changes nothing that a person has said.
  const right = { part: set.part, question: long, done: true };
  const changed = await teacher.json('POST', `/api/activities/${school.activities.open}/put-right`, right);
  expect(changed).toEqual([]);
  expect(await firstOfAda()).toEqual({ earned: 3, outOf: 4, unread: 0 });
  const answers = await teacher.json<AnswersView>(
    'GET',
    `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/answers`,
  );
  expect(answers.tries.find(({ id }) => id === tried.id)!.answer).toEqual({ text: 'A light, and the sea.' });
});
