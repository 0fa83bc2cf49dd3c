import type { Sequelize, Transaction } from 'sequelize';

/** A question of the day may have answers of its own to choose from, in place of the weather. */
export async function up(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `ALTER TABLE daily_questions ADD COLUMN choices jsonb;
     ALTER TABLE daily_answers ADD COLUMN choice uuid;`,
    { transaction },
  );
}

/** What was chosen is said in words, so that no answer is empty. */
export async function down(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `UPDATE daily_answers answer
       SET words = concat_ws(': ', offered ->> 'words', NULLIF(answer.words, ''))
       FROM daily_questions question, jsonb_array_elements(question.choices) offered
       WHERE question.id = answer.question_id AND offered ->> 'id' = answer.choice::text;
     ALTER TABLE daily_answers DROP COLUMN choice;
     ALTER TABLE daily_questions DROP COLUMN choices;`,
    { transaction },
  );
}
