import type { Ink } from './ink';

/** Square of the distance from point p to the segment a–b; all in the same unit. */
export function segmentDistanceSquared(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const lengthSquared = dx * dx + dy * dy;
  const along = lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / lengthSquared));
  const ex = px - ax - along * dx;
  const ey = py - ay - along * dy;
  return ex * ex + ey * ey;
}

const turn = (ax: number, ay: number, bx: number, by: number, cx: number, cy: number): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

function segmentsCross(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  return (
    turn(ax, ay, bx, by, cx, cy) * turn(ax, ay, bx, by, dx, dy) < 0 &&
    turn(cx, cy, dx, dy, ax, ay) * turn(cx, cy, dx, dy, bx, by) < 0
  );
}

/**
 * Whether the straight way from (ax, ay) to (bx, by) comes within `reach` points of the stroke's middle line.
 * A rubber moved quickly still touches what lies between two of its samples.
 */
export function touchesInk(ink: Ink, ax: number, ay: number, bx: number, by: number, reach: number): boolean {
  const n = ink.x.length;
  const limit = reach * reach;
  for (let i = 0; i < n; i++) {
    if (segmentDistanceSquared(ink.x[i]!, ink.y[i]!, ax, ay, bx, by) <= limit) return true;
    if (i === 0) continue;
    const x0 = ink.x[i - 1]!;
    const y0 = ink.y[i - 1]!;
    const x1 = ink.x[i]!;
    const y1 = ink.y[i]!;
    if (segmentDistanceSquared(ax, ay, x0, y0, x1, y1) <= limit) return true;
    if (segmentDistanceSquared(bx, by, x0, y0, x1, y1) <= limit) return true;
    if (segmentsCross(ax, ay, bx, by, x0, y0, x1, y1)) return true;
  }
  return false;
}
