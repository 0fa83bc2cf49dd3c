import type { Sequelize, Transaction } from 'sequelize';

/**
 * Those at home: cards by which they join, one a family and child; who has joined by which; what they have seen; and what
 * they and the teachers say to each other. A letter is of the evening, or of the week.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE TABLE family_cards (
       id uuid PRIMARY KEY,
       child_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       group_id uuid NOT NULL REFERENCES groups ON DELETE CASCADE,
       code text NOT NULL UNIQUE,
       most integer NOT NULL CHECK (most > 0),
       made_at timestamptz NOT NULL,
       ended_at timestamptz
     );
     CREATE INDEX ON family_cards (child_id);
     CREATE INDEX ON family_cards (group_id);
     CREATE TABLE family_ties (
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       card_id uuid NOT NULL REFERENCES family_cards ON DELETE CASCADE,
       joined_at timestamptz NOT NULL,
       looked_at timestamptz,
       PRIMARY KEY (person_id, card_id)
     );
     CREATE INDEX ON family_ties (card_id);
     CREATE TABLE family_seen (
       person_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       submission_id uuid NOT NULL REFERENCES submissions ON DELETE CASCADE,
       at timestamptz NOT NULL,
       PRIMARY KEY (person_id, submission_id)
     );
     CREATE INDEX ON family_seen (submission_id);
     CREATE TABLE family_messages (
       id uuid PRIMARY KEY,
       card_id uuid NOT NULL REFERENCES family_cards ON DELETE CASCADE,
       author_id uuid NOT NULL REFERENCES people ON DELETE CASCADE,
       words text NOT NULL DEFAULT '',
       media_id uuid REFERENCES media,
       at timestamptz NOT NULL
     );
     CREATE INDEX ON family_messages (card_id, at);
     CREATE INDEX ON family_messages (media_id);
     ALTER TABLE letters ADD COLUMN kind text NOT NULL DEFAULT 'evening' CHECK (kind IN ('evening', 'week'));`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE letters DROP COLUMN kind;
     DROP TABLE family_messages;
     DROP TABLE family_seen;
     DROP TABLE family_ties;
     DROP TABLE family_cards;`,
    { transaction },
  );
}
