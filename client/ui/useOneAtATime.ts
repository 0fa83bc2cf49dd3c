import { useRef, useState } from 'react';

/**
 * Runs what a form does when it is sent, never twice at once: a second Enter meanwhile does nothing.
 *
 * @returns whether it is under way, and what begins it
 */
export function useOneAtATime(): [isBusy: boolean, run: (work: () => Promise<void>) => Promise<void>] {
  const [isBusy, setBusy] = useState(false);
  // Two keys can come before the screen is drawn anew.
  const underWay = useRef(false);
  const run = async (work: () => Promise<void>): Promise<void> => {
    if (underWay.current) return;
    underWay.current = true;
    setBusy(true);
    try {
      await work();
    } finally {
      underWay.current = false;
      setBusy(false);
    }
  };
  return [isBusy, run];
}
