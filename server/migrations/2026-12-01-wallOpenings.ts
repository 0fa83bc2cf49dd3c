import type { Sequelize, Transaction } from 'sequelize';

/** Walls that are open to the families of a group, until a time, with names or without. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE wall_openings (
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       named boolean NOT NULL,
       ends_at timestamptz NOT NULL,
       PRIMARY KEY (activity_id, group_id)
     );
     CREATE INDEX ON wall_openings (group_id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE wall_openings;', { transaction });
}
