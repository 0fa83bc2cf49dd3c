import { LINE_HEIGHT } from '@lippet/core/page/geometry';
import { readItem } from '@lippet/core/page/item';
import { applyTo, scaleOf } from '@lippet/core/math/matrix';
import type { Viewport } from '@lippet/core/page/viewport';
import { useEffect, useRef } from 'react';
import { TEXT_SIZES, useDrawing } from '../../stores/drawing';
import type { Surface, Writing } from '../surface/surface';

/**
 * Words that are written smaller than this, in pixels on the screen, can't be read: the page comes so close that they
 * are as large as the other.
 */
const TOO_SMALL = 13;
const READABLE = 16;
/** What is left free around the words in pixels; above them lie the buttons for how they look. */
const ROOM = { side: 12, above: 70, below: 24 };

/** Where the page lies so that words being written can be read: as near to where it lay as that allows. */
function closeTo(surface: Surface, { id, matrix, width }: Writing): Viewport {
  const { viewport, view } = surface.state.getState();
  const there = readItem(id, surface.top.items.get(id));
  const size = there?.kind === 'text' ? there.size : TEXT_SIZES[useDrawing.getState().choices.words.width];
  const own = scaleOf(matrix);
  const across = view.width - 2 * ROOM.side;
  const wanted =
    size * own * viewport.scale < TOO_SMALL ? Math.min(READABLE / (size * own), across / (width * own)) : 0;
  const scale = Math.max(viewport.scale, wanted);
  const { x, y } = applyTo(matrix, 0, 0);
  const within = (value: number, least: number, most: number): number => Math.max(least, Math.min(value, most));
  const left = within(
    viewport.x + x * viewport.scale,
    ROOM.side,
    view.width - ROOM.side - Math.min(across, width * own * scale),
  );
  const top = within(
    viewport.y + y * viewport.scale,
    ROOM.above,
    view.height - ROOM.below - size * own * LINE_HEIGHT * scale,
  );
  return { scale, x: left - x * scale, y: top - y * scale };
}

/**
 * While words are written the page is so close that they can be read; afterwards it is back where it was, unless one
 * came closer or went away meanwhile.
 */
export function useCloseToWords(surface: Surface, writing: Writing | null): void {
  const before = useRef<{ viewport: Viewport; fitted: boolean; scale: number } | null>(null);
  useEffect(() => {
    const { renderer } = surface;
    if (writing) {
      const { viewport, fitted } = renderer;
      const close = closeTo(surface, writing);
      before.current = { viewport, fitted, ...before.current, scale: close.scale };
      if (close.scale !== viewport.scale || close.x !== viewport.x || close.y !== viewport.y) renderer.look(close);
      return;
    }
    const was = before.current;
    before.current = null;
    if (!was || renderer.viewport.scale !== was.scale) return;
    if (was.fitted) renderer.fit();
    else renderer.look(was.viewport);
  }, [surface, writing]);
}
