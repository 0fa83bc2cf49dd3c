/** What the questions of a go come to by themselves, before a teacher has said anything. */
import { earnedShare } from './countedShare';
import { countedRound, type RoundTry, type SetCounting } from './rounds';

export interface FirstMark {
  earned: number;
  /** Of what is marked already. */
  outOf: number;
  /** Marks of answers that a teacher has to read. */
  unread: number;
}

/** A part's questions, and which tries at them count. */
interface CountedPart {
  id: string;
  settings: SetCounting;
}

/** A try of one go. */
export interface GoTry extends RoundTry {
  part: string;
}

/** @returns null where nothing is asked */
export function firstMark(parts: readonly CountedPart[], tries: readonly GoTry[]): FirstMark | null {
  const asked = parts.flatMap(({ id: part, settings }) =>
    settings.questions.map((question) => ({ part, question, settings })),
  );
  if (asked.length === 0) return null;
  const counting = parts.flatMap(({ id, settings }) =>
    countedRound(
      tries.filter(({ part }) => part === id),
      settings,
    ),
  );
  const mark: FirstMark = { earned: 0, outOf: 0, unread: 0 };
  for (const { part, question, settings } of asked) {
    const own = counting.filter((tried) => tried.part === part && tried.question === question.id);
    const share = earnedShare(own, settings);
    if (share === null && own.length > 0) mark.unread += question.marks;
    else {
      mark.earned += (share ?? 0) * question.marks;
      mark.outOf += question.marks;
    }
  }
  return mark;
}
