/** How near what partners say by the rubric comes to what the teacher says, and how far they differ among themselves. */
import type { ChosenLevels, RubricRow } from '../rubric';

/** What a partner and the teacher said of the same work. */
export interface BothSaid {
  partner: ChosenLevels;
  teacher: ChosenLevels;
}

export interface Agreement {
  /** Weighted kappa: 1 is the same throughout, 0 what chance would give. */
  kappa: number;
  /** How many works both have judged. */
  works: number;
}

/** Of fewer works the figure would be chance. */
export const LEAST_WORKS = 8;

/** How often each level was chosen of one line, by one side. */
const shares = (levels: readonly number[]): Map<number, number> => {
  const counts = new Map<number, number>();
  for (const level of levels) counts.set(level, (counts.get(level) ?? 0) + 1 / levels.length);
  return counts;
};

/** How far two levels of a line lie apart, squared; the whole line is 1. */
const apart = ({ levels }: RubricRow, one: number, other: number): number =>
  levels.length > 1 ? ((one - other) / (levels.length - 1)) ** 2 : 0;

/** Of one line: how far the two sides lay apart, and how far they would by chance, each summed over the works. */
function disagreementOf(row: RubricRow, all: readonly BothSaid[]): { seen: number; byChance: number } {
  const both = all.filter(({ partner, teacher }) => partner[row.id] !== undefined && teacher[row.id] !== undefined);
  if (both.length === 0) return { seen: 0, byChance: 0 };
  const seen = both.reduce((sum, { partner, teacher }) => sum + apart(row, partner[row.id]!, teacher[row.id]!), 0);
  const partners = shares(both.map(({ partner }) => partner[row.id]!));
  const teachers = shares(both.map(({ teacher }) => teacher[row.id]!));
  let byChance = 0;
  for (const [one, often] of partners)
    for (const [other, asOften] of teachers) byChance += often * asOften * apart(row, one, other) * both.length;
  return { seen, byChance };
}

/**
 * Kappa with quadratic weights (J. Cohen, "Weighted kappa", Psychological Bulletin 70, 1968), over all lines of the
 * rubric together: what each line lies apart is summed before the two sums are divided.
 *
 * @returns null under {@link LEAST_WORKS} works, or where both sides always say the same one level, which tells nothing
 */
export function agreementOf(rows: readonly RubricRow[], all: readonly BothSaid[]): Agreement | null {
  const judged = all.filter(({ partner, teacher }) =>
    rows.some(({ id }) => partner[id] !== undefined && teacher[id] !== undefined),
  );
  if (judged.length < LEAST_WORKS) return null;
  const lines = rows.map((row) => disagreementOf(row, judged));
  const byChance = lines.reduce((sum, line) => sum + line.byChance, 0);
  if (byChance === 0) return null;
  return { kappa: 1 - lines.reduce((sum, line) => sum + line.seen, 0) / byChance, works: judged.length };
}

/** From which kappa on each is said (bands of J. R. Landis and G. G. Koch, Biometrics 33, 1977). */
const BANDS: readonly [least: number, words: string][] = [
  [0.8, 'judges almost as you do'],
  [0.6, 'judges much as you do'],
  [0.4, 'judges partly as you do'],
  [0.2, 'judges often otherwise than you'],
];

export const agreementWords = ({ kappa }: Agreement): string =>
  BANDS.find(([least]) => kappa >= least)?.[1] ?? 'judges quite otherwise than you';

/**
 * How far partners lie apart on one work: of each line that at least two have judged, the widest distance as a share of
 * the line; of those the mean.
 *
 * @returns 0 to 1; null where no line was judged by two
 */
export function spreadOf(rows: readonly RubricRow[], choices: readonly ChosenLevels[]): number | null {
  const lines = rows.flatMap(({ id, levels }) => {
    const chosen = choices.flatMap((all) => all[id] ?? []);
    if (chosen.length < 2 || levels.length < 2) return [];
    return [(Math.max(...chosen) - Math.min(...chosen)) / (levels.length - 1)];
  });
  return lines.length === 0 ? null : lines.reduce((sum, line) => sum + line, 0) / lines.length;
}

/** From this spread on, partners differ widely: half of each line, on the average. */
export const WIDE_SPREAD = 0.5;
