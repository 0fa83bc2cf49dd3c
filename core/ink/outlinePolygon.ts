/**
 * An outline's smooth curve (a quadratic through the middles of its sides, as `outlinePath` writes it) as a polygon of
 * few corners.
 *
 * The curve is taken in pieces so short that their chords are within {@link FLATNESS} of it. Of those pieces' ends, as
 * many are left out as one straight side can stand for: a side goes on for as long as it passes within {@link THINNING}
 * of each that it skips, which is known in one pass from the directions that are still open (the intersection of
 * sectors; C. M. Williams, "An Efficient Algorithm for the Piecewise Linear Approximation of Planar Curves", 1978; J.
 * Sklansky and V. Gonzalez, 1980).
 */
import type { Outline } from './outline';

/** In points: how far a piece's chord may be from the curve, and a side from the pieces' ends that it skips. */
export const FLATNESS = 0.01;
export const THINNING = 0.05;

/** Used again by every outline. */
let corners = new Float64Array(4_096);

/**
 * @returns corners x0, y0, x1, y1, … of a closed polygon that nowhere lies further than FLATNESS + THINNING from the
 * curve; empty for
 *          an outline of fewer than three corners
 */
export function outlinePolygon(outline: Outline): Float64Array {
  const n = outline.length;
  if (n < 6) return new Float64Array(0);
  let count = 0;
  // The corner that the curve bends around, the one behind it, and the middles of the sides before and after it.
  let bendX = outline[2]!;
  let bendY = outline[3]!;
  let fromX = (outline[0]! + bendX) / 2;
  let fromY = (outline[1]! + bendY) / 2;
  // The last corner that was kept, and the place that was seen last.
  let keptX = fromX;
  let keptY = fromY;
  let seenX = fromX;
  let seenY = fromY;
  corners[count++] = keptX;
  corners[count++] = keptY;
  // Directions between `low` and `high` are open; how far the place seen last is from the kept one, squared.
  let lowX = 0;
  let lowY = 0;
  let highX = 0;
  let highY = 0;
  let bounded = false;
  let far = 0;
  for (let i = 4; i < n + 4; i += 2) {
    const next = i < n ? i : i - n;
    const nextX = outline[next]!;
    const nextY = outline[next + 1]!;
    const toX = (bendX + nextX) / 2;
    const toY = (bendY + nextY) / 2;
    const curveX = fromX - 2 * bendX + toX;
    const curveY = fromY - 2 * bendY + toY;
    // A quadratic cut into m even pieces is nowhere further from their chords than |from − 2 bend + to| / 4m².
    const curved = curveX * curveX + curveY * curveY;
    const pieces = curved <= 16 * FLATNESS * FLATNESS ? 1 : Math.ceil(Math.sqrt(Math.sqrt(curved) / (4 * FLATNESS)));
    // Each piece may keep one corner.
    if (count + 2 * pieces > corners.length) {
      const larger = new Float64Array(2 * (count + 2 * pieces));
      larger.set(corners);
      corners = larger;
    }
    for (let piece = 1; piece <= pieces; piece++) {
      let x = toX;
      let y = toY;
      if (piece < pieces) {
        const t = piece / pieces;
        x = fromX + 2 * t * (bendX - fromX) + t * t * curveX;
        y = fromY + 2 * t * (bendY - fromY) + t * t * curveY;
      }
      let dx = x - keptX;
      let dy = y - keptY;
      let squared = dx * dx + dy * dy;
      // Where the way comes back, or leaves the open directions, the side ends at the place before.
      if (squared < far || (bounded && (lowX * dy - lowY * dx < 0 || highX * dy - highY * dx > 0))) {
        keptX = corners[count++] = seenX;
        keptY = corners[count++] = seenY;
        dx = x - keptX;
        dy = y - keptY;
        squared = dx * dx + dy * dy;
        bounded = false;
      }
      seenX = x;
      seenY = y;
      far = squared;
      if (squared <= THINNING * THINNING) continue;
      // The two tangents from the kept corner to the circle around this place.
      const along = Math.sqrt(squared - THINNING * THINNING);
      const rightX = dx * along + dy * THINNING;
      const rightY = dy * along - dx * THINNING;
      if (!bounded || lowX * rightY - lowY * rightX > 0) {
        lowX = rightX;
        lowY = rightY;
      }
      const leftX = dx * along - dy * THINNING;
      const leftY = dy * along + dx * THINNING;
      if (!bounded || highX * leftY - highY * leftX < 0) {
        highX = leftX;
        highY = leftY;
      }
      bounded = true;
    }
    bendX = nextX;
    bendY = nextY;
    fromX = toX;
    fromY = toY;
  }
  return corners.slice(0, count);
}
