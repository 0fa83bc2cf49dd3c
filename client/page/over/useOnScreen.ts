import { useStore } from 'zustand';
import type { Surface } from '../surface/surface';

/** The viewport of a surface, and where page points lie in it; asks to be drawn again when that changes. */
export function useViewport(surface: Surface) {
  const viewport = useStore(surface.state, (state) => state.viewport);
  return {
    ...viewport,
    at: (x: number, y: number) => ({ left: viewport.x + x * viewport.scale, top: viewport.y + y * viewport.scale }),
  };
}

/** The same for what lies over things on the page: asks to be drawn again when those change, too. */
export function useOnScreen(surface: Surface) {
  useStore(surface.state, (state) => state.revision);
  return useViewport(surface);
}
