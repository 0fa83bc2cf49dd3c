/** What helps with a question, and the same with other numbers: given at school, as its teacher wants it. */
import type { HintsView, TriesView, TryView, VariantView } from '@lippet/core/contract/tries';
import { pastedQuestions } from '@lippet/core/questions/paste/pastedQuestions';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { Question } from '@lippet/core/questions/question';
import { drawFirsts } from '@lippet/core/questions/variants/firstVariant';
import { askQuestions, pieceOf, tryWith, type AskedSet } from '../../testing/askedQuestions';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const LETTER = [
  'Which is a knot?\n- plait // It holds nothing.\n- reef *\n? Pull at both ends.\n? It has two bights.',
  [
    'A ferry takes {cars} cars. How many do {trips} trips take?',
    'cars = 6..12',
    'trips = 3..9',
    '= {cars * trips}',
    '~ {cars + trips} // Each trip takes as many again.',
  ].join('\n'),
].join('\n\n');

const { questions } = drawFirsts(pastedQuestions(LETTER, { decimalMark: 'point', newId: () => crypto.randomUUID() }), {
  decimalMark: 'point',
});
const [knot, sum] = questions as [Question, Question];

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

const asked = (settings: Partial<QuestionsSettings> = {}): Promise<AskedSet> =>
  askQuestions(school, ada, { questions, tries: 2, ...settings });
const tryIt = async (...given: Parameters<typeof tryWith>): Promise<TryView> =>
  (await (await tryWith(...given)).json()) as TryView;
const triesOf = (client: TestClient, { piece }: AskedSet) =>
  client.json<TriesView>('GET', `/api/pieces/${piece}/tries`);
const hintFor = (client: TestClient, { piece, part }: AskedSet, { id }: Question, number: number) =>
  client.request('POST', `/api/pieces/${piece}/hints`, { part, question: id, number });
const another = (client: TestClient, { piece, part }: AskedSet, { id }: Question) =>
  client.request('POST', `/api/pieces/${piece}/variants`, { part, question: id });

/** What a question with two numbers comes to, read off its words. */
const product = (words: string): number => {
  const [, cars, trips] = /takes (\d+) cars.* do (\d+) trips/.exec(words)!.map(Number);
  return cars! * trips!;
};

it('gives hints one after the other to who may try, and the same again for the same number', async () => {
  const set = await asked();
  const view = JSON.stringify(await ada.json('GET', `/api/pieces/${set.piece}`));
  expect(view).toContain('"hints":2');
  expect(view).not.toMatch(/Pull at both ends|holds nothing/);
  const first = (await (await hintFor(ada, set, knot, 1)).json()) as HintsView;
  expect(first.hints).toEqual(['Pull at both ends.']);
  expect(((await (await hintFor(ada, set, knot, 1)).json()) as HintsView).hints).toEqual(first.hints);
  expect(((await (await hintFor(ada, set, knot, 2)).json()) as HintsView).hints).toHaveLength(2);
  const statuses = [
    await hintFor(ada, set, knot, 3),
    await hintFor(ada, set, knot, 0),
    await hintFor(ben, set, knot, 1),
    await hintFor(teacher, set, knot, 1),
  ].map(({ status }) => status);
  expect(statuses).toEqual([409, 400, 404, 404]);
  expect((await triesOf(ada, set)).hints).toEqual([{ part: set.part, question: knot.id, hints: knot.hints }]);
});

it('says to a wrong answer what the teacher foresaw, and shows what was right when it is to be shown', async () => {
  const set = await asked({ rightShown: 'after the last try' });
  const options = knot.kind === 'choose' ? knot.settings.options : [];
  const plait = { chosen: [options[0]!.id] };
  const first = await tryIt(ada, set, knot, plait);
  expect(first).toMatchObject({ marks: 0, reply: 'It holds nothing.' });
  expect((await triesOf(ada, set)).shown).toEqual([]);
  await tryWith(ada, set, knot, plait);
  expect((await triesOf(ada, set)).shown).toEqual([{ part: set.part, question: knot.id, words: 'reef' }]);

  const silent = await asked({ told: 'nothing', rightShown: 'after the last try', tries: 1 });
  expect((await tryIt(ada, silent, knot, plait)).reply).toBeNull();
  expect((await triesOf(ada, silent)).shown.filter(({ part }) => part === silent.part)).toEqual([]);
});

it('asks the same with other numbers once there are no more tries, as often as one likes', async () => {
  const set = await asked();
  const { words } = sum.first!;
  expect((await another(ada, set, sum)).status).toBe(409);
  await tryWith(ada, set, sum, { typed: '1' });
  expect((await another(ada, set, sum)).status).toBe(409);
  await tryWith(ada, set, sum, { typed: '2' });

  const seen = new Set([words]);
  for (let number = 1; number <= 4; number++) {
    const view = (await (await another(ada, set, sum)).json()) as VariantView;
    expect(view.variant).toBe(number);
    // Until it is tried, it is the same one.
    expect(await (await another(ada, set, sum)).json()).toEqual(view);
    expect(view.asked.asked).toEqual({ unit: '', figures: null });
    seen.add(view.asked.words);
    const typed = String(product(view.asked.words) + (number === 2 ? 1 : 0));
    const tried = await tryIt(ada, set, { ...sum, variant: number }, { typed });
    expect(tried).toMatchObject({ variant: number, number: 1, marks: number === 2 ? 0 : 1 });
    expect((await tryWith(ada, set, { ...sum, variant: number }, { typed })).status).toBe(409);
  }
  expect(seen.size).toBeGreaterThan(2);
  expect((await tryWith(ada, set, { ...sum, variant: 9 }, { typed: '1' })).status).toBe(409);
  // What was tried at the question itself stays as it is.
  const own = (await triesOf(ada, set)).tries.filter(({ part, variant }) => part === set.part && variant === 0);
  expect(own.map(({ marks }) => marks)).toEqual([0, 0]);
});

it('has nothing else like a question without numbers, and nothing for others or where nothing is told', async () => {
  const set = await asked({ tries: 1 });
  const options = knot.kind === 'choose' ? knot.settings.options : [];
  await tryWith(ada, set, knot, { chosen: [options[0]!.id] });
  expect((await another(ada, set, knot)).status).toBe(409);
  expect((await another(ben, set, sum)).status).toBe(404);
  const silent = await asked({ told: 'nothing', tries: 1 });
  await tryWith(ada, silent, sum, { typed: '1' });
  expect((await another(ada, silent, sum)).status).toBe(409);
});

it('takes one try at a variant, from however many devices at once', async () => {
  const set = await asked({ tries: 1 });
  await tryWith(ada, set, sum, { typed: '1' });
  const { asked: question } = (await (await another(ada, set, sum)).json()) as VariantView;
  const typed = String(product(question.words));
  const answers = await Promise.all(
    Array.from({ length: 4 }, () => tryWith(ada, set, { ...sum, variant: 1 }, { typed })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
});

it('begins for each learner with the same numbers, and goes on with their own', async () => {
  const set = await asked({ tries: 1 });
  const bens = { ...set, piece: await pieceOf(school, ben) };
  await tryWith(ada, set, sum, { typed: '1' });
  await tryWith(ben, bens, sum, { typed: '1' });
  const words = async (client: TestClient, of: AskedSet): Promise<string[]> => {
    const found: string[] = [];
    for (let number = 1; number <= 3; number++) {
      const { asked: question } = (await (await another(client, of, sum)).json()) as VariantView;
      found.push(question.words);
      await tryWith(client, of, { ...sum, variant: number }, { typed: '1' });
    }
    return found;
  };
  expect(await words(ada, set)).not.toEqual(await words(ben, bens));
});
