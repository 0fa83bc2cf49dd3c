import type { Bin } from '../../review/spread';
import { STEPS } from './scaleAnswer';

/** How often each step was set, the highest first, as it stands on the pole. Null, for nobody's answer, counts nowhere. */
export function scaleSpread(steps: readonly (number | null)[]): Bin[] {
  return STEPS.map((word, i) => ({ word, count: steps.filter((step) => step === i + 1).length })).reverse();
}

/**
 * Where the middle of a group is: the step of the one in the middle when all stand in a row (the lower median, so that
 * it is a step somebody set). Null where nobody has set one.
 */
export function middleStep(steps: readonly (number | null)[]): number | null {
  const set = steps.filter((step) => step !== null).sort((a, b) => a - b);
  return set[Math.floor((set.length - 1) / 2)] ?? null;
}
