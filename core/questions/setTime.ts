/** The time of a set: the school's clock decides, wherever it is looked at. */

/** Of one learner, in one go. Times are milliseconds since 1970, by the school's clock. */
export interface SetTimes {
  startedAt: number;
  endsAt: number;
}

const MINUTE = 60_000;

/** An answer that was under way when the time was over is still taken, in milliseconds. */
export const GRACE = 4_000;
/** What was made in time and held up by the network is taken so long after, in milliseconds. */
export const LATEST = 24 * 60 * MINUTE;

/** From so few minutes on the clock can't be hidden any more. */
export const ALWAYS_SHOWN = 5;

export const setTimes = (startedAt: number, minutes: number): SetTimes => ({
  startedAt,
  endsAt: startedAt + minutes * MINUTE,
});

/**
 * Whether a try is taken: in time; late, where it was made in time and held up on its way; or not at all.
 *
 * @param madeAt when its device says that it was made; null where it says nothing
 */
export function takenWhen({ endsAt }: SetTimes, now: number, madeAt: number | null): 'in time' | 'late' | 'too late' {
  if (now <= endsAt + GRACE) return 'in time';
  return madeAt !== null && madeAt <= endsAt + GRACE && now <= endsAt + LATEST ? 'late' : 'too late';
}

/** What is left in words: minutes, and in the last one seconds. */
export function leftWords(left: number): string {
  if (left <= 0) return 'Time is over';
  if (left < MINUTE) return `${Math.ceil(left / 1000)} seconds left`;
  const minutes = Math.ceil(left / MINUTE);
  return minutes === 1 ? '1 minute left' : `${minutes} minutes left`;
}
