import type { Sequelize, Transaction } from 'sequelize';

/**
 * What two teachers at one desk need, answers that are spoken or filmed, words under notes, stamps, and a whole
 * activity as a file.
 */
const UP = `
ALTER TABLE reviews
  ADD COLUMN version integer NOT NULL DEFAULT 0,
  ADD COLUMN aside text NOT NULL DEFAULT '',
  ADD COLUMN told jsonb;
CREATE TABLE note_replies (
  id uuid PRIMARY KEY,
  review_id uuid NOT NULL REFERENCES reviews,
  note_id text NOT NULL,
  person_id uuid NOT NULL REFERENCES people,
  words text NOT NULL CHECK (words <> ''),
  at timestamptz NOT NULL
);
CREATE INDEX note_replies_review ON note_replies (review_id, at);
CREATE TABLE kept_stamps (
  id uuid PRIMARY KEY,
  teacher_id uuid NOT NULL REFERENCES people,
  name text NOT NULL CHECK (name <> ''),
  items jsonb NOT NULL,
  width real NOT NULL CHECK (width > 0),
  height real NOT NULL CHECK (height > 0),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX kept_stamps_teacher ON kept_stamps (teacher_id);
ALTER TABLE exports
  ALTER COLUMN submission_id DROP NOT NULL,
  ADD COLUMN activity_id uuid REFERENCES activities,
  ADD CONSTRAINT exports_of_one CHECK ((submission_id IS NULL) <> (activity_id IS NULL));
CREATE INDEX exports_activity ON exports (activity_id);
`;

const DOWN = `
DELETE FROM exports WHERE activity_id IS NOT NULL;
ALTER TABLE exports DROP CONSTRAINT exports_of_one, DROP COLUMN activity_id, ALTER COLUMN submission_id SET NOT NULL;
DROP TABLE kept_stamps, note_replies;
ALTER TABLE reviews DROP COLUMN version, DROP COLUMN aside, DROP COLUMN told;
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(DOWN, { transaction });
}
