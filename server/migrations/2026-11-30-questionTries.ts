import type { Sequelize, Transaction } from 'sequelize';

/** A try at a question: given for good, and judged at school. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE question_tries (
       id uuid PRIMARY KEY,
       piece_id uuid NOT NULL REFERENCES pieces ON DELETE CASCADE,
       part_id uuid NOT NULL,
       question_id uuid NOT NULL,
       go integer NOT NULL CHECK (go > 0),
       number integer NOT NULL CHECK (number > 0),
       answer jsonb NOT NULL,
       share double precision CHECK (share BETWEEN 0 AND 1),
       out_of integer NOT NULL,
       at timestamptz NOT NULL DEFAULT now(),
       UNIQUE (piece_id, part_id, question_id, go, number)
     );`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE question_tries', { transaction });
}
