import type { Sequelize, Transaction } from 'sequelize';

const UP = `
ALTER TABLE media DROP CONSTRAINT media_kind_check;
ALTER TABLE media ADD CONSTRAINT media_kind_check CHECK (kind IN ('picture', 'pdf', 'sound', 'film'));
ALTER TABLE media
  ADD COLUMN state text NOT NULL DEFAULT 'ready' CHECK (state IN ('processing', 'ready', 'failed')),
  ADD COLUMN why text,
  ADD COLUMN seconds double precision,
  ADD COLUMN playable_hash text,
  ADD COLUMN playable_type text,
  ADD COLUMN playable_size integer,
  ADD COLUMN cover_hash text,
  ADD COLUMN loudness double precision,
  ADD COLUMN peaks jsonb;
CREATE INDEX media_processing ON media (id) WHERE state = 'processing';
CREATE INDEX media_owner ON media (owner_id);
CREATE TABLE uploads (
  id uuid PRIMARY KEY,
  owner_id uuid NOT NULL REFERENCES people,
  piece_id uuid NOT NULL REFERENCES pieces,
  size integer NOT NULL CHECK (size > 0),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX uploads_owner ON uploads (owner_id);
`;

const DOWN = `
DROP TABLE uploads;
DROP INDEX media_processing, media_owner;
ALTER TABLE media DROP COLUMN state, DROP COLUMN why, DROP COLUMN seconds, DROP COLUMN playable_hash, DROP COLUMN playable_type,
  DROP COLUMN playable_size, DROP COLUMN cover_hash, DROP COLUMN loudness, DROP COLUMN peaks;
ALTER TABLE media DROP CONSTRAINT media_kind_check;
ALTER TABLE media ADD CONSTRAINT media_kind_check CHECK (kind IN ('picture', 'pdf'));
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(DOWN, { transaction });
}
