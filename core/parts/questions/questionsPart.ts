import type * as Y from 'yjs';
import { flagOf, listOf, oneOf, wholeOf } from '../../contract/readRaw';
import { COUNTED, type Counted } from '../../questions/countedShare';
import {
  answerWords,
  askedOf,
  firstOf,
  partsOfQuestion,
  questionTrouble,
  readAnswer,
  readQuestion,
  type AskedQuestion,
  type Question,
} from '../../questions/question';
import { mediaOfQuestion } from '../../questions/questionMedia';
import { askedCount, type SetRules } from '../../questions/ownSet';
import { shuffleBy } from '../../questions/shuffle';
import { definePart, type AnySettings } from '../partKind';
import { answeredIn, answersOf, workingOf, type QuestionsAnswer } from './givenAnswers';

/** What a learner is told after a try. */
export const TOLD_AFTER = ['right or wrong', 'nothing'] as const;
export type ToldAfter = (typeof TOLD_AFTER)[number];

/** When a learner is shown what was right. */
export const RIGHT_SHOWN = [
  'never',
  'after the last try',
  'once all are given',
  'once sent',
  'once due',
  'once finished',
] as const;
export type RightShown = (typeof RIGHT_SHOWN)[number];

export const QUESTIONS_LIMITS = { questions: 60, tries: 5, minutes: 300, rounds: 5 };

/** Which of several times through counts. */
export const ROUNDS_COUNTED = ['best', 'last', 'first'] as const;
export type RoundsCounted = (typeof ROUNDS_COUNTED)[number];

/** It holds what is right, and never leaves the school so. */
export interface QuestionsSettings extends AnySettings, SetRules {
  questions: Question[];
  /** How often each may be tried; null without end. */
  tries: number | null;
  told: ToldAfter;
  counted: Counted;
  rightShown: RightShown;
  /** Whether one that is right at the first try, with other numbers, earns the marks of the question back. */
  earnBack: boolean;
  /** How long all of them may take; null for no end. */
  minutes: number | null;
  /** Whether learners see what the others said, once they have answered. */
  spreadShown: boolean;
  /** Whether the next one opens once an answer was given to the one before it. */
  inOrder: boolean;
  /** How often a learner may go through all of them; null without end. */
  rounds: number | null;
  roundsCounted: RoundsCounted;
}

/** What learners know of the rules. */
const SEEN_RULES = [
  'tries',
  'told',
  'counted',
  'earnBack',
  'minutes',
  'inOrder',
  'shuffled',
  'pool',
  'rounds',
  'roundsCounted',
] as const;

export interface QuestionsView extends Pick<QuestionsSettings, (typeof SEEN_RULES)[number]> {
  /** All that are asked of anybody: see `questions/ownSet` for one learner's own. */
  asked: AskedQuestion[];
}

const readQuestions = (value: unknown): Question[] =>
  listOf(value, QUESTIONS_LIMITS.questions).flatMap((raw) => {
    const question = readQuestion(raw);
    // Of a template, everybody is asked the variant that was drawn when it was made.
    const drawn = question && (question.template === null || question.first !== null);
    return drawn ? [question] : [];
  });

/** In an order that does not hang on the order in which it was made. */
const seenBy = (question: Question): AskedQuestion => askedOf(question, shuffleBy(question.id));

function trouble({ questions }: QuestionsSettings, name: string): string | null {
  if (questions.length === 0) return `${name} needs a question.`;
  return (
    questions
      .map((question, index) => questionTrouble(firstOf(question), `Question ${index + 1} of ${name}`))
      .find(Boolean) ?? null
  );
}

/** How many of a learner's own questions are open. Only those of their own are given. */
const openOf = ({ asked, pool }: QuestionsView, answer: QuestionsAnswer | null): number =>
  Math.max(
    0,
    askedCount(asked.length, { pool }) - asked.filter(({ id }) => answer?.given.includes(id) === true).length,
  );

/** How many each learner is asked. */
const countOf = ({ asked, pool }: QuestionsView): number => askedCount(asked.length, { pool });

/** Each question, and how it was answered. */
function text(doc: Y.Doc, part: string, { asked }: QuestionsView): string {
  const answers = answersOf(doc, part);
  return asked
    .flatMap((question, index) => {
      const answer = readAnswer(question, answers.get(question.id));
      const working = question.working?.kind === 'typed' ? workingOf(doc, part, question.id) : '';
      const below = working === '' ? [] : [`Working: ${working}`];
      return answer ? [[`${index + 1} ${question.words}`, answerWords(question, answer), ...below].join('\n')] : [];
    })
    .join('\n\n');
}

const USUAL_RULES = {
  counted: 'last',
  rightShown: 'never',
  earnBack: false,
  minutes: null,
  spreadShown: false,
  inOrder: false,
  shuffled: false,
  pool: null,
  rounds: 1,
  roundsCounted: 'best',
} as const satisfies Partial<QuestionsSettings>;

/** Questions, one after the other, that are marked at school. */
export const questionsPart = definePart<QuestionsSettings, QuestionsView, QuestionsAnswer>({
  sign: 'M20 12h60v52h-34l-14 16v-16h-12ZM40 30c0-14 22-14 22 0 0 8-11 8-11 16M51 53v2',
  newSettings: () => ({ questions: [], tries: 2, told: 'right or wrong', ...USUAL_RULES }),
  readSettings: (raw) => ({
    questions: readQuestions(raw.questions),
    tries: raw.tries === null ? null : (wholeOf(raw.tries, 1, QUESTIONS_LIMITS.tries) ?? 2),
    told: oneOf(TOLD_AFTER, raw.told, 'right or wrong'),
    counted: oneOf(COUNTED, raw.counted, USUAL_RULES.counted),
    rightShown: oneOf(RIGHT_SHOWN, raw.rightShown, USUAL_RULES.rightShown),
    earnBack: flagOf(raw.earnBack) ?? USUAL_RULES.earnBack,
    minutes: wholeOf(raw.minutes, 1, QUESTIONS_LIMITS.minutes) ?? null,
    spreadShown: flagOf(raw.spreadShown) ?? USUAL_RULES.spreadShown,
    inOrder: flagOf(raw.inOrder) ?? USUAL_RULES.inOrder,
    shuffled: flagOf(raw.shuffled) ?? USUAL_RULES.shuffled,
    pool: wholeOf(raw.pool, 1, QUESTIONS_LIMITS.questions) ?? null,
    rounds: raw.rounds === null ? null : (wholeOf(raw.rounds, 1, QUESTIONS_LIMITS.rounds) ?? USUAL_RULES.rounds),
    roundsCounted: oneOf(ROUNDS_COUNTED, raw.roundsCounted, USUAL_RULES.roundsCounted),
  }),
  view: ({ questions, ...rules }) => ({
    ...(Object.fromEntries(SEEN_RULES.map((rule) => [rule, rules[rule]])) as Omit<QuestionsView, 'asked'>),
    asked: questions.map(seenBy),
    onPaper: false,
  }),
  trouble,
  refersTo: ({ questions }) => questions.flatMap(partsOfQuestion),
  media: ({ questions }) => [...new Set(questions.flatMap(mediaOfQuestion))],
  answers: answeredIn,
  isComplete: (view, answer) => view.asked.length > 0 && openOf(view, answer) === 0,
  lacking(view, answer) {
    const open = openOf(view, answer);
    return open === 0 ? null : `${open} of ${countOf(view)} not given yet`;
  },
  text,
  record: (view, answer) =>
    answer && {
      words: `${countOf(view) - openOf(view, answer)} of ${countOf(view)} given`,
      answered: countOf(view) - openOf(view, answer),
      questions: countOf(view),
    },
});
