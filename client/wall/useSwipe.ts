import { useRef } from 'react';

/** So far a finger has to go sideways, in pixels, and further than up or down. */
const FAR = 60;

/** Going on by a finger that is drawn sideways. @returns what the element listens to */
export function useSwipe(step: (by: number) => void) {
  const start = useRef<{ x: number; y: number } | null>(null);
  return {
    onPointerDown: ({ clientX, clientY, pointerType }: PointerEvent): void => {
      start.current = pointerType === 'mouse' ? null : { x: clientX, y: clientY };
    },
    onPointerUp: ({ clientX, clientY }: PointerEvent): void => {
      const from = start.current;
      start.current = null;
      if (!from) return;
      const [x, y] = [clientX - from.x, clientY - from.y];
      if (Math.abs(x) > FAR && Math.abs(x) > Math.abs(y)) step(x < 0 ? 1 : -1);
    },
  } as object;
}
