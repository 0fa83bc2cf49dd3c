/**
 * Closed outlines as bytes: version, number of rings, then for each ring its number of corners and the corners
 * as steps from the one before, on a grid of 1/16 pt, as zigzag varints.
 */

/**
 * Corners of closed outlines in page points, x0, y0, x1, y1, …; filled by the even-odd rule, so a ring within a ring
 * is a hole.
 */
export type Rings = Float64Array[];

export const RINGS_VERSION = 1;
export const RING_GRID = 1 / 16;
/** The most corners that all rings of one item may have together. */
export const MAX_RING_CORNERS = 60_000;
const MAX_POSITION = 100_000;

/** The bytes are no outlines of a version we know, or too many. */
export class RingsError extends Error {
  override name = 'RingsError';
}

/** @throws RingsError if there are too many corners or one lies off every page */
export function encodeRings(rings: Rings): Uint8Array {
  const corners = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  if (corners > MAX_RING_CORNERS)
    throw new RingsError(`This area has ${corners} corners; at most ${MAX_RING_CORNERS} can be kept.`);
  const bytes: number[] = [RINGS_VERSION];
  const varint = (value: number): void => {
    let rest = value;
    while (rest >= 128) {
      bytes.push((rest % 128) | 128);
      rest = Math.floor(rest / 128);
    }
    bytes.push(rest);
  };
  varint(rings.length);
  for (const ring of rings) {
    varint(ring.length / 2);
    const before = [0, 0];
    ring.forEach((value, i) => {
      if (!(Math.abs(value) <= MAX_POSITION)) throw new RingsError(`A corner lies at ${value}, off every page.`);
      const rounded = Math.round(value / RING_GRID);
      const step = rounded - before[i % 2]!;
      before[i % 2] = rounded;
      varint(step >= 0 ? 2 * step : -2 * step - 1);
    });
  }
  return Uint8Array.from(bytes);
}

/** @throws RingsError if the bytes are cut off, of another version, or hold too much */
export function decodeRings(bytes: Uint8Array): Rings {
  let offset = 1;
  if (bytes[0] !== RINGS_VERSION)
    throw new RingsError('These outlines are of a version that this Lippet does not read.');
  const varint = (): number => {
    let value = 0;
    for (let scale = 1; scale <= 2 ** 35; scale *= 128) {
      const byte = bytes[offset++];
      if (byte === undefined) break;
      value += (byte & 127) * scale;
      if (byte < 128) return value;
    }
    throw new RingsError('The outlines end too early: they were cut off on their way.');
  };
  const count = varint();
  let left = MAX_RING_CORNERS;
  const rings: Rings = [];
  for (let r = 0; r < count; r++) {
    const corners = varint();
    left -= Math.max(1, corners);
    if (left < 0) throw new RingsError('The outlines say they have more corners than an area can have.');
    const ring = new Float64Array(corners * 2);
    const before = [0, 0];
    for (let i = 0; i < ring.length; i++) {
      const code = varint();
      before[i % 2]! += code % 2 === 0 ? code / 2 : -(code + 1) / 2;
      ring[i] = before[i % 2]! * RING_GRID;
    }
    rings.push(ring);
  }
  if (offset !== bytes.length)
    throw new RingsError('There is something behind the outlines that does not belong to them.');
  return rings;
}

/** SVG path data of closed outlines. */
export function ringsPath(rings: Rings, digits = 2): string {
  const short = (value: number): string => String(Number(value.toFixed(digits)));
  return rings
    .map((ring) => {
      let d = '';
      for (let i = 0; i < ring.length; i += 2) d += `${i === 0 ? 'M' : 'L'}${short(ring[i]!)} ${short(ring[i + 1]!)}`;
      return `${d}Z`;
    })
    .join('');
}

/** Whether a point lies in the area, by the even-odd rule. */
export function insideRings(rings: Rings, x: number, y: number): boolean {
  let inside = false;
  for (const ring of rings) {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const [xi, yi, xj, yj] = [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!];
      if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
    }
  }
  return inside;
}
