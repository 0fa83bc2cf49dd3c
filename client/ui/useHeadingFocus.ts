import { usePathname } from 'expo-router';
import { useEffect, useRef } from 'react';

/** How long a screen may take until its heading is there, in milliseconds. */
const PATIENCE = 10_000;
const HEADING = 'h1, [role="heading"][aria-level="1"]';
/** What somebody is in the middle of keeps the focus. */
const BUSY = 'input, textarea, select, [contenteditable="true"], [role="dialog"], [role="dialog"] *';

const shownHeading = (): HTMLElement | undefined =>
  [...document.querySelectorAll<HTMLElement>(HEADING)].find((heading) => heading.offsetParent !== null);

function focusHeading(heading: HTMLElement): void {
  if (document.activeElement?.matches(BUSY)) return;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}

/**
 * Waits for the heading of a screen that opens, unless somebody goes on to something else before it is there.
 *
 * @param before the heading of the screen that was left: it may still be there for a moment
 * @returns what ends the waiting
 */
function onNextHeading(before: HTMLElement | null, take: (heading: HTMLElement) => void): () => void {
  const look = (): boolean => {
    const heading = shownHeading();
    if (!heading || heading === before) return false;
    take(heading);
    return true;
  };
  if (look()) return () => undefined;
  const observer = new MutationObserver(() => {
    if (look()) stop();
  });
  const timer = setTimeout(() => stop(), PATIENCE);
  const stop = (): void => {
    observer.disconnect();
    clearTimeout(timer);
    window.removeEventListener('keydown', stop, true);
    window.removeEventListener('pointerdown', stop, true);
  };
  observer.observe(document.body, { childList: true, subtree: true });
  window.addEventListener('keydown', stop, true);
  window.addEventListener('pointerdown', stop, true);
  return stop;
}

/** After a change of screen the focus is on the heading of the new one, so that what comes next begins there. */
export function useHeadingFocus(): void {
  const path = usePathname();
  const first = useRef(true);
  const last = useRef<HTMLElement | null>(null);
  useEffect(() => {
    const isFirst = first.current;
    first.current = false;
    return onNextHeading(last.current, (heading) => {
      last.current = heading;
      // The first screen is read from its beginning.
      if (!isFirst) focusHeading(heading);
    });
  }, [path]);
}
