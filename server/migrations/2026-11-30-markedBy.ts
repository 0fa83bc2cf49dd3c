import type { Sequelize, Transaction } from 'sequelize';

/** Who said by hand what a try earns: that stays where its question is put right. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE question_tries ADD COLUMN marked_by uuid REFERENCES people ON DELETE SET NULL', {
    transaction,
  });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE question_tries DROP COLUMN marked_by', { transaction });
}
