import { useEffect, useRef } from 'react';

/** Takes files that are dropped anywhere or pasted, for as long as the screen is there. */
export function useBroughtFiles(onBrought: (files: File[]) => void): void {
  const latest = useRef(onBrought);
  latest.current = onBrought;
  useEffect(() => {
    const stop = new AbortController();
    const { signal } = stop;
    const take = (event: Event, list: FileList | undefined): void => {
      if (!list || list.length === 0) return;
      event.preventDefault();
      latest.current([...list]);
    };
    window.addEventListener('dragover', (event) => event.preventDefault(), { signal });
    window.addEventListener('drop', (event) => take(event, event.dataTransfer?.files), { signal });
    window.addEventListener('paste', (event) => take(event, event.clipboardData?.files), { signal });
    return () => stop.abort();
  }, []);
}
