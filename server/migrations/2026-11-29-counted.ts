import type { Sequelize, Transaction } from 'sequelize';

/** Whether a piece is made and complete stands in its row, so that lists are counted where the rows are. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE activities ADD COLUMN parts_revision integer NOT NULL DEFAULT 1;
     ALTER TABLE pieces ADD COLUMN made boolean NOT NULL DEFAULT false,
       ADD COLUMN complete boolean NOT NULL DEFAULT false,
       ADD COLUMN counted_for integer;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE pieces DROP COLUMN made, DROP COLUMN complete, DROP COLUMN counted_for;
     ALTER TABLE activities DROP COLUMN parts_revision;`,
    { transaction },
  );
}
