/** How marks, levels and sending times of one activity are spread: what a teacher's charts show, and say in words. */
import type { MarkView } from './rubric';

export interface Bin {
  /** What it stands for, in words. */
  word: string;
  count: number;
}

/** A mark as points lies in one of so many even parts of the scale. */
const PARTS = 5;

/**
 * Marks by fifths of the scale, or by their levels or words, each in the order of the scale; null where nobody has a
 * mark.
 */
export function spreadOfMarks(marks: readonly (MarkView | null)[]): Bin[] | null {
  const made = marks.flatMap((mark) => mark?.mark ?? []);
  if (made.length === 0) return null;
  const points = made.filter(({ points: own, outOf }) => own !== null && outOf !== null);
  if (points.length > 0) {
    const outOf = Math.max(...points.map((point) => point.outOf!));
    const bins = Array.from({ length: PARTS }, (_, i): Bin => ({
      word: `${round((outOf * i) / PARTS)} to ${round((outOf * (i + 1)) / PARTS)}`,
      count: 0,
    }));
    for (const point of points)
      bins[Math.min(PARTS - 1, Math.floor((point.points! / point.outOf!) * PARTS))]!.count += 1;
    return bins;
  }
  const order = new Map<string, { count: number; level: number }>();
  for (const { words, level } of made)
    order.set(words, { count: (order.get(words)?.count ?? 0) + 1, level: level ?? Number.MAX_SAFE_INTEGER });
  return [...order]
    .sort((a, b) => a[1].level - b[1].level || b[1].count - a[1].count || a[0].localeCompare(b[0]))
    .map(([word, { count }]) => ({ word, count }));
}

const round = (value: number): number => Math.round(value * 10) / 10;

export interface LineSpread {
  title: string;
  /** Best first, by what was reached of the line. */
  bins: Bin[];
}

/** How often each level of each line was said. Levels that were never said are not among them. */
export function levelsPerLine(marks: readonly (MarkView | null)[]): LineSpread[] {
  const lines = new Map<string, { title: string; levels: Map<string, { count: number; share: number }> }>();
  for (const mark of marks) {
    for (const { id, title, words, share } of mark?.lines ?? []) {
      const line = lines.get(id) ?? { title, levels: new Map() };
      line.levels.set(words, { count: (line.levels.get(words)?.count ?? 0) + 1, share });
      lines.set(id, line);
    }
  }
  return [...lines.values()].map(({ title, levels }) => ({
    title,
    bins: [...levels]
      .sort((a, b) => b[1].share - a[1].share || a[0].localeCompare(b[0]))
      .map(([word, { count }]) => ({ word, count })),
  }));
}

const DAY = 86_400_000;

/** The least that is left until a piece is due, for each bin, ms. */
const LEAST_LEFT = [2 * DAY, DAY, 0, -DAY, -Infinity];

/**
 * When pieces were sent, against when they were due: in days before, on the day, after. Null where nothing is due, or
 * nothing was sent.
 */
export function sendingTimes(sent: readonly { sentAt: number; due: number | null }[]): Bin[] | null {
  const dated = sent.filter(({ due }) => due !== null);
  if (dated.length === 0) return null;
  const bins: Bin[] = [
    { word: '2 days early or more', count: 0 },
    { word: '1 to 2 days early', count: 0 },
    { word: 'in the last day', count: 0 },
    { word: 'up to a day late', count: 0 },
    { word: 'later', count: 0 },
  ];
  for (const { sentAt, due } of dated) {
    const left = due! - sentAt;
    const bin = LEAST_LEFT.findIndex((least) => left >= least);
    bins[bin]!.count += 1;
  }
  return bins;
}

/** "3 of 8: 6 to 8; 5 of 8: 8 to 10". Empty bins are not spoken of. */
export function spreadWords(bins: readonly Bin[]): string {
  const all = bins.reduce((sum, { count }) => sum + count, 0);
  return bins
    .filter(({ count }) => count > 0)
    .map(({ word, count }) => `${count} of ${all}: ${word}`)
    .join('; ');
}
