/**
 * `now-500`: a learner's Now with 500 activities in a school of 100,000 pieces, against the same rows by one bare
 * query.
 */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Hono } from 'hono';
import pino from 'pino';
import { NO_JOBS } from './noJobs';
import { QueryTypes } from 'sequelize';
import type { NowView } from '@lippet/core/contract/pieces';
import { readConfig } from '@lippet/server/config';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { makeApp, makeServices } from '@lippet/server/app';
import { migrate } from '@lippet/server/migrations/migrate';
import { openDatabase } from '@lippet/server/models/database';
import { createTestDatabase } from '@lippet/server/testing/testDatabase';
import { onThisMachine } from '@lippet/server/web/client';
import { byRatio, median, type Figure } from './figure';
import { largeSchool } from './largeSchool';

const ACTIVITIES = 500;
const LEARNERS = 200;
const ROUNDS = 15;

/** The rows that Now is made of, and nothing done with them. */
const BARE = `SELECT a.id, a.title, a.subject, a.minutes, t.name AS teacher, g.opens, g.due, g.closes, a.late_allowed,
  p.id AS piece_id, p.progress, u.id AS update_id,
                     s.id AS go_id, s.go, s.sent_at, s.word, r.outcome, r.released_at
              FROM memberships m
              JOIN assignments g ON g.group_id = m.group_id
              JOIN activities a ON a.id = g.activity_id
              JOIN people t ON t.id = a.teacher_id
              LEFT JOIN pieces p ON p.activity_id = a.id AND p.person_id = m.person_id
              LEFT JOIN LATERAL (SELECT id FROM piece_updates WHERE piece_id = p.id
                ORDER BY id DESC LIMIT 1) u ON true
              LEFT JOIN submissions s ON s.piece_id = p.id AND s.withdrawn_at IS NULL
              LEFT JOIN reviews r ON r.submission_id = s.id
              WHERE m.person_id = :learner AND m.role = 'learner'`;

export async function now500(): Promise<Figure> {
  const database = await createTestDatabase();
  const files = await mkdtemp(join(tmpdir(), 'lippet-now-'));
  const sequelize = openDatabase(database.url);
  try {
    await migrate(sequelize);
    const learner = randomUUID();
    await largeSchool(sequelize, { learner, groups: 1, learners: LEARNERS, activities: ACTIVITIES });
    const token = randomBytes(32).toString('base64url');
    await sequelize.query(
      `INSERT INTO sessions (id, person_id, token_hash, kept, expires_at)
        VALUES (gen_random_uuid(), :learner, :hash, true, now() + interval '1 day')`,
      {
        replacements: { learner, hash: createHash('sha256').update(token).digest() },
      },
    );
    const config = { ...readConfig({ LIPPET_DATABASE_URL: database.url, LIPPET_FILES: files }), webRoot: null };
    const app = makeApp(
      makeServices(config, sequelize, NO_JOBS, pino({ level: 'silent' })),
      sequelize,
      pino({ level: 'silent' }),
      () => onThisMachine(),
    );
    const bare = new Hono().get('/now', async (c) =>
      c.json(await sequelize.query(BARE, { replacements: { learner }, type: QueryTypes.SELECT })),
    );
    const timed = async (ask: () => Promise<Response>, count: (body: unknown) => number): Promise<number> => {
      const start = performance.now();
      const body: unknown = await (await ask()).json();
      const took = performance.now() - start;
      if (count(body) !== ACTIVITIES) throw new Error(`Now had ${count(body)} rows in place of ${ACTIVITIES}.`);
      return took;
    };
    const ours: number[] = [];
    const floor: number[] = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const mine = await timed(
        async () => app.request('/api/now', { headers: { cookie: `${SESSION_COOKIE}=${token}` } }),
        (body) => (body as NowView).cards.length,
      );
      const theirs = await timed(
        async () => bare.request('/now'),
        (body) => (body as unknown[]).length,
      );
      // The first round warms both.
      if (round > 0) {
        ours.push(mine);
        floor.push(theirs);
      }
    }
    return byRatio('now-500', 'ms', median(ours), median(floor), 2);
  } finally {
    await sequelize.close();
    await database.drop();
    await rm(files, { recursive: true, force: true });
  }
}
