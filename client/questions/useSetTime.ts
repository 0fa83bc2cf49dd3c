import type { SetTimeView } from '@lippet/core/contract/tries';
import { useEffect, useState } from 'react';

const TICK = 500;

/**
 * What is left of a set's time, in milliseconds, by the school's clock; null where it was not begun.
 * @param now the school's clock when `times` was looked up
 */
export function useTimeLeft(time: SetTimeView | null, now: number): number | null {
  // How far the school's clock is before this device's.
  const [ahead, setAhead] = useState(0);
  const [here, setHere] = useState(Date.now);
  useEffect(() => {
    if (now > 0) setAhead(now - Date.now());
  }, [now]);
  useEffect(() => {
    if (!time) return undefined;
    const timer = setInterval(() => setHere(Date.now()), TICK);
    return () => clearInterval(timer);
  }, [time]);
  return time ? time.endsAt - (here + ahead) : null;
}
