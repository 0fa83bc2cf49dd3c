import { useEffect, useRef } from 'react';
import { isTyping } from '../page/useToolKeys';

/** The desk's keys: ours, and listed by `?`. */
export const DESK_KEYS = [
  { key: '.', word: 'Next piece' },
  { key: ',', word: 'Piece before' },
  { key: 'w', word: 'Next piece that waits' },
  { key: 'n', word: 'Write a note' },
  { key: '1', word: 'Pen' },
  { key: '3', word: 'Rubber' },
  { key: '4', word: 'Move the page' },
  { key: '?', word: 'These keys' },
] as const;

export type DeskKey = (typeof DESK_KEYS)[number]['key'];

/** Calls the handler of a desk key, unless someone is typing. */
export function useDeskKeys(handlers: Partial<Record<DeskKey, () => void>>): void {
  const latest = useRef(handlers);
  latest.current = handlers;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      const handler = latest.current[event.key.toLowerCase() as DeskKey];
      if (!handler) return;
      event.preventDefault();
      handler();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
