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

/** How near to each bend the sides next to it have to end, in points, and how long the sides are. Used again. */
let reach = new Float64Array(512);
let length = new Float64Array(512);

function makeRoom(samples: number): void {
  if (samples <= reach.length) return;
  [reach, length] = [new Float64Array(samples * 2), new Float64Array(samples * 2)];
}

/** Fills what is said of sides and bends. @returns how many samples have to be put beside those that are there */
function measure({ x, y }: Ink): number {
  const n = x.length;
  let [beforeX, beforeY, added] = [0, 0, 0];
  reach[0] = reach[n - 1] = Infinity;
  for (let i = 0; i + 1 < n; i++) {
    const dx = x[i + 1]! - x[i]!;
    const dy = y[i + 1]! - y[i]!;
    const side = Math.sqrt(dx * dx + dy * dy);
    length[i] = side;
    const [alongX, alongY] = side > 0 ? [dx / side, dy / side] : [beforeX, beforeY];
    if (i > 0) {
      // The unit vectors away from a bend by φ add up to one of length 2 sin(φ/2).
      const half = Math.sqrt(Math.max(0, (1 - beforeX * alongX - beforeY * alongY) / 2));
      reach[i] = half > 0 ? (4 * MOST_ROUNDED) / half : Infinity;
      if (reach[i]! < length[i - 1]! / 2) added += 1;
      if (reach[i]! < side / 2) added += 1;
    }
    [beforeX, beforeY] = [alongX, alongY];
  }
  return added;
}

/**
 * Puts samples beside those at which a stroke bends, where its sides are so long that an outline would be rounded by more
 * than 0.08 pt. The line through the samples stays what it is.
 */
export function withBends(ink: Ink): BentInk {
  const n = ink.x.length;
  if (n < 3) return { ink, kept: NONE };
  makeRoom(n);
  const added = measure(ink);
  return added === 0 ? { ink, kept: NONE } : bent(ink, n + added);
}

function bent({ x, y, pressure, time }: Ink, count: number): BentInk {
  const n = x.length;
  const ink: Ink = {
    x: new Float64Array(count),
    y: new Float64Array(count),
    pressure: new Float32Array(count),
    time: new Float64Array(count),
  };
  const kept = new Uint8Array(count);
  let to = 0;
  /** A place on the side behind a sample, `share` of the way along it. */
  const put = (i: number, share: number, keep: boolean): void => {
    const next = Math.min(i + 1, n - 1);
    ink.x[to] = x[i]! + share * (x[next]! - x[i]!);
    ink.y[to] = y[i]! + share * (y[next]! - y[i]!);
    ink.pressure[to] = pressure[i]! + share * (pressure[next]! - pressure[i]!);
    ink.time[to] = time[i]! + share * (time[next]! - time[i]!);
    kept[to] = keep ? 1 : 0;
    to += 1;
  };
  for (let i = 0; i < n; i++) {
    const near = i > 0 && reach[i]! < length[i - 1]! / 2;
    const far = i + 1 < n && reach[i]! < length[i]! / 2;
    if (near) put(i - 1, 1 - reach[i]! / length[i - 1]!, true);
    put(i, 0, near || far);
    if (far) put(i, reach[i]! / length[i]!, true);
  }
  return { ink, kept };
}
