import type { Sequelize, Transaction } from 'sequelize';

/** Files that something has stopped naming: looked at when it is tidied. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('CREATE TABLE dropped_files (hash text PRIMARY KEY)', { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE dropped_files', { transaction });
}
