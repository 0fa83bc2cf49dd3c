/** What a group answered to an activity's questions, for those who teach it. */
import * as yup from 'yup';
import type { QuestionsSettings } from '../parts/questions/questionsPart';
import type { HelpUsed, QuestionStateView } from './questionHelp';
import type { HintsView, SetTimeView, TryView } from './tries';

/** A part with questions, with what is right. */
export interface QuestionsPartView {
  id: string;
  title: string;
  settings: QuestionsSettings;
}

/** A try, and whose. */
export type LearnersTry = Omit<TryView, 'reply'> & { person: string };

/** What has come since somebody looked last. Some of it may have been there before. */
export type LaterAnswers = Pick<AnswersView, 'tries' | 'hints' | 'help' | 'states' | 'times' | 'at'>;

/** So much earlier than that is looked again, in milliseconds: what was begun before may be kept after. */
export const LOOK_BACK = 10_000;

export interface AnswersView {
  title: string;
  group: { id: string; name: string };
  learners: { id: string; name: string; badge: string }[];
  parts: QuestionsPartView[];
  /** In the order in which they were made. */
  tries: LearnersTry[];
  hints: (Pick<HintsView, 'part' | 'question'> & { person: string; count: number })[];
  /** Other help that was used. */
  help: (HelpUsed & { person: string })[];
  /** Questions that were closed or shown. */
  states: QuestionStateView[];
  /** Of sets that have minutes, and were begun. */
  times: (SetTimeView & { person: string })[];
  /** When this was looked up. */
  at: number;
}

/** Somebody whose mark is another one once a question was put right. */
export interface ChangedMark {
  person: string;
  name: string;
  from: number;
  to: number;
  outOf: number;
}

export const sinceBody = yup.object({
  /** When it was looked up last, by the school's clock. */
  since: yup
    .number()
    .integer('A time is a whole number.')
    .min(0)
    .max(8.64e15, 'That is no time.')
    .required('Say since when.'),
});

/** At once. */
const MOST_MORE = 60;

export const moreTimeBody = yup.object({
  /** Made once: with the same it is the same time. */
  id: yup.string().uuid('The id must be a UUID.').required('An id is needed, so that it is given once.'),
  part: yup.string().uuid('The part’s id must be a UUID.').required('Say which part it is of.'),
  /** Null for everybody of the group. */
  person: yup.string().uuid('The learner’s id must be a UUID.').nullable().defined(),
  minutes: yup
    .number()
    .integer('Minutes are a whole number.')
    .min(1, 'At least a minute is given.')
    .max(MOST_MORE, `At most ${MOST_MORE} minutes are given at once.`)
    .required('Say how many minutes.'),
});

export const putRightBody = yup.object({
  part: yup.string().uuid('The part’s id must be a UUID.').required('Say which part it is of.'),
  /** As it should be; its id says which one it is. */
  question: yup.mixed<object>().required('Say what is right.'),
  /** Whether it is done; where not, only whom it would change is told. */
  done: yup.boolean().required('Say whether it is done, or only looked at.'),
});
