import type { Sequelize, Transaction } from 'sequelize';

/** A go keeps which pictures of others lay on the sheets that its learner filled with them. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE submissions ADD COLUMN lent jsonb;
     CREATE INDEX ON submissions USING gin (lent) WHERE lent IS NOT NULL;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE submissions DROP COLUMN lent', { transaction });
}
