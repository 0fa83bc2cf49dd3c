import { laidOut, readAnswer, type Answer, type AskedQuestion } from '@lippet/core/questions/question';
import { isReached, ownSet } from '@lippet/core/questions/ownSet';
import { shuffleBy } from '@lippet/core/questions/shuffle';
import type { TryView } from '@lippet/core/contract/tries';
import { useMemo } from 'react';
import { questionState, type QuestionState } from '../../questions/questionState';
import { standingTries, type Tries } from '../../questions/useTries';
import type { AnswerProps } from '../partKind';
import { useAnswers } from './useAnswers';

type Part = AnswerProps<'questions'>['part'];

/** A set as its learner finds it. */
export interface QuestionSet {
  /** Their own questions, in their order. */
  asked: readonly AskedQuestion[];
  states: readonly QuestionState[];
  /** How many of them can be opened. */
  reached: number;
  /** Tries that stand, of all of them. */
  own: readonly TryView[];
  answerTo: (question: AskedQuestion) => Answer | null;
  triesAt: (question: string) => TryView[];
  /** Answers that were made and not given yet. */
  open: readonly { question: AskedQuestion; answer: Answer }[];
  /** Each was tried, this time through. */
  allTried: boolean;
}

/** The questions of a part that one learner is asked, and how they stand. */
export function useQuestionSet(
  part: Part,
  pieceId: string,
  { doc, tries }: { doc: AnswerProps<'questions'>['doc']; tries: Tries },
): QuestionSet {
  const answers = useAnswers(doc, part.id);
  const { asked: all, shuffled, pool } = part;
  const asked = useMemo(() => {
    const own = ownSet(all, { shuffled, pool }, pieceId);
    return shuffled ? own.map((question) => laidOut(question, shuffleBy(`${pieceId} ${question.id}`))) : own;
  }, [all, shuffled, pool, pieceId]);
  const { tries: everything, rounds, go } = tries;
  const own = useMemo(
    () => standingTries({ tries: everything, rounds, go }, part.id),
    [everything, rounds, go, part.id],
  );
  const triesAt = (id: string): TryView[] => own.filter((tried) => tried.question === id);
  const answerTo = (question: AskedQuestion): Answer | null => readAnswer(question, answers.get(question.id));
  const tried = new Set(own.filter((one) => one.go === go).map(({ question }) => question));
  return {
    asked,
    own,
    triesAt,
    answerTo,
    states: asked.map((one) => questionState({ answered: answerTo(one) !== null, tries: triesAt(one.id) })),
    reached: part.inOrder ? asked.filter(({ id }) => isReached(asked, id, tried)).length : asked.length,
    open: asked.flatMap((question) => {
      const answer = answerTo(question);
      const last = triesAt(question.id).at(-1);
      const isGiven = last !== undefined && JSON.stringify(last.answer) === JSON.stringify(answer);
      return answer === null || isGiven ? [] : [{ question, answer }];
    }),
    allTried: asked.length > 0 && asked.every(({ id }) => tried.has(id)),
  };
}
