import type { Sequelize, Transaction } from 'sequelize';

const UP = `
CREATE TABLE capture_links (
  id uuid PRIMARY KEY,
  piece_id uuid NOT NULL REFERENCES pieces,
  person_id uuid NOT NULL REFERENCES people,
  title text NOT NULL,
  key_hash bytea NOT NULL UNIQUE,
  code_hash bytea NOT NULL UNIQUE,
  expires_at timestamptz NOT NULL,
  closed_at timestamptz
);
CREATE INDEX capture_links_piece ON capture_links (piece_id);
CREATE TABLE capture_photos (
  media_id uuid PRIMARY KEY REFERENCES media,
  link_id uuid NOT NULL REFERENCES capture_links,
  at timestamptz NOT NULL
);
CREATE INDEX capture_photos_link ON capture_photos (link_id, at);
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE capture_photos; DROP TABLE capture_links;', { transaction });
}
