import type { Point } from '../math/matrix';
import { solveLinear } from '../math/solveLinear';
import type { Quad } from './quad';

/**
 * A map of one plane onto another as a camera sees it: x' = (h0·x + h1·y + h2) / (h6·x + h7·y + 1), and so on, row
 * by row.
 */
export type Homography = Float64Array;

/**
 * The map that takes each corner of `from` to the same corner of `to`, by the eight linear equations of four points
 * (Hartley and Zisserman, Multiple View Geometry, 4.1).
 * @throws RangeError if three corners lie on a line
 */
export function homography(from: Quad, to: Quad): Homography {
  const rows: number[][] = [];
  from.forEach(({ x, y }, i) => {
    const { x: u, y: v } = to[i]!;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  });
  const solved = solveLinear(rows);
  if (!solved) throw new RangeError('Three of the four corners lie on one line.');
  return Float64Array.from([...solved, 1]);
}

/** Where a point goes. */
export function project(h: Homography, x: number, y: number): Point {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return { x: (h[0]! * x + h[1]! * y + h[2]!) / w, y: (h[3]! * x + h[4]! * y + h[5]!) / w };
}
