import type { Sequelize, Transaction } from 'sequelize';

/** Under a note one may speak as well as write. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE note_replies ADD COLUMN voice_id uuid REFERENCES media;
     ALTER TABLE note_replies DROP CONSTRAINT note_replies_words_check;
     ALTER TABLE note_replies ADD CONSTRAINT note_replies_said CHECK (words <> '' OR voice_id IS NOT NULL);
     CREATE INDEX note_replies_voice ON note_replies (voice_id) WHERE voice_id IS NOT NULL;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DELETE FROM note_replies WHERE words = '';
     ALTER TABLE note_replies DROP CONSTRAINT note_replies_said;
     ALTER TABLE note_replies ADD CONSTRAINT note_replies_words_check CHECK (words <> '');
     ALTER TABLE note_replies DROP COLUMN voice_id;`,
    { transaction },
  );
}
