import type { Sequelize, Transaction } from 'sequelize';

/**
 * What a part holds besides pages and recordings is a list of answers, each of its own kind, where it was a count of words
 * and a tick before. Settings of parts without sheets had an empty list of them.
 */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE OR REPLACE FUNCTION pg_temp.with_answers(part jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
       SELECT part - 'words' - 'ticked' || jsonb_build_object('answers',
         CASE WHEN (part->>'words')::int > 0
           THEN jsonb_build_array(jsonb_build_object('kind', 'words', 'words', part->'words')) ELSE '[]' END ||
         CASE WHEN (part->>'ticked')::boolean
           THEN '[{"kind": "tick", "ticked": true}]'::jsonb ELSE '[]' END) $$;
     UPDATE pieces SET progress = jsonb_build_object('parts', COALESCE(
       (SELECT jsonb_object_agg(key, pg_temp.with_answers(value)) FROM jsonb_each(progress->'parts')), '{}'));
     UPDATE submissions SET manifest = jsonb_set(manifest, '{parts}', COALESCE(
       (SELECT jsonb_agg(pg_temp.with_answers(value) ORDER BY place)
        FROM jsonb_array_elements(manifest->'parts') WITH ORDINALITY AS a(value, place)), '[]'));
     UPDATE parts SET settings = settings - 'sheets' WHERE kind <> 'page';`,
    { transaction },
  );
}

export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `CREATE OR REPLACE FUNCTION pg_temp.with_counts(part jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
       SELECT part - 'answers' || jsonb_build_object(
         'words', COALESCE((SELECT answer->'words' FROM jsonb_array_elements(part->'answers') AS a(answer)
           WHERE answer->>'kind' = 'words'), '0'),
         'ticked', part->'answers' @> '[{"kind": "tick"}]') $$;
     UPDATE pieces SET progress = jsonb_build_object('parts', COALESCE(
       (SELECT jsonb_object_agg(key, pg_temp.with_counts(value)) FROM jsonb_each(progress->'parts')), '{}'));
     UPDATE submissions SET manifest = jsonb_set(manifest, '{parts}', COALESCE(
       (SELECT jsonb_agg(pg_temp.with_counts(value) ORDER BY place)
        FROM jsonb_array_elements(manifest->'parts') WITH ORDINALITY AS a(value, place)), '[]'));
     UPDATE parts SET settings = settings || '{"sheets": []}' WHERE kind <> 'page';`,
    { transaction },
  );
}
