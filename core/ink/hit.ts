import type { Ink } from './ink';

/** A place: x and y, in whatever unit is used throughout. */
export type Spot = readonly [x: number, y: number];

/** Square of the distance from point p to the segment a–b; all in the same unit. */
export function segmentDistanceSquared(p: Spot, a: Spot, b: Spot): number {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const lengthSquared = dx * dx + dy * dy;
  const share = lengthSquared === 0 ? 0 : ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / lengthSquared;
  const along = Math.min(1, Math.max(0, share));
  const ex = p[0] - a[0] - along * dx;
  const ey = p[1] - a[1] - along * dy;
  return ex * ex + ey * ey;
}

/** Which way one turns at b, coming from a and going on to c: its sign; 0 straight on. */
const turn = (a: Spot, b: Spot, c: Spot): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

const segmentsCross = (a: Spot, b: Spot, c: Spot, d: Spot): boolean =>
  turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;

/** A straight way between two places, in page points: x and y of its beginning, x and y of its end. */
export type Way = readonly [ax: number, ay: number, bx: number, by: number];

/**
 * Whether a straight way comes within `reach` points of the stroke's middle line.
 * A rubber moved quickly still touches what lies between two of its samples.
 */
export function touchesInk(ink: Ink, [ax, ay, bx, by]: Way, reach: number): boolean {
  const n = ink.x.length;
  const limit = reach * reach;
  const [a, b]: [Spot, Spot] = [
    [ax, ay],
    [bx, by],
  ];
  let before: Spot | null = null;
  for (let i = 0; i < n; i++) {
    const here: Spot = [ink.x[i]!, ink.y[i]!];
    if (segmentDistanceSquared(here, a, b) <= limit) return true;
    if (before) {
      if (segmentDistanceSquared(a, before, here) <= limit) return true;
      if (segmentDistanceSquared(b, before, here) <= limit) return true;
      if (segmentsCross(a, b, before, here)) return true;
    }
    before = here;
  }
  return false;
}
