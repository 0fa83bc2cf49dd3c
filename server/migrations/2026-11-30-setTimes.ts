import type { Sequelize, Transaction } from 'sequelize';

/** Sets of questions that have minutes: when each learner began, more time for some, and when a late try was made. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE set_times (
       piece_id uuid NOT NULL REFERENCES pieces ON DELETE CASCADE,
       part_id uuid NOT NULL,
       go integer NOT NULL CHECK (go > 0),
       started_at timestamptz NOT NULL,
       handed_in_at timestamptz,
       PRIMARY KEY (piece_id, part_id, go)
     );
     CREATE TABLE more_time (
       id uuid PRIMARY KEY,
       part_id uuid NOT NULL,
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       minutes integer NOT NULL CHECK (minutes > 0)
     );
     CREATE INDEX ON more_time (part_id, person_id);
     ALTER TABLE question_tries ADD COLUMN made_at timestamptz;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE question_tries DROP COLUMN made_at;
     DROP TABLE more_time;
     DROP TABLE set_times;`,
    { transaction },
  );
}
