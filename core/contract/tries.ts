/** Tries at questions: answers that were given for good, and what the school says of them. */
import * as yup from 'yup';
import type { SetTimes } from '../questions/setTime';
import { QUESTION_LIMITS, type AskedQuestion } from '../questions/question';

/** One try, as whoever asks may know it. */
export interface TryView {
  id: string;
  part: string;
  question: string;
  /** The go that it was made for. */
  go: number;
  /** 0 for the question itself, 1 and more for the same with other numbers. */
  variant: number;
  /** 1 for the first of that go. */
  number: number;
  answer: unknown;
  /** From 0 to `outOf`; null where it is not told, or a teacher has to look. */
  marks: number | null;
  outOf: number;
  /** What the teacher says to this very answer; null for nothing. */
  reply: string | null;
  /** What the question was marked by before it was put right; null where it was not, or that changed nothing. */
  marksBefore: number | null;
  at: number;
  /** When its device says that it was made, where it came after the time; null where it came in time. */
  madeAt: number | null;
}

/** A question of a part. */
interface OfQuestion {
  part: string;
  question: string;
}

/** Hints that were asked for, in their order. */
export interface HintsView extends OfQuestion {
  hints: string[];
}

/** What is right, in words. */
export interface RightView extends OfQuestion {
  words: string;
}

/** What was tried until a go, or until now. */
export interface TriesView {
  /** The go that is looked at, or that is being made. Another go has its tries anew. */
  go: number;
  /** In their order, those of goes before among them. */
  tries: TryView[];
  hints: HintsView[];
  /** What was right, of the questions where whoever asks is shown it. */
  shown: RightView[];
  /** Of sets that have minutes, and were begun. */
  times: SetTimeView[];
  /** The school's clock, when this was looked up. */
  now: number;
}

/** The time of a set, for one learner. */
export interface SetTimeView extends SetTimes {
  part: string;
}

/** The same question with other numbers. */
export interface VariantView extends OfQuestion {
  variant: number;
  asked: AskedQuestion;
}

/** Nobody practises one question so often in one go. */
export const MOST_VARIANTS = 200;

const ofQuestion = {
  part: yup.string().uuid('The part’s id must be a UUID.').required('Say which part it is of.'),
  question: yup.string().uuid('The question’s id must be a UUID.').required('Say which question it answers.'),
};

export const tryBody = yup.object({
  /** Made by the client once for each try; the same key twice is the same try. */
  key: yup.string().uuid('The key must be a UUID.').required('A key is needed, so that trying twice is one try.'),
  ...ofQuestion,
  variant: yup
    .number()
    .integer('A variant is a whole number.')
    .min(0, 'A variant is not below nought.')
    .max(MOST_VARIANTS, `There are at most ${MOST_VARIANTS} variants.`),
  answer: yup.mixed<object>().required('An answer is needed.'),
  /** By the school's clock, where it was held up on its way. */
  madeAt: yup.number().integer('A time is a whole number.').min(0).max(8.64e15, 'That is no time.'),
});

/** What a request to try says. */
export type TryRequest = yup.InferType<typeof tryBody>;

export const hintBody = yup.object({
  ...ofQuestion,
  /** Up to which one, counted from 1: the same asked twice is the same hint. */
  number: yup
    .number()
    .integer('A hint is a whole number.')
    .min(1, 'The first hint is 1.')
    .max(QUESTION_LIMITS.hints, `There are at most ${QUESTION_LIMITS.hints} hints.`)
    .required('Say which hint.'),
});

export const markTryBody = yup.object({
  /** Of the marks of the question. */
  share: yup.number().min(0, 'Nothing is the least.').max(1, 'All of it is the most.').required('Say what it earns.'),
});

export const variantBody = yup.object(ofQuestion);

export const startBody = yup.object({ part: ofQuestion.part });
