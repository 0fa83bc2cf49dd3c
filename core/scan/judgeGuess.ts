/** A guess of where a sheet's sides are, fitted to the pixel and judged by what is seen along them. */
import { isConvex, sideLength, type Quad } from './quad';
import type { Plane } from './raster';
import { fitSides } from './sides';

export interface FoundSheet {
  /** In pixels of the image that was given; corners may lie a little outside. */
  quad: Quad;
  /** How sure it is, 0 to 1. */
  confidence: number;
  /** A corner lies outside the image, or something covers it. */
  cut: boolean;
  /** It is lighter than what it lies on, as paper mostly is. */
  lighter: boolean;
}

/** Found from here on. */
export const SURE = 0.5;
/** So much of the edges beside a corner is seen, or something covers it. */
const SEEN_CORNER = 0.8;

/**
 * @param plane lightness, softened
 * @param up how far the guess may be off: its sides are looked for within four times so many pixels
 * @param sign 1 for a sheet lighter than what is around it, −1 for a darker one
 */
export function judgeGuess(plane: Plane, rough: Quad, up: number, sign: 1 | -1): FoundSheet | null {
  const first = fitSides(plane, rough, 4 * up, sign);
  const fitted = first && (fitSides(plane, first.quad, 2.2 * up, sign) ?? first);
  if (!fitted || !isConvex(fitted.quad)) return null;
  const { quad, support, cornerSupport } = fitted;
  const shortest = Math.min(...[0, 1, 2, 3].map((side) => sideLength(quad, side)));
  if (shortest < 0.15 * Math.min(plane.width, plane.height)) return null;
  const worst = Math.min(...support);
  const mean = support.reduce((sum, value) => sum + value, 0) / 4;
  const outside = quad.some(({ x, y }) => x < 0 || y < 0 || x > plane.width || y > plane.height);
  return {
    quad,
    confidence: 0.5 * mean + 0.5 * Math.min(1, worst * 1.25),
    cut: outside || Math.min(...cornerSupport) < SEEN_CORNER,
    lighter: sign === 1,
  };
}
