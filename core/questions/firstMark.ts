/** What the questions of a go come to by themselves, before a teacher has said anything. */
import { earnedShare, type CountingRules, type SharedTry } from './countedShare';

export interface FirstMark {
  earned: number;
  outOf: number;
}

/** A part's questions, and which tries at them count. */
interface CountedPart {
  id: string;
  settings: CountingRules & { questions: readonly { id: string; marks: number }[] };
}

/** A try of one go. */
export interface GoTry extends SharedTry {
  part: string;
  question: string;
}

/** @returns null where nothing is asked */
export function firstMark(parts: readonly CountedPart[], tries: readonly GoTry[]): FirstMark | null {
  const asked = parts.flatMap(({ id: part, settings }) =>
    settings.questions.map((question) => ({ part, question, settings })),
  );
  if (asked.length === 0) return null;
  const earned = asked.map(({ part, question, settings }) => {
    const own = tries.filter((tried) => tried.part === part && tried.question === question.id);
    return (earnedShare(own, settings) ?? 0) * question.marks;
  });
  return {
    earned: earned.reduce((sum, marks) => sum + marks, 0),
    outOf: asked.reduce((sum, { question }) => sum + question.marks, 0),
  };
}
