/** What a group's answers tell of each question, and of who could be helped together. */
import type { AnswersView, LearnersTry } from '../../contract/answers';
import type { Difficulties } from '../crews/proposeCrews';
import { answerWords, askedOf, firstOf, isUnmarked, levelOf, optionsOf, readAnswer, type Question } from '../question';
import { gatheredAnswers } from './gatheredAnswers';
import type { SpreadAnswer } from './spreadAnswer';
import { itemStatistics, keyDoubt, type ItemStatistics, type KeyDoubt, type QuestionResult } from './itemStatistics';

export interface QuestionReport {
  part: string;
  question: Question;
  /** "3" of the part's questions. */
  number: number;
  statistics: ItemStatistics;
  /** Of first tries, most frequent first. */
  spread: SpreadAnswer[];
  doubt: KeyDoubt | null;
  /** How many asked for a hint. */
  helped: number;
}

/** Longer than this between two tries, somebody was doing something else. */
const LONGEST_AT_ONE = 30 * 60_000;

/** Longer answers are not alike by a slip; comparing them takes long. In characters. */
const LONGEST_LIKENED = 200;

const isRight = ({ marks, outOf }: LearnersTry): boolean => marks === outOf;
const shareOf = ({ marks, outOf }: LearnersTry): number => (marks === null ? 0 : marks / Math.max(1, outOf));

/** Tries at the questions themselves, in the first go and the first time through: later ones were made knowing what was said of it. */
const atFirst = (tries: readonly LearnersTry[]): LearnersTry[] =>
  tries.filter(({ variant, go, round }) => variant === 0 && go === 1 && round === 1);

function wordsOf(question: Question, { answer }: LearnersTry): string {
  const asked = askedOf(question, (list) => [...list]);
  const read = readAnswer(asked, answer);
  return read ? answerWords(asked, read) : 'something that is no answer';
}

/** What is chosen reads the same for all; what is typed is gathered by likeness. */
function spreadOf(question: Question, firsts: readonly LearnersTry[]): SpreadAnswer[] {
  // What a teacher has to read is nobody's bar.
  const given = firsts
    .filter(({ marks }) => marks !== null || isUnmarked(question))
    .map((tried) => ({ words: wordsOf(question, tried), right: isRight(tried) }));
  const right = given.filter((one) => one.right).map(({ words }) => words);
  const wrong = given.filter((one) => !one.right).map(({ words }) => words);
  const options = optionsOf(firstOf(question));
  const closed = options.length > 0 || given.some(({ words }) => words.length > LONGEST_LIKENED);
  const counted = (all: readonly string[]): { words: string; count: number }[] => {
    if (!closed) return gatheredAnswers(all);
    return [...new Set(all)].map((words) => ({ words, count: all.filter((one) => one === words).length }));
  };
  const found = [
    ...counted(right).map((one) => ({ ...one, right: true })),
    ...counted(wrong).map((one) => ({ ...one, right: false })),
  ];
  return found.sort((one, other) => other.count - one.count || (one.words < other.words ? -1 : 1));
}

/** Seconds from the learner's try before to each first try at a question, by the try's id. */
function secondsBetween(tries: readonly LearnersTry[]): Map<string, number> {
  const seconds = new Map<string, number>();
  const before = new Map<string, number>();
  for (const tried of [...tries].sort((one, other) => one.at - other.at)) {
    const last = before.get(tried.person);
    if (last !== undefined && tried.number === 1 && tried.at - last < LONGEST_AT_ONE)
      seconds.set(tried.id, Math.round((tried.at - last) / 1000));
    before.set(tried.person, tried.at);
  }
  return seconds;
}

function resultsOf(
  question: Question,
  tries: readonly LearnersTry[],
  seconds: ReadonlyMap<string, number>,
): QuestionResult[] {
  const byLearner = new Map<string, LearnersTry[]>();
  for (const tried of tries) byLearner.set(tried.person, [...(byLearner.get(tried.person) ?? []), tried]);
  return [...byLearner].map(([learner, mine]) => ({
    learner,
    shares: mine.map(shareOf),
    seconds: seconds.get(mine[0]!.id) ?? null,
    answer: wordsOf(question, mine[0]!),
  }));
}

/** What each learner earned at their first tries, on all questions but one. */
function restOf(all: readonly LearnersTry[], but: string): Map<string, number> {
  const rest = new Map<string, number>();
  for (const tried of all)
    if (tried.number === 1 && tried.question !== but)
      rest.set(tried.person, (rest.get(tried.person) ?? 0) + (tried.marks ?? 0));
  return rest;
}

/** One report a question, in the order in which they are asked. */
export function questionReports({
  parts,
  tries,
  hints,
}: Pick<AnswersView, 'parts' | 'tries' | 'hints'>): QuestionReport[] {
  const counted = atFirst(tries);
  const seconds = secondsBetween(counted);
  return parts.flatMap(({ id: part, settings }) =>
    settings.questions.map((question, index) => {
      const mine = counted.filter((tried) => tried.part === part && tried.question === question.id);
      const results = resultsOf(question, mine, seconds);
      const rest = restOf(counted, question.id);
      return {
        part,
        question,
        number: index + 1,
        statistics: itemStatistics(results, rest),
        spread: spreadOf(
          question,
          mine.filter(({ number }) => number === 1),
        ),
        doubt: keyDoubt(results, rest),
        helped: hints.filter((hint) => hint.part === part && hint.question === question.id).length,
      };
    }),
  );
}

/** From so many tries on, a question was hard, whatever came of it. */
const MANY_TRIES = 3;
/** At most so far up a scale, somebody is not sure. */
const UNSURE = 0.25;

/** A wrong answer of a question, as crews are about it. */
const wrongName = (number: number, words: string): string => `question ${number}, where “${words}” was said`;

/** Whether somebody said on a scale that something hardly holds. */
function isUnsure(question: Question, { answer }: LearnersTry): boolean {
  const read = readAnswer(
    askedOf(question, (list) => [...list]),
    answer,
  );
  const level = read && levelOf(question, read);
  return level !== null && level <= UNSURE;
}

/**
 * What each learner finds hard: what they got wrong at the first try, where what is typed alike is the same; what did not
 * come right in many tries; and where they said on a scale that they are not sure.
 */
export function difficultiesOf(reports: readonly QuestionReport[], tries: readonly LearnersTry[]): Difficulties[] {
  const counted = atFirst(tries);
  const learners = [...new Set(counted.map(({ person }) => person))].sort();
  return learners.map((learner) => ({
    learner,
    wrong: reports.flatMap(({ part, question, number, spread }) => {
      const mine = counted.filter((one) => one.person === learner && one.part === part && one.question === question.id);
      const tried = mine.find((one) => one.number === 1);
      if (!tried) return [];
      if (isUnsure(question, tried)) return [`question ${number}, not sure of it`];
      if (tried.marks === null || isRight(tried)) return [];
      if (mine.length >= MANY_TRIES && !mine.some(isRight)) return [`question ${number}, not right after many tries`];
      const words = wordsOf(question, tried);
      const near = spread.find((one) => !one.right && one.words === words) ?? nearest(words, spread);
      return [wrongName(number, near?.words ?? words)];
    }),
  }));
}

/** The gathered answer that these words went into. */
const nearest = (words: string, spread: readonly SpreadAnswer[]): SpreadAnswer | undefined =>
  spread.find((one) => !one.right && gatheredAnswers([one.words, words]).length === 1);
