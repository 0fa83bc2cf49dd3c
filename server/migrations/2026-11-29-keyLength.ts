import type { Sequelize, Transaction } from 'sequelize';

/** How many pictures a person's key has, where it is one of pictures. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    'ALTER TABLE people ADD COLUMN key_length smallint NOT NULL DEFAULT 3 CHECK (key_length BETWEEN 3 AND 5)',
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('ALTER TABLE people DROP COLUMN key_length', { transaction });
}
