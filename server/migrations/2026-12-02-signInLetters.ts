import type { Sequelize, Transaction } from 'sequelize';
import { hashSecret, newToken } from '../services/access/secrets';

/** Letters go out by mail; whoever is at home may sign in by a number that comes in one, without a password. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE people DROP CONSTRAINT people_secret_kind_check;
     ALTER TABLE people ADD CONSTRAINT people_secret_kind_check CHECK (secret_kind IN ('picture', 'password', 'letter'));
     ALTER TABLE people ALTER COLUMN secret_hash DROP NOT NULL;
     ALTER TABLE people ADD CONSTRAINT people_secret_is_kept CHECK ((secret_kind = 'letter') = (secret_hash IS NULL));
     CREATE TABLE sign_in_letters (
       id uuid PRIMARY KEY,
       address text NOT NULL,
       card_id uuid REFERENCES family_cards ON DELETE CASCADE,
       name text,
       number_hash text,
       expires_at timestamptz NOT NULL,
       used_at timestamptz
     );
     CREATE INDEX ON sign_in_letters (expires_at);
     CREATE INDEX ON sign_in_letters (card_id);
     ALTER TABLE letters ADD COLUMN posted_at timestamptz;
     UPDATE letters SET posted_at = at;
     CREATE INDEX ON letters (at) WHERE posted_at IS NULL;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  // Those who signed in by letters stay, and have a password that nobody knows until they are given another.
  await sequelize.query(
    "UPDATE people SET secret_kind = 'password', secret_hash = :hash WHERE secret_kind = 'letter'",
    {
      replacements: { hash: await hashSecret('password', newToken()) },
      transaction,
    },
  );
  await sequelize.query(
    `ALTER TABLE letters DROP COLUMN posted_at;
     DROP TABLE sign_in_letters;
     ALTER TABLE people DROP CONSTRAINT people_secret_is_kept;
     ALTER TABLE people ALTER COLUMN secret_hash SET NOT NULL;
     ALTER TABLE people DROP CONSTRAINT people_secret_kind_check;
     ALTER TABLE people ADD CONSTRAINT people_secret_kind_check CHECK (secret_kind IN ('picture', 'password'));`,
    { transaction },
  );
}
