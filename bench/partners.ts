/** `partners-300`: who reviews whom among 300 learners, five each, of whom some are kept apart. */
import { allocatePartners } from '@lippet/core/review/partners/allocatePartners';
import { alone, median, type Figure } from './figure';

const LEARNERS = 300;
const EACH = 5;
const APART = 60;
const ROUNDS = 9;
/** Milliseconds. */
const BUDGET = 100;

export function partners300(): Figure {
  const learners = Array.from({ length: LEARNERS }, (_, index) => `learner ${index}`);
  const apart = Array.from({ length: APART }, (_, index) => [learners[index]!, learners[index + APART]!] as const);
  const rules = { reviews: EACH, apart, crews: 'any', crewOf: new Map<string, string>() } as const;
  const took: number[] = [];
  for (let round = 0; round <= ROUNDS; round++) {
    const begun = performance.now();
    const { partnerships } = allocatePartners(learners, rules, `round ${round}`);
    // The first round warms it.
    if (round > 0) took.push(performance.now() - begun);
    if (partnerships.length !== LEARNERS * EACH) throw new Error(`There were ${partnerships.length} partnerships.`);
  }
  return alone('partners-300', 'ms', median(took), BUDGET);
}
