import type * as Y from 'yjs';
import { flagOf, listOf, oneOf, wholeOf } from '../../contract/readRaw';
import { COUNTED, type Counted } from '../../questions/countedShare';
import {
  answerWords,
  askedOf,
  firstOf,
  questionTrouble,
  readAnswer,
  readQuestion,
  type AskedQuestion,
  type Question,
} from '../../questions/question';
import { mediaOfQuestion } from '../../questions/questionMedia';
import { shuffleBy } from '../../questions/shuffle';
import { definePart, type AnySettings } from '../partKind';
import { answeredIn, answersOf, type QuestionsAnswer } from './givenAnswers';

/** What a learner is told after a try. */
export const TOLD_AFTER = ['right or wrong', 'nothing'] as const;
export type ToldAfter = (typeof TOLD_AFTER)[number];

/** When a learner is shown what was right. */
export const RIGHT_SHOWN = ['never', 'after the last try', 'once sent', 'once finished'] as const;
export type RightShown = (typeof RIGHT_SHOWN)[number];

export const QUESTIONS_LIMITS = { questions: 60, tries: 5, minutes: 300 };

/** It holds what is right, and never leaves the school so. */
export interface QuestionsSettings extends AnySettings {
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
}

export interface QuestionsView {
  asked: AskedQuestion[];
  tries: number | null;
  told: ToldAfter;
  counted: Counted;
  earnBack: boolean;
  minutes: number | null;
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

const openOf = ({ asked }: QuestionsView, answer: QuestionsAnswer | null): number =>
  asked.filter(({ id }) => !answer?.given.includes(id)).length;

/** Each question, and how it was answered. */
function text(doc: Y.Doc, part: string, { asked }: QuestionsView): string {
  const answers = answersOf(doc, part);
  return asked
    .flatMap((question, index) => {
      const answer = readAnswer(question, answers.get(question.id));
      return answer ? [`${index + 1} ${question.words}\n${answerWords(question, answer)}`] : [];
    })
    .join('\n\n');
}

const USUAL_RULES = {
  counted: 'last',
  rightShown: 'never',
  earnBack: false,
  minutes: null,
  spreadShown: false,
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
  }),
  view: ({ questions, tries, told, counted, earnBack, minutes }) => ({
    asked: questions.map(seenBy),
    tries,
    told,
    counted,
    earnBack,
    minutes,
    onPaper: false,
  }),
  trouble,
  media: ({ questions }) => [...new Set(questions.flatMap(mediaOfQuestion))],
  answers: answeredIn,
  isComplete: (view, answer) => view.asked.length > 0 && openOf(view, answer) === 0,
  lacking(view, answer) {
    const open = openOf(view, answer);
    return open === 0 ? null : `${open} of ${view.asked.length} not given yet`;
  },
  text,
  record: (view, answer) =>
    answer && {
      words: `${view.asked.length - openOf(view, answer)} of ${view.asked.length} given`,
      answered: view.asked.length - openOf(view, answer),
      questions: view.asked.length,
    },
});
