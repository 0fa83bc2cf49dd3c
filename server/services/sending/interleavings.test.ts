/**
 * Random courses of drawing, sending, taking back, reviewing, another go and finishing, by two devices and a teacher at
 * once, against what the states of section 5 of the design allow: no go without its work, no work without its owner, no
 * state that there is not.
 */
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import * as Y from 'yjs';
import { pageItems, readPages } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import { PIECE_STATES, type PieceState } from '@lippet/core/piece/pieceState';
import type { NowView, PieceView } from '@lippet/core/contract/pieces';
import type { ReviewActivity, ReviewView } from '@lippet/core/contract/reviewing';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

jest.setTimeout(400_000);
const COURSES = 250;
const AT_ONCE = 5;

const STEPS = [
  'draw',
  'send',
  'send twice',
  'take back',
  'begin',
  'again',
  'finish',
  'recall',
  'take back and begin',
] as const;
type Step = (typeof STEPS)[number];

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let devices: [TestClient, TestClient];
let teacher: TestClient;
beforeAll(async () => {
  school = await smallSchool();
  harness = appOf(school);
  devices = [await harness.as('ada'), await harness.as('ada')];
  teacher = await harness.as('ms-reed');
});
afterAll(() => school.close());

/** Which steps were taken in which states: a course that no longer comes everywhere proves less than it says. */
const met = new Set<string>();

/** What must be so after every step, told by nothing but what the steps were. */
class Model {
  state: PieceState = 'new';
  strokes = 0;
  goes = 0;
  begun = false;

  get open(): boolean {
    return this.state !== 'with-teacher' && this.state !== 'finished';
  }
}

async function fresh(): Promise<{ piece: string; activity: string }> {
  const activity = randomUUID();
  await school.sequelize.query(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      SELECT :activity, teacher_id, 'Course', 'Art', task, true, 'set' FROM activities WHERE id = :like`,
    { replacements: { activity, like: school.activities.open } },
  );
  await school.sequelize.query('INSERT INTO assignments (activity_id, group_id) VALUES (:activity, :group)', {
    replacements: { activity, group: school.groups.reeds },
  });
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      SELECT gen_random_uuid(), :activity, position, kind, title, required, settings FROM parts
      WHERE activity_id = :like AND required`,
    { replacements: { activity, like: school.activities.open } },
  );
  return {
    activity,
    piece: (await devices[0].json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`)).pieceId,
  };
}

const strokesOf = (doc: Y.Doc): number =>
  readPages(doc).reduce((sum, { id }) => sum + readStrokes(pageItems(doc, id)!).length, 0);

async function take(step: Step, index: number, piece: string, model: Model): Promise<void> {
  const device = devices[index % 2]!;
  const sent = async (key: string): Promise<number> =>
    (await device.request('POST', `/api/pieces/${piece}/send`, { key, extent: await extentOf(school, 'piece', piece) }))
      .status;
  const latest = async (): Promise<string | undefined> =>
    (
      await school.query<{ id: string }>(
        `SELECT id FROM submissions WHERE piece_id = '${piece}' AND withdrawn_at IS NULL ORDER BY go DESC LIMIT 1`,
      )
    )[0]?.id;
  const review = async (): Promise<ReviewView | null> => {
    const submission = await latest();
    return submission === undefined ? null : teacher.json('POST', `/api/goes/${submission}/review`);
  };
  const release = async (outcome: 'again' | 'finished'): Promise<void> => {
    const opened = await review();
    if (!opened) return;
    const { status } = await teacher.request('POST', `/api/reviews/${opened.id}/release`, {
      outcome,
      note: '',
      extent: await extentOf(school, 'marks', opened.id),
    });
    if (model.state === 'with-teacher') {
      expect(status).toBe(200);
      model.state = outcome === 'again' ? 'another-go' : 'finished';
    }
  };
  switch (step) {
    case 'draw':
      if (!model.open) return void (await expect(drawInto(school, piece)).rejects.toThrow());
      await drawInto(school, piece);
      model.strokes += 1;
      if (model.state !== 'another-go') model.state = 'ready';
      return;
    case 'send':
    case 'send twice': {
      const key = randomUUID();
      const statuses = await Promise.all(step === 'send' ? [sent(key)] : [sent(key), sent(key)]);
      const may = model.open && model.strokes > 0;
      expect(statuses.every((status) => (status === 200) === may)).toBe(true);
      if (may) Object.assign(model, { state: 'with-teacher', goes: model.goes + 1, begun: false });
      return;
    }
    case 'take back': {
      const { status } = await device.request('POST', `/api/pieces/${piece}/take-back`);
      const may = model.state === 'with-teacher' && !model.begun;
      expect(status).toBe(may ? 204 : 409);
      // Before the first go, what is complete is ready; else the last answer stands again.
      if (may) Object.assign(model, { goes: model.goes - 1, state: model.goes === 1 ? 'ready' : 'another-go' });
      return;
    }
    case 'begin': {
      const opened = await review();
      if (!opened || model.state !== 'with-teacher') return;
      await teacher.json('PUT', `/api/reviews/${opened.id}/note`, { note: 'Well' });
      model.begun = true;
      return;
    }
    case 'again':
      return release('again');
    case 'finish':
      return release('finished');
    case 'recall': {
      const opened = await review();
      if (!opened) return;
      const { status } = await teacher.request('POST', `/api/reviews/${opened.id}/recall`, {});
      expect(status).toBe(200);
      if (model.state === 'another-go' || model.state === 'finished')
        Object.assign(model, { state: 'with-teacher', begun: true });
      return;
    }
    case 'take back and begin': {
      if (model.state !== 'with-teacher' || model.begun) return;
      const opened = (await review())!;
      const [back, note] = await Promise.all([
        device.request('POST', `/api/pieces/${piece}/take-back`),
        teacher.request('PUT', `/api/reviews/${opened.id}/note`, { note: 'Well' }),
      ]);
      // One of the two was first, and the other is told so.
      expect([back.status === 204, note.status === 200].filter(Boolean)).toHaveLength(1);
      if (back.status === 204)
        Object.assign(model, { goes: model.goes - 1, state: model.goes === 1 ? 'ready' : 'another-go' });
      else model.begun = true;
    }
  }
}

async function check(activity: string, piece: string, model: Model): Promise<void> {
  const { card } = await devices[0].json<PieceView>('GET', `/api/pieces/${piece}`);
  expect(card.activityId).toBe(activity);
  expect(PIECE_STATES).toContain(card.status.state);
  expect(card.status.state).toBe(model.state);
  expect(strokesOf(await school.log.document({ kind: 'piece', id: piece }))).toBe(model.strokes);
  const goes = await school.query<{ go: number; document: Buffer; withdrawn_at: Date | null }>(
    `SELECT go, document, withdrawn_at FROM submissions WHERE piece_id = '${piece}' ORDER BY sent_at`,
  );
  const standing = goes.filter(({ withdrawn_at: withdrawn }) => !withdrawn);
  expect(standing.map(({ go }) => go)).toEqual(Array.from({ length: model.goes }, (_, i) => i + 1));
  for (const { document } of goes) {
    const doc = new Y.Doc();
    Y.applyUpdate(doc, document);
    expect(strokesOf(doc)).toBeGreaterThan(0);
  }
}

it('every course of drawing, sending, taking back and answering keeps to the states', async () => {
  const courses = fc.asyncProperty(
    fc.array(fc.tuple(fc.constantFrom(...STEPS), fc.nat(1)), { minLength: 4, maxLength: 14 }),
    async (course) => {
      const { activity, piece } = await fresh();
      const model = new Model();
      for (const [step, device] of [['draw', 0] as const, ...course]) {
        met.add(`${step} when ${model.state}`);
        await take(step, device, piece, model);
      }
      await check(activity, piece, model);
    },
  );
  // Several at a time, so that they get in each other's way as well.
  await Promise.all(Array.from({ length: AT_ONCE }, () => fc.assert(courses, { numRuns: COURSES / AT_ONCE })));
});

it('came through every step in every state that a piece with work in it can be in', () => {
  const states: PieceState[] = ['ready', 'with-teacher', 'another-go', 'finished'];
  const missed = states.flatMap((state) => STEPS.map((step) => `${step} when ${state}`)).filter((one) => !met.has(one));
  expect(missed).toEqual([]);
});

it('what the teacher has to look at is what the learner has with the teacher, and no more', async () => {
  const { cards } = await devices[0].json<NowView>('GET', '/api/now');
  expect(cards.length).toBeGreaterThanOrEqual(COURSES);
  const waiting = cards.filter(({ status }) => status.state === 'with-teacher').map(({ activityId }) => activityId);
  const lines = await teacher.json<ReviewActivity[]>('GET', '/api/to-review');
  const toReview = lines.filter(({ counts }) => counts['with-teacher'] > 0).map(({ activityId }) => activityId);
  expect(toReview.sort()).toEqual(waiting.sort());
  expect(waiting.length).toBeGreaterThan(0);
});
