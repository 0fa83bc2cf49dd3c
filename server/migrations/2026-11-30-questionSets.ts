import type { Sequelize, Transaction } from 'sequelize';

/**
 * Going through a set several times, working that is typed beside an answer, which help was used, questions that a
 * teacher closed or whose answer they showed to all, questions to the teacher with the
 * question they are about, and how a school writes numbers.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await dropTheOnlyUnique(sequelize, transaction);
  await sequelize.query(
    `ALTER TABLE question_tries
       ADD COLUMN round integer NOT NULL DEFAULT 1 CHECK (round > 0),
       ADD COLUMN working text;
     ALTER TABLE question_tries ADD UNIQUE (piece_id, part_id, question_id, go, round, variant, number);
     CREATE TABLE set_rounds (
       piece_id uuid NOT NULL REFERENCES pieces ON DELETE CASCADE,
       part_id uuid NOT NULL,
       go integer NOT NULL CHECK (go > 0),
       round integer NOT NULL CHECK (round > 1),
       PRIMARY KEY (piece_id, part_id, go)
     );
     CREATE TABLE question_help (
       piece_id uuid NOT NULL REFERENCES pieces ON DELETE CASCADE,
       part_id uuid NOT NULL,
       question_id uuid NOT NULL,
       kind text NOT NULL CHECK (kind IN ('step', 'example', 'look')),
       number integer NOT NULL CHECK (number > 0),
       is_right boolean,
       at timestamptz NOT NULL DEFAULT now(),
       PRIMARY KEY (piece_id, part_id, question_id, kind, number)
     );
     CREATE TABLE question_states (
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       part_id uuid NOT NULL,
       question_id uuid NOT NULL,
       closed boolean NOT NULL,
       shown boolean NOT NULL,
       PRIMARY KEY (group_id, part_id, question_id)
     );
     ALTER TABLE threads ADD COLUMN question_id uuid;
     ALTER TABLE schools ADD COLUMN decimal_mark text NOT NULL DEFAULT 'point'
       CHECK (decimal_mark IN ('point', 'comma'));`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await dropTheOnlyUnique(sequelize, transaction);
  await sequelize.query(
    `ALTER TABLE schools DROP COLUMN decimal_mark;
     ALTER TABLE threads DROP COLUMN question_id;
     DROP TABLE question_states;
     DROP TABLE question_help;
     DROP TABLE set_rounds;
     DELETE FROM question_tries WHERE round > 1;
     ALTER TABLE question_tries DROP COLUMN working, DROP COLUMN round;
     ALTER TABLE question_tries ADD UNIQUE (piece_id, part_id, question_id, go, variant, number);`,
    { transaction },
  );
}

/** The database has given it a name of its own, which it cuts off. */
const dropTheOnlyUnique = async (sequelize: Sequelize, transaction: Transaction): Promise<void> => {
  await sequelize.query(
    `DO $$ DECLARE known text; BEGIN
       SELECT conname INTO STRICT known FROM pg_constraint
       WHERE conrelid = 'question_tries'::regclass AND contype = 'u';
       EXECUTE format('ALTER TABLE question_tries DROP CONSTRAINT %I', known);
     END $$`,
    { transaction },
  );
};
