import type { Sequelize, Transaction } from 'sequelize';

/**
 * Sheets that a group, or a crew of it, fills together; `media`: pictures that lie there for all of them; `seats`: who has
 * which place. A crew is named
 * without a reference: crews are written anew, with the ids that they had, each time one of them changes.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE shared_sheets (
       id uuid PRIMARY KEY,
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       part_id uuid NOT NULL REFERENCES parts ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       crew_id uuid,
       hides boolean NOT NULL,
       closed_at timestamptz,
       media jsonb NOT NULL DEFAULT '[]',
       seats jsonb NOT NULL DEFAULT '[]'
     );
     CREATE UNIQUE INDEX ON shared_sheets (part_id, group_id, crew_id) NULLS NOT DISTINCT;
     CREATE INDEX ON shared_sheets (activity_id, group_id);
     CREATE INDEX ON shared_sheets USING gin (media);
     CREATE TABLE shared_updates (
       id bigserial PRIMARY KEY,
       shared_sheet_id uuid NOT NULL REFERENCES shared_sheets ON DELETE CASCADE,
       data bytea NOT NULL,
       created_at timestamptz NOT NULL DEFAULT now()
     );
     CREATE INDEX ON shared_updates (shared_sheet_id, id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE shared_updates; DROP TABLE shared_sheets;', { transaction });
}
