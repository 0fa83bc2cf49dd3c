import { pickSamples, type Ink } from './ink';

/** How far, in points, a dropped sample may lie from the kept line. A hundredth of a millimetre is 0.028 pt. */
export const SIMPLIFY_TOLERANCE = 0.06;
/** How far a dropped sample's pressure may be from the line between the kept ones. */
export const PRESSURE_TOLERANCE = 0.04;

/**
 * A longer stroke is simplified in spans of this many samples: the method is quadratic at worst, and a
 * minute of scribbling must not make the pen wait on lift.
 */
const SPAN = 192;

/**
 * Drops samples that the line through their neighbours already says, in place and in pressure.
 *
 * Ramer, Douglas and Peucker's algorithm (1972, 1973), iterative. Every dropped sample lies within
 * `tolerance` points of the kept polyline, and its pressure within {@link PRESSURE_TOLERANCE} of it.
 *
 * @param tolerance in points, at least 0
 */
export function simplifyInk(ink: Ink, tolerance = SIMPLIFY_TOLERANCE): Ink {
  const n = ink.x.length;
  if (n < 3) return ink;
  const keep = new Uint8Array(n);
  const spans: [number, number][] = [];
  for (let from = 0; from < n - 1; from += SPAN) spans.push([from, Math.min(from + SPAN, n - 1)]);
  for (const [from, to] of spans) keep[from] = keep[to] = 1;
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    const ax = ink.x[from]!;
    const ay = ink.y[from]!;
    const dx = ink.x[to]! - ax;
    const dy = ink.y[to]! - ay;
    const lengthSquared = dx * dx + dy * dy;
    let worst = 1;
    let worstAt = -1;
    for (let i = from + 1; i < to; i++) {
      const px = ink.x[i]! - ax;
      const py = ink.y[i]! - ay;
      const along = lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / lengthSquared));
      const distance = Math.hypot(px - along * dx, py - along * dy);
      const pressureLine = ink.pressure[from]! + along * (ink.pressure[to]! - ink.pressure[from]!);
      const exact = distance > 0 ? Infinity : 0;
      const error = Math.max(
        tolerance > 0 ? distance / tolerance : exact,
        Math.abs(ink.pressure[i]! - pressureLine) / PRESSURE_TOLERANCE,
      );
      if (error > worst) {
        worst = error;
        worstAt = i;
      }
    }
    if (worstAt >= 0) {
      keep[worstAt] = 1;
      spans.push([from, worstAt], [worstAt, to]);
    }
  }
  const kept: number[] = [];
  for (let i = 0; i < n; i++) if (keep[i]) kept.push(i);
  return pickSamples(ink, kept);
}
