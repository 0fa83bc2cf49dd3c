import type { Sequelize, Transaction } from 'sequelize';

const UP = `
CREATE TABLE exports (
  id uuid PRIMARY KEY,
  submission_id uuid NOT NULL REFERENCES submissions,
  asked_by uuid NOT NULL REFERENCES people,
  style text NOT NULL CHECK (style IN ('flat', 'annotations')),
  marked boolean NOT NULL,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'ready', 'failed')),
  hash text,
  size integer,
  why text,
  created_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((state = 'ready') = (hash IS NOT NULL)),
  CHECK ((state = 'failed') = (why IS NOT NULL))
);
CREATE INDEX exports_submission ON exports (submission_id);
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE exports;', { transaction });
}
