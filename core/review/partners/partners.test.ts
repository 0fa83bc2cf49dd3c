import fc from 'fast-check';
import { allocatePartners, mayReviewBy, type PartnerRules, type Partnership } from './allocatePartners';
import { nextPartners, withLatecomer, withoutAbsent, type GivenPartnership } from './changePartners';

const learnersOf = (count: number): string[] => Array.from({ length: count }, (_, index) => `learner ${index}`);
const FREE: PartnerRules = { reviews: 3, apart: [], crews: 'any', crewOf: new Map() };

const counted = (pairs: readonly Partnership[], of: keyof Partnership): Map<string, number> => {
  const counts = new Map<string, number>();
  for (const pair of pairs) counts.set(pair[of], (counts.get(pair[of]) ?? 0) + 1);
  return counts;
};

/** What holds of partners, however they came about. */
function expectFair(pairs: readonly Partnership[], rules: PartnerRules): void {
  const may = mayReviewBy(rules);
  expect(pairs.filter(({ reviewer, author }) => !may(reviewer, author))).toEqual([]);
  expect(new Set(pairs.map(({ reviewer, author }) => `${reviewer} ${author}`)).size).toBe(pairs.length);
}

const size = fc.oneof(fc.integer({ min: 2, max: 40 }), fc.constantFrom(100, 300));
const reviews = fc.integer({ min: 1, max: 5 });

describe('partners', () => {
  it('give and get the same number, nobody their own, whatever order learners are in', () => {
    fc.assert(
      fc.property(size, reviews, fc.string(), (count, wanted, seed) => {
        const learners = learnersOf(count);
        const rules = { ...FREE, reviews: wanted };
        const { partnerships, reviews: got, lacking } = allocatePartners(learners, rules, seed);
        expect(got).toBe(Math.min(wanted, count - 1));
        expect(lacking).toEqual([]);
        expectFair(partnerships, rules);
        for (const side of ['reviewer', 'author'] as const) {
          const counts = counted(partnerships, side);
          expect(learners.filter((learner) => counts.get(learner) !== got)).toEqual([]);
        }
        const turned = allocatePartners([...learners].reverse(), rules, seed);
        expect(turned.partnerships).toEqual(partnerships);
      }),
      { numRuns: 40 },
    );
  });

  it('are not those who are kept apart; where that leaves too few, everybody has fewer, or it is said who has none', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 14 }),
        reviews,
        fc.array(fc.nat(200), { maxLength: 40 }),
        (count, wanted, picks) => {
          const learners = learnersOf(count);
          const apart = picks.map(
            (pick) => [learners[pick % count]!, learners[Math.floor(pick / count) % count]!] as const,
          );
          const rules = { ...FREE, reviews: wanted, apart };
          const { partnerships, reviews: got, lacking } = allocatePartners(learners, rules, 'seed');
          expectFair(partnerships, rules);
          for (const side of ['reviewer', 'author'] as const)
            for (const learner of learners)
              if (!lacking.includes(learner)) expect(counted(partnerships, side).get(learner) ?? 0).toBe(got);
          if (got > 1) expect(lacking).toEqual([]);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('stay within their crews, or leave them', () => {
    const learners = learnersOf(24);
    const crewOf = new Map(learners.map((learner, index) => [learner, `crew ${index % 6}`]));
    for (const crews of ['within', 'across'] as const) {
      const { partnerships, reviews: got } = allocatePartners(learners, { ...FREE, crews, crewOf }, 'seed');
      expect(got).toBe(3);
      const within = partnerships.filter(({ reviewer, author }) => crewOf.get(reviewer) === crewOf.get(author));
      expect(within).toHaveLength(crews === 'within' ? partnerships.length : 0);
    }
    // Four in a crew can review three others each, and no more.
    expect(allocatePartners(learners, { ...FREE, reviews: 5, crews: 'within', crewOf }, 'seed').reviews).toBe(3);
  });

  it('are seldom two who only review each other', () => {
    for (const count of [12, 30, 300]) {
      const { partnerships } = allocatePartners(learnersOf(count), FREE, `${count}`);
      const all = new Set(partnerships.map(({ reviewer, author }) => `${reviewer} ${author}`));
      const swaps = partnerships.filter(({ reviewer, author }) => all.has(`${author} ${reviewer}`)).length / 2;
      expect(swaps).toBeLessThanOrEqual(partnerships.length * 0.02);
    }
  });
});

const begunBy = (pairs: readonly Partnership[], every: number): GivenPartnership[] =>
  pairs.map((pair, index) => ({ ...pair, begun: every > 0 && index % every === 0 }));

/** All that was begun is there as it was. */
function expectKept(before: readonly GivenPartnership[], now: readonly GivenPartnership[]): void {
  const there = new Set(now.map((pair) => JSON.stringify(pair)));
  expect(before.filter((pair) => pair.begun && !there.has(JSON.stringify(pair)))).toEqual([]);
}

describe('partners that change', () => {
  it('take in whoever comes late, and take nothing away that was begun', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 40 }), reviews, fc.integer({ min: 0, max: 4 }), (count, wanted, every) => {
        const rules = { ...FREE, reviews: Math.min(wanted, count - 1) };
        const before = begunBy(allocatePartners(learnersOf(count), rules, 'seed').partnerships, every);
        const now = withLatecomer(before, 'late', rules, 'seed');
        expectFair(now, rules);
        expectKept(before, now);
        expect(counted(now, 'reviewer').get('late')).toBe(rules.reviews);
        expect(counted(now, 'author').get('late')).toBe(rules.reviews);
        // Nobody has less to do or gets less than before.
        for (const side of ['reviewer', 'author'] as const) {
          const counts = counted(now, side);
          const fewer = [...counted(before, side)].filter(([learner, number]) => (counts.get(learner) ?? 0) < number);
          expect(fewer).toEqual([]);
        }
        // Where little was begun, nobody has more either.
        if (every === 0) expect(now).toHaveLength(before.length + rules.reviews);
      }),
      { numRuns: 150 },
    );
  });

  it('leave no hole where somebody never sends', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), reviews, fc.integer({ min: 0, max: 4 }), (count, wanted, every) => {
        const rules = { ...FREE, reviews: Math.min(wanted, count - 2) };
        const absent = 'learner 0';
        const before = begunBy(allocatePartners(learnersOf(count), rules, 'seed').partnerships, every).map((pair) =>
          pair.author === absent ? { ...pair, begun: false } : pair,
        );
        const now = withoutAbsent(before, absent, rules, 'seed');
        expectFair(now, rules);
        expect(now.some(({ author }) => author === absent)).toBe(false);
        expect(now.filter(({ reviewer, begun }) => reviewer === absent && !begun)).toEqual([]);
        expectKept(before, now);
        const gets = counted(now, 'author');
        const short = learnersOf(count)
          .slice(1)
          .filter((learner) => (gets.get(learner) ?? 0) < rules.reviews);
        expect(short).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});

describe('partners as a group sends', () => {
  it('are given out anew until somebody has begun; from then on what was begun stays, and the rules hold', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 14 }),
        reviews,
        fc.infiniteStream(fc.boolean()),
        (count, wanted, begins) => {
          const rules = { ...FREE, reviews: wanted };
          let all: GivenPartnership[] = [];
          for (let sent = 2; sent <= count; sent++) {
            const senders = learnersOf(sent);
            const begun = all.filter((pair) => pair.begun);
            const before = all;
            all = nextPartners({ all, senders }, rules, 'seed');
            expectFair(all, rules);
            if (begun.length === 0) {
              const fresh = allocatePartners(senders, rules, 'seed').partnerships;
              expect(all).toEqual(fresh.map((pair) => ({ ...pair, begun: false })));
            }
            for (const pair of begun) expect(all).toContainEqual(pair);
            // Whoever comes has something to do, and gets something.
            for (const learner of senders) {
              expect(all.some(({ reviewer }) => reviewer === learner)).toBe(true);
              expect(all.some(({ author }) => author === learner)).toBe(true);
            }
            // The same again changes nothing.
            if (begun.length > 0) expect(nextPartners({ all, senders }, rules, 'seed')).toEqual(all);
            expect(before.every((pair) => !pair.begun || all.includes(pair))).toBe(true);
            all = all.map((pair) => ({ ...pair, begun: pair.begun || begins.next().value === true }));
          }
        },
      ),
    );
  });

  it('give nobody the work of those who are away, whoever comes late, though those had begun something', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 20 }),
        reviews,
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 3 }),
        (count, wanted, away, late) => {
          const rules = { ...FREE, reviews: wanted };
          const gone = new Set(learnersOf(count).slice(0, away));
          const all = begunBy(nextPartners({ all: [], senders: learnersOf(count) }, rules, 'seed'), 2);
          const senders = learnersOf(count + late).filter((learner) => !gone.has(learner));
          const next = nextPartners({ all, senders }, rules, 'seed');
          expect(next.filter(({ author, begun }) => gone.has(author) && !begun)).toEqual([]);
          expect(next.filter(({ reviewer, begun }) => gone.has(reviewer) && !begun)).toEqual([]);
          expectFair(next, rules);
          if (senders.length < 2) return;
          for (const learner of senders) expect(next.some(({ reviewer }) => reviewer === learner)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});
