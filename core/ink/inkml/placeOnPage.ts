import { inkBounds, type Bounds, type Ink } from '../ink';
import type { InkmlStroke } from './inkmlStroke';

interface PageSize {
  width: number;
  height: number;
}

/** How much of the page ink may take that has to be made smaller. */
const SHARE = 0.8;

function boundsOf(strokes: readonly InkmlStroke[]): Bounds {
  const bounds = strokes.map(({ ink }) => inkBounds(ink));
  return {
    left: Math.min(...bounds.map(({ left }) => left)),
    top: Math.min(...bounds.map(({ top }) => top)),
    right: Math.max(...bounds.map(({ right }) => right)),
    bottom: Math.max(...bounds.map(({ bottom }) => bottom)),
  };
}

const moved = (ink: Ink, scale: number, [dx, dy]: readonly [number, number]): Ink => ({
  ...ink,
  x: ink.x.map((x) => x * scale + dx),
  y: ink.y.map((y) => y * scale + dy),
});

/**
 * Ink of another program as it fits onto a page: where it was written, if that is on the page; else made smaller where
 * it is larger than the page, and laid into the page's middle.
 */
export function placeOnPage(strokes: readonly InkmlStroke[], { width, height }: PageSize): readonly InkmlStroke[] {
  if (strokes.length === 0) return strokes;
  const { left, top, right, bottom } = boundsOf(strokes);
  const inside = left >= 0 && top >= 0 && right <= width && bottom <= height;
  if (inside) return strokes;
  const scale = Math.min(1, (SHARE * width) / (right - left), (SHARE * height) / (bottom - top));
  const shift = [(width - (left + right) * scale) / 2, (height - (top + bottom) * scale) / 2] as const;
  return strokes.map((stroke) => ({ ...stroke, ink: moved(stroke.ink, scale, shift), width: stroke.width * scale }));
}
