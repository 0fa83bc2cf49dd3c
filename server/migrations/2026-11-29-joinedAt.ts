import type { Sequelize, Transaction } from 'sequelize';

/** When somebody came into a group; null for who was there from the beginning, as far as anybody knows. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE memberships ADD COLUMN joined_at timestamptz', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE memberships DROP COLUMN joined_at', { transaction });
}
