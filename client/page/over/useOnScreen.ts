import { useStore } from 'zustand';
import type { Surface } from '../surface/surface';

/** The viewport of a surface, and where page points lie in it; asks to be drawn again when either changes. */
export function useOnScreen(surface: Surface) {
  const viewport = useStore(surface.state, (state) => state.viewport);
  useStore(surface.state, (state) => state.revision);
  return {
    ...viewport,
    at: (x: number, y: number) => ({ left: viewport.x + x * viewport.scale, top: viewport.y + y * viewport.scale }),
  };
}
