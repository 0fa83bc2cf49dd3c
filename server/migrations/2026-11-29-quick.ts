import type { Sequelize, Transaction } from 'sequelize';

/** What lists, reminders and tidying ask for, found without reading whole tables; and files of more than two gigabytes. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE INDEX updates_key_prefix ON updates (key text_pattern_ops) WHERE key IS NOT NULL;
     CREATE INDEX updates_unseen ON updates (person_id) WHERE seen_at IS NULL;
     CREATE INDEX notices_reply ON notices (reply_to) WHERE reply_to IS NOT NULL;
     CREATE INDEX media_activity ON media (activity_id) WHERE activity_id IS NOT NULL;
     CREATE INDEX media_group ON media (group_id) WHERE group_id IS NOT NULL;
     CREATE INDEX media_hash ON media (hash);
     CREATE INDEX media_playable_hash ON media (playable_hash) WHERE playable_hash IS NOT NULL;
     CREATE INDEX media_cover_hash ON media (cover_hash) WHERE cover_hash IS NOT NULL;
     CREATE INDEX assignments_folder ON assignments (folder_id) WHERE folder_id IS NOT NULL;
     CREATE INDEX learner_dates_person ON learner_dates (person_id);
     CREATE INDEX daily_answers_day ON daily_answers (question_id, day);
     CREATE INDEX piece_updates_created ON piece_updates (created_at);
     CREATE INDEX sessions_expire ON sessions (expires_at);
     CREATE INDEX exports_hash ON exports (hash) WHERE hash IS NOT NULL;
     CREATE INDEX exports_waiting ON exports (id) WHERE state = 'waiting';
     ALTER TABLE media ALTER COLUMN size TYPE bigint, ALTER COLUMN playable_size TYPE bigint;
     ALTER TABLE uploads ALTER COLUMN size TYPE bigint;
     ALTER TABLE exports ALTER COLUMN size TYPE bigint;`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DROP INDEX updates_key_prefix, updates_unseen, notices_reply, media_activity, media_group, media_hash,
       media_playable_hash, media_cover_hash, assignments_folder, learner_dates_person, daily_answers_day,
       piece_updates_created, sessions_expire, exports_hash, exports_waiting;
     ALTER TABLE media ALTER COLUMN size TYPE integer, ALTER COLUMN playable_size TYPE integer;
     ALTER TABLE uploads ALTER COLUMN size TYPE integer;
     ALTER TABLE exports ALTER COLUMN size TYPE integer;`,
    { transaction },
  );
}
