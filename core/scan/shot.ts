/** What is kept of a photo of paper, so that it can be made anew from what the camera saw. */
import type { Point } from '../math/matrix';
import { isConvex, type Quad } from './quad';

export const LOOKS = ['photo', 'clean', 'black'] as const;
/** How a photographed sheet is to look: as it is, with its light evened out, or black on white. */
export type Look = (typeof LOOKS)[number];

export const WARNINGS = ['blurred', 'dark', 'glare', 'cut'] as const;
/** What can be wrong with a photo. */
export type Warning = (typeof WARNINGS)[number];

/** Quarter turns clockwise. */
export type Turn = 0 | 1 | 2 | 3;

export interface Shot {
  /** Id of the photo as it came from the camera. */
  original: string;
  /** Where the sheet's corners are in it: x and y of each, as shares of its width and height. Null takes all of it. */
  corners: number[] | null;
  turn: Turn;
  look: Look;
  /** When it was taken, in milliseconds since 1970; null where that is not known. */
  taken: number | null;
  /** What was wrong with it when it was kept. */
  warnings: Warning[];
}

/** Corners as shares of an image, from pixels. */
export const toShares = (quad: Quad, width: number, height: number): number[] =>
  quad.flatMap(({ x, y }) => [x / width, y / height]);

/** Corners in pixels of an image, from shares. Null where they go round no sheet. */
export function fromShares(corners: readonly number[], width: number, height: number): Quad | null {
  const quad = [0, 2, 4, 6].map((i): Point => ({
    x: corners[i]! * width,
    y: corners[i + 1]! * height,
  })) as unknown as Quad;
  return isConvex(quad) ? quad : null;
}

/** A page made of a photo is as long as A4 on its longer side, in points. */
const LONG_SIDE = 842;

/** Size of the page for a photo of so many pixels, in points. */
export function photoPageSize(width: number, height: number): { width: number; height: number } {
  const scale = LONG_SIDE / Math.max(width, height);
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}
