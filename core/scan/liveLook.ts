/**
 * Looks through a camera, picture after picture: a sheet that was found is followed, which is a fraction of the work of
 * finding it.
 */
import { findSheet, mediumOf, type Medium } from './findSheet';
import { judgeGuess, SURE, type FoundSheet } from './judgeGuess';
import { isSharpPlane } from './judgeShot';
import { scaleQuad } from './quad';
import type { Rgba } from './raster';
import { LEAST_SHEETLIKE, sheetlike } from './sheetlike';

/**
 * So many looks in a row may follow; then the whole picture is searched, for what follows might hold on to something
 * else.
 */
const MOST_FOLLOWED = 7;
/** Sides are looked for within this share of the picture's longer side from where they were. */
const REACH = 0.025;
/** A sheet that is followed with less than this share of its last confidence is searched for anew. */
const LOSING = 0.85;

/** What one look through the camera showed. */
export interface Seen {
  /** In pixels of the picture. */
  found: FoundSheet | null;
  /** Whether a photo taken now would be sharp. */
  sharp: boolean;
  width: number;
  height: number;
}

/** The sheet near where it was in the picture before; null where it is not, or hardly, there any more. */
function follow({ image, plane }: Medium, last: FoundSheet, scale: number): FoundSheet | null {
  const longest = Math.max(image.width, image.height);
  const judged = judgeGuess(plane, scaleQuad(last.quad, 1 / scale), (REACH * longest) / 4, last.lighter ? 1 : -1);
  if (!judged) return null;
  const { share, sign } = sheetlike(image, judged.quad, 0);
  if (share < LEAST_SHEETLIKE || (sign === 1) !== last.lighter) return null;
  const confidence = judged.confidence * Math.min(1, 0.4 + share);
  return confidence >= SURE && confidence >= LOSING * last.confidence
    ? { ...judged, quad: scaleQuad(judged.quad, scale), confidence }
    : null;
}

/** One camera's looks, in order. */
export class LiveLook {
  private last: Seen | null = null;
  private followed = 0;

  look(image: Rgba): Seen {
    const { width, height } = image;
    const medium = mediumOf(image);
    const scale = width / medium.image.width;
    const known =
      this.last?.width === width && this.last.height === height && this.followed < MOST_FOLLOWED
        ? this.last.found
        : null;
    const still = known && follow(medium, known, scale);
    this.followed = still ? this.followed + 1 : 0;
    const found = still ?? findSheet(image, medium);
    this.last = {
      found,
      sharp: found !== null && isSharpPlane(medium.plane, scaleQuad(found.quad, 1 / scale)),
      width,
      height,
    };
    return this.last;
  }
}
