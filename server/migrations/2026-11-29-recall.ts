import type { Sequelize, Transaction } from 'sequelize';

/** Which dates of their own a learner had before an outcome gave them others: it may be taken back. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE reviews ADD COLUMN dates_before jsonb', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE reviews DROP COLUMN dates_before', { transaction });
}
