import { useEffect } from 'react';

/** While something would be lost, the browser asks before the page is closed or loaded anew. */
export function useAskBeforeClosing(wouldLose: boolean): void {
  useEffect(() => {
    if (!wouldLose) return undefined;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [wouldLose]);
}
