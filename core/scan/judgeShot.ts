/** What is wrong with a photo of a sheet, measured. */
import type { FoundSheet } from './judgeGuess';
import { inQuad, scaleQuad, wholeImage, type Quad } from './quad';
import { WARNINGS, type Warning } from './shot';
import { lightness, shrink, soften, type Plane, type Rgba } from './raster';

/** Photos are judged at this size, pixels on the longer side. */
const JUDGED_SIDE = 1000;
/**
 * The sharpest edges of a sharp photo, softened once, are narrower than so many pixels and this share of its longer
 * side.
 */
const SHARP_PIXELS = 3.6;
const SHARP_SHARE = 0.004;
/** The lightest of the paper is at least so light, of 255. */
const LIGHT_ENOUGH = 96;
/** A spot without any drawing left in it, larger than this share of the sheet, is glare. */
const GLARE_SHARE = 0.004;

/**
 * Mean width of the sharpest edges in pixels: each strong edge is followed to where it stops rising and falling
 * (Marziliano et al., A no-reference perceptual blur metric, 2002). Null where there are too few edges to tell.
 */
export function edgeWidth({ data, width, height }: Plane, quad: Quad): number | null {
  const widths: number[] = [];
  const rises: number[] = [];
  const follow = (index: number, step: number, rising: boolean, most: number): [number, number] => {
    let i = index;
    for (let n = 0; n < most; n++, i += step) {
      const change = (data[i + step]! - data[i]!) * (rising ? 1 : -1);
      if (change <= 0.4) break;
    }
    return [Math.abs(i - index) / Math.abs(step), data[i]!];
  };
  for (const [step, lines, next, size] of [
    [1, height, width, width],
    [width, width, 1, height],
  ] as const) {
    const reach = 24;
    for (let line = 2; line < lines - 2; line += 2) {
      for (let i = reach + 1; i < size - reach - 1; i++) {
        const index = line * next + i * step;
        const change = data[index + step]! - data[index - step]!;
        const size2 = Math.abs(change);
        if (
          size2 < 14 ||
          Math.abs(data[index + 2 * step]! - data[index]!) > size2 ||
          Math.abs(data[index]! - data[index - 2 * step]!) >= size2
        )
          continue;
        const [x, y] = step === 1 ? [i, line] : [line, i];
        if (!inQuad(quad, x, y)) continue;
        const [right, high] = follow(index, step, change > 0, reach);
        const [left, low] = follow(index, -step, change < 0, reach);
        const rise = Math.abs(high - low);
        if (rise < 30) continue;
        widths.push(left + right);
        rises.push(rise);
      }
    }
  }
  if (widths.length < 60) return null;
  // The strongest third of the edges, and of those the narrower half: a shadow's rim is wide in the sharpest photo.
  const limit = [...rises].sort((a, b) => b - a)[Math.floor(rises.length / 3)]!;
  const strong = widths.filter((_, i) => rises[i]! >= limit).sort((a, b) => a - b);
  const narrow = strong.slice(0, Math.ceil(strong.length / 2));
  return narrow.reduce((sum, value) => sum + value, 0) / narrow.length;
}

/** The share of the sheet that lies in spots where the light has eaten everything. */
function glareShare({ data, width }: Rgba, tones: Plane, quad: Quad, paper: number): number {
  let eaten = 0,
    all = 0;
  for (let y = 0; y < tones.height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      if (!inQuad(quad, x, y)) continue;
      all += 1;
      const index = (y * width + x) * 4;
      if (data[index]! >= 253 && data[index + 1]! >= 253 && data[index + 2]! >= 253) eaten += 1;
    }
  }
  // Paper that is everywhere as white as a photo can show is well lit, not dazzled.
  return all === 0 || paper >= 250 ? 0 : eaten / all;
}

/** Middle lightness of the paper: most of a sheet is paper. */
function paperTone(tones: Plane, quad: Quad): number {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let y = 0; y < tones.height; y += 3) {
    for (let x = 0; x < tones.width; x += 3) {
      if (!inQuad(quad, x, y)) continue;
      counts[Math.min(255, Math.round(tones.data[y * tones.width + x]!))]! += 1;
      all += 1;
    }
  }
  let value = 0;
  for (let seen = 0; value < 255 && (seen += counts[value]!) < all * 0.7; value++);
  return value;
}

/**
 * Whether a photo of the sheet taken now would be sharp.
 * @param plane its lightness, softened, of at most about 1,000 pixels on the longer side
 */
export function isSharpPlane(plane: Plane, quad: Quad): boolean {
  const width = edgeWidth(plane, quad);
  return width === null || width <= widestSharp(plane);
}

/** The same of an image of any size. */
export function isSharp(image: Rgba, quad: Quad): boolean {
  const small = shrink(image, JUDGED_SIDE);
  return isSharpPlane(soften(lightness(small)), scaleQuad(quad, small.width / image.width));
}

const widestSharp = ({ width, height }: { width: number; height: number }): number =>
  SHARP_PIXELS + SHARP_SHARE * Math.max(width, height);

/**
 * @param found the sheet, if one was found; else all of the photo is judged
 * @returns what to warn of, in the order of WARNINGS
 */
export function judgeShot(image: Rgba, found: FoundSheet | null): Warning[] {
  const small = shrink(image, JUDGED_SIDE);
  const quad = found ? scaleQuad(found.quad, small.width / image.width) : wholeImage(small.width, small.height);
  const tones = lightness(small);
  const paper = paperTone(tones, quad);
  const sharpest = edgeWidth(soften(tones), quad);
  const is: Record<Warning, boolean> = {
    blurred: sharpest !== null && sharpest > widestSharp(small),
    dark: paper < LIGHT_ENOUGH,
    glare: glareShare(small, tones, quad, paper) > GLARE_SHARE,
    cut: found?.cut ?? false,
  };
  return WARNINGS.filter((warning) => is[warning]);
}
