/**
 * `send-20`: a piece of 20 pages and 3,000 strokes is sent, against the bare write of as many bytes. `send-300`: 300
 * learners send within a minute.
 */
import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { NO_JOBS } from './noJobs';
import { QueryTypes, type Sequelize } from 'sequelize';
import * as Y from 'yjs';
import { documentExtent } from '@lippet/core/page/holds';
import { pageItems, startDocument } from '@lippet/core/page/document';
import { addStroke } from '@lippet/core/page/stroke';
import { readConfig } from '@lippet/server/config';
import { makeApp, makeServices } from '@lippet/server/app';
import { migrate } from '@lippet/server/migrations/migrate';
import { openDatabase } from '@lippet/server/models/database';
import { hashToken, newToken } from '@lippet/server/services/access/secrets';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { createTestDatabase } from '@lippet/server/testing/testDatabase';
import { onThisMachine } from '@lippet/server/web/client';
import { handwriting } from './drawnPage';
import { alone, byRatio, median, quantile, type Figure } from './figure';

const PAGES = 20;
const STROKES = 3_000;
const ROUNDS = 9;
const LEARNERS = 300;
const MINUTE = 60_000;
/** A learner's single page when a whole school sends at once. */
const ONE_PAGE = 120;

/** A document with this many strokes, shared out over its pages. */
export function drawn(part: string, pages: number, strokes: number): Y.Doc {
  const doc = new Y.Doc();
  const plans = Array.from({ length: pages }, (_, i) => ({
    id: `${part}.${i + 1}`,
    part,
    width: 595,
    height: 842,
    background: { kind: 'blank' as const },
  }));
  Y.applyUpdate(doc, startDocument(plans));
  const all = handwriting(strokes);
  doc.transact(() =>
    all.forEach(({ tool, colour, width, ink }, i) =>
      addStroke(pageItems(doc, plans[i % pages]!.id)!, {
        id: `s${i}`,
        tool,
        colour,
        width,
        ink,
        at: 0,
        order: `a${String(i).padStart(6, '0')}1`,
      }),
    ),
  );
  return doc;
}

export interface School {
  sequelize: Sequelize;
  databaseUrl: string;
  filesRoot: string;
  request: (method: string, path: string, token: string, body?: unknown) => Promise<Response>;
  group: string;
  teacher: string;
  school: string;
}

export async function inSchool<T>(work: (school: School) => Promise<T>): Promise<T> {
  const database = await createTestDatabase();
  const files = await mkdtemp(join(tmpdir(), 'lippet-send-'));
  const sequelize = openDatabase(database.url);
  try {
    await migrate(sequelize);
    const config = { ...readConfig({ LIPPET_DATABASE_URL: database.url, LIPPET_FILES: files }), webRoot: null };
    const app = makeApp(
      makeServices(config, sequelize, NO_JOBS, pino({ level: 'silent' })),
      sequelize,
      pino({ level: 'silent' }),
      () => onThisMachine(),
    );
    const [school, group, teacher] = [randomUUID(), randomUUID(), randomUUID()];
    const run = (sql: string, replacements: Record<string, unknown>): Promise<unknown> =>
      sequelize.query(sql, { replacements });
    await run("INSERT INTO schools VALUES (:school, 'Bench School', 'Europe/Dublin')", { school });
    await run("INSERT INTO groups VALUES (:group, :school, 'All', 'BENCH3')", { group, school });
    await run(
      `INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
        VALUES (:teacher, :school, 'teacher', 'Ms Bench', 'ms.bench', 'password', 'x', '#C8472F')`,
      { teacher, school },
    );
    await run("INSERT INTO memberships (person_id, group_id, role) VALUES (:teacher, :group, 'teacher')", {
      teacher,
      group,
    });
    return await work({
      sequelize,
      databaseUrl: database.url,
      filesRoot: files,
      group,
      teacher,
      school,
      request: async (method, path, token, body) =>
        app.request(path, {
          method,
          headers: { [OWN_HEADER]: '1', 'content-type': 'application/json', cookie: `${SESSION_COOKIE}=${token}` },
          body: body === undefined ? undefined : JSON.stringify(body),
        }),
    });
  } finally {
    await sequelize.close();
    await database.drop();
    await rm(files, { recursive: true, force: true });
  }
}

/** How a shipped server is told of a school; it chooses its port. */
export const serverSettings = ({ databaseUrl, filesRoot }: School): Record<string, string> => ({
  LIPPET_DATABASE_URL: databaseUrl,
  LIPPET_FILES: filesRoot,
  LIPPET_PORT: '0',
  LIPPET_LOG_LEVEL: 'error',
});

/** Settings with which a server tells how long its thread kept others waiting. */
export const TELLS_LAG = {
  NODE_OPTIONS: `--import ${join(import.meta.dirname, '..', 'bench', 'loopLag.mjs')}`,
};

export interface Wish {
  token: string;
  piece: string;
  extent: string;
}

/** A learner with a piece that is drawn and ready. */
export async function learnerWith(school: School, activity: string, doc: Y.Doc): Promise<Wish> {
  const wish = await learnerAtWork(school, activity, doc);
  await school.sequelize.query('INSERT INTO piece_updates (piece_id, data) VALUES (:piece, :data)', {
    replacements: { piece: wish.piece, data: Buffer.from(Y.encodeStateAsUpdate(doc)) },
  });
  return wish;
}

/** A learner who has a piece open, of which school has nothing yet. */
export async function learnerAtWork({ sequelize, group, school }: School, activity: string, doc: Y.Doc): Promise<Wish> {
  const [person, piece, token] = [randomUUID(), randomUUID(), newToken()];
  const run = (sql: string, replacements: Record<string, unknown>): Promise<unknown> =>
    sequelize.query(sql, { replacements });
  await run(
    `INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge)
      VALUES (:person, :school, 'learner', 'Learner', :person, 'password', 'x', '#C8472F')`,
    { person, school },
  );
  await run("INSERT INTO memberships (person_id, group_id, role) VALUES (:person, :group, 'learner')", {
    person,
    group,
  });
  await run(
    `INSERT INTO sessions (id, person_id, token_hash, kept, expires_at)
      VALUES (gen_random_uuid(), :person, :hash, true, now() + interval '1 day')`,
    { person, hash: hashToken(token) },
  );
  await run('INSERT INTO pieces (id, activity_id, person_id) VALUES (:piece, :activity, :person)', {
    piece,
    activity,
    person,
  });
  return { token, piece, extent: Buffer.from(documentExtent(doc)).toString('base64') };
}

export async function activityFor({ sequelize, group, teacher }: School, part: string): Promise<string> {
  const activity = randomUUID();
  const run = (sql: string): Promise<unknown> =>
    sequelize.query(sql, { replacements: { activity, part, group, teacher } });
  await run(
    `INSERT INTO activities (id, teacher_id, title, subject, task, late_allowed, state)
      VALUES (:activity, :teacher, 'Bench', 'Art', '{"type":"doc","content":[]}', true, 'set')`,
  );
  await run('INSERT INTO assignments (activity_id, group_id) VALUES (:activity, :group)');
  await run(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      VALUES (:part, :activity, 0, 'page', 'Pages', true, '{"sheets":[]}')`,
  );
  return activity;
}

async function timed(send: () => Promise<Response>): Promise<number> {
  const start = performance.now();
  const response = await send();
  const took = performance.now() - start;
  if (!response.ok) throw new Error(`Sending was refused: ${response.status} ${await response.text()}`);
  return took;
}

export const send20 = (): Promise<Figure> =>
  inSchool(async (school) => {
    const part = randomUUID();
    const activity = await activityFor(school, part);
    const doc = drawn(part, PAGES, STROKES);
    const bytes = Buffer.from(Y.encodeStateAsUpdate(doc));
    await school.sequelize.query('CREATE TABLE bare (id uuid PRIMARY KEY, data bytea NOT NULL)');
    const ours: number[] = [];
    const floor: number[] = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const { token, piece, extent } = await learnerWith(school, activity, doc);
      const mine = await timed(() =>
        school.request('POST', `/api/pieces/${piece}/send`, token, { key: randomUUID(), extent }),
      );
      const start = performance.now();
      await school.sequelize.transaction((transaction) =>
        school.sequelize.query('INSERT INTO bare VALUES (:id, :data)', {
          replacements: { id: randomUUID(), data: bytes },
          transaction,
        }),
      );
      const bare = performance.now() - start;
      // The first round warms both.
      if (round > 0) {
        ours.push(mine);
        floor.push(bare);
      }
    }
    return byRatio('send-20', 'ms', median(ours), median(floor), 12);
  });

export const send300 = (): Promise<Figure> =>
  inSchool(async (school) => {
    const part = randomUUID();
    const activity = await activityFor(school, part);
    const doc = drawn(part, 1, ONE_PAGE);
    const wishes: Wish[] = [];
    for (let i = 0; i < LEARNERS; i++) wishes.push(await learnerWith(school, activity, doc));
    const times = await Promise.all(
      wishes.map(async ({ token, piece, extent }, i) => {
        await new Promise((resolve) => setTimeout(resolve, (i * MINUTE) / LEARNERS));
        return timed(() => school.request('POST', `/api/pieces/${piece}/send`, token, { key: randomUUID(), extent }));
      }),
    );
    const [{ count }] = (await school.sequelize.query('SELECT count(*) FROM submissions', {
      type: QueryTypes.SELECT,
    })) as [{ count: string }];
    if (Number(count) !== LEARNERS) throw new Error(`${count} goes of ${LEARNERS} are at school.`);
    return alone('send-300', 'ms', quantile(times, 0.95), 1_000);
  });
