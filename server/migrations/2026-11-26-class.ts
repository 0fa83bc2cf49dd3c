import type { Sequelize, Transaction } from 'sequelize';

/**
 * What a class shares beside its work: notices, a question of the day, folders, activities to choose from, joining by a
 * code; and how its news travels.
 */
const UP = `
CREATE TABLE notices (
  id uuid PRIMARY KEY,
  group_id uuid NOT NULL REFERENCES groups,
  author_id uuid NOT NULL REFERENCES people,
  reply_to uuid REFERENCES notices,
  words text NOT NULL,
  media_id uuid,
  removed_at timestamptz,
  removed_why text,
  at timestamptz NOT NULL DEFAULT now(),
  CHECK ((removed_at IS NULL) = (removed_why IS NULL))
);
CREATE INDEX notices_group ON notices (group_id, at DESC);
CREATE INDEX notices_media ON notices (media_id) WHERE media_id IS NOT NULL;
CREATE TABLE daily_questions (
  id uuid PRIMARY KEY,
  group_id uuid NOT NULL REFERENCES groups,
  author_id uuid NOT NULL REFERENCES people,
  words text NOT NULL,
  seen_by text NOT NULL CHECK (seen_by IN ('teacher', 'all')),
  asked_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz
);
CREATE UNIQUE INDEX daily_questions_one ON daily_questions (group_id) WHERE ended_at IS NULL;
CREATE TABLE daily_answers (
  question_id uuid NOT NULL REFERENCES daily_questions,
  person_id uuid NOT NULL REFERENCES people,
  day date NOT NULL,
  stamp text,
  words text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (question_id, person_id, day)
);
CREATE TABLE folders (
  id uuid PRIMARY KEY,
  group_id uuid NOT NULL REFERENCES groups,
  title text NOT NULL,
  opens timestamptz,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX folders_group ON folders (group_id);
ALTER TABLE assignments ADD COLUMN folder_id uuid REFERENCES folders, ADD COLUMN free boolean NOT NULL DEFAULT false;
ALTER TABLE activities ADD COLUMN topic text NOT NULL DEFAULT '', ADD COLUMN ages jsonb;
ALTER TABLE groups ADD COLUMN live jsonb, ADD COLUMN joins_id uuid UNIQUE REFERENCES activities,
  ADD COLUMN joins_open boolean NOT NULL DEFAULT false;
ALTER TABLE threads ADD COLUMN place jsonb;
ALTER TABLE updates ADD COLUMN key text;
CREATE UNIQUE INDEX updates_key ON updates (person_id, key) WHERE key IS NOT NULL;
ALTER TABLE people ADD COLUMN settings jsonb, ADD COLUMN mail text, ADD COLUMN digest_at timestamptz;
CREATE TABLE letters (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES people,
  address text NOT NULL,
  subject text NOT NULL,
  words text NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX letters_person ON letters (person_id, at DESC);
ALTER TABLE media
  DROP CONSTRAINT media_kind_check, ADD CONSTRAINT media_kind_check
    CHECK (kind IN ('picture', 'pdf', 'sound', 'film', 'file')),
  ADD COLUMN group_id uuid REFERENCES groups, DROP CONSTRAINT media_check, ADD CONSTRAINT media_one_home
    CHECK (num_nonnulls(piece_id, activity_id, group_id) = 1);
ALTER TABLE uploads
  ADD COLUMN group_id uuid REFERENCES groups, DROP CONSTRAINT uploads_one_home,
    ADD CONSTRAINT uploads_one_home CHECK (num_nonnulls(piece_id, activity_id, group_id) = 1);
ALTER TABLE exports DROP CONSTRAINT exports_style_check, ADD CONSTRAINT exports_style_check
  CHECK (style IN ('flat', 'annotations', 'zip'));
`;

const DOWN = `
DELETE FROM exports WHERE style = 'zip';
ALTER TABLE exports DROP CONSTRAINT exports_style_check, ADD CONSTRAINT exports_style_check
  CHECK (style IN ('flat', 'annotations'));
DELETE FROM uploads WHERE group_id IS NOT NULL;
ALTER TABLE uploads DROP CONSTRAINT uploads_one_home, DROP COLUMN group_id, ADD CONSTRAINT uploads_one_home
  CHECK ((piece_id IS NULL) <> (activity_id IS NULL));
DELETE FROM media WHERE group_id IS NOT NULL OR kind = 'file';
ALTER TABLE media
  DROP CONSTRAINT media_one_home, DROP COLUMN group_id, ADD CONSTRAINT media_check
    CHECK ((piece_id IS NULL) <> (activity_id IS NULL)),
  DROP CONSTRAINT media_kind_check, ADD CONSTRAINT media_kind_check
    CHECK (kind IN ('picture', 'pdf', 'sound', 'film'));
DROP TABLE letters;
ALTER TABLE people DROP COLUMN settings, DROP COLUMN mail, DROP COLUMN digest_at;
DROP INDEX updates_key;
ALTER TABLE updates DROP COLUMN key;
ALTER TABLE threads DROP COLUMN place;
ALTER TABLE groups DROP COLUMN live, DROP COLUMN joins_id, DROP COLUMN joins_open;
ALTER TABLE activities DROP COLUMN topic, DROP COLUMN ages;
ALTER TABLE assignments DROP COLUMN folder_id, DROP COLUMN free;
DROP TABLE folders, daily_answers, daily_questions, notices;
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(DOWN, { transaction });
}
