import { measureProgress, type PieceProgress } from '@lippet/core/piece/progress';
import { useEffect, useState } from 'react';
import type { LiveDocument } from '../../page/document/liveDocument';

const EMPTY: PieceProgress = { parts: {} };
/** Counted a little after a change, so that it never falls between pen and ink; in milliseconds. */
const REST = 400;

/** What the document holds, measured again as it changes. */
export function useProgress(live: LiveDocument): PieceProgress {
  const [progress, setProgress] = useState(EMPTY);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const measure = (): void => {
      timer = undefined;
      setProgress(measureProgress(live.doc));
    };
    const later = (): void => void (timer ??= setTimeout(measure, REST));
    measure();
    live.doc.on('update', later);
    return () => {
      clearTimeout(timer);
      live.doc.off('update', later);
    };
  }, [live]);
  return progress;
}
