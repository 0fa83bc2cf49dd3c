import type { Ink } from './ink';
import { pressureOutline } from './pressureOutline';
import { TOOL_STYLES, type InkTool } from './tools';

/** Corners of a closed outline in page points: x0, y0, x1, y1, … */
export type Outline = Float64Array;

/**
 * The outline of a stroke whose width follows its pressure.
 *
 * @param width full width in points
 * @returns a closed polygon; empty for an empty ink
 */
export function strokeOutline(ink: Ink, tool: InkTool, width: number): Outline {
  const { thinning, taper } = TOOL_STYLES[tool];
  return pressureOutline(ink, { size: width, thinning, taper: taper * width });
}

const short = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/**
 * SVG path data of an outline: a quadratic curve through the middles of its sides, so that corners are rounded.
 *
 * @param digits decimals kept; 2 is 1/100 pt
 */
export function outlinePath(outline: Outline, digits = 2): string {
  const n = outline.length / 2;
  if (n < 3) return '';
  const at = (i: number): [number, number] => [outline[2 * (i % n)]!, outline[2 * (i % n) + 1]!];
  const middle = (i: number): string => {
    const [ax, ay] = at(i);
    const [bx, by] = at(i + 1);
    return `${short((ax + bx) / 2, digits)} ${short((ay + by) / 2, digits)}`;
  };
  let path = `M${middle(0)}`;
  for (let i = 1; i <= n; i++) {
    const [x, y] = at(i);
    path += `Q${short(x, digits)} ${short(y, digits)} ${middle(i)}`;
  }
  return path + 'Z';
}

/**
 * An outline's smooth curve as a polygon: the curve's own points, thinned so that none that is dropped lies further than
 * `tolerance` points from the side that replaces it (Ramer, Douglas and Peucker). A third of the numbers of the curve.
 */
export function outlinePolygon(outline: Outline, tolerance = 0.03): Float64Array {
  const corners = outline.length / 2;
  if (corners < 3) return new Float64Array(0);
  const n = corners * 2 + 1;
  const [xs, ys] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < corners; i++) {
    const [a, b, c] = [2 * i, 2 * ((i + 1) % corners), 2 * ((i + 2) % corners)];
    const [fromX, fromY] = [(outline[a]! + outline[b]!) / 2, (outline[a + 1]! + outline[b + 1]!) / 2];
    const [toX, toY] = [(outline[b]! + outline[c]!) / 2, (outline[b + 1]! + outline[c + 1]!) / 2];
    xs[2 * i] = fromX;
    ys[2 * i] = fromY;
    // The quadratic curve's middle.
    xs[2 * i + 1] = (fromX + 2 * outline[b]! + toX) / 4;
    ys[2 * i + 1] = (fromY + 2 * outline[b + 1]! + toY) / 4;
  }
  xs[n - 1] = xs[0]!;
  ys[n - 1] = ys[0]!;
  const keep = new Uint8Array(n);
  const middle = n >> 1;
  keep[0] = keep[middle] = keep[n - 1] = 1;
  const stack = [0, middle, middle, n - 1];
  while (stack.length > 0) {
    const to = stack.pop()!;
    const from = stack.pop()!;
    const [x0, y0] = [xs[from]!, ys[from]!];
    const [dx, dy] = [xs[to]! - x0, ys[to]! - y0];
    const squared = dx * dx + dy * dy || 1e-24;
    // All distances squared: of hundreds of thousands of points, roots would cost more than the rest.
    let worst = tolerance * tolerance;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const px = xs[i]! - x0;
      const py = ys[i]! - y0;
      const along = px * dx + py * dy;
      const across = px * dy - py * dx;
      const off = along < 0 ? px * px + py * py : along > squared ? (px - dx) * (px - dx) + (py - dy) * (py - dy) : (across * across) / squared;
      if (off > worst) {
        worst = off;
        at = i;
      }
    }
    if (at < 0) continue;
    keep[at] = 1;
    stack.push(from, at, at, to);
  }
  const polygon: number[] = [];
  for (let i = 0; i < n - 1; i++) if (keep[i]) polygon.push(xs[i]!, ys[i]!);
  return Float64Array.from(polygon);
}
