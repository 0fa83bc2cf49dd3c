import { useEffect, useRef } from 'react';
import { useDrawing, type Tool } from '../../stores/drawing';
import { stepToSpot } from '../over/goToSpot';
import type { Surface } from './surface';
import { TOOLS } from './toolList';

/** Whether something happened while typing somewhere: then a key is a letter, not a command. */
export function isTyping(event: Event): boolean {
  const target = event.target as HTMLElement | null;
  return Boolean(target?.closest?.('input, textarea, select, [contenteditable="true"]'));
}

interface More {
  surface: Surface | null;
  step?: (by: 1 | -1) => void;
  help?: () => void;
}

/** Chooses tools and steps through pages and spots from the keyboard while the sheet is there. */
export function useToolKeys(active: boolean, tools: readonly Tool[], more: More): void {
  const setTool = useDrawing((state) => state.setTool);
  const latest = useRef(more);
  latest.current = more;
  useEffect(() => {
    if (!active) return undefined;
    const onKey = (event: KeyboardEvent): void => {
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const { surface, step, help } = latest.current;
      const found = TOOLS.find(({ key, tool }) => key === event.key && tools.includes(tool));
      if (found) setTool(found.tool);
      else if (event.key === 'PageDown') step?.(1);
      else if (event.key === 'PageUp') step?.(-1);
      else if (event.key === '?' && help) help();
      else if (event.key.toLowerCase() === 's' && surface) stepToSpot(surface);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [active, tools, setTool]);
}
