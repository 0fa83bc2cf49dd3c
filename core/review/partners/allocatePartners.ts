/**
 * Who reviews whom among learners: everybody gives and gets the same number of reviews, nobody their own, and nobody the
 * same work twice. The seed is kept with an activity, so that it can be told later how it came about.
 */
import { randomFrom, shuffleBy } from '../../questions/shuffle';

/** One review that is to be given. */
export interface Partnership {
  reviewer: string;
  author: string;
}

/** Whether reviews stay within a crew, or leave it. */
export const CREW_WAYS = ['any', 'within', 'across'] as const;
export type CrewWay = (typeof CREW_WAYS)[number];

export interface PartnerRules {
  /** How many reviews each gives and gets, from 1. */
  reviews: number;
  /** Pairs of learners who are never put together, either way round. */
  apart: readonly (readonly [string, string])[];
  crews: CrewWay;
  /** The crew of each learner; whoever is in none is in one with the others who are in none. */
  crewOf: ReadonlyMap<string, string>;
}

export interface Allocation {
  partnerships: Partnership[];
  /** What each gives and gets: less than was asked for where there are too few who may be put together. */
  reviews: number;
  /** Those for whom nobody was left, where not everybody can have even one. */
  lacking: string[];
}

/** So many tries are made to part two who would only review each other. */
const TRIES = 40;

/** Who may review whom, as the rules say. */
export type MayReview = (reviewer: string, author: string) => boolean;

/** @returns whether one may review another: nobody their own, nobody from whom they are kept apart */
export function mayReviewBy({ apart, crews, crewOf }: PartnerRules): MayReview {
  const kept = new Set(apart.flatMap(([one, other]) => [`${one} ${other}`, `${other} ${one}`]));
  return (reviewer, author) => {
    if (reviewer === author || kept.has(`${reviewer} ${author}`)) return false;
    if (crews === 'any') return true;
    return (crewOf.get(reviewer) === crewOf.get(author)) === (crews === 'within');
  };
}

/** Reviews that are given out, while they are put together: of each reviewer their authors, and the other way round. */
class Given {
  private readonly authors = new Map<string, Set<string>>();
  private readonly reviewers = new Map<string, Set<string>>();

  constructor(learners: readonly string[]) {
    for (const learner of learners) {
      this.authors.set(learner, new Set());
      this.reviewers.set(learner, new Set());
    }
  }

  has(reviewer: string, author: string): boolean {
    return this.authors.get(reviewer)!.has(author);
  }

  add(reviewer: string, author: string): void {
    this.authors.get(reviewer)!.add(author);
    this.reviewers.get(author)!.add(reviewer);
  }

  drop(reviewer: string, author: string): void {
    this.authors.get(reviewer)!.delete(author);
    this.reviewers.get(author)!.delete(reviewer);
  }

  gives(reviewer: string): number {
    return this.authors.get(reviewer)!.size;
  }

  gets(author: string): number {
    return this.reviewers.get(author)!.size;
  }

  reviewersOf(author: string): readonly string[] {
    return [...this.reviewers.get(author)!];
  }

  all(): Partnership[] {
    return [...this.authors].flatMap(([reviewer, authors]) => [...authors].map((author) => ({ reviewer, author })));
  }
}

/** What partners are looked for with. */
interface Search {
  /** In the order that the seed gave them. */
  circle: readonly string[];
  reviews: number;
  may: MayReview;
  given: Given;
}

/** Everybody reviews those who stand next to them in the circle, as far as that is allowed. */
function roundTheCircle({ circle, reviews, may, given }: Search): void {
  for (let step = 1; step <= reviews; step++)
    circle.forEach((reviewer, index) => {
      const author = circle[(index + step) % circle.length]!;
      if (may(reviewer, author) && !given.has(reviewer, author)) given.add(reviewer, author);
    });
}

/**
 * Finds one more author for a reviewer, where others may have to change theirs: an augmenting path as in H. W. Kuhn, "The
 * Hungarian method for the assignment problem", Naval Research Logistics Quarterly 2, 1955, with as many places at each
 * end as reviews are given. Where there is none, there is no way at all to give one more.
 */
function oneMore(search: Search, reviewer: string, seen: Set<string>): boolean {
  const { circle, reviews, may, given } = search;
  const start = circle.indexOf(reviewer);
  for (let step = 1; step < circle.length; step++) {
    const author = circle[(start + step) % circle.length]!;
    if (seen.has(author) || !may(reviewer, author) || given.has(reviewer, author)) continue;
    seen.add(author);
    if (given.gets(author) < reviews) {
      given.add(reviewer, author);
      return true;
    }
    for (const other of given.reviewersOf(author)) {
      given.drop(other, author);
      given.add(reviewer, author);
      if (oneMore(search, other, seen)) return true;
      given.drop(reviewer, author);
      given.add(other, author);
    }
  }
  return false;
}

/** Gives out as many reviews as can be, up to `reviews`. */
function giveOut(circle: readonly string[], reviews: number, may: MayReview): Given {
  const search = { circle, reviews, may, given: new Given(circle) };
  roundTheCircle(search);
  for (const reviewer of circle) while (search.given.gives(reviewer) < reviews && oneMore(search, reviewer, new Set()));
  return search.given;
}

/** Two who only review each other learn less than a chain does: where it can be, they are parted. */
function partSwaps(given: Given, may: MayReview, random: () => number): void {
  const isSwap = ({ reviewer, author }: Partnership): boolean => given.has(author, reviewer);
  for (const pair of given.all()) {
    for (let attempt = 0; attempt < TRIES && isSwap(pair) && given.has(pair.reviewer, pair.author); attempt++) {
      const all = given.all();
      const other = all[Math.floor(random() * all.length)]!;
      exchange(given, may, pair, other);
    }
  }
}

/** Two reviewers change their authors with each other, where that is allowed and makes fewer swaps. */
function exchange(given: Given, may: MayReview, one: Partnership, other: Partnership): void {
  const [first, second] = [
    { reviewer: one.reviewer, author: other.author },
    { reviewer: other.reviewer, author: one.author },
  ];
  const fits = [first, second].every(
    ({ reviewer, author }) => may(reviewer, author) && !given.has(reviewer, author) && !given.has(author, reviewer),
  );
  if (!fits || first.reviewer === second.reviewer || first.author === second.author) return;
  for (const { reviewer, author } of [one, other]) given.drop(reviewer, author);
  for (const { reviewer, author } of [first, second]) given.add(reviewer, author);
}

/**
 * Says who reviews whom.
 *
 * @param learners each once; 2 to some hundreds
 * @param seed the same seed gives the same partners, whatever order the learners are in
 */
export function allocatePartners(learners: readonly string[], rules: PartnerRules, seed: string): Allocation {
  const circle = shuffleBy(seed)(learners.map((id) => ({ id }))).map(({ id }) => id);
  const may = mayReviewBy(rules);
  for (let reviews = Math.min(rules.reviews, circle.length - 1); reviews > 0; reviews--) {
    const given = giveOut(circle, reviews, may);
    const isEven = circle.every((learner) => given.gives(learner) === reviews && given.gets(learner) === reviews);
    if (!isEven && reviews > 1) continue;
    partSwaps(given, may, randomFrom(`${seed} swaps`));
    const lacking = circle.filter((learner) => given.gives(learner) < reviews || given.gets(learner) < reviews);
    return { partnerships: given.all(), reviews, lacking: lacking.sort() };
  }
  return { partnerships: [], reviews: 0, lacking: [...circle].sort() };
}
