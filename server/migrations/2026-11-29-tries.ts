import type { Sequelize, Transaction } from 'sequelize';

/** Wrong tries are counted by device as well: a classmate elsewhere must not make a child wait. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE sign_in_attempts ADD COLUMN device text NOT NULL DEFAULT '';
     UPDATE sign_in_attempts SET device = 'at ' || address;
     DROP INDEX sign_in_attempts_who;
     CREATE INDEX sign_in_attempts_who ON sign_in_attempts (who, device, at DESC);
     CREATE INDEX sign_in_attempts_device ON sign_in_attempts (device, at DESC);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP INDEX sign_in_attempts_who;
     CREATE INDEX sign_in_attempts_who ON sign_in_attempts (who, at DESC);
     ALTER TABLE sign_in_attempts DROP COLUMN device;`,
    { transaction },
  );
}
