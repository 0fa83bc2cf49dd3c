/**
 * The stretches of a recording that are kept, in seconds of the recording as it was made: [from, to], in order and
 * apart.
 * Trimming, and dropping the last stretch, only change these; the recording stays whole.
 */
export type Span = readonly [from: number, to: number];

/** What is shorter than this is not kept, in seconds. */
export const SHORTEST = 0.1;

/** All that is kept, in seconds. */
export const spansLength = (spans: readonly Span[]): number => spans.reduce((sum, [from, to]) => sum + to - from, 0);

/** The spans between two moments of what is kept, both in kept seconds. */
export function trimSpans(spans: readonly Span[], from: number, to: number): Span[] {
  const kept: Span[] = [];
  let before = 0;
  for (const [start, end] of spans) {
    const [first, last] = [Math.max(start, start + from - before), Math.min(end, start + to - before)];
    if (last - first >= SHORTEST) kept.push([first, last]);
    before += end - start;
  }
  return kept;
}

/**
 * Where in the recording a moment of what is kept lies. The end of one span is the start of the next, but for the last.
 */
export function toRecorded(spans: readonly Span[], kept: number): number {
  let before = 0;
  for (const [start, end] of spans) {
    if (kept < before + end - start) return start + Math.max(0, kept - before);
    before += end - start;
  }
  return spans.at(-1)?.[1] ?? 0;
}

/** The moment of what is kept at a place of the recording; a place that is dropped counts as the next kept one. */
export function toKept(spans: readonly Span[], recorded: number): number {
  let before = 0;
  for (const [start, end] of spans) {
    if (recorded <= end) return before + Math.max(0, recorded - start);
    before += end - start;
  }
  return before;
}

/**
 * Where playing has to go on: the place itself while it is kept, the start of the next span if it is not, null behind
 * the last.
 */
export function nextKept(spans: readonly Span[], recorded: number): number | null {
  for (const [start, end] of spans) if (recorded < end) return Math.max(start, recorded);
  return null;
}

/** Spans as they are stored. Null for what is none. */
export function readSpans(value: unknown): Span[] | null {
  if (!Array.isArray(value) || value.length === 0 || value.length > 500) return null;
  let last = 0;
  for (const span of value as unknown[]) {
    if (!Array.isArray(span) || span.length !== 2) return null;
    const [from, to] = span as [unknown, unknown];
    if (!Number.isFinite(from) || !Number.isFinite(to) || (from as number) < last || (to as number) <= (from as number))
      return null;
    last = to as number;
  }
  return value.map(([from, to]: [number, number]) => [from, to] as const);
}

/** The shape of what is kept, from the shape of the whole recording in even stretches. */
export function keptPeaks(peaks: readonly number[], seconds: number, spans: readonly Span[]): number[] {
  return peaks.filter((_, i) => {
    const middle = ((i + 0.5) / peaks.length) * seconds;
    return spans.some(([from, to]) => middle >= from && middle < to);
  });
}
