import type { Sequelize, Transaction } from 'sequelize';

/** How many bytes all documents of a school have, as it was last counted. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE schools ADD COLUMN document_bytes bigint NOT NULL DEFAULT 0', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE schools DROP COLUMN document_bytes', { transaction });
}
