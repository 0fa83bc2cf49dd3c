/** Answers that learners of the demo gave to questions, and how they were judged. */
import {
  askedOf,
  firstOf,
  marksFor,
  optionsOf,
  readAnswer,
  rightAnswer,
  type Answer,
  type Question,
} from '@lippet/core/questions/question';
import { USUAL_SCHOOL } from '@lippet/core/questions/questionKind';

/**
 * What somebody tried at each question, in their order: `r` for what is right, and `1`, `2` for the wrong answers that the
 * teacher foresaw. An empty text is a question that was not tried.
 */
export type DemoTries = readonly string[];

export interface DemoTry {
  question: Question;
  number: number;
  answer: Answer;
  share: number;
}

/** An answer out of its words, whichever way that question is answered. */
function answerFrom(question: Question, words: string): Answer {
  const asked = askedOf(question, (list) => [...list]);
  const chosen = optionsOf(question).filter((option) => option.words === words);
  const shapes = [{ typed: words }, { words }, { chosen: chosen.map(({ id }) => id) }];
  const answer = shapes.map((shape) => readAnswer(asked, shape)).find((read) => read !== null);
  if (!answer) throw new Error(`The demo has no such answer: ${words}`);
  return answer;
}

function given(question: Question, code: string): Answer {
  const answer = code === 'r' ? rightAnswer(question, USUAL_SCHOOL) : null;
  if (answer) return answer;
  const foreseen = question.replies[Number(code) - 1];
  if (!foreseen) throw new Error(`The demo foresees no answer ${code} to: ${question.words}`);
  return answerFrom(question, foreseen.answer);
}

/** All tries of one learner. */
export const triesOf = (questions: readonly Question[], tried: DemoTries): DemoTry[] =>
  questions.flatMap((whole, index) => {
    const question = firstOf(whole);
    return [...(tried[index] ?? '')].map((code, nth) => {
      const answer = given(question, code);
      const marks = marksFor(question, answer, USUAL_SCHOOL) ?? 0;
      return { question, number: nth + 1, answer, share: marks / Math.max(1, question.marks) };
    });
  });
