/** Which of several times through a set counts. */
import { earnedShare, type CountingRules, type SharedTry } from './countedShare';

/** A try at a question of a set, in one go. */
export interface RoundTry extends SharedTry {
  question: string;
  /** Which time through, from 1. */
  round: number;
}

/** What of a set says what it comes to. */
export interface SetCounting extends CountingRules {
  roundsCounted: 'best' | 'last' | 'first';
  questions: readonly { id: string; marks: number }[];
}

/** What the tries of one time through come to, in marks; what a teacher has to read counts for nothing yet. */
const marksOf = (tries: readonly RoundTry[], set: SetCounting): number =>
  set.questions.reduce(
    (sum, { id, marks }) =>
      sum +
      marks *
        (earnedShare(
          tries.filter(({ question }) => question === id),
          set,
        ) ?? 0),
    0,
  );

/**
 * The tries of the time through that counts: the first, the last that was begun, or the best; of equals the later one.
 * @param tries of one set, in one go
 */
export function countedRound<T extends RoundTry>(tries: readonly T[], set: SetCounting): T[] {
  const rounds = [...new Set(tries.map(({ round }) => round))].sort((one, other) => one - other);
  const triesIn = (round: number | undefined): T[] => tries.filter((tried) => tried.round === round);
  if (set.roundsCounted === 'first') return triesIn(rounds[0]);
  if (set.roundsCounted === 'last') return triesIn(rounds.at(-1));
  const [best] = rounds
    .map((round) => ({ round, marks: marksOf(triesIn(round), set) }))
    .sort((one, other) => other.marks - one.marks || other.round - one.round);
  return triesIn(best?.round);
}
