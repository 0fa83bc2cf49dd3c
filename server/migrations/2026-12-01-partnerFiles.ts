import type { Sequelize, Transaction } from 'sequelize';

/** A partner may give a picture or a PDF with what they say. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE peer_reviews ADD COLUMN attached uuid', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE peer_reviews DROP COLUMN attached', { transaction });
}
