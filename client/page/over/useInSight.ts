import { useEffect, type RefObject } from 'react';
import type { Surface } from '../surface/surface';

/** So much stays free around what is written, in pixels. */
const ROOM = { below: 16, above: 8 };

/** What the on-screen keyboard leaves free is the visual viewport: the page moves, so that what is written stays in it. */
export function useInSight(surface: Surface, area: RefObject<HTMLElement | null>, changes: readonly unknown[]): void {
  const changed = changes.join(' ');
  useEffect(() => {
    const show = (): void => {
      const field = area.current?.getBoundingClientRect();
      const seen = window.visualViewport;
      if (!field || !seen) return;
      const host = surface.element.getBoundingClientRect();
      const lowest = Math.min(seen.offsetTop + seen.height, host.bottom) - ROOM.below;
      const over = Math.max(0, field.bottom - lowest);
      const under = Math.max(0, host.top + ROOM.above - (field.top - over));
      const { renderer } = surface;
      if (over - under > 0) renderer.look({ ...renderer.viewport, y: renderer.viewport.y - (over - under) });
    };
    show();
    window.visualViewport?.addEventListener('resize', show);
    return () => window.visualViewport?.removeEventListener('resize', show);
  }, [surface, area, changed]);
}
