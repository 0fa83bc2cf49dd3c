/** Small steps, worked examples and where to look: none of it counts, none of it tells what is right by itself. */
import { randomUUID } from 'node:crypto';
import type { AnswersView } from '@lippet/core/contract/answers';
import type { ExampleView, HelpUsed, StepView } from '@lippet/core/contract/questionHelp';
import type { TriesView } from '@lippet/core/contract/tries';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import type { Question } from '@lippet/core/questions/question';
import { drawFirsts } from '@lippet/core/questions/variants/firstVariant';
import { askQuestions, type AskedSet } from '../../testing/askedQuestions';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const LETTER = [
  'A ferry takes {cars} cars. How many do {trips} trips take?',
  'cars = 6..12',
  'trips = 3..9',
  '= {cars * trips}',
  '! One trip takes {cars}.',
  '! So {trips} trips take {trips} times {cars}: {cars * trips}.',
  '> How many cars does one trip take?',
  '> = {cars}',
  '>',
  '> What is done with the trips?',
  '> - added',
  '> - multiplied *',
].join('\n');
const POINT = { decimalMark: 'point' } as const;
const drawn = drawFirsts(pastedQuestions(LETTER, { ...POINT, newId: () => crypto.randomUUID() }), POINT);
const sum = { ...drawn.questions[0]!, look: { material: randomUUID(), words: 'page 2' } } as Question;
const [cars] = sum.first!.steps as [Question];

let school: SmallSchool;
let teacher: TestClient;
let ada: TestClient;
let ben: TestClient;

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school);
  [teacher, ada, ben] = [await as('ms-reed'), await as('ada'), await as('ben')];
});
afterAll(() => school.close());

const asked = (settings: Partial<QuestionsSettings> = {}): Promise<AskedSet> =>
  askQuestions(school, ada, { questions: [sum], tries: 2, ...settings });
const helpWith = (client: TestClient, { piece, part }: AskedSet, kind: string, more: object = {}) =>
  client.request('POST', `/api/pieces/${piece}/${kind}`, { part, question: sum.id, ...more });
const statusOf = async (answering: Promise<Response>): Promise<number> => (await answering).status;

it('comes in small steps, each after the one before it, with the numbers of the question', async () => {
  const set = await asked();
  const view = JSON.stringify(await ada.json('GET', `/api/pieces/${set.piece}`));
  expect(view).toContain('"steps":2');
  expect(view).not.toMatch(/one trip take|times|multiplied/);
  expect(await statusOf(helpWith(ada, set, 'steps', { number: 2 }))).toBe(409);
  const step = (await (await helpWith(ada, set, 'steps', { number: 1 })).json()) as StepView;
  expect(step.asked).toMatchObject({ words: 'How many cars does one trip take?', kind: 'number' });
  expect(JSON.stringify(step)).not.toMatch(/"value"|"right"|formula/);
  const answer = (typed: string) => helpWith(ada, set, 'step-answers', { number: 1, answer: { typed } });
  expect(((await (await answer('1')).json()) as HelpUsed).right).toBe(false);
  const value = cars.kind === 'number' ? cars.settings.value : NaN;
  expect(((await (await answer(String(value))).json()) as HelpUsed).right).toBe(true);
  const statuses = [
    await statusOf(helpWith(ada, set, 'steps', { number: 2 })),
    await statusOf(helpWith(ada, set, 'steps', { number: 3 })),
    await statusOf(helpWith(ada, set, 'step-answers', { number: 2, answer: { chosen: ['nothing'] } })),
    await statusOf(helpWith(ben, set, 'steps', { number: 1 })),
    await statusOf(helpWith(teacher, set, 'steps', { number: 1 })),
    await statusOf(helpWith(ben, set, 'step-answers', { number: 1, answer: { typed: '1' } })),
  ];
  expect(statuses).toEqual([200, 409, 400, 404, 404, 404]);
  const tried = await ada.json<TriesView>('GET', `/api/pieces/${set.piece}/tries`);
  expect(tried.tries).toEqual([]);
  expect(tried.help).toMatchObject([
    { kind: 'step', number: 1, right: true },
    { kind: 'step', number: 2, right: null },
  ]);
});

it('tells nothing of a step where nothing is told', async () => {
  const set = await asked({ told: 'nothing' });
  await helpWith(ada, set, 'steps', { number: 1 });
  const answered = await helpWith(ada, set, 'step-answers', { number: 1, answer: { typed: '1' } });
  expect(((await answered.json()) as HelpUsed).right).toBeNull();
  const { help } = await ada.json<TriesView>('GET', `/api/pieces/${set.piece}/tries`);
  const mine = help.filter(({ part }) => part === set.part);
  expect(mine).toMatchObject([{ kind: 'step', number: 1, right: null }]);
});

it('shows one with other numbers worked through, always the same', async () => {
  const set = await asked();
  const example = (await (await helpWith(ada, set, 'examples')).json()) as ExampleView;
  expect(example.words).toMatch(/^A ferry takes \d+ cars/);
  expect(example.lines).toHaveLength(2);
  const [, one, trips] = /takes (\d+) cars\. How many do (\d+)/.exec(example.words)!.map(Number);
  expect(example.lines[1]).toBe(`So ${trips} trips take ${trips} times ${one}: ${one! * trips!}.`);
  expect(await (await helpWith(ada, set, 'examples')).json()).toEqual(example);
  expect(await statusOf(helpWith(ben, set, 'examples'))).toBe(404);
  const bare = await asked({ questions: [{ ...sum, example: [], look: null } as Question] });
  expect(await statusOf(helpWith(ada, bare, 'examples'))).toBe(409);
  expect(await statusOf(helpWith(ada, bare, 'looks'))).toBe(409);
});

it('is seen by who teaches the group', async () => {
  const set = await asked();
  expect(await statusOf(helpWith(ada, set, 'looks'))).toBe(204);
  await helpWith(ada, set, 'examples');
  const place = `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/answers`;
  const { help } = await teacher.json<AnswersView>('GET', place);
  expect(help.filter(({ part }) => part === set.part).map(({ kind, person }) => [kind, person])).toEqual([
    ['look', school.people.ada],
    ['example', school.people.ada],
  ]);
});
