import { toPage } from '@lippet/core/page/viewport';
import { useEffect } from 'react';
import type { Surface } from './surface';
import { bringFile, middlePlace } from '../tools/addTool';
import { isTyping } from './useToolKeys';

/** Pictures that are dropped onto the sheet, or pasted while it is open, come onto the page. */
export function useBringIn(surface: Surface | null): void {
  useEffect(() => {
    if (!surface) return undefined;
    const { element } = surface;
    const stop = new AbortController();
    const { signal } = stop;
    const place = (file: File, x: number, y: number): void => {
      const box = element.getBoundingClientRect();
      const place = toPage(surface.renderer.viewport, x - box.left, y - box.top);
      void bringFile(surface, file, middlePlace(surface, place));
    };
    element.addEventListener('dragover', (event) => event.preventDefault(), { signal });
    element.addEventListener(
      'drop',
      (event) => {
        event.preventDefault();
        const [file] = event.dataTransfer?.files ?? [];
        if (file) place(file, event.clientX, event.clientY);
      },
      { signal },
    );
    window.addEventListener(
      'paste',
      (event) => {
        const [file] = event.clipboardData?.files ?? [];
        if (!file || isTyping(event)) return;
        event.preventDefault();
        const box = element.getBoundingClientRect();
        place(file, box.left + box.width / 2, box.top + box.height / 2);
      },
      { signal },
    );
    return () => stop.abort();
  }, [surface]);
}
