/** Pasted questions whose numbers are drawn: what everybody is asked first. */
import type { Pasted } from '../paste/pastedQuestions';
import type { Question } from '../question';
import type { School } from '../questionKind';
import { variantOf, variantTrouble } from './variant';

/**
 * A template with its first variant, which is the same whenever it is drawn.
 * @throws as `variantOf`
 */
export function withFirst(question: Question, school: School): Question {
  if (!question.template) return question;
  const { words, settings, hints, replies, steps, example } = variantOf(question, question.id, school);
  return { ...question, first: { words, settings, hints, replies, steps, example } } as Question;
}

/** Draws the first variants of all templates; those that can't be drawn are told by their line. */
export function drawFirsts({ questions, lines, unused }: Pasted, school: School): Pasted {
  const drawn: Pasted = { questions: [], lines: [], unused: [...unused] };
  questions.forEach((question, index) => {
    const line = lines[index]!;
    const why = question.template ? variantTrouble(question, 'It', school) : null;
    if (why !== null) {
      drawn.unused.push({ line, words: question.words, why });
      return;
    }
    drawn.questions.push(withFirst(question, school));
    drawn.lines.push(line);
  });
  return drawn;
}
