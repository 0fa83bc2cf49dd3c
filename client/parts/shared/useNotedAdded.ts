import { noteAdded } from '@lippet/core/parts/shared/sharedAnswer';
import { useEffect, useRef } from 'react';
import type * as Y from 'yjs';

/** What is added soon after something else is noted with what follows, in milliseconds. */
const PACE = 3_000;

/**
 * Notes in a learner's piece how much they have added to a sheet, so that lists can say that it is begun and complete:
 * the first at once, further ones together. Each note draws the whole screen of the piece anew, and somebody draws.
 *
 * @param added null where nothing is to be noted
 */
export function useNotedAdded(doc: Y.Doc, part: string, added: number | null): void {
  const notedAt = useRef(-Infinity);
  const waiting = useRef<(() => void) | null>(null);
  useEffect(() => {
    // What was sent takes nothing more, also not what waits.
    waiting.current = null;
    if (added === null) return undefined;
    const note = (): void => {
      waiting.current = null;
      notedAt.current = performance.now();
      noteAdded(doc, part, added);
    };
    waiting.current = note;
    const timer = setTimeout(note, added <= 1 ? 0 : Math.max(0, notedAt.current + PACE - performance.now()));
    return () => clearTimeout(timer);
  }, [doc, part, added]);
  // What waits is noted when the sheet is left.
  useEffect(() => () => waiting.current?.(), [doc, part]);
}
