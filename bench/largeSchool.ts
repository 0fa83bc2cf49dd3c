/** A school with far more in it than the made-up one, written straight into the tables. */
import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { startDocument } from '@lippet/core/page/document';

export interface LargeSchool {
  /** Ids of its teacher, who teaches all of its groups, and of one learner; made up where none are given. */
  teacher?: string;
  learner?: string;
  groups: number;
  /** Shared out over the groups. */
  learners: number;
  /** Each set for all groups. */
  activities: number;
}

/** Every piece is begun, a third of them sent, and half of those answered. */
export async function largeSchool(sequelize: Sequelize, size: LargeSchool): Promise<void> {
  const run = (sql: string, replacements: Record<string, unknown> = {}): Promise<unknown> =>
    sequelize.query(sql, { replacements });
  const [school, teacher, learner] = [randomUUID(), size.teacher ?? randomUUID(), size.learner ?? randomUUID()];
  await run("INSERT INTO schools VALUES (:school, 'Bench School', 'Europe/Dublin')", { school });
  await run(
    `INSERT INTO groups (id, school_id, name, code)
     SELECT gen_random_uuid(), :school, 'Group ' || n, left(md5(:school || n), 6) FROM generate_series(1, :count) n`,
    { school, count: size.groups },
  );
  const person = 'INSERT INTO people (id, school_id, role, name, sign_in_name, secret_kind, secret_hash, badge) ';
  await run(`${person} VALUES (:teacher, :school, 'teacher', 'Ms Bench', :teacher, 'password', 'x', '#C8472F')`, {
    teacher,
    school,
  });
  await run(
    `${person} SELECT CASE WHEN n = 1 THEN :learner::uuid ELSE gen_random_uuid() END, :school, 'learner',
      'Learner ' || n, 'learner.' || n || :school, 'password', 'x', '#C8472F' FROM generate_series(1, :count) n`,
    { learner, school, count: size.learners },
  );
  await run(
    `INSERT INTO memberships (person_id, group_id, role)
     SELECT :teacher, id, 'teacher' FROM groups WHERE school_id = :school
     UNION ALL SELECT p.id, g.id, 'learner' FROM
       (SELECT id, row_number() OVER (ORDER BY id) % :groups AS n FROM people WHERE school_id = :school AND role = 'learner') p
       JOIN (SELECT id, row_number() OVER (ORDER BY id) % :groups AS n FROM groups WHERE school_id = :school) g USING (n)`,
    { teacher, school, groups: size.groups },
  );
  await run(
    `INSERT INTO activities (id, teacher_id, title, subject, task, minutes, state, created_at)
     SELECT gen_random_uuid(), :teacher, 'Activity ' || n, 'Art', '{"type":"doc","content":[]}', 20, 'set',
       now() - n * interval '1 hour' FROM generate_series(1, :count) n`,
    { teacher, count: size.activities },
  );
  const ofTeacher = 'SELECT id FROM activities WHERE teacher_id = :teacher';
  await run(
    `INSERT INTO assignments (activity_id, group_id, due)
     SELECT a.id, g.id, a.created_at + interval '20 days' FROM activities a, groups g
     WHERE a.teacher_id = :teacher AND g.school_id = :school`,
    { teacher, school },
  );
  await run(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
      SELECT gen_random_uuid(), a.id, n, 'page', 'Part ' || n, true, '{"sheets":[]}'
      FROM activities a, generate_series(0, 1) n WHERE a.teacher_id = :teacher`,
    { teacher },
  );
  await run(
    `INSERT INTO pieces (id, activity_id, person_id) SELECT gen_random_uuid(), a.id, p.id
      FROM activities a, people p WHERE p.role = 'learner' AND p.school_id = :school AND a.teacher_id = :teacher`,
    { teacher, school },
  );
  const data = Buffer.from(startDocument([]));
  await run(
    `INSERT INTO piece_updates (piece_id, data) SELECT id, :data FROM pieces WHERE activity_id IN (${ofTeacher})`,
    {
      data,
      teacher,
    },
  );
  await run(
    `UPDATE pieces SET progress_through = u.id, made = true, complete = true, counted_for = 1,
      progress = jsonb_build_object('parts',
      (SELECT jsonb_object_agg(parts.id,
      '{"pages":1,"drawnPages":1,"strokes":9,"items":9,"neededSpots":0,"filledSpots":0,
      "photos":0,"recordings":0,"answers":[]}'::jsonb)
      FROM parts WHERE parts.activity_id = pieces.activity_id))
     FROM piece_updates u WHERE u.piece_id = pieces.id AND pieces.activity_id IN (${ofTeacher})`,
    { teacher },
  );
  await run(
    `INSERT INTO submissions (id, piece_id, go, key, sent_at, late, document, manifest)
     SELECT gen_random_uuid(), id, 1, gen_random_uuid(), now(), false, :data, '{"parts":[]}'
       FROM (SELECT id, row_number() OVER () AS n FROM pieces WHERE activity_id IN (${ofTeacher})) p WHERE n % 3 = 0`,
    { data, teacher },
  );
  await run(
    `INSERT INTO reviews (id, submission_id, reviewer_id, outcome, begun_at, released_at)
     SELECT gen_random_uuid(), id, :teacher, 'finished', now(), now()
       FROM (SELECT s.id, row_number() OVER () AS n FROM submissions s JOIN pieces p ON p.id = s.piece_id
         WHERE p.activity_id IN (${ofTeacher})) s WHERE n % 2 = 0`,
    { teacher },
  );
  await run('ANALYZE');
}
