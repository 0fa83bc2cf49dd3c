import type { Sequelize, Transaction } from 'sequelize';

/**
 * Learners who look at each other's work: what an activity says of it, how partners were given out in a group, and what
 * each has said. A review that is taken away before anything was said of it is deleted with its row.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE activities ADD COLUMN partners jsonb;
     CREATE TABLE partner_rounds (
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       seed text NOT NULL,
       named boolean NOT NULL,
       begun_at timestamptz NOT NULL,
       ended_at timestamptz,
       PRIMARY KEY (activity_id, group_id)
     );
     CREATE TABLE peer_reviews (
       id uuid PRIMARY KEY,
       activity_id uuid NOT NULL REFERENCES activities ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       reviewer_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       author_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       for_reviewer integer NOT NULL CHECK (for_reviewer > 0),
       for_author integer NOT NULL CHECK (for_author > 0),
       submission_id uuid REFERENCES submissions ON DELETE CASCADE,
       note text NOT NULL DEFAULT '',
       levels jsonb NOT NULL DEFAULT '{}',
       told jsonb,
       version integer NOT NULL DEFAULT 0,
       begun_at timestamptz,
       given_at timestamptz,
       shown_at timestamptz,
       held boolean NOT NULL DEFAULT false,
       counts boolean NOT NULL DEFAULT true,
       helped boolean,
       answer text NOT NULL DEFAULT '',
       files jsonb NOT NULL DEFAULT '[]',
       marks bytea,
       CHECK (reviewer_id <> author_id),
       UNIQUE (activity_id, reviewer_id, author_id)
     );
     CREATE INDEX ON peer_reviews (activity_id, group_id);
     CREATE INDEX ON peer_reviews (reviewer_id);
     CREATE INDEX ON peer_reviews (author_id);
     CREATE INDEX ON peer_reviews (submission_id);
     CREATE INDEX ON peer_reviews USING gin (files);
     CREATE TABLE peer_mark_updates (
       id bigserial PRIMARY KEY,
       peer_review_id uuid NOT NULL REFERENCES peer_reviews ON DELETE CASCADE,
       data bytea NOT NULL,
       created_at timestamptz NOT NULL DEFAULT now()
     );
     CREATE INDEX ON peer_mark_updates (peer_review_id, id);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP TABLE peer_mark_updates;
     DROP TABLE peer_reviews;
     DROP TABLE partner_rounds;
     ALTER TABLE activities DROP COLUMN partners;`,
    { transaction },
  );
}
