import type { Sequelize, Transaction } from 'sequelize';

/** What tells of a piece that was sent is found by the piece, once that is answered. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(`CREATE INDEX updates_sent ON updates (path) WHERE kind = 'sent' AND seen_at IS NULL`, {
    transaction,
  });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP INDEX updates_sent', { transaction });
}
