/** Marks by a rubric, reminders by the teacher, what comes with a go, notes kept for reuse. */
import { randomUUID } from 'node:crypto';
import type { PlanView } from '@lippet/core/contract/activities';
import type { MediaView } from '@lippet/core/contract/media';
import type { GoPageView, GoView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewQueueView, ReviewView, WaitingPiece, ToldHeld } from '@lippet/core/contract/reviewing';
import type { UpdateView } from '@lippet/core/contract/updates';
import type { KeptNoteView } from '@lippet/core/review/keptNotes';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="red"/></svg>';

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let teacher: TestClient;
let pieceId: string;
let now: number;
const row = (title: string, weight: number) => ({
  id: randomUUID(),
  title,
  levels: ['Surely', 'Nearly', 'Not yet'],
  weight,
});
const rubric = [row('Over and under', 2), row('Colour', 1)];
beforeEach(async () => {
  now = Date.UTC(2026, 10, 25, 10);
  school = await smallSchool(now);
  harness = appOf(school, () => now);
  [ada, teacher] = [await harness.as('ada'), await harness.as('ms-reed')];
  ({ pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${school.activities.open}/piece`));
});
afterEach(() => school.close());

const activity = (): string => `/api/activities/${school.activities.open}`;
async function change(plan: object): Promise<void> {
  const view = await teacher.json<PlanView>('GET', `${activity()}/plan`);
  const { version } = await teacher.json<{ version: number }>('PUT', `${activity()}/plan`, {
    version: view.version,
    plan: { ...view.plan, ...plan },
  });
  await teacher.json('POST', `${activity()}/set`, { version });
}
async function send(more: object = {}): Promise<GoView> {
  await drawInto(school, pieceId);
  return ada.json('POST', `/api/pieces/${pieceId}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', pieceId),
    ...more,
  });
}
const begin = (submission: GoView): Promise<ReviewView> => teacher.json('POST', `/api/goes/${submission.id}/review`);
const say = (review: ReviewView, draft: object): Promise<ReviewView> =>
  teacher.json('PUT', `/api/reviews/${review.id}/note`, { note: '', ...draft });
const release = async (review: ReviewView): Promise<ReviewView> =>
  teacher.json('POST', `/api/reviews/${review.id}/release`, {
    outcome: 'finished',
    note: 'Well done',
    extent: await extentOf(school, 'marks', review.id),
  });
const seen = async (submission: GoView) =>
  (await ada.json<GoPageView>('GET', `/api/goes/${submission.id}`)).go.review?.marked;

describe('a mark', () => {
  it('is computed from the levels by weights, and explained; nothing of it is seen before it is released', async () => {
    await change({ rubric, marking: { kind: 'points', outOf: 12, halves: false, levels: [] } });
    const submission = await send();
    const review = await begin(submission);
    await say(review, { levels: { [rubric[0]!.id]: 0, [rubric[1]!.id]: 1, [randomUUID()]: 0 } });
    expect(await seen(submission)).toBeUndefined();
    await release(review);
    // (2 × 1 + 1 × 0.5) / 3 of 12
    expect(await seen(submission)).toMatchObject({
      mark: { words: '10 of 12', points: 10, outOf: 12, own: false },
      explained: ['Over and under: Surely (all of it, counts twice)', 'Colour: Nearly (half of it)'],
    });
  });

  it('stays as it was said when the rubric changes afterwards', async () => {
    await change({ rubric, marking: { kind: 'points', outOf: 12, halves: false, levels: [] } });
    const submission = await send();
    const review = await begin(submission);
    await say(review, { levels: { [rubric[0]!.id]: 2 } });
    await release(review);
    const before = await seen(submission);
    expect((await teacher.json<PlanView>('GET', `${activity()}/plan`)).marked).toMatchObject({
      count: 1,
      rubric: [{ title: 'Over and under' }, { title: 'Colour' }],
    });
    await change({
      rubric: [{ ...rubric[0]!, levels: ['One', 'Two'], weight: 5 }],
      marking: { kind: 'words', outOf: 3, halves: false, levels: [] },
    });
    expect(await seen(submission)).toEqual(before);
  });

  it('can be said otherwise than computed, is kept while it is a draft, and takes no level that there is not', async () => {
    await change({ rubric, marking: { kind: 'level', outOf: 10, halves: true, levels: ['Gold', 'Silver', 'Tin'] } });
    const submission = await send();
    const review = await begin(submission);
    const kept = await say(review, {
      levels: { [rubric[0]!.id]: 0.5, [rubric[1]!.id]: 9 },
      own: { points: null, level: 2, words: '' },
    });
    expect([kept.levels, kept.own.level]).toEqual([{ [rubric[0]!.id]: 0.5 }, 2]);
    // A note alone leaves the levels as they are.
    expect((await say(review, { note: 'More' })).levels).toEqual(kept.levels);
    for (const own of [{ points: -1 }, { level: 1.5 }, { words: 'x'.repeat(600) }])
      expect((await teacher.request('PUT', `/api/reviews/${review.id}/note`, { note: '', own })).status).toBe(400);
    await release(review);
    expect(await seen(submission)).toMatchObject({
      mark: { words: 'Tin', own: true },
      lines: [{ words: 'between “Surely” and “Nearly”' }],
      explained: [],
    });
  });

  it('is none where nothing was chosen', async () => {
    const submission = await send();
    const review = await begin(submission);
    await release(review);
    expect(await seen(submission)).toBeNull();
  });

  it('counts as having begun, so that the piece can’t be taken back from under it', async () => {
    await change({ rubric });
    const review = await begin(await send());
    await say(review, { levels: { [rubric[0]!.id]: 0 } });
    expect((await ada.request('POST', `/api/pieces/${pieceId}/take-back`)).status).toBe(409);
  });
});

describe('with a go', () => {
  it('come how it was and a spoken word, to the teacher too', async () => {
    const { id: voice } = (await (await ada.bring(pieceId, SVG)).json()) as MediaView;
    const submission = await send({ felt: 'hard', voice });
    expect([submission.felt, submission.voice]).toEqual(['hard', voice]);
    const [hung] = (await teacher.json<ReviewQueueView>('GET', `${activity()}/line`)).line;
    expect(hung!.go).toMatchObject({ felt: 'hard', voice });
    await release(await begin(submission));
    // What was said with it stays when all that was not sent goes.
    expect((await teacher.request('GET', `/api/media/${voice}`)).status).toBe(200);
  });

  it('comes no file that is not there, nor an answer that there is not', async () => {
    await drawInto(school, pieceId);
    const extent = await extentOf(school, 'piece', pieceId);
    const status = async (more: object): Promise<number> =>
      (await ada.request('POST', `/api/pieces/${pieceId}/send`, { key: randomUUID(), extent, ...more })).status;
    expect([
      await status({ voice: randomUUID() }),
      await status({ felt: 'so-so' }),
      await status({ voice: 'x' }),
    ]).toEqual([409, 400, 400]);
  });
});

describe('reminding', () => {
  const remind = (person: string | null): Promise<{ told: number }> =>
    teacher.json('POST', `${activity()}/remind`, { person });
  const told = async (client: TestClient): Promise<string[]> =>
    (await client.json<UpdateView[]>('GET', '/api/updates'))
      .filter(({ kind }) => kind === 'unsent')
      .map(({ words }) => words);

  it('tells all who have not sent, begun or not, each at most once a day', async () => {
    await drawInto(school, pieceId);
    expect(await remind(null)).toEqual({ told: 2 });
    expect(await remind(null)).toEqual({ told: 0 });
    expect(await remind(school.people.ada)).toEqual({ told: 0 });
    expect(await told(ada)).toEqual(['ms-reed waits for it: Open work is all done, and not sent yet']);
    expect(await told(await harness.as('ben'))).toEqual(['ms-reed reminds you of Open work']);
    now += 86_400_000;
    expect(await remind(null)).toEqual({ told: 2 });
    const hung = (await teacher.json<ReviewQueueView>('GET', `${activity()}/line`)).line.find(
      ({ personId }) => personId === school.people.ada,
    )!;
    expect(hung.remindedAt).not.toBeNull();
  });

  it('can tell one who has not begun, and nobody who has sent', async () => {
    expect(await remind(school.people.ben)).toEqual({ told: 1 });
    expect(await told(await harness.as('ben'))).toEqual(['ms-reed reminds you of Open work']);
    await send();
    expect((await teacher.request('POST', `${activity()}/remind`, { person: school.people.ada })).status).toBe(409);
    expect((await teacher.request('POST', `${activity()}/remind`, { person: school.people.cai })).status).toBe(409);
  });
});

describe('an outcome', () => {
  it('that is taken back takes the dates with it that it gave', async () => {
    const dates = async (): Promise<unknown[]> =>
      (await school.sequelize.query('SELECT due FROM learner_dates ORDER BY person_id'))[0];
    const own = async (): Promise<number | null> =>
      (await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.facts.due;
    const before = await own();
    const review = await begin(await send());
    const again = async (due: number): Promise<void> =>
      void (await teacher.json('POST', `/api/reviews/${review.id}/release`, {
        outcome: 'again',
        note: 'Once more',
        extent: await extentOf(school, 'marks', review.id),
        due,
      }));
    await again(now + 86_400_000);
    expect(await own()).toBe(now + 86_400_000);
    expect((await teacher.request('POST', `/api/reviews/${review.id}/recall`, {})).status).toBe(200);
    expect([await own(), await dates()]).toEqual([before, []]);
    await again(now + 172_800_000);
    expect(await own()).toBe(now + 172_800_000);
  });

  const state = async (): Promise<string> =>
    (await ada.json<PieceView>('GET', `/api/pieces/${pieceId}`)).card.status.state;
  const recall = (review: ReviewView): Promise<Response> =>
    teacher.request('POST', `/api/reviews/${review.id}/recall`, {});
  const hold = async (review: ReviewView, outcome: string | null): Promise<ReviewView> =>
    teacher.json('PUT', `/api/reviews/${review.id}/held`, {
      outcome,
      extent: await extentOf(school, 'marks', review.id),
    });
  const updates = async (): Promise<string[]> =>
    (await ada.json<UpdateView[]>('GET', '/api/updates')).map(({ kind }) => kind);

  it('can be taken back within a minute, with nothing left of it at the learner’s', async () => {
    const submission = await send();
    const review = await begin(submission);
    await release(review);
    expect([await state(), await updates()]).toEqual(['finished', ['finished']]);
    now += 59_000;
    expect((await recall(review)).status).toBe(200);
    expect([await state(), await updates()]).toEqual(['with-teacher', []]);
    expect((await ada.json<GoPageView>('GET', `/api/goes/${submission.id}`)).go.review).toBeNull();
    // The job that tidies up leaves it alone.
    const { id: media } = (await (await teacher.bring(pieceId, SVG)).json()) as MediaView;
    await harness.services.reviews.keepSent({ pieceId });
    expect((await teacher.request('GET', `/api/media/${media}`)).status).toBe(200);
    expect((await release(review)).outcome).toBe('finished');
    now += 61_000;
    expect((await recall(review)).status).toBe(409);
  });

  it('can’t be taken back once the learner has sent again', async () => {
    const review = await begin(await send());
    await teacher.json('POST', `/api/reviews/${review.id}/release`, {
      outcome: 'again',
      note: '',
      extent: await extentOf(school, 'marks', review.id),
    });
    await send();
    expect((await recall(review)).status).toBe(409);
    expect(await state()).toBe('with-teacher');
  });

  it('is held from the learner until all that are held are told together', async () => {
    const review = await begin(await send());
    await say(review, { note: 'A steady hand' });
    expect((await hold(review, 'again')).held).toBe('again');
    const ben = await harness.as('ben');
    const { pieceId: bens } = await ben.json<{ pieceId: string }>('POST', `${activity()}/piece`);
    await drawInto(school, bens);
    const bensGo = await ben.json<GoView>('POST', `/api/pieces/${bens}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', bens),
    });
    await hold(await begin(bensGo), 'finished');
    expect([await state(), await updates()]).toEqual(['with-teacher', []]);
    expect(
      (await teacher.json<ReviewQueueView>('GET', `${activity()}/line`)).line.map(({ held }) => held).sort(),
    ).toEqual(['again', 'finished']);
    const { reviews } = await teacher.json<ToldHeld>('POST', `${activity()}/release-held`);
    expect(reviews).toHaveLength(2);
    expect([await state(), (await ben.json<PieceView>('GET', `/api/pieces/${bens}`)).card.status.state]).toEqual([
      'another-go',
      'finished',
    ]);
    expect(await teacher.json('POST', `${activity()}/release-held`)).toEqual({ reviews: [] });
    // Told too soon: taken back, each is held as it was.
    for (const { id, held } of reviews) await teacher.json('POST', `/api/reviews/${id}/recall`, { held });
    expect(await state()).toBe('with-teacher');
    expect((await teacher.json<ToldHeld>('POST', `${activity()}/release-held`)).reviews).toHaveLength(2);
  });

  it('that is held can be let go, and one that is out can’t be held', async () => {
    const review = await begin(await send());
    await hold(review, 'finished');
    expect((await hold(review, null)).held).toBeNull();
    await release(review);
    expect(
      (
        await teacher.request('PUT', `/api/reviews/${review.id}/held`, {
          outcome: 'again',
          extent: await extentOf(school, 'marks', review.id),
        })
      ).status,
    ).toBe(409);
  });
});

it('what waits is listed over all activities, oldest first, for its teachers alone', async () => {
  const submission = await send();
  now += 3_600_000;
  const ben = await harness.as('ben');
  const { pieceId: bens } = await ben.json<{ pieceId: string }>('POST', `${activity()}/piece`);
  await drawInto(school, bens);
  await ben.json('POST', `/api/pieces/${bens}/send`, {
    key: randomUUID(),
    extent: await extentOf(school, 'piece', bens),
  });
  const waiting = (client: TestClient): Promise<WaitingPiece[]> => client.json('GET', '/api/waiting');
  expect((await waiting(teacher)).map(({ name, title, go: { number } }) => [name, title, number])).toEqual([
    ['ada', 'Open work', 1],
    ['ben', 'Open work', 1],
  ]);
  await release(await begin(submission));
  expect((await waiting(teacher)).map(({ name }) => name)).toEqual(['ben']);
  for (const name of ['mr-dune', 'ada']) expect(await waiting(await harness.as(name))).toEqual([]);
});

it('notes are kept once, counted by activity, and are their teacher’s alone', async () => {
  const id = randomUUID();
  for (let i = 0; i < 2; i++)
    await teacher.json('POST', '/api/kept-notes', { id, words: '{name}, look at the horizon' });
  for (let i = 0; i < 3; i++)
    await teacher.json('POST', `/api/kept-notes/${id}/use`, { activity: school.activities.open });
  expect(await teacher.json<KeptNoteView[]>('GET', '/api/kept-notes')).toEqual([
    { id, words: '{name}, look at the horizon', uses: { [school.activities.open]: 3 } },
  ]);
  const dune = await harness.as('mr-dune');
  expect(await dune.json('GET', '/api/kept-notes')).toEqual([]);
  expect((await dune.request('DELETE', `/api/kept-notes/${id}`)).status).toBe(404);
  expect((await dune.request('POST', '/api/kept-notes', { id, words: 'Mine' })).status).toBe(404);
  expect(await teacher.json('DELETE', `/api/kept-notes/${id}`)).toEqual([]);
});
