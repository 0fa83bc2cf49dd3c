/** Questions that stand alone: an activity that is one question is answered on its row of Now. */
import * as yup from 'yup';
import type { AskedQuestion } from '../questions/question';
import type { SpreadAnswer } from '../questions/spread/spreadAnswer';
import { tryBody, type TryView } from './tries';

export interface LoneQuestionView {
  activityId: string;
  title: string;
  teacher: string;
  part: string;
  asked: AskedQuestion;
  /** Of this go, in their order. */
  tries: TryView[];
  /** How many are left; null without end, 0 once it is with the teacher. */
  left: number | null;
  /** What was right, in words; null where that is not shown. */
  right: string | null;
  /** What the group said, without names; null where that is not shown, or not yet. */
  spread: SpreadAnswer[] | null;
}

export const loneAnswerBody = yup.object({
  key: tryBody.fields.key as yup.StringSchema<string>,
  answer: yup.mixed<object>().required('An answer is needed.'),
});
