import type { Point } from '../math/matrix';
import { homography } from './homography';
import { sideLength, wholeImage, type Quad } from './quad';
import { packed, type Rgba } from './raster';
import type { Turn } from './shot';

/** Sheets of ISO 216 (A4, A5 …) are this much longer than wide. */
const ISO = Math.SQRT2;
/** A sheet so near to that is one. */
const NEAR = 0.06;

/**
 * Width to height of the flat thing that is seen as this quad, by a camera with square pixels that looks through the
 * middle of the image (Zhang and He, Whiteboard scanning and image enhancement, 2004, section 4). Seen nearly from
 * straight above the camera's focal length can't be told, and the sides themselves are compared.
 */
export function aspectOf(quad: Quad, width: number, height: number): number {
  const flat = (sideLength(quad, 0) + sideLength(quad, 2)) / (sideLength(quad, 1) + sideLength(quad, 3));
  const [m1, m2, m4, m3] = quad.map(({ x, y }): [number, number, number] => [x - width / 2, y - height / 2, 1]) as [
    Triple,
    Triple,
    Triple,
    Triple,
  ];
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const n2 = m2.map((value, i) => k2 * value - m1[i]!);
  const n3 = m3.map((value, i) => k3 * value - m1[i]!);
  if (Math.abs(k2 - 1) < 0.02 || Math.abs(k3 - 1) < 0.02) return flat;
  const focal2 = -(n2[0]! * n3[0]! + n2[1]! * n3[1]!) / (n2[2]! * n3[2]!);
  const longest = Math.max(width, height);
  if (!(focal2 > (0.5 * longest) ** 2 && focal2 < (3 * longest) ** 2)) return flat;
  const long = (n: number[]): number => (n[0]! ** 2 + n[1]! ** 2) / focal2 + n[2]! ** 2;
  return Math.sqrt(long(n2) / long(n3));
}

type Triple = [number, number, number];
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Places in the image are whole numbers of so many to a pixel; and what rounds them to 256ths. */
const FIXED = 1 << 16;
const ROUND = FIXED >> 9;
/**
 * So many pixels of a row lie evenly between two that are looked up through the homography: where a row's scale changes
 * by a tenth across 2,000 pixels they are off by less than a 100th of a pixel.
 */
const STRETCH = 16;

/** Red and blue of a packed pixel, a half in each after a product with 256ths, and full alpha. */
const ODD = 0x00ff00ff;
const HALF = 0x00800080;
const OPAQUE = 0xff000000;

/** Size in pixels of the straightened sheet: no finer than it was photographed, at most `most` pixels in all. */
export function straightSize(
  quad: Quad,
  width: number,
  height: number,
  most: number,
): { width: number; height: number } {
  let aspect = aspectOf(quad, width, height);
  for (const sheet of [ISO, 1 / ISO]) if (Math.abs(aspect / sheet - 1) < NEAR) aspect = sheet;
  let across = Math.max(sideLength(quad, 0), sideLength(quad, 2));
  let down = Math.max(sideLength(quad, 1), sideLength(quad, 3));
  if (across / down < aspect) across = down * aspect;
  else down = across / aspect;
  const fit = Math.min(1, Math.sqrt(most / (across * down)));
  return { width: Math.max(1, Math.round(across * fit)), height: Math.max(1, Math.round(down * fit)) };
}

/**
 * The sheet within a quad, looked at from straight above: every pixel of the result is fetched through a homography,
 * between pixels bilinearly. Images have at most 32,767 pixels on a side.
 * @param turn quarter turns clockwise that set it upright afterwards
 * @param most pixels of the result at most
 * @throws RangeError if the quad is no quad
 */
export function straighten(image: Rgba, quad: Quad, turn: Turn, most: number): Rgba {
  const flat = straightSize(quad, image.width, image.height, most);
  const size = turn % 2 === 0 ? flat : { width: flat.height, height: flat.width };
  const onto = wholeImage(size.width, size.height);
  // The corner that comes to the top left is the one that was so many places before it.
  const from = onto.map((_, i): Point => quad[(i - turn + 4) % 4]!) as unknown as Quad;
  const h = homography(onto, from);
  const out = new Uint32Array(size.width * size.height);
  const source = packed(image);
  const { width, height } = image;
  const [lastX, lastY] = [width - 1, height - 1];
  const [mostX, mostY] = [(lastX - 1) * FIXED, (lastY - 1) * FIXED];
  for (let y = 0; y < size.height; y++) {
    // Along a row numerators and denominator grow evenly.
    const u = h[0]! * 0.5 + h[1]! * (y + 0.5) + h[2]!;
    const v = h[3]! * 0.5 + h[4]! * (y + 0.5) + h[5]!;
    const w = h[6]! * 0.5 + h[7]! * (y + 0.5) + h[8]!;
    let fromX = (u / w - 0.5) * FIXED + ROUND;
    let fromY = (v / w - 0.5) * FIXED + ROUND;
    for (let x = 0; x < size.width; x += STRETCH) {
      const count = Math.min(STRETCH, size.width - x);
      const far = FIXED / (w + h[6]! * (x + count));
      const toX = (u + h[0]! * (x + count)) * far - 0.5 * FIXED + ROUND;
      const toY = (v + h[3]! * (x + count)) * far - 0.5 * FIXED + ROUND;
      // Both ends inside, all of it is.
      const inside =
        Math.min(fromX, toX, fromY, toY) >= 0 && Math.max(fromX, toX) < mostX && Math.max(fromY, toY) < mostY;
      const stepX = ((toX - fromX) / count) | 0;
      const stepY = ((toY - fromY) / count) | 0;
      let px = fromX | 0;
      let py = fromY | 0;
      const end = y * size.width + x + count;
      for (let to = end - count; to < end; to++, px += stepX, py += stepY) {
        let left = px >> 16;
        let top = py >> 16;
        let right = (px >> 8) & 0xff;
        let below = (py >> 8) & 0xff;
        if (!inside) {
          // Beyond the rim the image is like its rim.
          if (left < 0) left = right = 0;
          else if (left >= lastX) {
            left = lastX - 1;
            right = 256;
          }
          if (top < 0) top = below = 0;
          else if (top >= lastY) {
            top = lastY - 1;
            below = 256;
          }
        }
        const index = Math.imul(top, width) + left;
        // Weights in 256ths that come to 256 together, and two colours in one number: a third of the work of single
        // bytes.
        const d11 = (Math.imul(right, below) + 128) >> 8;
        const d10 = below - d11;
        const d01 = right - d11;
        const d00 = 256 - right - d10;
        const a = source[index]!,
          b = source[index + 1]!,
          c = source[index + width]!,
          d = source[index + width + 1]!;
        const redBlue =
          (Math.imul(a & ODD, d00) +
            Math.imul(b & ODD, d01) +
            Math.imul(c & ODD, d10) +
            Math.imul(d & ODD, d11) +
            HALF) >>>
          8;
        const green =
          Math.imul((a >>> 8) & 0xff, d00) +
          Math.imul((b >>> 8) & 0xff, d01) +
          Math.imul((c >>> 8) & 0xff, d10) +
          Math.imul((d >>> 8) & 0xff, d11) +
          128;
        out[to] = (redBlue & ODD) | (green & 0xff00) | OPAQUE;
      }
      fromX = toX;
      fromY = toY;
    }
  }
  return { data: new Uint8ClampedArray(out.buffer), width: size.width, height: size.height };
}
