/** Partners change while they work: somebody comes late, or never sends. What was begun stays as it is. */
import { randomFrom } from '../../questions/shuffle';
import { allocatePartners, mayReviewBy, type MayReview, type PartnerRules, type Partnership } from './allocatePartners';

/** A review that is to be given, and whether anything of it is there. */
export interface GivenPartnership extends Partnership {
  begun: boolean;
}

/** Of each learner how many reviews they give, and get. */
function countsOf(all: readonly Partnership[]): { gives: Map<string, number>; gets: Map<string, number> } {
  const [gives, gets] = [new Map<string, number>(), new Map<string, number>()];
  for (const { reviewer, author } of all) {
    gives.set(reviewer, (gives.get(reviewer) ?? 0) + 1);
    gets.set(author, (gets.get(author) ?? 0) + 1);
  }
  return { gives, gets };
}

/** In an order that the seed decides. */
function shuffled<T>(list: readonly T[], seed: string): T[] {
  const random = randomFrom(seed);
  return list
    .map((entry) => ({ entry, place: random() }))
    .sort((one, other) => one.place - other.place)
    .map(({ entry }) => entry);
}

const fresh = (reviewer: string, author: string): GivenPartnership => ({ reviewer, author, begun: false });

/** Of some learners the one who has least of something, of equals the first. */
function least(learners: readonly string[], counts: ReadonlyMap<string, number>): string | undefined {
  const sorted = [...learners].sort((one, other) => (counts.get(one) ?? 0) - (counts.get(other) ?? 0));
  return sorted[0];
}

/**
 * Fits somebody in who comes late. Where a review was not begun, they step between its two: its reviewer reviews them,
 * and they review its author, so that everybody gives and gets as many as before. Where too few are left of those,
 * somebody with the least to do has one more.
 *
 * @param all as they stand, without the newcomer
 * @param absent learners who have begun something, and have no work of their own that could be looked at
 * @returns as they stand now; nothing that was begun is another one
 */
export function withLatecomer(
  all: readonly GivenPartnership[],
  newcomer: string,
  rules: PartnerRules,
  seed: string,
  absent: ReadonlySet<string> = new Set(),
): GivenPartnership[] {
  const may = mayReviewBy(rules);
  const learners = [...new Set(all.flatMap(({ reviewer, author }) => [reviewer, author]))]
    .filter((learner) => !absent.has(learner))
    .sort();
  const now: GivenPartnership[] = [...all];
  const has = (reviewer: string, author: string): boolean =>
    now.some((one) => one.reviewer === reviewer && one.author === author);
  const reviews = Math.min(rules.reviews, learners.length);
  for (const pair of shuffled(all, `${seed} ${newcomer}`)) {
    if (countsOf(now).gives.get(newcomer) === reviews) break;
    const { reviewer, author, begun } = pair;
    if (begun || !may(reviewer, newcomer) || !may(newcomer, author)) continue;
    if (has(reviewer, newcomer) || has(newcomer, author)) continue;
    now.splice(now.indexOf(pair), 1, fresh(reviewer, newcomer), fresh(newcomer, author));
  }
  fillUp(now, { newcomer, reviews, learners, may });
  return now;
}

/** What is still wanting for a newcomer comes from those who have the least to do, or got the least. */
function fillUp(
  now: GivenPartnership[],
  {
    newcomer,
    reviews,
    learners,
    may,
  }: { newcomer: string; reviews: number; learners: readonly string[]; may: MayReview },
): void {
  const has = (reviewer: string, author: string): boolean =>
    now.some((one) => one.reviewer === reviewer && one.author === author);
  const wanting = (side: 'gives' | 'gets'): boolean => (countsOf(now)[side].get(newcomer) ?? 0) < reviews;
  while (wanting('gives')) {
    const open = learners.filter((author) => may(newcomer, author) && !has(newcomer, author));
    const author = least(open, countsOf(now).gets);
    if (author === undefined) break;
    now.push(fresh(newcomer, author));
  }
  while (wanting('gets')) {
    const open = learners.filter((reviewer) => may(reviewer, newcomer) && !has(reviewer, newcomer));
    const reviewer = least(open, countsOf(now).gives);
    if (reviewer === undefined) break;
    now.push(fresh(reviewer, newcomer));
  }
}

/**
 * Takes somebody out who never sends: there is nothing of theirs to review, and what they were to review is shared out
 * anew. Whoever was to review them reviews somebody whom they would have reviewed. What they have begun stays.
 *
 * @param alsoAbsent others of whom there is nothing to review either
 */
export function withoutAbsent(
  all: readonly GivenPartnership[],
  absent: string,
  rules: PartnerRules,
  seed: string,
  alsoAbsent: ReadonlySet<string> = new Set(),
): GivenPartnership[] {
  const may = mayReviewBy(rules);
  const isAway = (learner: string): boolean => learner === absent || alsoAbsent.has(learner);
  const now = all.filter(({ reviewer, author, begun }) => author !== absent && (reviewer !== absent || begun));
  const learners = [...new Set(now.flatMap(({ reviewer, author }) => [reviewer, author]))]
    .filter((learner) => !isAway(learner))
    .sort();
  const free = shuffled(
    all.filter(({ author, reviewer }) => author === absent && !isAway(reviewer)).map(({ reviewer }) => reviewer),
    `${seed} ${absent} free`,
  );
  const open = all
    .filter(({ reviewer, author, begun }) => reviewer === absent && !begun && !isAway(author))
    .map(({ author }) => author);
  const has = (reviewer: string, author: string): boolean =>
    now.some((one) => one.reviewer === reviewer && one.author === author);
  const fits = (reviewer: string, author: string): boolean => may(reviewer, author) && !has(reviewer, author);
  for (const [reviewer, author] of matched(free, open, fits)) {
    now.push(fresh(reviewer, author));
    free.splice(free.indexOf(reviewer), 1);
    open.splice(open.indexOf(author), 1);
  }
  for (const author of open) {
    const reviewer = least(
      learners.filter((learner) => fits(learner, author)),
      countsOf(now).gives,
    );
    if (reviewer !== undefined) now.push(fresh(reviewer, author));
  }
  for (const reviewer of free) {
    if ((countsOf(now).gives.get(reviewer) ?? 0) >= rules.reviews) continue;
    const author = least(
      learners.filter((learner) => fits(reviewer, learner)),
      countsOf(now).gets,
    );
    if (author !== undefined) now.push(fresh(reviewer, author));
  }
  return now;
}

/** As many pairs out of two short lists as fit, each entry once (Kuhn). */
function matched(
  reviewers: readonly string[],
  authors: readonly string[],
  fits: (reviewer: string, author: string) => boolean,
): [string, string][] {
  const taken = new Map<number, number>();
  const find = (reviewer: number, seen: Set<number>): boolean =>
    authors.some((author, index) => {
      if (seen.has(index) || !fits(reviewers[reviewer]!, author)) return false;
      seen.add(index);
      const before = taken.get(index);
      if (before !== undefined && !find(before, seen)) return false;
      taken.set(index, reviewer);
      return true;
    });
  reviewers.forEach((_, reviewer) => find(reviewer, new Set()));
  return [...taken].map(([author, reviewer]) => [reviewers[reviewer]!, authors[author]!]);
}

/** Whoever gives too few reviews gets more to give, of those who got too few, as long as there are any. */
function toppedUp(
  all: readonly GivenPartnership[],
  learners: readonly string[],
  rules: PartnerRules,
): GivenPartnership[] {
  const may = mayReviewBy(rules);
  const now = [...all];
  const has = (reviewer: string, author: string): boolean =>
    now.some((one) => one.reviewer === reviewer && one.author === author);
  for (const reviewer of learners) {
    while ((countsOf(now).gives.get(reviewer) ?? 0) < rules.reviews) {
      const { gets } = countsOf(now);
      const open = learners.filter(
        (author) => (gets.get(author) ?? 0) < rules.reviews && may(reviewer, author) && !has(reviewer, author),
      );
      const author = least(open, gets);
      if (author === undefined) break;
      now.push(fresh(reviewer, author));
    }
  }
  return now;
}

/** Partners as they stand, and who has sent by now. */
export interface Standing {
  all: readonly GivenPartnership[];
  /** Learners with work that can be looked at. */
  senders: readonly string[];
}

/**
 * Partners of all who have sent. As long as nobody has begun they are given out anew; from then on whoever comes is
 * fitted in, and whoever has nothing to look at any more is taken out.
 */
export function nextPartners({ all, senders }: Standing, rules: PartnerRules, seed: string): GivenPartnership[] {
  if (!all.some(({ begun }) => begun))
    return allocatePartners(senders, rules, seed).partnerships.map(({ reviewer, author }) => fresh(reviewer, author));
  const sent = new Set(senders);
  const known = new Set(all.flatMap(({ reviewer, author }) => [reviewer, author]));
  let now: GivenPartnership[] = [...all];
  const absent = new Set([...known].filter((learner) => !sent.has(learner)));
  for (const learner of absent) now = withoutAbsent(now, learner, rules, seed, absent);
  for (const learner of [...senders].sort())
    if (!known.has(learner)) now = withLatecomer(now, learner, rules, seed, absent);
  return toppedUp(now, [...senders].sort(), rules);
}
