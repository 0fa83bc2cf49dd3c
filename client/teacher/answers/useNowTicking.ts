import { useEffect, useState } from 'react';

/** How often it is looked whether somebody has been long at one question, in milliseconds. */
const TICK = 10_000;

/** The time, as it goes on. */
export function useNowTicking(): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK);
    return () => clearInterval(timer);
  }, []);
  return now;
}
