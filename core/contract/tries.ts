/** Tries at questions: answers that were given for good, and what the school says of them. */
import * as yup from 'yup';
import type { SpreadAnswer } from '../questions/spread/spreadAnswer';
import type { SetTimes } from '../questions/setTime';
import { QUESTION_LIMITS, type AskedQuestion } from '../questions/question';
import { helpOfQuestion as ofQuestion, type HelpUsed } from './questionHelp';

/** One try, as whoever asks may know it. */
export interface TryView {
  id: string;
  part: string;
  question: string;
  /** The go that it was made for. */
  go: number;
  /** 0 for the question itself, 1 and more for the same with other numbers. */
  variant: number;
  /** Which time through the set, from 1. */
  round: number;
  /** 1 for the first of that go and round. */
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
  /** Working that was typed beside it; null for none. */
  working: string | null;
}

/** A question of a part. */
export interface OfQuestion {
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

/** What a group said to a question, most frequent first. */
export interface SpreadView extends OfQuestion {
  answers: Pick<SpreadAnswer, 'words' | 'count'>[];
}

/** What was tried until a go, or until now. */
export interface TriesView {
  /** The go that is looked at, or that is being made. Another go has its tries anew. */
  go: number;
  /** In their order, those of goes before among them. */
  tries: TryView[];
  hints: HintsView[];
  /** Which questions each part asks of this learner, in their order. */
  asked: { part: string; questions: string[] }[];
  /** What the group said at its first tries, without names, where the learner is shown it. */
  spreads: SpreadView[];
  /** Other help that was used. */
  help: HelpUsed[];
  /** Which time through each set is now, where it is not the first. */
  rounds: RoundView[];
  /** Questions that the teacher has closed. */
  closed: OfQuestion[];
  /** What was right, of the questions where whoever asks is shown it. */
  shown: RightView[];
  /** Of sets that have minutes, and were begun. */
  times: SetTimeView[];
  /** The school's clock, when this was looked up. */
  now: number;
}

/** Which time somebody goes through a set. */
export interface RoundView {
  part: string;
  round: number;
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

/** Before school has said anything. */
export const NOTHING_TRIED: TriesView = {
  go: 0,
  tries: [],
  asked: [],
  spreads: [],
  hints: [],
  help: [],
  rounds: [],
  closed: [],
  shown: [],
  times: [],
  now: 0,
};

/** Nobody practises one question so often in one go. */
export const MOST_VARIANTS = 200;

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
  /** Typed beside it. */
  working: yup.string().max(QUESTION_LIMITS.working, `Working has at most ${QUESTION_LIMITS.working} characters.`),
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

/** More questions than a part may have. */
const MOST_SEEN = 100;

export const roundBody = yup.object({
  part: ofQuestion.part,
  /** Ids of the newest try at each question: one has to have looked at one's own answers. */
  seen: yup.array(yup.string().uuid('A try’s id must be a UUID.').required()).max(MOST_SEEN).required(),
});
