/** What those who teach a group see of its answers, and can do: a key put right, and crews. */
import { randomUUID } from 'node:crypto';
import type { AnswersView, ChangedMark } from '@lippet/core/contract/answers';
import type { CrewView, OwnCrewView } from '@lippet/core/contract/crews';
import type { Problem } from '@lippet/core/contract/problem';
import type { TriesView } from '@lippet/core/contract/tries';
import type { UpdateView } from '@lippet/core/contract/updates';
import { newQuestion, readQuestion, type Question } from '@lippet/core/questions/question';
import { askQuestions, pieceOf, tryWith, type AskedSet } from '../../testing/askedQuestions';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const OPTIONS = [randomUUID(), randomUUID(), randomUUID()];
const knot = (right: number, id: string = randomUUID()): Question =>
  readQuestion({
    ...newQuestion('choose', id),
    words: 'Which is a knot?',
    marks: 2,
    settings: {
      options: OPTIONS.map((option, index) => ({ id: option, words: `option ${index}` })),
      right: [OPTIONS[right]],
      several: false,
    },
  })!;
const choosing = (index: number) => ({ chosen: [OPTIONS[index]] });

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

/** Ada chose the first option, Ben the second; the first is said to be right. */
async function answered(): Promise<{ set: AskedSet; question: Question }> {
  const question = knot(0);
  const set = await askQuestions(school, ada, { questions: [question], tries: 1 });
  await tryWith(ada, set, question, choosing(0));
  await tryWith(ben, { ...set, piece: await pieceOf(school, ben) }, question, choosing(1));
  return { set, question };
}

const answersPath = () => `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/answers`;
const marksOf = async (client: TestClient, piece: string, question: Question): Promise<(number | null)[]> =>
  (await client.json<TriesView>('GET', `/api/pieces/${piece}/tries`)).tries
    .filter((tried) => tried.question === question.id)
    .map(({ marks }) => marks);
const putRight = (client: TestClient, part: string, question: object, done: boolean) =>
  client.request('POST', `/api/activities/${school.activities.open}/put-right`, { part, question, done });

it('shows the group’s teacher who answered what, and nobody else', async () => {
  const { question } = await answered();
  const view = await teacher.json<AnswersView>('GET', answersPath());
  const names = new Map(view.learners.map(({ id, name }) => [id, name]));
  const tries = view.tries.filter((tried) => tried.question === question.id);
  expect(tries.map(({ person, marks }) => [names.get(person), marks])).toEqual([
    [expect.stringMatching(/ada/i), 2],
    [expect.stringMatching(/ben/i), 0],
  ]);
  for (const client of [other, ada, ben]) expect((await client.request('GET', answersPath())).status).toBe(404);
  const elsewhere = `/api/activities/${school.activities.open}/groups/${school.groups.dunes}/answers`;
  for (const client of [teacher, other]) expect((await client.request('GET', elsewhere)).status).toBe(404);
});

it('shows whom a key put right would change before anything does, and then marks anew and tells them', async () => {
  const { set, question } = await answered();
  const bens = await pieceOf(school, ben);
  const right = knot(1, question.id);
  const looked = await putRight(teacher, set.part, right, false);
  const changed = (await looked.json()) as ChangedMark[];
  expect(changed.map(({ from, to, outOf }) => [from, to, outOf])).toEqual([
    [2, 0, 2],
    [0, 2, 2],
  ]);
  expect([await marksOf(ada, set.piece, question), await marksOf(ben, bens, question)]).toEqual([[2], [0]]);

  expect(await (await putRight(teacher, set.part, right, true)).json()).toEqual(changed);
  expect([await marksOf(ada, set.piece, question), await marksOf(ben, bens, question)]).toEqual([[0], [2]]);
  // What it was marked by before stays known.
  const [kept] = (await ben.json<TriesView>('GET', `/api/pieces/${bens}/tries`)).tries.filter(
    (tried) => tried.question === question.id,
  );
  expect(kept).toMatchObject({ marks: 2, marksBefore: 0 });
  const told = await ben.json<UpdateView[]>('GET', '/api/updates');
  expect(told.some(({ words }) => /was put right, and your marks with it/.test(words))).toBe(true);
  // Whoever tries from now on is judged by it; the same again changes nothing.
  expect(await (await putRight(teacher, set.part, right, true)).json()).toEqual([]);
});

it('puts nothing right that asks something else, is no question, or is somebody else’s', async () => {
  const { set, question } = await answered();
  const asksMore = { ...knot(1, question.id), words: 'Which is none?' };
  const refused = await putRight(teacher, set.part, asksMore, true);
  expect([refused.status, ((await refused.json()) as Problem).message]).toEqual([
    400,
    'Only what is right can be put right here. Where something else is asked, make a new question.',
  ]);
  const nothingRight = { ...knot(1, question.id), settings: { options: [], right: [] } };
  const statuses = [
    await putRight(teacher, set.part, nothingRight, true),
    await putRight(teacher, set.part, { id: 'x' }, true),
    await putRight(teacher, set.part, knot(1), true),
    await putRight(teacher, randomUUID(), knot(1, question.id), true),
    await putRight(other, set.part, knot(1, question.id), true),
    await putRight(ada, set.part, knot(1, question.id), true),
  ].map(({ status }) => status);
  expect(statuses).toEqual([400, 400, 400, 404, 404, 404]);
  expect(await marksOf(ada, set.piece, question)).toEqual([2]);
});

describe('crews', () => {
  const path = () => `/api/activities/${school.activities.open}/groups/${school.groups.reeds}/crews`;
  const crew = (name: string, learners: string[], change: Partial<CrewView> = {}): CrewView => ({
    id: randomUUID(),
    name,
    note: 'About knots',
    meetsAt: null,
    link: null,
    learners,
    ...change,
  });
  const keep = (client: TestClient, crews: CrewView[]) => client.request('PUT', path(), { crews });

  it('are kept as they are given; a learner sees their own, with whom, and no other', async () => {
    const { ada: a, ben: b } = school.people;
    const crews = [crew('Gulls', [a!], { link: 'https://lesson.example/gulls' }), crew('Eels', [b!])];
    expect(await (await keep(teacher, crews)).json()).toEqual(crews);
    const own = await ada.json<OwnCrewView[]>('GET', '/api/crews');
    expect(own).toMatchObject([{ name: 'Gulls', with: [], link: 'https://lesson.example/gulls' }]);
    expect(JSON.stringify(own)).not.toMatch(/Eels|ben/i);
    const told = await ada.json<UpdateView[]>('GET', '/api/updates');
    expect(told.filter(({ words }) => words === 'You are in the crew Gulls.')).toHaveLength(1);

    // Kept again without a change, nobody is told again.
    await keep(teacher, crews);
    const again = await ada.json<UpdateView[]>('GET', '/api/updates');
    expect(again.filter(({ words }) => words === 'You are in the crew Gulls.')).toHaveLength(1);
    await keep(teacher, [crew('All', [a!, b!])]);
    expect(await ada.json('GET', '/api/crews')).toMatchObject([{ name: 'All', with: [expect.stringMatching(/ben/i)] }]);
    await keep(teacher, []);
    expect(await ada.json('GET', '/api/crews')).toEqual([]);
  });

  it('are refused in words where somebody is in two, or of another group, or the link is none', async () => {
    const { ada: a, cai } = school.people;
    const bad = [
      [crew('One', [a!]), crew('Two', [a!])],
      [crew('One', [cai!])],
      [crew('One', [randomUUID()])],
      [crew('', [a!])],
      [crew('One', [a!], { link: 'javascript:alert(1)' })],
    ];
    for (const crews of bad) expect((await keep(teacher, crews)).status).toBe(400);
    for (const client of [other, ada]) expect((await keep(client, [])).status).toBe(404);
    // With the id of a crew of another group nothing of that is taken over.
    const foreign = crew('Dunes', [], {});
    await school.sequelize.query(
      `INSERT INTO crews (id, activity_id, group_id, name, position) VALUES (:id, :activity, :group, 'Dunes', 0)`,
      { replacements: { id: foreign.id, activity: school.activities.open, group: school.groups.dunes } },
    );
    expect((await keep(teacher, [foreign])).status).toBe(409);
  });
});
