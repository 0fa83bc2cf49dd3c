import { inkOf } from './curve';
import type { Ink } from './ink';

/**
 * An outline is drawn as a curve through the middles of its sides, which rounds every corner by a part of the sides that
 * meet there: an eighth of both together as vectors. Where samples are far apart, as of a fast hand, that would take a
 * quarter off a small hump. So a side that bends is given samples nearer to its ends.
 */
const MOST_ROUNDED = 0.08;

export interface BentInk {
  ink: Ink;
  /** 1 for samples whose corners an outline must not leave out, however near they are; empty where there are none. */
  kept: Uint8Array;
}

const NONE = new Uint8Array(0);

/** How near to a bend the sides next to it have to end, in points; Infinity where it is hardly one. */
function reachOf(ink: Ink, i: number): number {
  const { x, y } = ink;
  const [bx, by] = [x[i]! - x[i - 1]!, y[i]! - y[i - 1]!];
  const [ax, ay] = [x[i + 1]! - x[i]!, y[i + 1]! - y[i]!];
  const lengths = Math.sqrt((bx * bx + by * by) * (ax * ax + ay * ay));
  if (lengths === 0) return Infinity;
  // The unit vectors away from a bend by φ add up to one of length 2 sin(φ/2).
  const half = Math.sqrt(Math.max(0, (1 - (bx * ax + by * ay) / lengths) / 2));
  return (4 * MOST_ROUNDED) / half;
}

/**
 * Puts samples beside those at which a stroke bends, where its sides are so long that an outline would be rounded by more
 * than 0.08 pt. The line through the samples stays what it is.
 */
export function withBends(ink: Ink): BentInk {
  const n = ink.x.length;
  if (n < 3) return { ink, kept: NONE };
  const rows: number[] = [];
  const kept: number[] = [];
  const put = (i: number, share: number, keep: 0 | 1): void => {
    const j = Math.min(i + 1, n - 1);
    rows.push(
      ink.x[i]! + share * (ink.x[j]! - ink.x[i]!),
      ink.y[i]! + share * (ink.y[j]! - ink.y[i]!),
      ink.pressure[i]! + share * (ink.pressure[j]! - ink.pressure[i]!),
      ink.time[i]! + share * (ink.time[j]! - ink.time[i]!),
    );
    kept.push(keep);
  };
  let before = Infinity;
  for (let i = 0; i < n - 1; i++) {
    const after = i + 1 < n - 1 ? reachOf(ink, i + 1) : Infinity;
    const length = Math.hypot(ink.x[i + 1]! - ink.x[i]!, ink.y[i + 1]! - ink.y[i]!);
    put(i, 0, before < length / 2 || rows.length === 0 ? 1 : 0);
    if (before < length / 2) put(i, before / length, 1);
    if (after < length / 2) put(i, 1 - after / length, 1);
    before = after;
  }
  put(n - 1, 0, 1);
  if (kept.length === n) return { ink, kept: NONE };
  return { ink: inkOf(rows), kept: Uint8Array.from(kept) };
}
