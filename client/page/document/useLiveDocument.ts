import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { useMe } from '../../api/queries';
import { LiveDocument, type SaveState } from './liveDocument';

const NOTHING = createStore<SaveState>(() => ({
  loaded: false,
  device: 'saving',
  school: 'unreachable',
  frozen: false,
  full: false,
  people: [],
  talked: 0,
}));

/** Where a live document's work is. Only who asks is drawn again when it changes. */
export const useSaveState = <T>(live: LiveDocument | null, select: (state: SaveState) => T): T =>
  useStore(live?.state ?? NOTHING, select);

/** Opens a live document for as long as the screen is there. */
export function useLiveDocument(name: string | null): { live: LiveDocument | null; loaded: boolean; frozen: boolean } {
  const owner = useMe().data?.id;
  const [live, setLive] = useState<LiveDocument | null>(null);
  useEffect(() => {
    if (!name || !owner) return undefined;
    const opened = new LiveDocument(name, owner);
    setLive(opened);
    return () => {
      setLive(null);
      opened.destroy();
    };
  }, [name, owner]);
  const current = live?.name === name ? live : null;
  return {
    live: current,
    loaded: useSaveState(current, ({ loaded }) => loaded),
    frozen: useSaveState(current, ({ frozen }) => frozen),
  };
}
