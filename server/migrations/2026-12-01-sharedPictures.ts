import type { Sequelize, Transaction } from 'sequelize';

/**
 * Who has put a picture on a sheet for all is kept with the picture, so that its file may come after it. Before, only
 * files were kept that had come by then.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE shared_sheets ADD COLUMN pictures jsonb NOT NULL DEFAULT '[]';
     UPDATE shared_sheets s SET pictures = k.pictures FROM (
       SELECT h.id, jsonb_agg(jsonb_build_object('media', m.id, 'person', m.owner_id)) AS pictures
       FROM shared_sheets h JOIN media m ON h.media @> to_jsonb(m.id::text) GROUP BY h.id
     ) k WHERE k.id = s.id;
     ALTER TABLE shared_sheets DROP COLUMN media;
     CREATE INDEX ON shared_sheets USING gin (pictures);`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE shared_sheets ADD COLUMN media jsonb NOT NULL DEFAULT '[]';
     UPDATE shared_sheets SET media = jsonb_path_query_array(pictures, '$[*].media');
     ALTER TABLE shared_sheets DROP COLUMN pictures;
     CREATE INDEX ON shared_sheets USING gin (media);`,
    { transaction },
  );
}
