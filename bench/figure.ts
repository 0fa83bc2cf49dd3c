/** One line of the bench. */
export interface Figure {
  name: string;
  unit: 'bytes' | 'ms' | 's' | '%' | 'lost';
  ours: number;
  /** The same measured on the bare thing in the same run; null where there is none. */
  floor: number | null;
  ratio: number | null;
  /** What `ratio` may be at most, or `ours` where there is no ratio to keep. */
  budget: number;
  ok: boolean;
}

/** A figure judged by its ratio to the floor. */
export function byRatio(name: string, unit: Figure['unit'], ours: number, floor: number, budget: number): Figure {
  const ratio = ours / floor;
  return { name, unit, ours, floor, ratio, budget, ok: ratio <= budget };
}

/** A figure judged by itself; the floor says what the machine alone takes. */
export function byValue(name: string, unit: Figure['unit'], ours: number, floor: number, budget: number): Figure {
  return { name, unit, ours, floor, ratio: ours / floor, budget, ok: ours <= budget };
}

/** A figure that nothing bare can be set beside. */
export const alone = (name: string, unit: Figure['unit'], ours: number, budget: number): Figure => ({
  name,
  unit,
  ours,
  floor: null,
  ratio: null,
  budget,
  ok: ours <= budget,
});

/** The value below which a share of the values lies (nearest rank). */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;
}

export const median = (values: readonly number[]): number => quantile(values, 0.5);
