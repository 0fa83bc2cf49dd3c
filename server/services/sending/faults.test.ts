/**
 * The line to the database breaks off before each of the queries of sending, and of releasing a review; a server is
 * killed with -9 in the midst of sending; a database goes down under load. Whatever was cut off can be asked again, and
 * comes to the same: one go, one answer, all of the work.
 */
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { EMPTY_PLAN, type ActivityPlan } from '@lippet/core/contract/activityDefinition';
import { richTextOf } from '@lippet/core/words/richText';
import type { GoView, NowView } from '@lippet/core/contract/pieces';
import type { ReviewView } from '@lippet/core/contract/reviewing';
import { pageItems, readPages } from '@lippet/core/page/document';
import { readStrokes } from '@lippet/core/page/item';
import * as Y from 'yjs';
import { BreakingLine } from '../../testing/breakingLine';
import { packProgram, ServerProcess } from '../../testing/serverProcess';
import { appOf, drawInto, extentOf, smallSchool, type SmallSchool, type TestClient } from '../../testing/smallSchool';

jest.setTimeout(400_000);
/** More queries than this no request makes: the loop would never end. */
const MOST = 80;

let school: SmallSchool;
let harness: ReturnType<typeof appOf>;
let ada: TestClient;
let teacher: TestClient;
let line: BreakingLine;
let program: string;
beforeAll(async () => {
  program = await packProgram('server/testing/faultyServer.ts', 'faultyServer');
  school = await smallSchool();
  harness = appOf(school);
  [ada, teacher] = [await harness.as('ada'), await harness.as('ms-reed')];
  line = await BreakingLine.to(school.sequelize, school.database, process.env.LIPPET_TEST_POSTGRES!);
});
afterAll(async () => {
  await line.close();
  await school.close();
});

/** A piece of an activity of its own, with a stroke on it. */
async function freshPiece(): Promise<{ activity: string; piece: string }> {
  const activity = randomUUID();
  await school.sequelize.query(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      SELECT :activity, teacher_id, 'Faults', 'Art', task, true, 'set' FROM activities WHERE id = :like`,
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
  const { pieceId } = await ada.json<{ pieceId: string }>('POST', `/api/activities/${activity}/piece`);
  await drawInto(school, pieceId);
  return { activity, piece: pieceId };
}

/**
 * Asks a server, and has it killed before the query of this number.
 * @returns the answer; null where it died before there was one
 */
async function askDying(client: TestClient, path: string, body: object, dieBefore: number): Promise<Response | null> {
  const server = await ServerProcess.start(program, school);
  const armed = ServerProcess.told(server.child);
  server.child.send({ arm: dieBefore });
  await armed;
  const headers = {
    'x-lippet': '1',
    'content-type': 'application/json',
    cookie: [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
  };
  try {
    const answer = await fetch(`http://127.0.0.1:${server.port}${path}`, {
      method: 'POST',
      headers,
      body: JSON.stringify(body),
    });
    await answer.clone().text();
    return answer;
  } catch {
    return null;
  } finally {
    await server.end();
  }
}

const goesOf = (piece: string) =>
  school.query<{ id: string; document: Buffer }>(
    `SELECT id, document FROM submissions WHERE piece_id = '${piece}'`,
  ) as Promise<{ id: string; document: Buffer }[]>;
const stateOf = async (activity: string) =>
  (await ada.json<NowView>('GET', '/api/now')).cards.find(({ activityId }) => activityId === activity)!.status.state;
function strokesIn(document: Uint8Array): number {
  const doc = new Y.Doc();
  Y.applyUpdate(doc, document);
  return readPages(doc).reduce((sum, { id }) => sum + readStrokes(pageItems(doc, id)!).length, 0);
}

/** A piece that is about to be sent. */
async function aboutToSend() {
  const { activity, piece } = await freshPiece();
  const request = { key: randomUUID(), extent: await extentOf(school, 'piece', piece), word: 'Look' };
  return { activity, piece, path: `/api/pieces/${piece}/send`, request };
}

/** Sending that was cut off is whole (the go with its work, the piece closed, the teacher told) or nothing of it. */
async function expectWholeOrNothing({ activity, piece, path, request }: Awaited<ReturnType<typeof aboutToSend>>) {
  const goes = await goesOf(piece);
  const [{ frozen }] = await school.query<{ frozen: boolean }>(`SELECT frozen FROM pieces WHERE id = '${piece}'`);
  const [{ told }] = await school.query<{ told: number }>(
    `SELECT count(*)::int AS told FROM updates WHERE kind = 'sent' AND path LIKE '/review/${activity}%'`,
  );
  expect([goes.length, frozen, told]).toEqual(goes.length === 0 ? [0, false, 0] : [1, true, 1]);
  expect(await stateOf(activity)).toBe(goes.length === 0 ? 'ready' : 'with-teacher');
  // The device asks again with the same key.
  const submission = await ada.json<GoView>('POST', path, request);
  const after = await goesOf(piece);
  expect([after.map(({ id }) => id), submission.number, strokesIn(after[0]!.document)]).toEqual([
    [submission.id],
    1,
    1,
  ]);
}

it('sending that is cut off before any of its queries is whole or not at all, and sent again is one go', async () => {
  let cut = 0;
  for (; cut < MOST; cut++) {
    const sending = await aboutToSend();
    const { done } = await line.during(() => ada.request('POST', sending.path, sending.request), cut);
    await expectWholeOrNothing(sending);
    if (!done) continue;
    expect(done.status).toBe(200);
    break;
  }
  // It was cut off somewhere, and it came through in the end.
  expect(cut).toBeGreaterThan(8);
  expect(cut).toBeLessThan(MOST);
});

it('a server that is killed at the beginning, in the midst and at the end of sending leaves no half of it', async () => {
  const first = await aboutToSend();
  const { queries } = await line.during(() => ada.request('POST', first.path, first.request));
  for (const dieBefore of [1, Math.floor(queries / 2), queries - 1]) {
    const sending = await aboutToSend();
    expect(await askDying(ada, sending.path, sending.request, dieBefore)).toBeNull();
    await expectWholeOrNothing(sending);
  }
});

it('a copy of an activity that is cut off before any of its queries is whole or not there, and asked again is whole', async () => {
  const [source, media] = [randomUUID(), randomUUID()];
  await teacher.json('POST', '/api/activities', { id: source });
  const picture = '<svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="9" height="9"/></svg>';
  await teacher.bringTo(`activities/${source}`, picture, media);
  const sheet = { width: 300, height: 400, background: { kind: 'photo', media, alt: 'A buoy' } } as const;
  const part = { id: randomUUID(), kind: 'page', title: 'Buoy', required: true, choice: null, waits: false } as const;
  const plan: ActivityPlan = {
    ...EMPTY_PLAN,
    title: 'Buoy',
    task: richTextOf('Draw it.'),
    parts: [{ ...part, settings: { sheets: [sheet] } }],
  };
  await teacher.json('PUT', `/api/activities/${source}/plan`, { version: 0, plan });
  const path = `/api/activities/${source}/copy`;
  const filesOf = async (id: string): Promise<number> =>
    (await school.query(`SELECT 1 FROM media WHERE activity_id = '${id}'`)).length;
  let cut = 0;
  for (; cut < MOST; cut++) {
    const id = randomUUID();
    const { done } = await line.during(() => teacher.request('POST', path, { id }), cut);
    const there = (await school.query(`SELECT 1 FROM activities WHERE id = '${id}'`)).length;
    expect(await filesOf(id)).toBe(there);
    await teacher.json('POST', path, { id });
    expect(await filesOf(id)).toBe(1);
    if (done) break;
  }
  expect(cut).toBeGreaterThan(4);
  expect(cut).toBeLessThan(MOST);
});

it('an answer that is cut off before any of its queries is told whole or not at all, and told again is told once', async () => {
  let cut = 0;
  for (; cut < MOST; cut++) {
    const { activity, piece } = await freshPiece();
    const submission = await ada.json<GoView>('POST', `/api/pieces/${piece}/send`, {
      key: randomUUID(),
      extent: await extentOf(school, 'piece', piece),
    });
    const review = await teacher.json<ReviewView>('POST', `/api/goes/${submission.id}/review`);
    const { version } = await teacher.json<ReviewView>('PUT', `/api/reviews/${review.id}/note`, {
      note: 'More sea',
      version: review.version,
    });
    const request = {
      outcome: 'again',
      note: 'More sea',
      extent: await extentOf(school, 'marks', review.id),
      version,
      due: Date.now() + 86_400_000,
    };
    const path = `/api/reviews/${review.id}/release`;
    const { done } = await line.during(() => teacher.request('POST', path, request), cut);
    const facts = async () => {
      const [{ released, frozen, told, dates }] = await school.query<{
        released: boolean;
        frozen: boolean;
        told: number;
        dates: number;
      }>(
        `SELECT r.released_at IS NOT NULL AS released, p.frozen, (SELECT count(*)::int FROM updates
          WHERE path = '/feedback/${submission.id}') AS told, (SELECT count(*)::int FROM learner_dates
          WHERE activity_id = '${activity}') AS dates
         FROM reviews r JOIN submissions s ON s.id = r.submission_id JOIN pieces p ON p.id = s.piece_id
           WHERE r.id = '${review.id}'`,
      );
      return { released, frozen, told, dates };
    };
    const whole = { released: true, frozen: false, told: 1, dates: 1 };
    const before = await facts();
    expect(before).toEqual(before.released ? whole : { released: false, frozen: true, told: 0, dates: 0 });
    expect(await stateOf(activity)).toBe(before.released ? 'another-go' : 'with-teacher');
    await teacher.json('POST', path, request);
    expect(await facts()).toEqual(whole);
    expect(await stateOf(activity)).toBe('another-go');
    // The draft goes on.
    await drawInto(school, piece);
    if (!done) continue;
    expect(done.status).toBe(200);
    break;
  }
  expect(cut).toBeGreaterThan(8);
  expect(cut).toBeLessThan(MOST);
});

it('a database that goes away under load loses nothing that was answered for, and nothing is there twice', async () => {
  const admin = new Client({ connectionString: process.env.LIPPET_TEST_POSTGRES });
  await admin.connect();
  const { name } = school.database;
  /**
   * As a restart does it to those who use the database: every connection breaks off, and for a moment there is none.
   */
  const restart = async (): Promise<void> => {
    await admin.query(`ALTER DATABASE "${name}" ALLOW_CONNECTIONS false`);
    await admin.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [name]);
    await new Promise((resolve) => setTimeout(resolve, 250));
    await admin.query(`ALTER DATABASE "${name}" ALLOW_CONNECTIONS true`);
  };
  const pieces = await Promise.all(Array.from({ length: 16 }, freshPiece));
  let [refused, running] = [0, true];
  const stubborn = async <T>(ask: () => Promise<T>): Promise<T> => {
    for (;;) {
      try {
        return await ask();
      } catch (error) {
        refused += 1;
        if (refused > 5_000) throw error;
        await new Promise((resolve) => setTimeout(resolve, 15));
      }
    }
  };
  const learner = async ({ piece }: { piece: string }): Promise<{ piece: string; go: GoView; strokes: number }> => {
    let strokes = 1;
    // Draws until the database has been away a few times, then sends.
    while (running) {
      await stubborn(() => drawInto(school, piece));
      strokes += 1;
    }
    const key = randomUUID();
    return {
      piece,
      strokes,
      go: await stubborn(async () =>
        ada.json<GoView>('POST', `/api/pieces/${piece}/send`, { key, extent: await extentOf(school, 'piece', piece) }),
      ),
    };
  };
  const all = Promise.all(pieces.map(learner));
  for (let i = 0; i < 3; i++) await restart();
  running = false;
  // Once more while all of them send.
  await restart();
  const sent = await all;
  await admin.end();
  expect(refused).toBeGreaterThan(0);
  for (const { piece, go, strokes } of sent) {
    const goes = await goesOf(piece);
    expect([goes.map(({ id }) => id), go.number]).toEqual([[go.id], 1]);
    // A stroke of which the answer was lost may be there as well: it was drawn.
    expect(strokesIn(goes[0]!.document)).toBeGreaterThanOrEqual(strokes);
  }
});
