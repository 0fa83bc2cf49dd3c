/** A question as its teacher would write it in a letter: what `pastedQuestions` makes of that is the same question. */
import { isUnmarked, writtenSettings, type Question } from '../question';
import type { School } from '../questionKind';
import type { Variable } from '../variants/template';

function variableLine(variable: Variable): string {
  if (variable.kind === 'formula') return `${variable.name} = ${variable.formula}`;
  if (variable.kind === 'list') return `${variable.name} = ${variable.values.join(', ')}`;
  const { name, from, to, step } = variable;
  return `${name} = ${from}..${to}${step === 1 ? '' : ` by ${step}`}`;
}

/** In a letter, an empty line would end the question. */
const onLines = (words: string): string => words.replace(/\n\s*\n/gu, '\n').trim();

/** Small steps stand quoted below their question, with an empty quoted line between two of them. */
function stepLines(steps: readonly Question[], school: School): string[] {
  const letters = steps.flatMap((step) => writtenQuestion(step, school) ?? []);
  const lines = letters.flatMap((letter, index) => [...(index > 0 ? [''] : []), ...letter.split('\n')]);
  return lines.map((line) => `> ${line}`.trim());
}

/** @returns null where it holds what can't be written in words: a picture, a sound, a place */
export function writtenQuestion(question: Question, school: School): string | null {
  const written = writtenSettings(question, school);
  if (!written) return null;
  const { words, marks, hints, replies, steps, example, template } = question;
  return [
    `${written.asked ?? onLines(words)}${isUnmarked(question) || marks === 1 ? '' : ` (${marks} marks)`}`,
    ...(template?.variables ?? []).map(variableLine),
    ...(template?.conditions ?? []).map((condition) => `when ${condition}`),
    ...written.lines,
    ...hints.map((hint) => `? ${onLines(hint)}`),
    ...replies.map((reply) => `~ ${reply.answer} // ${onLines(reply.words)}`),
    ...example.map((line) => `! ${onLines(line)}`),
    ...stepLines(steps, school),
  ].join('\n');
}
