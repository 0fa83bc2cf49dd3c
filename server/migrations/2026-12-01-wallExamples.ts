import type { Sequelize, Transaction } from 'sequelize';

/** Work on a wall may stay as an example for classes that do the activity, or a copy of it, later. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE activities ADD COLUMN copied_from uuid REFERENCES activities ON DELETE SET NULL;
     CREATE INDEX ON activities (coalesce(copied_from, id));
     ALTER TABLE hangings ADD COLUMN example text CHECK (example IN ('asked', 'named', 'nameless'));
     CREATE INDEX ON hangings (activity_id) WHERE example IN ('named', 'nameless');`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE hangings DROP COLUMN example;
     ALTER TABLE activities DROP COLUMN copied_from;`,
    { transaction },
  );
}
