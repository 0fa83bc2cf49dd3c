import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { mediaOutbox } from '../api/mediaOutbox';

/** An address for a file while it is on this device; null once it is at school, undefined until that is known. */
export function useLocalFile(media: string | null): string | null | undefined {
  const waiting = useStore(mediaOutbox.state, (state) => media !== null && media in state.waiting);
  const [url, setUrl] = useState<{ media: string | null; url: string | null } | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    void (async () => {
      const blob = media === null ? null : await mediaOutbox.blob(media);
      if (gone) return;
      made = blob && URL.createObjectURL(blob);
      setUrl({ media, url: made });
    })();
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [media, waiting]);
  return url?.media === media ? url?.url : undefined;
}
