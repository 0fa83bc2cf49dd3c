import type { Sequelize, Transaction } from 'sequelize';

const UP = `
ALTER TABLE memberships ADD COLUMN left_at timestamptz;
CREATE TABLE speeches (
  key text PRIMARY KEY,
  hash text NOT NULL,
  size integer NOT NULL,
  seconds double precision NOT NULL,
  times jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE threads (
  id uuid PRIMARY KEY,
  activity_id uuid NOT NULL REFERENCES activities,
  group_id uuid NOT NULL REFERENCES groups,
  part_id uuid,
  asker_id uuid NOT NULL REFERENCES people,
  audience text NOT NULL CHECK (audience IN ('teacher', 'class')),
  shared_at timestamptz,
  closed_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX threads_activity ON threads (activity_id, group_id);
CREATE TABLE messages (
  id uuid PRIMARY KEY,
  thread_id uuid NOT NULL REFERENCES threads,
  author_id uuid NOT NULL REFERENCES people,
  words text NOT NULL,
  media_id uuid,
  removed_at timestamptz,
  removed_why text,
  at timestamptz NOT NULL DEFAULT now(),
  CHECK ((removed_at IS NULL) = (removed_why IS NULL))
);
CREATE INDEX messages_thread ON messages (thread_id, at);
CREATE INDEX messages_media ON messages (media_id) WHERE media_id IS NOT NULL;
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query('DROP TABLE messages, threads, speeches; ALTER TABLE memberships DROP COLUMN left_at', {
    transaction,
  });
}
