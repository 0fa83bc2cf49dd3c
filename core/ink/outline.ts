import { withBends } from './bends';
import { curveThrough } from './curve';
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
  const bent = withBends(curveThrough(ink));
  return pressureOutline(bent.ink, { size: width, thinning, taper: taper * width }, bent.kept);
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
  const pointAt = (i: number): [number, number] => [outline[2 * (i % n)]!, outline[2 * (i % n) + 1]!];
  const middle = (i: number): string => {
    const [ax, ay] = pointAt(i);
    const [bx, by] = pointAt(i + 1);
    return `${short((ax + bx) / 2, digits)} ${short((ay + by) / 2, digits)}`;
  };
  let path = `M${middle(0)}`;
  for (let i = 1; i <= n; i++) {
    const [x, y] = pointAt(i);
    path += `Q${short(x, digits)} ${short(y, digits)} ${middle(i)}`;
  }
  return path + 'Z';
}
