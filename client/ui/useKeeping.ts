import { useEffect, useLayoutEffect, useRef } from 'react';

/** What is typed is kept this long after it, in milliseconds: a crash takes no more. */
const KEEP_AFTER = 700;

/**
 * Keeps what is being typed: soon after each change, when it goes from the screen, and when the window is closed.
 *
 * @param keep keeps the value as it is now; called again with the same value it changes nothing
 */
export function useKeeping(value: unknown, keep: () => void): void {
  const latest = useRef(keep);
  latest.current = keep;
  const due = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const first = useRef(true);
  const now = useRef(() => {
    clearTimeout(due.current);
    due.current = undefined;
    latest.current();
  }).current;
  useEffect(() => {
    // From the first change that is not kept, not the last: whoever types on and on has it kept as well.
    if (!first.current) due.current ??= setTimeout(now, KEEP_AFTER);
    first.current = false;
  }, [value, now]);
  // Before the document is let go, which is an ordinary effect's end.
  useLayoutEffect(() => {
    const atLast = (): void => {
      if (due.current !== undefined) now();
    };
    window.addEventListener('pagehide', atLast);
    return () => {
      window.removeEventListener('pagehide', atLast);
      atLast();
    };
  }, [now]);
}
