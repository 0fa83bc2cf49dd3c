import type { Sequelize, Transaction } from 'sequelize';

/**
 * Which pages of a teacher's PDF learners are given, and the file that holds only these, once somebody has asked for
 * it. Where nothing is said, it is the whole file.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    'ALTER TABLE media ADD COLUMN given_pages jsonb, ADD COLUMN given_hash text, ADD COLUMN given_size bigint',
    { transaction },
  );
  await sequelize.query('CREATE INDEX media_given_hash ON media (given_hash) WHERE given_hash IS NOT NULL', {
    transaction,
  });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE media DROP COLUMN given_pages, DROP COLUMN given_hash, DROP COLUMN given_size', {
    transaction,
  });
}
