import type { Point } from '../page/matrix';
import { homography } from './homography';
import { sideLength, wholeImage, type Quad } from './quad';
import type { Rgba } from './raster';
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
  const [m1, m2, m4, m3] = quad.map(({ x, y }): [number, number, number] => [x - width / 2, y - height / 2, 1]) as [Triple, Triple, Triple, Triple];
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
const cross = (a: Triple, b: Triple): Triple => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Size in pixels of the straightened sheet: no finer than it was photographed, at most `most` pixels in all. */
export function straightSize(quad: Quad, width: number, height: number, most: number): { width: number; height: number } {
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
 * between pixels bilinearly.
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
  const out = new Uint8ClampedArray(size.width * size.height * 4);
  const { data, width, height } = image;
  const [lastX, lastY] = [width - 1, height - 1];
  let to = 0;
  for (let y = 0; y < size.height; y++) {
    // Along a row numerators and denominator grow evenly.
    let u = h[0]! * 0.5 + h[1]! * (y + 0.5) + h[2]!;
    let v = h[3]! * 0.5 + h[4]! * (y + 0.5) + h[5]!;
    let w = h[6]! * 0.5 + h[7]! * (y + 0.5) + h[8]!;
    for (let x = 0; x < size.width; x++, u += h[0]!, v += h[3]!, w += h[6]!, to += 4) {
      const px = Math.max(0, Math.min(lastX, u / w - 0.5));
      const py = Math.max(0, Math.min(lastY, v / w - 0.5));
      const left = Math.min(lastX - 1, px | 0);
      const top = Math.min(lastY - 1, py | 0);
      const fx = px - left;
      const fy = py - top;
      const at = (top * width + left) * 4;
      const below = at + width * 4;
      const d = fx * fy;
      const b = fx - d;
      const c = fy - d;
      const a = 1 - fx - c;
      out[to] = data[at]! * a + data[at + 4]! * b + data[below]! * c + data[below + 4]! * d;
      out[to + 1] = data[at + 1]! * a + data[at + 5]! * b + data[below + 1]! * c + data[below + 5]! * d;
      out[to + 2] = data[at + 2]! * a + data[at + 6]! * b + data[below + 2]! * c + data[below + 6]! * d;
      out[to + 3] = 255;
    }
  }
  return { data: out, width: size.width, height: size.height };
}
