import type { Transaction } from 'sequelize';
import type { QuestionsSettings } from '@lippet/core/parts/questions/questionsPart';
import type { Question } from '@lippet/core/questions/question';
import { Part } from '../../models/tables';
import { notFound } from '../../problems/problem';
import { partPlan } from '../pieces/activityParts';

/** A part with questions, with what is right. */
export interface QuestionsPart {
  id: string;
  title: string;
  settings: QuestionsSettings;
}

/** A question, and the part that asks it. */
export interface PosedQuestion {
  question: Question;
  settings: QuestionsSettings;
}

/** All parts of an activity that ask questions, in their order. */
export async function questionParts(activityId: string, transaction?: Transaction): Promise<QuestionsPart[]> {
  const rows = await Part.findAll({ where: { activityId, kind: 'questions' }, order: ['position'], transaction });
  return rows.map((row) => ({
    id: row.id,
    title: row.title,
    settings: partPlan(row).settings as QuestionsSettings,
  }));
}

/** @throws ProblemError `not-found` where the activity asks no such question */
export async function posedQuestion(
  activityId: string,
  wanted: { part: string; question: string },
  transaction?: Transaction,
): Promise<PosedQuestion> {
  const part = (await questionParts(activityId, transaction)).find(({ id }) => id === wanted.part);
  const question = part?.settings.questions.find(({ id }) => id === wanted.question);
  if (!part || !question) throw notFound();
  return { question, settings: part.settings };
}
