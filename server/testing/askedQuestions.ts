import { randomUUID } from 'node:crypto';
import { newPart } from '@lippet/core/parts/part';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { Question } from '@lippet/core/questions/question';
import type { SmallSchool, TestClient } from './smallSchool';

/** A part that asks questions, and the piece of somebody who has begun it. */
export interface AskedSet {
  part: string;
  piece: string;
}

/** The open activity asks these questions as well, and a learner has begun it. */
export async function askQuestions(
  school: SmallSchool,
  learner: TestClient,
  settings: Partial<QuestionsSettings>,
): Promise<AskedSet> {
  const part = { ...newPart('questions', randomUUID(), 'Questions') };
  await school.sequelize.query(
    `INSERT INTO parts (id, activity_id, position, kind, title, required, settings)
     VALUES (:id, :activity, 9, 'questions', 'Questions', false, :settings)`,
    {
      replacements: {
        id: part.id,
        activity: school.activities.open,
        settings: JSON.stringify({ ...part.settings, ...settings }),
      },
    },
  );
  return { part: part.id, piece: await pieceOf(school, learner) };
}

/** The piece of a learner who has begun the open activity. */
export async function pieceOf(school: SmallSchool, learner: TestClient): Promise<string> {
  const path = `/api/activities/${school.activities.open}/piece`;
  return (await learner.json<{ pieceId: string }>('POST', path)).pieceId;
}

/** A try at a question, or at the same with other numbers. */
export const tryWith = (
  client: TestClient,
  { part, piece }: AskedSet,
  { id: question, variant }: Pick<Question, 'id'> & { variant?: number },
  answer: object,
  key = randomUUID(),
): Promise<Response> => client.request('POST', `/api/pieces/${piece}/tries`, { key, part, question, variant, answer });
