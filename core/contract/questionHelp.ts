/** Help beside a question, besides hints. None of it costs a mark; a teacher sees which was used. */
import * as yup from 'yup';
import { QUESTION_LIMITS, type AskedQuestion } from '../questions/question';

export const HELP_KINDS = ['step', 'example', 'look'] as const;
/** A small step on the way, a worked example, or the place to look at. */
export type HelpKind = (typeof HELP_KINDS)[number];

interface OfQuestion {
  part: string;
  question: string;
}

/** Help that somebody used. */
export interface HelpUsed extends OfQuestion {
  kind: HelpKind;
  /** Of a step which one, from 1. */
  number: number;
  /** Whether a step was answered rightly; null while it was not answered, and for other help. */
  right: boolean | null;
}

/** A small step: a question of its own. */
export interface StepView extends OfQuestion {
  number: number;
  asked: AskedQuestion;
}

/** The same question with other numbers, worked through. */
export interface ExampleView extends OfQuestion {
  /** What is asked in it. */
  words: string;
  /** One step of the way each. */
  lines: string[];
}

export const helpOfQuestion = {
  part: yup.string().uuid('The part’s id must be a UUID.').required('Say which part it is of.'),
  question: yup.string().uuid('The question’s id must be a UUID.').required('Say which question it is.'),
};

const number = yup
  .number()
  .integer('A step is a whole number.')
  .min(1, 'The first step is 1.')
  .max(QUESTION_LIMITS.steps, `There are at most ${QUESTION_LIMITS.steps} steps.`)
  .required('Say which step.');

export const stepBody = yup.object({ ...helpOfQuestion, number });

export const stepAnswerBody = yup.object({
  ...helpOfQuestion,
  number,
  answer: yup.mixed<object>().required('An answer is needed.'),
});

export const helpBody = yup.object(helpOfQuestion);

/** What a teacher says of a question to a group. */
export interface QuestionStateView extends OfQuestion {
  /** Nothing can be tried any more. */
  closed: boolean;
  /** What was right is shown to all. */
  shown: boolean;
}

export const questionStateBody = yup.object({
  ...helpOfQuestion,
  closed: yup.boolean().required('Say whether it is closed.'),
  shown: yup.boolean().required('Say whether what was right is shown.'),
});
