import type { Sequelize, Transaction } from 'sequelize';

/**
 * Who an activity is for, and when, leaves its row: several groups each with their own dates, and learners with dates
 * of their own.
 */
const UP = `
CREATE TABLE assignments (
  activity_id uuid NOT NULL REFERENCES activities,
  group_id uuid NOT NULL REFERENCES groups,
  opens timestamptz,
  due timestamptz,
  closes timestamptz,
  PRIMARY KEY (activity_id, group_id)
);
CREATE INDEX assignments_group ON assignments (group_id);
INSERT INTO assignments (activity_id, group_id, opens, due, closes) SELECT id, group_id, opens, due, closes FROM activities;
CREATE TABLE learner_dates (
  activity_id uuid NOT NULL REFERENCES activities,
  person_id uuid NOT NULL REFERENCES people,
  opens timestamptz,
  due timestamptz,
  closes timestamptz,
  PRIMARY KEY (activity_id, person_id)
);
ALTER TABLE activities
  DROP COLUMN group_id, DROP COLUMN opens, DROP COLUMN due, DROP COLUMN closes,
  ALTER COLUMN task TYPE jsonb USING jsonb_build_object('type', 'doc', 'content', jsonb_build_array(
    jsonb_build_object('type', 'paragraph', 'content', jsonb_build_array(jsonb_build_object('type', 'text', 'text', task))))),
  ADD COLUMN state text NOT NULL DEFAULT 'set' CHECK (state IN ('draft', 'set', 'archived')),
  ADD COLUMN supplies text NOT NULL DEFAULT '',
  ADD COLUMN take_back text NOT NULL DEFAULT 'begun' CHECK (take_back IN ('begun', 'due', 'never')),
  ADD COLUMN choices jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN materials jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN rubric jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN told jsonb,
  ADD COLUMN draft jsonb,
  ADD COLUMN draft_version integer NOT NULL DEFAULT 0,
  ADD COLUMN changed_at timestamptz NOT NULL DEFAULT now();
ALTER TABLE activities ALTER COLUMN state SET DEFAULT 'draft';
CREATE TABLE own_days (
  person_id uuid NOT NULL REFERENCES people,
  activity_id uuid NOT NULL REFERENCES activities,
  day date NOT NULL,
  PRIMARY KEY (person_id, activity_id)
);
ALTER TABLE people ADD COLUMN calendar_hash bytea UNIQUE;
CREATE INDEX activities_teacher ON activities (teacher_id);
ALTER TABLE parts DROP CONSTRAINT parts_activity_id_position_key;
ALTER TABLE parts ADD COLUMN choice uuid, ADD COLUMN waits boolean NOT NULL DEFAULT false, ADD COLUMN removed_at timestamptz;
CREATE INDEX parts_activity ON parts (activity_id, position);
ALTER TABLE uploads ALTER COLUMN piece_id DROP NOT NULL, ADD COLUMN activity_id uuid REFERENCES activities;
ALTER TABLE uploads ADD CONSTRAINT uploads_one_home CHECK ((piece_id IS NULL) <> (activity_id IS NULL));
`;

const DOWN = `
ALTER TABLE people DROP COLUMN calendar_hash;
DROP TABLE own_days;
DELETE FROM uploads WHERE piece_id IS NULL;
ALTER TABLE uploads DROP CONSTRAINT uploads_one_home, DROP COLUMN activity_id, ALTER COLUMN piece_id SET NOT NULL;
DELETE FROM parts WHERE removed_at IS NOT NULL;
DROP INDEX parts_activity;
ALTER TABLE parts DROP COLUMN choice, DROP COLUMN waits, DROP COLUMN removed_at,
  ADD CONSTRAINT parts_activity_id_position_key UNIQUE (activity_id, position);
DROP INDEX activities_teacher;
ALTER TABLE activities
  ADD COLUMN group_id uuid REFERENCES groups, ADD COLUMN opens timestamptz, ADD COLUMN due timestamptz,
    ADD COLUMN closes timestamptz,
  DROP COLUMN state, DROP COLUMN supplies, DROP COLUMN take_back, DROP COLUMN choices,
    DROP COLUMN materials, DROP COLUMN rubric,
  DROP COLUMN told, DROP COLUMN draft, DROP COLUMN draft_version, DROP COLUMN changed_at,
  ALTER COLUMN task TYPE text USING coalesce(task #>> '{content,0,content,0,text}', '');
UPDATE activities a SET group_id = g.group_id, opens = g.opens, due = g.due, closes = g.closes
  FROM (SELECT DISTINCT ON (activity_id) * FROM assignments ORDER BY activity_id, group_id) g
    WHERE g.activity_id = a.id;
DELETE FROM parts WHERE activity_id IN (SELECT id FROM activities WHERE group_id IS NULL);
DELETE FROM media WHERE activity_id IN (SELECT id FROM activities WHERE group_id IS NULL);
DROP TABLE learner_dates, assignments;
DELETE FROM activities WHERE group_id IS NULL;
ALTER TABLE activities ALTER COLUMN group_id SET NOT NULL;
CREATE INDEX activities_group ON activities (group_id);
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(DOWN, { transaction });
}
