/** Which of several tries at a question counts. */
export const COUNTED = ['last', 'first', 'best', 'less'] as const;

/** `less`: the best of them, where each try after the first earns less. */
export type Counted = (typeof COUNTED)[number];

/** So much less of the marks each further try earns, where a teacher wants that. */
export const LESS_FOR_EACH = 0.2;

/**
 * What the tries at a question come to.
 *
 * @param shares what each earned, from 0 to 1, in their order; null where a teacher has to look
 * @returns from 0 to 1; null where nothing was tried, or what counts is not known yet
 */
export function countedShare(shares: readonly (number | null)[], counted: Counted): number | null {
  if (shares.length === 0) return null;
  if (counted === 'first') return shares[0] ?? null;
  if (counted === 'last') return shares.at(-1) ?? null;
  const lessFor = (index: number): number => (counted === 'less' ? Math.max(0, 1 - LESS_FOR_EACH * index) : 1);
  const known = shares.flatMap((share, index) => (share === null ? [] : [share * lessFor(index)]));
  return known.length === 0 ? null : Math.max(...known);
}

/** A try as it counts: what it earned, and whether it was at the question itself (0) or at one with other numbers. */
export interface SharedTry {
  variant: number;
  share: number | null;
}

/** What of a set says which tries count. */
export interface CountingRules {
  counted: Counted;
  earnBack: boolean;
}

/**
 * What a question comes to in one go. Practising with other numbers never lowers it; where the teacher says so, getting
 * one of them right earns all of it back.
 */
export function earnedShare(tries: readonly SharedTry[], { counted, earnBack }: CountingRules): number | null {
  const own = tries.filter(({ variant }) => variant === 0).map(({ share }) => share);
  const base = countedShare(own, counted);
  const practised = tries.some(({ variant, share }) => variant > 0 && share === 1);
  return earnBack && practised ? 1 : base;
}
