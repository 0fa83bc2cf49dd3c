/**
 * Colouring in: from a page drawn as pixels to the outline of the region around a point.
 *
 * Small gaps in the lines are closed by keeping away from them: the flood may only pass where the nearest line is
 * further off than half a gap, and what it reached is grown back afterwards (a geodesic opening). Distances are
 * 3-4 chamfer distances (G. Borgefors, "Distance transformations in digital images", 1986), good to 8%.
 */
import type { Rings } from './rings';

export interface Raster {
  /** RGBA, four bytes a pixel, row by row, opaque. */
  data: Uint8ClampedArray | Uint8Array;
  width: number;
  height: number;
  /** Pixels for each page point. */
  scale: number;
}

export interface FillSettings {
  /** Gaps in lines up to this wide, in points, are closed. */
  gap: number;
  /** How far the area reaches under the lines around it, in points, so that no pale seam is left. */
  under: number;
  /** How much a colour may differ from the one tapped, 0 to 255 in its most different channel. */
  tolerance: number;
}

export const FILL_SETTINGS: FillSettings = { gap: 5, under: 0.9, tolerance: 40 };

/** Chamfer units of one pixel. */
const PIXEL = 3;

/** Chamfer distance of every pixel from the nearest line; the page's edge is none. */
function distances(open: Uint8Array, width: number, height: number): Uint16Array {
  const far = 60_000;
  const d = new Uint16Array(width * height);
  for (let i = 0; i < d.length; i++) d[i] = open[i] ? far : 0;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      let v = d[i]!;
      if (v === 0) continue;
      if (x > 0 && d[i - 1]! + 3 < v) v = d[i - 1]! + 3;
      if (y > 0) {
        if (d[i - width]! + 3 < v) v = d[i - width]! + 3;
        if (x > 0 && d[i - width - 1]! + 4 < v) v = d[i - width - 1]! + 4;
        if (x + 1 < width && d[i - width + 1]! + 4 < v) v = d[i - width + 1]! + 4;
      }
      d[i] = v;
    }
  }
  for (let y = height - 1, i = d.length - 1; y >= 0; y--) {
    for (let x = width - 1; x >= 0; x--, i--) {
      let v = d[i]!;
      if (v === 0) continue;
      if (x + 1 < width && d[i + 1]! + 3 < v) v = d[i + 1]! + 3;
      if (y + 1 < height) {
        if (d[i + width]! + 3 < v) v = d[i + width]! + 3;
        if (x + 1 < width && d[i + width + 1]! + 4 < v) v = d[i + width + 1]! + 4;
        if (x > 0 && d[i + width - 1]! + 4 < v) v = d[i + width - 1]! + 4;
      }
      d[i] = v;
    }
  }
  return d;
}

/** Marks all pixels that are reached from `seed` without coming nearer to a line than `reach`, span by span. */
function flood(seed: number, d: Uint16Array, reach: number, width: number, height: number): Uint8Array {
  const mask = new Uint8Array(width * height);
  const stack = [seed];
  while (stack.length > 0) {
    const start = stack.pop()!;
    if (mask[start] !== 0 || d[start]! <= reach) continue;
    const row = start - (start % width);
    let left = start;
    while (left > row && mask[left - 1] === 0 && d[left - 1]! > reach) left--;
    let right = start;
    while (right + 1 < row + width && mask[right + 1] === 0 && d[right + 1]! > reach) right++;
    mask.fill(1, left, right + 1);
    for (let side = -width; side <= width; side += 2 * width) {
      if (left + side < 0 || right + side >= mask.length) continue;
      let run = false;
      for (let i = left + side; i <= right + side; i++) {
        const ok = mask[i] === 0 && d[i]! > reach;
        if (ok && !run) stack.push(i);
        run = ok;
      }
    }
  }
  return mask;
}

/**
 * Grows a mask by `steps` pixels, every other step across corners too (an octagon), into pixels where `into` is 1;
 * without `into`, anywhere. Only the edge of the mask is walked.
 */
function grow(mask: Uint8Array, width: number, height: number, steps: number, into: Uint8Array | null): void {
  let edge: number[] = [];
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (mask[i] === 0) continue;
      if (
        (x > 0 && mask[i - 1] === 0) ||
        (x + 1 < width && mask[i + 1] === 0) ||
        (y > 0 && mask[i - width] === 0) ||
        (y + 1 < height && mask[i + width] === 0)
      )
        edge.push(i);
    }
  }
  for (let step = 0; step < steps; step++) {
    const next: number[] = [];
    const reach = step % 2 === 0 ? 1 : 0;
    for (const i of edge) {
      const [x, y] = [i % width, Math.floor(i / width)];
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          if (dx !== 0 && dy !== 0 && reach === 0) continue;
          if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
          const k = i + dy * width + dx;
          if (mask[k] !== 0 || (into && into[k] === 0)) continue;
          mask[k] = 1;
          next.push(k);
        }
      }
    }
    edge = next;
  }
}

/** Steps along the edges of pixels: right, down, left, up. */
const STEPS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/**
 * The outlines of a mask along the edges of its pixels: each closed, the area on the right hand, holes the other way
 * round.
 */
function outlines(mask: Uint8Array, width: number, height: number): number[][] {
  // Every unit edge between inside and outside starts at a grid point and runs in one of four directions.
  const across = width + 1;
  const leaving = new Uint8Array(across * (height + 1));
  for (let y = 0; y <= height; y++) {
    for (let x = 0; x <= width; x++) {
      const i = y * width + x;
      const nw = y > 0 && x > 0 ? mask[i - width - 1]! : 0;
      const ne = y > 0 && x < width ? mask[i - width]! : 0;
      const sw = y < height && x > 0 ? mask[i - 1]! : 0;
      const se = y < height && x < width ? mask[i]! : 0;
      if (nw === ne && ne === sw && sw === se) continue;
      // Right along the top of a pixel, down along the right of one, left along the bottom, up along the left.
      leaving[y * across + x] = (se & ~ne & 1) | ((sw & ~se & 1) << 1) | ((nw & ~sw & 1) << 2) | ((ne & ~nw & 1) << 3);
    }
  }
  const rings: number[][] = [];
  for (let start = 0; start < leaving.length; start++) {
    while (leaving[start] !== 0) {
      const ring: number[] = [];
      let [x, y] = [start % across, Math.floor(start / across)];
      let direction = 31 - Math.clz32(leaving[start]! & -leaving[start]!);
      for (;;) {
        leaving[y * across + x]! &= ~(1 << direction);
        ring.push(x, y);
        x += STEPS[direction]![0];
        y += STEPS[direction]![1];
        if (y * across + x === start) break;
        const bits = leaving[y * across + x]!;
        // Two edges may leave a point where pixels touch by a corner: turn right first, which keeps them apart.
        const [right, ahead, left] = [(direction + 1) % 4, direction, (direction + 3) % 4];
        if (bits & (1 << right)) direction = right;
        else if (bits & (1 << ahead)) direction = ahead;
        else if (bits & (1 << left)) direction = left;
        else break;
      }
      rings.push(ring);
    }
  }
  return rings;
}

/** Middles of the pixel edges, thinned by Ramer, Douglas and Peucker's rule: staircases become lines. */
function smoothed(ring: number[], tolerance: number): number[] {
  const n = ring.length / 2;
  const [xs, ys] = [new Float64Array(n + 1), new Float64Array(n + 1)];
  for (let i = 0; i <= n; i++) {
    const [a, b] = [(i % n) * 2, ((i + 1) % n) * 2];
    xs[i] = (ring[a]! + ring[b]!) / 2;
    ys[i] = (ring[a + 1]! + ring[b + 1]!) / 2;
  }
  const keep = new Uint8Array(n + 1);
  let opposite = 0;
  for (let i = 0, best = -1; i < n; i++) {
    const d = (xs[i]! - xs[0]!) ** 2 + (ys[i]! - ys[0]!) ** 2;
    if (d > best) [best, opposite] = [d, i];
  }
  keep[0] = keep[opposite] = keep[n] = 1;
  const spans: [number, number][] = [
    [0, opposite],
    [opposite, n],
  ];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    const [dx, dy] = [xs[to]! - xs[from]!, ys[to]! - ys[from]!];
    const length = Math.hypot(dx, dy);
    let [worst, at] = [tolerance, -1];
    for (let i = from + 1; i < to; i++) {
      const [px, py] = [xs[i]! - xs[from]!, ys[i]! - ys[from]!];
      const off = length === 0 ? Math.hypot(px, py) : Math.abs(px * dy - py * dx) / length;
      if (off > worst) [worst, at] = [off, i];
    }
    if (at >= 0) {
      keep[at] = 1;
      spans.push([from, at], [at, to]);
    }
  }
  const out: number[] = [];
  for (let i = 0; i < n; i++) if (keep[i]) out.push(xs[i]!, ys[i]!);
  return out;
}

/**
 * The region around a point of the page that is bounded by lines, as outlines in page points.
 *
 * @param x page x of the tap in points
 * @param y page y
 * @returns null where the point lies off the page, or on a line so thin that nothing is around it
 */
export function fillRegion(raster: Raster, x: number, y: number, settings: FillSettings = FILL_SETTINGS): Rings | null {
  const { data, width, height, scale } = raster;
  const [px, py] = [Math.floor(x * scale), Math.floor(y * scale)];
  if (!(px >= 0 && py >= 0 && px < width && py < height)) return null;
  const seed = py * width + px;
  const [r, g, b] = [data[4 * seed]!, data[4 * seed + 1]!, data[4 * seed + 2]!];
  const { tolerance } = settings;
  const open = new Uint8Array(width * height);
  for (let i = 0, k = 0; i < open.length; i++, k += 4) {
    const [dr, dg, db] = [data[k]! - r, data[k + 1]! - g, data[k + 2]! - b];
    open[i] =
      dr <= tolerance && dr >= -tolerance && dg <= tolerance && dg >= -tolerance && db <= tolerance && db >= -tolerance
        ? 1
        : 0;
  }
  const d = distances(open, width, height);
  // In a narrow place the tap itself may be nearer to a line than half a gap: then only smaller gaps are closed.
  const reach = Math.min(Math.round((settings.gap / 2) * scale * PIXEL), Math.max(0, d[seed]! - 1));
  const mask = flood(seed, d, reach, width, height);
  if (mask[seed] === 0) return null;
  grow(mask, width, height, Math.ceil(reach / PIXEL), open);
  grow(mask, width, height, Math.round(settings.under * scale), null);
  const tolerancePixels = Math.max(0.6, 0.3 * scale);
  const rings = outlines(mask, width, height)
    .map((ring) => smoothed(ring, tolerancePixels))
    // Specks between hatching lines are part of the area, not holes worth keeping.
    .filter((ring) => ring.length >= 6 && Math.abs(areaOf(ring)) > 2 * scale * scale)
    .map((ring) => Float64Array.from(ring, (value) => value / scale));
  return rings.length > 0 ? rings : null;
}

function areaOf(ring: number[]): number {
  let sum = 0;
  for (let i = 0, n = ring.length; i < n; i += 2)
    sum += ring[i]! * ring[(i + 3) % n]! - ring[(i + 2) % n]! * ring[i + 1]!;
  return sum / 2;
}
