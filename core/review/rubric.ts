/**
 * Marking by a rubric: each line has levels in words, best first, and a weight. A level is worth an even share of its
 * line, the best all of it and the last nothing (a linear scale, as criterion-referenced marking commonly has it);
 * lines count by their weights. Every total can be explained line by line.
 */

/** One line of the rubric: what is looked at, and its levels in words, best first. */
export interface RubricRow {
  id: string;
  title: string;
  levels: string[];
  /** How many times it counts, 1 to 10. */
  weight: number;
}

export const MARK_KINDS = ['none', 'points', 'level', 'words'] as const;
/** Whether a piece gets a mark, and of what sort. */
export type MarkKind = (typeof MARK_KINDS)[number];

export interface Marking {
  kind: MarkKind;
  /** Of points: how many there are, 1 to 1000. */
  outOf: number;
  /** Whether a level may lie halfway between two. */
  halves: boolean;
  /** Of a mark as a level: the levels in words, best first. */
  levels: string[];
}

export const NO_MARKING: Marking = { kind: 'none', outOf: 10, halves: false, levels: [] };

/** By line of the rubric: 0 is its best level; 0.5 lies halfway to the next. */
export type ChosenLevels = Readonly<Record<string, number>>;

/** What a teacher says instead of what was computed; null for each that is left to the computation. */
export interface OwnMark {
  points: number | null;
  level: number | null;
  words: string;
}

export const NO_OWN_MARK: OwnMark = { points: null, level: null, words: '' };

export interface TotalLine {
  id: string;
  title: string;
  /** The level in words; two of them where it lies between. */
  words: string;
  /** Of this line, 0 to 1. */
  share: number;
  weight: number;
}

export interface Total {
  /** Of all that was chosen, 0 to 1, by weights. */
  share: number;
  lines: TotalLine[];
  /** Lines that have no level yet. */
  open: string[];
}

/** Whether this is a level of the row: within it, whole, or halfway where that is allowed. */
export const isLevel = ({ levels }: RubricRow, level: unknown, halves: boolean): level is number =>
  typeof level === 'number' && level >= 0 && level <= levels.length - 1 && Number.isInteger(halves ? level * 2 : level);

/** Of the chosen levels, those that the rubric has. */
export const readLevels = (value: unknown, rows: readonly RubricRow[], halves: boolean): Record<string, number> => {
  const given = typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
  return Object.fromEntries(
    rows.flatMap((row) => (isLevel(row, given[row.id], halves) ? [[row.id, given[row.id] as number]] : [])),
  );
};

function lineOf({ id, title, levels, weight }: RubricRow, level: number): TotalLine {
  const words = Number.isInteger(level)
    ? levels[level]!
    : `between “${levels[Math.floor(level)]}” and “${levels[Math.ceil(level)]}”`;
  return { id, title, words, share: levels.length > 1 ? 1 - level / (levels.length - 1) : 1, weight };
}

/** The total over the lines that have a level; null while none has. */
export function rubricTotal(rows: readonly RubricRow[], chosen: ChosenLevels): Total | null {
  const lines = rows.filter(({ id }) => chosen[id] !== undefined).map((row) => lineOf(row, chosen[row.id]!));
  const weight = lines.reduce((sum, line) => sum + line.weight, 0);
  if (weight <= 0) return null;
  return {
    share: lines.reduce((sum, line) => sum + line.share * line.weight, 0) / weight,
    lines,
    open: rows.filter(({ id }) => chosen[id] === undefined).map(({ title }) => title),
  };
}

/** Points for a share, to the half. */
export const pointsOf = (share: number, outOf: number): number => Math.round(share * outOf * 2) / 2;

/** Which of the mark's levels a share comes to: each has an even part of the scale, and on a border the better one. */
export const levelOf = (share: number, levels: readonly string[]): number =>
  Math.min(levels.length - 1, Math.max(0, Math.ceil((1 - share) * levels.length - 1e-9) - 1));

/** What stands as the mark, and whether the teacher said it or it was computed. Null for no mark. */
export function finalMark(
  marking: Marking,
  own: OwnMark,
  total: Total | null,
): { points: number | null; level: number | null; words: string; own: boolean } | null {
  switch (marking.kind) {
    case 'points': {
      const points = own.points ?? (total && pointsOf(total.share, marking.outOf));
      return points === null
        ? null
        : { points, level: null, words: `${points} of ${marking.outOf}`, own: own.points !== null };
    }
    case 'level': {
      if (marking.levels.length === 0) return null;
      const level = own.level ?? (total && levelOf(total.share, marking.levels));
      return level === null || marking.levels[level] === undefined
        ? null
        : { points: null, level, words: marking.levels[level]!, own: own.level !== null };
    }
    case 'words':
      return own.words.trim() === '' ? null : { points: null, level: null, words: own.words.trim(), own: true };
    case 'none':
      return null;
  }
}

const SHARE_WORDS = new Map([
  [0, 'nothing of it'],
  [0.5, 'half of it'],
  [1, 'all of it'],
]);

/** How a total comes about, a line each: "Over and under: You can see it (half of it, counts twice)". */
export function explainTotal({ lines }: Total): string[] {
  return lines.map(({ title, words, share, weight }) => {
    const part = SHARE_WORDS.get(share) ?? `${Math.round(share * 100)}% of it`;
    const times = weight === 2 ? 'twice' : `${weight} times`;
    return `${title}: ${words} (${part}${weight === 1 ? '' : `, counts ${times}`})`;
  });
}

/**
 * What a review says by the rubric: the rubric as it was then, so that changing it later changes nothing that was said.
 */
export interface Marked {
  rows: RubricRow[];
  marking: Marking;
  levels: Record<string, number>;
  own: OwnMark;
}

/** A released mark, as its learner and the teacher's table see it. */
export interface MarkView {
  /** Null for no mark: then there are only the levels of the lines. */
  mark: { words: string; points: number | null; outOf: number | null; level: number | null; own: boolean } | null;
  lines: TotalLine[];
  /** How the total comes about, where it counts. */
  explained: string[];
}

/** Null where nothing was said by a rubric and there is no mark. */
export function markView({ rows, marking, levels, own }: Marked): MarkView | null {
  const total = rubricTotal(rows, levels);
  const mark = finalMark(marking, own, total);
  if (!mark && !total) return null;
  return {
    mark: mark && { ...mark, outOf: marking.kind === 'points' ? marking.outOf : null },
    lines: total?.lines ?? [],
    explained: total && mark && !mark.own && marking.kind !== 'words' ? explainTotal(total) : [],
  };
}
