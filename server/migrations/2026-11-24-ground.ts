import type { Sequelize, Transaction } from 'sequelize';

const UP = `
CREATE TABLE schools (
  id uuid PRIMARY KEY,
  name text NOT NULL,
  zone text NOT NULL
);
CREATE TABLE people (
  id uuid PRIMARY KEY,
  school_id uuid NOT NULL REFERENCES schools,
  role text NOT NULL CHECK (role IN ('learner', 'teacher', 'family', 'admin')),
  name text NOT NULL,
  sign_in_name text NOT NULL,
  secret_kind text NOT NULL CHECK (secret_kind IN ('picture', 'password')),
  secret_hash text NOT NULL,
  badge text NOT NULL
);
CREATE UNIQUE INDEX people_sign_in_name ON people (lower(sign_in_name));
CREATE TABLE groups (
  id uuid PRIMARY KEY,
  school_id uuid NOT NULL REFERENCES schools,
  name text NOT NULL,
  code text NOT NULL UNIQUE
);
CREATE TABLE memberships (
  person_id uuid NOT NULL REFERENCES people,
  group_id uuid NOT NULL REFERENCES groups,
  role text NOT NULL CHECK (role IN ('learner', 'teacher')),
  PRIMARY KEY (person_id, group_id)
);
CREATE INDEX memberships_group ON memberships (group_id);
CREATE TABLE activities (
  id uuid PRIMARY KEY,
  group_id uuid NOT NULL REFERENCES groups,
  teacher_id uuid NOT NULL REFERENCES people,
  title text NOT NULL,
  subject text NOT NULL,
  goal text,
  task text NOT NULL,
  minutes integer CHECK (minutes > 0),
  opens timestamptz,
  due timestamptz,
  closes timestamptz,
  late_allowed boolean NOT NULL DEFAULT true,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX activities_group ON activities (group_id);
CREATE TABLE parts (
  id uuid PRIMARY KEY,
  activity_id uuid NOT NULL REFERENCES activities,
  position integer NOT NULL,
  kind text NOT NULL,
  title text NOT NULL,
  required boolean NOT NULL,
  settings jsonb NOT NULL,
  UNIQUE (activity_id, position)
);
CREATE TABLE pieces (
  id uuid PRIMARY KEY,
  activity_id uuid NOT NULL REFERENCES activities,
  person_id uuid NOT NULL REFERENCES people,
  frozen boolean NOT NULL DEFAULT false,
  progress jsonb NOT NULL DEFAULT '{"parts":{}}',
  progress_through bigint NOT NULL DEFAULT 0,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (activity_id, person_id)
);
CREATE INDEX pieces_person ON pieces (person_id);
CREATE TABLE piece_updates (
  id bigserial PRIMARY KEY,
  piece_id uuid NOT NULL REFERENCES pieces,
  data bytea NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX piece_updates_piece ON piece_updates (piece_id, id);
CREATE TABLE submissions (
  id uuid PRIMARY KEY,
  piece_id uuid NOT NULL REFERENCES pieces,
  go integer NOT NULL CHECK (go > 0),
  key uuid NOT NULL,
  sent_at timestamptz NOT NULL,
  late boolean NOT NULL,
  document bytea NOT NULL,
  manifest jsonb NOT NULL,
  word text,
  withdrawn_at timestamptz,
  UNIQUE (piece_id, key)
);
CREATE UNIQUE INDEX submissions_go ON submissions (piece_id, go) WHERE withdrawn_at IS NULL;
CREATE TABLE reviews (
  id uuid PRIMARY KEY,
  submission_id uuid NOT NULL UNIQUE REFERENCES submissions,
  reviewer_id uuid NOT NULL REFERENCES people,
  note text NOT NULL DEFAULT '',
  outcome text CHECK (outcome IN ('again', 'finished')),
  begun_at timestamptz,
  released_at timestamptz,
  marks bytea,
  CHECK ((released_at IS NULL) = (outcome IS NULL))
);
CREATE TABLE mark_updates (
  id bigserial PRIMARY KEY,
  review_id uuid NOT NULL REFERENCES reviews,
  data bytea NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX mark_updates_review ON mark_updates (review_id, id);
CREATE TABLE updates (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES people,
  kind text NOT NULL,
  words text NOT NULL,
  path text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  seen_at timestamptz
);
CREATE INDEX updates_person ON updates (person_id, at DESC);
CREATE TABLE sessions (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES people,
  token_hash bytea NOT NULL UNIQUE,
  kept boolean NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL
);
CREATE INDEX sessions_person ON sessions (person_id);
CREATE TABLE sign_in_attempts (
  id bigserial PRIMARY KEY,
  who text NOT NULL,
  address text NOT NULL,
  succeeded boolean NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX sign_in_attempts_who ON sign_in_attempts (who, at DESC);
CREATE INDEX sign_in_attempts_address ON sign_in_attempts (address, at DESC);
`;

const DOWN = `
DROP TABLE sign_in_attempts, sessions, updates, mark_updates, reviews, submissions, piece_updates, pieces,
  parts, activities, memberships, groups, people, schools;
`;

export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(UP, { transaction });
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(DOWN, { transaction });
}
