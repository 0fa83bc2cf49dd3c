/**
 * An affine map of the plane as `[a, b, c, d, e, f]`: x' = a·x + c·y + e, y' = b·x + d·y + f, the order that
 * PDF, SVG and the canvas share. Lengths are points, angles radians, clockwise on the page (y runs down).
 */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export interface Point {
  x: number;
  y: number;
}

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** First `inner`, then `outer`. */
export function compose(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const applyTo = ([a, b, c, d, e, f]: Matrix, x: number, y: number): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

export const translation = (dx: number, dy: number): Matrix => [1, 0, 0, 1, dx, dy];

/** Scales by `sx`, `sy` around a point that stays where it is. */
export const scalingAt = (sx: number, sy: number, { x, y }: Point): Matrix => [sx, 0, 0, sy, x - sx * x, y - sy * y];

/** Turns clockwise around a point that stays where it is. */
export function turningAt(angle: number, { x, y }: Point): Matrix {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}

/** How much lengths grow, as the square root of how much areas do. */
export const scaleOf = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c));

/** The map back, or null where the map squeezes the plane to a line. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix | null {
  const det = a * d - b * c;
  if (Math.abs(det) < 1e-12) return null;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/**
 * Whether an unknown value is a map that keeps things on a page: six finite numbers, scale between a thousandth and a
 * thousand.
 */
export function isMatrix(value: unknown): value is Matrix {
  if (!Array.isArray(value) || value.length !== 6 || !value.every((number) => Number.isFinite(number))) return false;
  const scale = scaleOf(value as unknown as Matrix);
  return scale > 1e-3 && scale < 1e3;
}
