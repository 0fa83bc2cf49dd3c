import type { Sequelize, Transaction } from 'sequelize';

/**
 * Tries at variants of a question, hints that were asked for, what a try was marked by before its question was put
 * right, and crews: learners of a group who are helped together.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE question_tries
       ADD COLUMN variant integer NOT NULL DEFAULT 0 CHECK (variant >= 0),
       ADD COLUMN first_share double precision CHECK (first_share BETWEEN 0 AND 1),
       ADD COLUMN put_right_at timestamptz;
     ALTER TABLE question_tries DROP CONSTRAINT question_tries_piece_id_part_id_question_id_go_number_key;
     ALTER TABLE question_tries ADD UNIQUE (piece_id, part_id, question_id, go, variant, number);
     CREATE INDEX ON question_tries (part_id, question_id);
     CREATE TABLE question_hints (
       piece_id uuid NOT NULL REFERENCES pieces ON DELETE CASCADE,
       part_id uuid NOT NULL,
       question_id uuid NOT NULL,
       number integer NOT NULL CHECK (number > 0),
       at timestamptz NOT NULL DEFAULT now(),
       PRIMARY KEY (piece_id, part_id, question_id, number)
     );
     CREATE TABLE crews (
       id uuid PRIMARY KEY,
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       name text NOT NULL,
       note text NOT NULL DEFAULT '',
       meets_at timestamptz,
       link text,
       position integer NOT NULL
     );
     CREATE INDEX ON crews (activity_id, group_id);
     CREATE TABLE crew_members (
       crew_id uuid NOT NULL REFERENCES crews ON DELETE CASCADE,
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       PRIMARY KEY (crew_id, person_id)
     );
     CREATE INDEX ON crew_members (person_id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP TABLE crew_members;
     DROP TABLE crews;
     DROP TABLE question_hints;
     DELETE FROM question_tries WHERE variant > 0;
     ALTER TABLE question_tries DROP COLUMN put_right_at, DROP COLUMN first_share, DROP COLUMN variant;
     ALTER TABLE question_tries ADD UNIQUE (piece_id, part_id, question_id, go, number);
     DROP INDEX question_tries_part_id_question_id_idx;`,
    { transaction },
  );
}
