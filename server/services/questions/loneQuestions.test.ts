/** Questions that stand alone: answered without a sheet, sent by themselves, and the spread for those who have answered. */
import { randomUUID } from 'node:crypto';
import type { LoneQuestionView } from '@lippet/core/contract/loneQuestions';
import { newPart } from '@lippet/core/parts/part';
import { newQuestion, readQuestion } from '@lippet/core/questions/question';
import { appOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const DAY = 86_400_000;
const OPTIONS = [randomUUID(), randomUUID()];
const question = readQuestion({
  ...newQuestion('choose', randomUUID()),
  words: 'What comes next?',
  settings: {
    options: OPTIONS.map((id, index) => ({ id, words: `option ${index}` })),
    right: [OPTIONS[1]],
    several: false,
  },
})!;

let school: SmallSchool;
let now = Date.now();
let teacher: TestClient;
let ada: TestClient;
let ben: TestClient;
let cai: TestClient;
let activity: string;

beforeAll(async () => {
  school = await smallSchool();
  const { as } = appOf(school, () => now);
  [teacher, ada, ben, cai] = [await as('ms-reed'), await as('ada'), await as('ben'), await as('cai')];
});
afterAll(() => school.close());

/** An activity that is this one question is set for Ada's and Ben's group. */
beforeEach(async () => {
  activity = randomUUID();
  const settings = { ...newPart('questions', '', '').settings, questions: [question], tries: 1, spreadShown: true };
  const replacements = {
    activity,
    part: randomUUID(),
    group: school.groups.reeds,
    from: school.activities.open,
    settings: JSON.stringify(settings),
  };
  await school.sequelize.query(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      SELECT :activity, teacher_id, 'One question', 'Tides', task, true, 'set' FROM activities WHERE id = :from`,
    { replacements },
  );
  await school.sequelize.query('INSERT INTO assignments (activity_id, group_id) VALUES (:activity, :group)', {
    replacements,
  });
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      VALUES (:part, :activity, 0, 'questions', 'Question', true, :settings)`,
    { replacements },
  );
});

const mine = async (client: TestClient): Promise<LoneQuestionView | undefined> =>
  (await client.json<LoneQuestionView[]>('GET', '/api/now/questions')).find((view) => view.activityId === activity);
const give = (client: TestClient, index: number, key: string = randomUUID()) =>
  client.request('POST', `/api/activities/${activity}/lone-answer`, { key, answer: { chosen: [OPTIONS[index]] } });
const goes = (): Promise<unknown> =>
  school.sequelize.query(
    'SELECT s.go FROM submissions s JOIN pieces p ON p.id = s.piece_id WHERE p.activity_id = :activity',
    { replacements: { activity }, plain: false, type: 'SELECT' as never },
  );

it('is asked of the group alone, without what is right and what others said', async () => {
  await give(ben, 0);
  const view = (await mine(ada))!;
  expect(view).toMatchObject({ left: 1, tries: [], right: null, spread: null });
  expect(JSON.stringify(view)).not.toMatch(/"right":\[/);
  for (const client of [cai, teacher]) {
    expect(await mine(client)).toBeUndefined();
    expect((await give(client, 1)).status).toBe(404);
  }
});

it('goes by itself once nothing can be tried any more, once for one key, and then tells what the others said', async () => {
  await give(ben, 0);
  const key = randomUUID();
  const answers = await Promise.all([give(ada, 1, key), give(ada, 1, key)]);
  expect(answers.map(({ status }) => status)).toEqual([200, 200]);
  expect((await give(ada, 1, key)).status).toBe(200);
  expect((await give(ada, 0)).status).toBe(409);
  expect(await goes()).toHaveLength(2);
  const view = (await mine(ada))!;
  expect(view.left).toBe(0);
  expect(view.tries).toMatchObject([{ marks: 1 }]);
  expect(view.spread).toEqual([
    { words: 'option 0', count: 1, right: false },
    { words: 'option 1', count: 1, right: false },
  ]);
  now += DAY + 1;
  expect(await mine(ada)).toBeUndefined();
});

it('goes where the server was ended between the try and the sending, as soon as its learner looks', async () => {
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
  const [{ id: part }] = (await school.sequelize.query('SELECT id FROM parts WHERE activity_id = :activity', {
    replacements: { activity },
    type: 'SELECT' as never,
  })) as unknown as [{ id: string }];
  const tried = { part, question: question.id, answer: { chosen: [OPTIONS[1]] }, key: randomUUID() };
  expect((await ada.request('POST', `/api/pieces/${pieceId}/tries`, tried)).status).toBe(200);
  expect(await goes()).toHaveLength(0);
  const looked = await Promise.all([mine(ada), mine(ada)]);
  expect(looked.map((view) => view!.left)).toEqual([0, 0]);
  expect(await goes()).toHaveLength(1);
});

it('is not one where there is a second part', async () => {
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      VALUES (gen_random_uuid(), :activity, 1, 'tick', 'Done', true, '{"confirm":false}')`,
    { replacements: { activity } },
  );
  expect(await mine(ada)).toBeUndefined();
});
