import type { Point } from '../math/matrix';

/** Four corners clockwise as they are seen, the one nearest the image's top left first. */
export type Quad = readonly [Point, Point, Point, Point];

/** Twice the signed area; positive for clockwise corners where y runs down. */
export function doubleArea(corners: readonly Point[]): number {
  return corners.reduce((sum, { x, y }, i) => {
    const next = corners[(i + 1) % corners.length]!;
    return sum + x * next.y - next.x * y;
  }, 0);
}

export const quadArea = (quad: Quad): number => Math.abs(doubleArea(quad)) / 2;

/** Sine of the least turn at a corner, and the shortest side as a share of the longest: less makes no sheet. */
const LEAST_TURN = 0.02;
const LEAST_SIDE = 0.005;

/** Whether the corners go round once without a dent, turn at each, and lie apart. */
export function isConvex(quad: Quad): boolean {
  const sides = quad.map((_, i) => sideLength(quad, i));
  if (!(Math.min(...sides) > LEAST_SIDE * Math.max(...sides))) return false;
  const turns = quad.map((corner, i) => {
    const [next, after] = [quad[(i + 1) % 4]!, quad[(i + 2) % 4]!];
    const [ax, ay, bx, by] = [next.x - corner.x, next.y - corner.y, after.x - next.x, after.y - next.y];
    return (ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by));
  });
  return turns.every((turn) => turn > LEAST_TURN) || turns.every((turn) => turn < -LEAST_TURN);
}

/** The same corners clockwise, beginning with the one nearest the top left. */
export function inOrder(corners: readonly Point[]): Quad {
  const middle = {
    x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
    y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
  };
  const around = [...corners].sort(
    (a, b) => Math.atan2(a.y - middle.y, a.x - middle.x) - Math.atan2(b.y - middle.y, b.x - middle.x),
  );
  const first = around.reduce((best, { x, y }, i) => (x + y < around[best]!.x + around[best]!.y ? i : best), 0);
  return [0, 1, 2, 3].map((i) => around[(first + i) % 4]!) as unknown as Quad;
}

export const scaleQuad = (quad: Quad, by: number): Quad =>
  quad.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Quad;

export const sideLength = (quad: Quad, side: number): number => {
  const [a, b] = [quad[side]!, quad[(side + 1) % 4]!];
  return Math.hypot(b.x - a.x, b.y - a.y);
};

/** How far the corners of two quads lie apart at most, in pixels. */
export const farthestApart = (a: Quad, b: Quad): number =>
  Math.max(...a.map((corner, i) => Math.hypot(corner.x - b[i]!.x, corner.y - b[i]!.y)));

/** The whole of an image as a quad. */
export const wholeImage = (width: number, height: number): Quad => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/** Whether a place lies within. */
export function inQuad(quad: Quad, x: number, y: number): boolean {
  let turn = 0;
  for (let i = 0; i < 4; i++) {
    const [a, b] = [quad[i]!, quad[(i + 1) & 3]!];
    const side = (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x);
    if (side === 0) continue;
    if (turn === 0) turn = Math.sign(side);
    else if (turn !== Math.sign(side)) return false;
  }
  return true;
}
