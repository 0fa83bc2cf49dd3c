import type { Ink } from './ink';

/** What playing needs to know of a stroke. */
export interface PlayedStroke {
  id: string;
  ink: Ink;
  /** When it was lifted, milliseconds since 1970. */
  at: number;
}

export interface Timeline {
  /** Length in milliseconds, with long pauses cut short. */
  total: number;
  /** In the order of drawing. `start` and `end` are milliseconds on the timeline. */
  entries: { id: string; start: number; end: number }[];
}

/** A pause longer than this is played as this long, in milliseconds. */
export const LONGEST_PAUSE = 700;

/**
 * When each stroke was being drawn, from first to last, with pauses cut to {@link LONGEST_PAUSE}. Strokes of two
 * devices that were drawn at once overlap here too.
 */
export function timeline(strokes: readonly PlayedStroke[], longestPause = LONGEST_PAUSE): Timeline {
  const spans = strokes
    .map(({ id, ink, at }) => ({ id, from: at - (ink.time.at(-1)! - ink.time[0]!), to: at }))
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const entries: Timeline['entries'] = [];
  let cut = 0;
  let latest = -Infinity;
  for (const { id, from, to } of spans) {
    if (latest === -Infinity) cut = from;
    else if (from - latest > longestPause) cut += from - latest - longestPause;
    entries.push({ id, start: from - cut, end: to - cut });
    latest = Math.max(latest, to);
  }
  return { total: latest === -Infinity ? 0 : latest - cut, entries };
}

/** How many samples of a stroke have been drawn `elapsed` milliseconds after its first. */
export function samplesAfter(ink: Ink, elapsed: number): number {
  const first = ink.time[0] ?? 0;
  let [low, high] = [0, ink.time.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ink.time[middle]! - first <= elapsed) low = middle + 1;
    else high = middle;
  }
  return low;
}
