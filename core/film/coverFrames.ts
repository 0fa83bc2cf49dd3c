/** Finds the frames of a film that can stand for it: sharp, well lit, and not all of one moment. */
import { lightness, type Rgba } from '../scan/raster';

/** A frame, and when it was shown in seconds. */
export interface Frame {
  image: Rgba;
  second: number;
}

export interface JudgedFrame {
  second: number;
  /** How well it can stand for the film; 0 is not at all. */
  score: number;
}

/** The middle lightness at which a picture is easiest to see, and how far from it one still is, of 255. */
const WELL_LIT = 122;
const LIT_REACH = 105;
/** Lighter and darker than these nothing is to be seen. */
const [BLACK, WHITE] = [12, 244];

/**
 * How good a picture a frame is. Sharpness is the mean square of the Laplacian (Pech-Pacheco et al., Diatom
 * autofocusing in brightfield microscopy, 2000: its variance), by its root, so that one sharp corner does not win over
 * a picture that is sharp all over; it counts as much as the light is good: near to middle grey, little of it black or
 * white.
 */
export function scoreFrame(image: Rgba): number {
  const { data, width, height } = lightness(image);
  let [sum, squares, eaten, count] = [0, 0, 0, 0];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const index = y * width + x;
      const here = data[index]!;
      const edge = 4 * here - data[index - 1]! - data[index + 1]! - data[index - width]! - data[index + width]!;
      sum += here;
      squares += edge * edge;
      if (here < BLACK || here > WHITE) eaten += 1;
      count += 1;
    }
  }
  if (count === 0) return 0;
  const lit = Math.max(0, 1 - Math.abs(sum / count - WELL_LIT) / LIT_REACH);
  return Math.sqrt(squares / count) * lit * (1 - eaten / count);
}

/**
 * The best frames to choose a cover from, best first: each at least `apart` seconds from every better one.
 * Where there are not so many, there are fewer.
 */
export function bestFrames(frames: readonly JudgedFrame[], most: number, apart: number): JudgedFrame[] {
  const best: JudgedFrame[] = [];
  for (const frame of [...frames].sort((a, b) => b.score - a.score || a.second - b.second)) {
    if (best.length === most) break;
    if (frame.score > 0 && best.every(({ second }) => Math.abs(second - frame.second) >= apart)) best.push(frame);
  }
  return best;
}
