const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** A pause brings a new copy only when the last one is at least this old, in milliseconds. */
export const COPY_EVERY = 2 * MINUTE;

/** Of copies up to this old, the newest of each such span is kept; older ones are let go. */
const KEEP: readonly { upTo: number; oneEach: number }[] = [
  { upTo: HOUR, oneEach: COPY_EVERY },
  { upTo: DAY, oneEach: HOUR },
  { upTo: 60 * DAY, oneEach: DAY },
  { upTo: 400 * DAY, oneEach: 7 * DAY },
];

/**
 * Which copies to let go, so that recent ones lie close together and old ones further apart.
 *
 * @param times of the copies, milliseconds since 1970
 * @returns those of `times` that are no longer kept
 */
export function copiesToDrop(times: readonly number[], now: number): number[] {
  const kept = new Set<string>();
  return [...times]
    .sort((a, b) => b - a)
    .filter((time) => {
      const age = Math.max(0, now - time);
      const rule = KEEP.find(({ upTo }) => age <= upTo);
      if (!rule) return true;
      // Spans are counted from 1970, so that a copy does not wander from one to the next as it grows older.
      const span = `${rule.oneEach}:${Math.floor(time / rule.oneEach)}`;
      if (kept.has(span)) return true;
      kept.add(span);
      return false;
    });
}
