import type { Sequelize, Transaction } from 'sequelize';

const UP = `
CREATE TABLE media (
  id uuid PRIMARY KEY,
  owner_id uuid NOT NULL REFERENCES people,
  piece_id uuid REFERENCES pieces,
  activity_id uuid REFERENCES activities,
  kind text NOT NULL CHECK (kind IN ('picture', 'pdf')),
  type text NOT NULL,
  hash text NOT NULL,
  size integer NOT NULL CHECK (size >= 0),
  width integer,
  height integer,
  pages integer,
  created_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((piece_id IS NULL) <> (activity_id IS NULL))
);
CREATE INDEX media_piece ON media (piece_id);
CREATE TABLE piece_copies (
  id uuid PRIMARY KEY,
  piece_id uuid NOT NULL REFERENCES pieces,
  at timestamptz NOT NULL,
  through bigint NOT NULL,
  data bytea NOT NULL,
  progress jsonb NOT NULL
);
CREATE UNIQUE INDEX piece_copies_through ON piece_copies (piece_id, through);
CREATE INDEX piece_copies_piece ON piece_copies (piece_id, at DESC);
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE piece_copies, media;', { transaction });
}
