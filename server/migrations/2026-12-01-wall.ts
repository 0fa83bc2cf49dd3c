import type { Sequelize, Transaction } from 'sequelize';

/** The wall of an activity in a group: what hangs there, and what is said to it. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE activities ADD COLUMN wall text NOT NULL DEFAULT 'none' CHECK (wall IN ('none', 'teacher', 'open'));
     CREATE TABLE hangings (
       id uuid PRIMARY KEY,
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       submission_id uuid NOT NULL REFERENCES submissions ON DELETE CASCADE,
       page_id text,
       part_id uuid,
       pages integer NOT NULL CHECK (pages >= 0),
       recording jsonb,
       title text NOT NULL DEFAULT '',
       alt text NOT NULL DEFAULT '',
       hung_at timestamptz NOT NULL,
       let_at timestamptz,
       held_at timestamptz,
       why text NOT NULL DEFAULT ''
     );
     CREATE INDEX ON hangings (activity_id, group_id, hung_at DESC);
     CREATE INDEX ON hangings (person_id);
     CREATE INDEX ON hangings (submission_id);
     CREATE INDEX ON hangings ((recording->>'media')) WHERE recording IS NOT NULL;
     CREATE TABLE hanging_answers (
       id uuid PRIMARY KEY,
       hanging_id uuid NOT NULL REFERENCES hangings ON DELETE CASCADE,
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       stamp text,
       words text NOT NULL DEFAULT '',
       at timestamptz NOT NULL,
       let_at timestamptz,
       held_at timestamptz,
       why text NOT NULL DEFAULT ''
     );
     CREATE INDEX ON hanging_answers (hanging_id, at);
     CREATE INDEX ON hanging_answers (person_id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP TABLE hanging_answers;
     DROP TABLE hangings;
     ALTER TABLE activities DROP COLUMN wall;`,
    { transaction },
  );
}
