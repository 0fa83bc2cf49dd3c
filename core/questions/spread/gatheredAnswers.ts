import { sameWords, type WordRules } from '../text/sameWords';

/** Answers that read alike, and how many gave them. */
export interface GatheredAnswer {
  /** As most of them wrote it. */
  words: string;
  count: number;
}

/** What does not tell two wrong answers apart: a slip, a large letter, an accent. */
const ALIKE: WordRules = { letterCase: false, accents: false, hyphens: false, spaces: false, oneSlip: true };

/**
 * Gathers typed answers by likeness: what differs by a slip, a large letter or an accent is the same answer. The one that
 * was written most often draws the others to itself; so it does not matter in which order they came.
 *
 * @returns most frequent first
 */
export function gatheredAnswers(answers: readonly string[]): GatheredAnswer[] {
  const counts = new Map<string, number>();
  for (const answer of answers) {
    const words = answer.replace(/\s+/gu, ' ').trim();
    if (words !== '') counts.set(words, (counts.get(words) ?? 0) + 1);
  }
  const byCount = ([one, count]: [string, number], [other, otherCount]: [string, number]): number =>
    otherCount - count || (one < other ? -1 : 1);
  const gathered: GatheredAnswer[] = [];
  for (const [words, count] of [...counts].sort(byCount)) {
    const near = gathered.find((found) => sameWords(words, found.words, ALIKE));
    if (near) near.count += count;
    else gathered.push({ words, count });
  }
  return gathered.sort((one, other) => byCount([one.words, one.count], [other.words, other.count]));
}
