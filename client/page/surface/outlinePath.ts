import type { Outline } from '@lippet/core/ink/outline';

/**
 * An outline as a polygon with sides of at least `side` points: where a point is a pixel or two it can't be told from
 * the curve (a side of c on a bend of radius r is off by c²/8r), and it takes a third of the work.
 */
export function outlineToPolygon(outline: Outline, side: number): Path2D {
  const path = new Path2D();
  const n = outline.length;
  if (n < 6) return path;
  const least = side * side;
  let [lastX, lastY] = [Infinity, Infinity];
  for (let i = 0; i < n; i += 2) {
    const [x, y] = [(outline[i]! + outline[(i + 2) % n]!) / 2, (outline[i + 1]! + outline[(i + 3) % n]!) / 2];
    const [dx, dy] = [x - lastX, y - lastY];
    if (dx * dx + dy * dy < least) continue;
    path.lineTo(x, y);
    [lastX, lastY] = [x, y];
  }
  path.closePath();
  return path;
}

/**
 * An outline as a Path2D in page points: a quadratic curve through the middles of its sides, as outlinePath of core
 * writes it.
 */
export function outlineToPath(outline: Outline): Path2D {
  const path = new Path2D();
  const n = outline.length;
  if (n < 6) return path;
  const middleX = (i: number): number => (outline[i % n]! + outline[(i + 2) % n]!) / 2;
  const middleY = (i: number): number => (outline[(i + 1) % n]! + outline[(i + 3) % n]!) / 2;
  path.moveTo(middleX(0), middleY(0));
  for (let i = 2; i <= n; i += 2) {
    path.quadraticCurveTo(outline[i % n]!, outline[(i + 1) % n]!, middleX(i), middleY(i));
  }
  path.closePath();
  return path;
}
