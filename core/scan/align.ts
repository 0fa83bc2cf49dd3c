/**
 * Lays one picture over another: the affine map under which they fit best, by forward-additive Lucas and Kanade over a
 * pyramid (Baker and Matthews, "Lucas-Kanade 20 Years On", 2004), on planes whose light and contrast were evened out by
 * a box around each pixel.
 */
import { solveLinear } from '../math/solveLinear';
import { emptyPlane, type Plane } from './raster';

/** An affine map: x' = a·x + b·y + c, y' = d·x + e·y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** Half side of the box over which light is evened out, as a share of the longer side. */
const LIGHT = 0.04;
/** Below this standard deviation (of 255), a place is plain paper: noise is not made larger. */
const PLAIN = 9;
const STEPS = 25;
const STILL = 1e-3;
/**
 * Two pictures whose small copies correlate less than this have nothing to do with each other: larger ones are not
 * looked at.
 */
const LOST = 0.2;
/** The smallest plane of the pyramid has at least this many pixels on its shorter side. */
const SMALLEST = 32;

/** Sums over boxes in constant time (Crow 1984). */
function integral({ width, height, data }: Plane, of: (value: number) => number): Float64Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += of(data[y * width + x]!);
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  return sums;
}

/** A plane with mean 0 and deviation 1 around each pixel: what light does counts for nothing. */
export function evened(plane: Plane): Plane {
  const { width, height, data } = plane;
  const reach = Math.max(3, Math.round(LIGHT * Math.max(width, height)));
  const [sums, squares] = [integral(plane, (value) => value), integral(plane, (value) => value * value)];
  const box = (table: Float64Array, x0: number, y0: number, x1: number, y1: number): number =>
    table[y1 * (width + 1) + x1]! -
    table[y0 * (width + 1) + x1]! -
    table[y1 * (width + 1) + x0]! +
    table[y0 * (width + 1) + x0]!;
  const out = emptyPlane(width, height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const x0 = Math.max(0, x - reach);
      const y0 = Math.max(0, y - reach);
      const x1 = Math.min(width, x + reach + 1);
      const y1 = Math.min(height, y + reach + 1);
      const count = (x1 - x0) * (y1 - y0);
      const mean = box(sums, x0, y0, x1, y1) / count;
      const deviation = Math.sqrt(Math.max(0, box(squares, x0, y0, x1, y1) / count - mean * mean));
      out.data[y * width + x] = (data[y * width + x]! - mean) / Math.max(PLAIN, deviation);
    }
  }
  return out;
}

function halved({ width, height, data }: Plane): Plane {
  const [w, h] = [width >> 1, height >> 1];
  const out = emptyPlane(w, h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = 2 * y * width + 2 * x;
      out.data[y * w + x] = (data[i]! + data[i + 1]! + data[i + width]! + data[i + width + 1]!) / 4;
    }
  return out;
}

/** Between pixels, bilinear; NaN outside. */
export function valueAt({ width, height, data }: Plane, x: number, y: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  if (!(x0 >= 0 && y0 >= 0 && x0 < width - 1 && y0 < height - 1)) return NaN;
  const fx = x - x0;
  const fy = y - y0;
  const i = y0 * width + x0;
  return (
    (data[i]! * (1 - fx) + data[i + 1]! * fx) * (1 - fy) +
    (data[i + width]! * (1 - fx) + data[i + width + 1]! * fx) * fy
  );
}

/** Finds the map under which `before` fits `now` best, from a first guess. */
function refined(before: Plane, now: Plane, start: Affine): Affine {
  let map = [...start] as unknown as [number, number, number, number, number, number];
  const { width, height } = now;
  const [cx, cy, size] = [width / 2, height / 2, Math.max(width, height) / 2];
  for (let step = 0; step < STEPS; step++) {
    const normal = Array.from({ length: 6 }, () => new Float64Array(6));
    const right = new Array<number>(6).fill(0);
    const slope = new Float64Array(6);
    for (let y = 1; y < height - 1; y++) {
      for (let x = 1; x < width - 1; x++) {
        const [u, v] = [map[0] * x + map[1] * y + map[2], map[3] * x + map[4] * y + map[5]];
        const there = valueAt(before, u, v);
        const [gx, gy] = [
          (valueAt(before, u + 1, v) - valueAt(before, u - 1, v)) / 2,
          (valueAt(before, u, v + 1) - valueAt(before, u, v - 1)) / 2,
        ];
        if (Number.isNaN(there) || Number.isNaN(gx) || Number.isNaN(gy) || (gx === 0 && gy === 0)) continue;
        const error = now.data[y * width + x]! - there;
        // Huber's weight: a stroke that is only in one of them is far off, and must not turn the whole sheet.
        const weight = Math.abs(error) <= 1 ? 1 : 1 / Math.abs(error);
        // In coordinates around the middle, of about one: the system is well behaved then.
        const px = (x - cx) / size;
        const py = (y - cy) / size;
        slope[0] = gx * px;
        slope[1] = gx * py;
        slope[2] = gx;
        slope[3] = gy * px;
        slope[4] = gy * py;
        slope[5] = gy;
        for (let i = 0; i < 6; i++) {
          right[i]! += weight * slope[i]! * error;
          for (let j = i; j < 6; j++) normal[i]![j]! += weight * slope[i]! * slope[j]!;
        }
      }
    }
    for (let i = 0; i < 6; i++) {
      for (let j = 0; j < i; j++) normal[i]![j] = normal[j]![i]!;
      normal[i]![i]! += 1e-6;
    }
    const change = solveLinear(normal.map((row, i) => [...row, right[i]!]));
    if (!change) return start;
    const [a, b, c, d, e, f] = change as [number, number, number, number, number, number];
    map = [
      map[0] + a / size,
      map[1] + b / size,
      map[2] + c - (a * cx + b * cy) / size,
      map[3] + d / size,
      map[4] + e / size,
      map[5] + f - (d * cx + e * cy) / size,
    ];
    if (Math.abs(a) + Math.abs(b) + Math.abs(c) + Math.abs(d) + Math.abs(e) + Math.abs(f) < STILL * 6) break;
  }
  return map;
}

/** How well two planes fit under a map: the correlation of their evened values. */
export function fit(before: Plane, now: Plane, map: Affine): number {
  let [both, one, other] = [0, 0, 0];
  for (let y = 0; y < now.height; y++)
    for (let x = 0; x < now.width; x++) {
      const there = valueAt(before, map[0] * x + map[1] * y + map[2], map[3] * x + map[4] * y + map[5]);
      if (Number.isNaN(there)) continue;
      const here = now.data[y * now.width + x]!;
      both += here * there;
      one += here * here;
      other += there * there;
    }
  return both / Math.sqrt(one * other || 1);
}

/**
 * The map that takes a place of `now` to the same place of `before`, both evened; where they don't fit at all, any map.
 */
export function align(before: Plane, now: Plane): Affine {
  const levels: [Plane, Plane][] = [[before, now]];
  for (let [a, b] = levels[0]!; Math.min(a.width, a.height, b.width, b.height) >= 2 * SMALLEST; levels.push([a, b]))
    [a, b] = [halved(a), halved(b)];
  let map: Affine = [before.width / now.width, 0, 0, 0, before.height / now.height, 0];
  for (const [i, [a, b]] of [...levels].reverse().entries()) {
    if (i > 0) map = [map[0], map[1], map[2] * 2, map[3], map[4], map[5] * 2];
    const better = refined(a, b, map);
    if (fit(a, b, better) > fit(a, b, map)) map = better;
    if (fit(a, b, map) < LOST) break;
  }
  return map;
}
