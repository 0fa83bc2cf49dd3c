import type { Sequelize, Transaction } from 'sequelize';

/** Work for some crews of a group alone; without any it is for the whole group. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query("ALTER TABLE assignments ADD COLUMN crew_ids uuid[] NOT NULL DEFAULT '{}'", { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE assignments DROP COLUMN crew_ids', { transaction });
}
