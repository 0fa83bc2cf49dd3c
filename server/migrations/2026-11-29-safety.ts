import type { Sequelize, Transaction } from 'sequelize';

/** Each secret says by which way it opens. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query("UPDATE people SET secret_hash = secret_kind || ':' || secret_hash", { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query("UPDATE people SET secret_hash = regexp_replace(secret_hash, '^(picture|password):', '')", {
    transaction,
  });
}
