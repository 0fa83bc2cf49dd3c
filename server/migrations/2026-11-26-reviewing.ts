import type { Sequelize, Transaction } from 'sequelize';

/** Marks by a rubric, what comes with a go beside its word, and notes kept for reuse. */
const UP = `
ALTER TABLE activities ADD COLUMN marking jsonb;
ALTER TABLE reviews ADD COLUMN marked jsonb, ADD COLUMN held text CHECK (held IN ('again', 'finished'));
ALTER TABLE submissions
  ADD COLUMN felt text CHECK (felt IN ('easy', 'right', 'hard')),
  ADD COLUMN voice_id uuid;
CREATE TABLE kept_notes (
  id uuid PRIMARY KEY,
  teacher_id uuid NOT NULL REFERENCES people,
  words text NOT NULL,
  uses jsonb NOT NULL DEFAULT '{}',
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX kept_notes_teacher ON kept_notes (teacher_id);
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP TABLE kept_notes; ALTER TABLE submissions DROP COLUMN felt, DROP COLUMN voice_id;
      ALTER TABLE reviews DROP COLUMN marked, DROP COLUMN held; ALTER TABLE activities DROP COLUMN marking`,
    { transaction },
  );
}
