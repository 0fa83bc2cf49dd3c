/** How a question did with a group: what its teacher is told once it has been answered. */

/** What one learner did with one question. */
export interface QuestionResult {
  learner: string;
  /** What each try earned, from 0 to 1, in their order. */
  shares: readonly number[];
  /** From first seen to the last try; null where that is not known. */
  seconds: number | null;
  /** The answer of the first try, as it is gathered with others; an option's id, or words. */
  answer: string;
}

export interface ItemStatistics {
  answered: number;
  /** Shares of those who answered, from 0 to 1; null where nobody did. */
  rightAtFirst: number | null;
  rightAtLast: number | null;
  /** Median; null where nobody's time is known. */
  seconds: number | null;
  /** How well it tells who can do the rest: from -1 to 1; null under FEWEST_TO_TELL, or where all did the same. */
  tells: number | null;
}

/** Of fewer learners chance would be told for a fact. */
export const FEWEST_TO_TELL = 10;

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((one, other) => one - other);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Rounding leaves differences where there are none. */
const NONE = 1e-12;

/**
 * How one thing goes with another: the product-moment correlation (K. Pearson, 1895).
 * @returns from -1 to 1; null where one of them is the same for all
 */
function correlation(one: readonly number[], other: readonly number[]): number | null {
  const [centre, otherCentre] = [mean(one), mean(other)];
  let [together, spread, otherSpread] = [0, 0, 0];
  one.forEach((value, index) => {
    const [off, otherOff] = [value - centre, other[index]! - otherCentre];
    together += off * otherOff;
    spread += off * off;
    otherSpread += otherOff * otherOff;
  });
  if (spread < NONE || otherSpread < NONE) return null;
  return Math.max(-1, Math.min(1, together / Math.sqrt(spread * otherSpread)));
}

/**
 * The point-biserial correlation of being right at the first try with what was earned on the rest of the set, without
 * the question itself: with it, every question would seem to tell something. (See R. L. Ebel and D. A. Frisbie,
 * "Essentials of Educational Measurement", on item discrimination.)
 *
 * @param rest what each learner earned on the other questions, by learner
 * @returns null under FEWEST_TO_TELL learners, or where all did the same
 */
export function pointBiserial(results: readonly QuestionResult[], rest: ReadonlyMap<string, number>): number | null {
  const known = results.filter(({ learner, shares }) => shares.length > 0 && rest.has(learner));
  if (known.length < FEWEST_TO_TELL) return null;
  return correlation(
    known.map(({ shares }) => (shares[0] === 1 ? 1 : 0)),
    known.map(({ learner }) => rest.get(learner)!),
  );
}

/** @param rest what each learner earned on the other questions, by learner */
export function itemStatistics(results: readonly QuestionResult[], rest: ReadonlyMap<string, number>): ItemStatistics {
  const tried = results.filter(({ shares }) => shares.length > 0);
  const shareOf = (right: (result: QuestionResult) => boolean): number | null =>
    tried.length === 0 ? null : tried.filter(right).length / tried.length;
  return {
    answered: tried.length,
    rightAtFirst: shareOf(({ shares }) => shares[0] === 1),
    rightAtLast: shareOf(({ shares }) => shares.at(-1) === 1),
    seconds: median(tried.flatMap(({ seconds }) => seconds ?? [])),
    tells: pointBiserial(tried, rest),
  };
}

/** Those who did best on the rest, as a share of all: by T. L. Kelley, Journal of Educational Psychology 30 (1939). */
const UPPER_GROUP = 0.27;

/** An answer that those who did best gave more often than the one that is said to be right. */
export interface KeyDoubt {
  answer: string;
  /** How many of those who did best gave it, and how many were right. */
  gave: number;
  right: number;
}

/**
 * Whether what is said to be right is probably wrong: those who did best on the rest chose another answer, together.
 *
 * @param rest what each learner earned on the other questions, by learner
 * @returns null where there is no doubt, or under FEWEST_TO_TELL learners
 */
export function keyDoubt(results: readonly QuestionResult[], rest: ReadonlyMap<string, number>): KeyDoubt | null {
  const known = results.filter(({ learner, shares }) => shares.length > 0 && rest.has(learner));
  if (known.length < FEWEST_TO_TELL) return null;
  const byRest = [...known].sort((one, other) => rest.get(other.learner)! - rest.get(one.learner)!);
  // Who did as well as the last of them belongs to them.
  const least = rest.get(byRest[Math.ceil(byRest.length * UPPER_GROUP) - 1]!.learner)!;
  const best = byRest.filter(({ learner }) => rest.get(learner)! >= least);
  const right = best.filter(({ shares }) => shares[0] === 1).length;
  const counts = new Map<string, number>();
  for (const { answer, shares } of best) if (shares[0] !== 1) counts.set(answer, (counts.get(answer) ?? 0) + 1);
  const [most] = [...counts].sort(
    ([one, count], [other, otherCount]) => otherCount - count || one.localeCompare(other),
  );
  // One person is no sign.
  if (!most || most[1] < 2 || most[1] <= right) return null;
  return { answer: most[0], gave: most[1], right };
}
