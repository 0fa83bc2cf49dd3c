import { useEffect, useRef } from 'react';
import { MARK_TOOLS, TOOLS } from '../../page/surface/toolList';
import { isTyping } from '../../page/surface/useToolKeys';

interface DeskKey {
  name: DeskAction;
  /** As it is listed. */
  key: string;
  word: string;
  pressed: (event: KeyboardEvent) => boolean;
  /** Also while one writes. */
  typing?: boolean;
}
export type DeskAction =
  | 'next'
  | 'before'
  | 'waiting'
  | 'note'
  | 'part'
  | 'finished'
  | 'again'
  | 'beside'
  | 'watch'
  | 'all'
  | 'leave'
  | 'help';

const letter =
  (key: string) =>
  (event: KeyboardEvent): boolean =>
    !event.ctrlKey && !event.metaKey && !event.altKey && event.key.toLowerCase() === key;
const enter =
  (shift: boolean) =>
  (event: KeyboardEvent): boolean =>
    (event.ctrlKey || event.metaKey) && event.shiftKey === shift && event.key === 'Enter';

/** The desk's keys: ours, and listed by `?`. */
export const DESK_KEYS: readonly DeskKey[] = [
  { name: 'next', key: '.', word: 'Next piece', pressed: letter('.') },
  { name: 'before', key: ',', word: 'Piece before', pressed: letter(',') },
  { name: 'waiting', key: 'W', word: 'Next piece that waits', pressed: letter('w') },
  { name: 'part', key: 'P', word: 'Next part', pressed: letter('p') },
  { name: 'note', key: 'N', word: 'Write a note', pressed: letter('n') },
  { name: 'leave', key: 'Esc', word: 'Leave the note', pressed: ({ key }) => key === 'Escape', typing: true },
  { name: 'finished', key: 'Ctrl Enter', word: 'Finished, and on to the next', pressed: enter(false), typing: true },
  {
    name: 'again',
    key: 'Ctrl Shift Enter',
    word: 'Another go, and on to the next',
    pressed: enter(true),
    typing: true,
  },
  { name: 'beside', key: 'B', word: 'Beside an earlier go', pressed: letter('b') },
  { name: 'watch', key: 'V', word: 'Watch it drawn', pressed: letter('v') },
  { name: 'all', key: 'A', word: 'All pieces side by side', pressed: letter('a') },
  { name: 'help', key: '?', word: 'These keys', pressed: letter('?') },
];

/** Every key of the desk with what it does, those of its tools too. */
export const allDeskKeys = (): { key: string; word: string }[] => [
  ...DESK_KEYS.map(({ key, word }) => ({ key, word })),
  ...TOOLS.filter(({ tool }) => MARK_TOOLS.includes(tool)).map(({ key, word, does }) => ({
    key,
    word: `${word}: ${does.toLowerCase()}`,
  })),
];

/**
 * Does what a desk key says; letters do nothing while someone writes. A handler that answers false leaves the key to
 * others.
 */
export function useDeskKeys(handlers: Partial<Record<DeskAction, () => void | false>>): void {
  const latest = useRef(handlers);
  latest.current = handlers;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (document.querySelector('[role="dialog"]')) return;
      const found = DESK_KEYS.find(({ pressed, typing }) => (typing || !isTyping(event)) && pressed(event));
      const handler = found && latest.current[found.name];
      if (!handler || handler() === false) return;
      event.preventDefault();
    };
    // On the way down: a text field keeps what is typed in it to itself.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}
