/**
 * `line-2000`: a teacher's To review, and the marks of one of her ten groups: 60 activities, 300 learners, in a database
 * of 100,000 pieces. Over HTTP to a server process, against the same counts by bare SQL.
 */
import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { MarksView } from '@lippet/core/contract/marks';
import type { ReviewActivity } from '@lippet/core/contract/reviewing';
import { ShippedServer } from '@lippet/e2e/serverPrograms';
import { SESSION_COOKIE } from '@lippet/server/routes/cookies';
import { hashToken, newToken } from '@lippet/server/services/access/secrets';
import { byRatio, median, type Figure } from './figure';
import { largeSchool } from './largeSchool';
import { inSchool, serverSettings } from './sending';

const [ACTIVITIES, LEARNERS, GROUPS] = [60, 300, 10];
/** What others have in the same database. */
const OTHERS = { groups: 4, learners: 164, activities: 500 };
const ROUNDS = 11;

/** A piece's state by its row, its latest go and that go's review. */
const STATE = `CASE WHEN r.outcome = 'finished' THEN 'finished' WHEN r.outcome = 'again' THEN 'another-go'
  WHEN s.id IS NOT NULL THEN 'with-teacher' WHEN p.complete THEN 'ready' WHEN p.made THEN 'started' ELSE 'new' END`;
const ROWS = `FROM assignments g
  JOIN activities a ON a.id = g.activity_id
  JOIN memberships m ON m.group_id = g.group_id AND m.role = 'learner'
  LEFT JOIN pieces p ON p.activity_id = g.activity_id AND p.person_id = m.person_id
  LEFT JOIN LATERAL (SELECT id, sent_at FROM submissions
    WHERE piece_id = p.id AND withdrawn_at IS NULL ORDER BY go DESC LIMIT 1) s ON true
  LEFT JOIN reviews r ON r.submission_id = s.id`;
const TO_REVIEW = `SELECT a.id, a.title, ${STATE} AS state, count(*), min(s.sent_at) AS oldest ${ROWS}
  WHERE g.group_id IN (SELECT group_id FROM memberships WHERE person_id = :teacher AND role = 'teacher')
  GROUP BY 1, 2, 3`;
const MARKS = `SELECT a.id, a.title, g.due, m.person_id, s.sent_at, r.marked, ${STATE} AS state ${ROWS}
  WHERE g.group_id = :group`;

export const line2000 = (): Promise<Figure[]> =>
  inSchool(async (school) => {
    const { sequelize } = school;
    const [teacher, token] = [randomUUID(), newToken()];
    await largeSchool(sequelize, { teacher, groups: GROUPS, learners: LEARNERS, activities: ACTIVITIES });
    await largeSchool(sequelize, OTHERS);
    await sequelize.query(
      `INSERT INTO sessions (id, person_id, token_hash, kept, expires_at)
        VALUES (gen_random_uuid(), :teacher, :hash, true, now() + interval '1 day')`,
      { replacements: { teacher, hash: hashToken(token) } },
    );
    const [{ group }] = (await sequelize.query<{ group: string }>(
      'SELECT group_id AS "group" FROM memberships WHERE person_id = :teacher ORDER BY 1 LIMIT 1',
      { replacements: { teacher }, type: QueryTypes.SELECT },
    )) as [{ group: string }];
    const server = new ShippedServer();
    const port = await server.start(serverSettings(school));
    const ask = async <T>(path: string): Promise<T> => {
      const response = await fetch(`http://127.0.0.1:${port}/api${path}`, {
        headers: { cookie: `${SESSION_COOKIE}=${token}` },
      });
      if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
      return (await response.json()) as T;
    };
    const timed = async (work: () => Promise<boolean>): Promise<number> => {
      const begun = performance.now();
      if (!(await work())) throw new Error('The counts are not those of the rows.');
      return performance.now() - begun;
    };
    const bare = async (sql: string): Promise<number> => {
      const rows = await sequelize.query<{ count?: string }>(sql, {
        replacements: { teacher, group },
        type: QueryTypes.SELECT,
      });
      return rows.reduce((sum, { count }) => sum + Number(count ?? 1), 0);
    };
    const pieces = ACTIVITIES * LEARNERS;
    const works = {
      toReview: () =>
        timed(async () => {
          const list = await ask<ReviewActivity[]>('/to-review');
          return list.flatMap(({ counts }) => Object.values(counts)).reduce((sum, count) => sum + count, 0) === pieces;
        }),
      bareToReview: () => timed(async () => (await bare(TO_REVIEW)) === pieces),
      marks: () => timed(async () => (await ask<MarksView>(`/groups/${group}/marks`)).cells.length === pieces / GROUPS),
      bareMarks: () => timed(async () => (await bare(MARKS)) === pieces / GROUPS),
    };
    const times: Record<keyof typeof works, number[]> = { toReview: [], bareToReview: [], marks: [], bareMarks: [] };
    try {
      for (let round = 0; round <= ROUNDS; round++)
        for (const [name, work] of Object.entries(works)) {
          const took = await work();
          // The first round warms all.
          if (round > 0) times[name as keyof typeof works].push(took);
        }
    } finally {
      await server.end('in order');
    }
    return [
      byRatio('line-2000', 'ms', median(times.toReview), median(times.bareToReview), 2),
      byRatio('marks-2000', 'ms', median(times.marks), median(times.bareMarks), 2),
    ];
  });
