/** Which questions of a set one learner is asked, and in which order: always the same for the same learner. */
import { shuffleBy } from './shuffle';

export interface SetRules {
  /** Each learner has the questions, and what is laid out in them, in another order. */
  shuffled: boolean;
  /** Each learner is asked so many of them; null for all. */
  pool: number | null;
}

/** How many questions each learner is asked. */
export const askedCount = (all: number, { pool }: Pick<SetRules, 'pool'>): number =>
  pool === null ? all : Math.min(all, pool);

/**
 * The questions of one learner.
 *
 * @param seed the learner's own, as the id of their piece: the same seed gives the same questions in the same order, on
 * every device and at school
 */
export function ownSet<T extends { id: string }>(all: readonly T[], rules: SetRules, seed: string): T[] {
  const count = askedCount(all.length, rules);
  const drawn = shuffleBy(`${seed} pool`)(all).slice(0, count);
  const kept = new Set(count === all.length ? all.map(({ id }) => id) : drawn.map(({ id }) => id));
  const own = all.filter(({ id }) => kept.has(id));
  return rules.shuffled ? shuffleBy(`${seed} order`)(own) : own;
}

/** Whether a question may be tried now, where they come one after the other. @param tried ids of those with a try */
export function isReached(own: readonly { id: string }[], question: string, tried: ReadonlySet<string>): boolean {
  const first = own.findIndex(({ id }) => !tried.has(id));
  const index = own.findIndex(({ id }) => id === question);
  return index >= 0 && (first < 0 || index <= first);
}
