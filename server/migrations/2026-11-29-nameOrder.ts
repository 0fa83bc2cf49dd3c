import type { Sequelize, Transaction } from 'sequelize';

/** Names stand in the order of letters, not of code points: Çelik among those with C (Unicode collation, UTS #10). */
const NAMED = ['people', 'groups'];

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of NAMED)
    await sequelize.query(`ALTER TABLE ${table} ALTER COLUMN name TYPE text COLLATE "und-x-icu"`, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of NAMED)
    await sequelize.query(`ALTER TABLE ${table} ALTER COLUMN name TYPE text COLLATE "default"`, { transaction });
}
