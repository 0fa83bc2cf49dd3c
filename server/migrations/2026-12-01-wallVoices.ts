import type { Sequelize, Transaction } from 'sequelize';

/** What is said to a piece on the wall can be a voice. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE hanging_answers ADD COLUMN media_id uuid REFERENCES media;
     CREATE INDEX ON hanging_answers (media_id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE hanging_answers DROP COLUMN media_id;', { transaction });
}
