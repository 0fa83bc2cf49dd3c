import type { FoundSheet } from './judgeGuess';
import { farthestApart, type Quad } from './quad';

/** Corners that move less than this share of the picture's longer side from one look to the next are still. */
const STILL = 0.012;
/** A sheet that has been still for so long (ms) and at least so many looks is photographed. */
const WAIT = 900;
const LOOKS = 4;
/** Corners that moved by more than this share are another sheet's, or the camera was turned elsewhere. */
const MOVED = 0.08;

/** Watches a sheet through a camera, and tells when it is held still enough to be photographed by itself. */
export class Steady {
  private last: Quad | null = null;
  private since = 0;
  private looks = 0;
  private first: Quad | null = null;

  /** @param armed false after a photo: the same sheet, left where it was, is not photographed again by itself */
  constructor(private armed = true) {}

  /**
   * Takes one look.
   * @param sharp whether the picture is sharp
   * @param side the picture's longer side, in pixels
   * @param now milliseconds
   * @returns how far the wait has come, 0 to 1; at 1 it is time
   */
  look(found: FoundSheet | null, sharp: boolean, side: number, now: number): number {
    const still =
      found !== null &&
      !found.cut &&
      sharp &&
      this.last !== null &&
      farthestApart(found.quad, this.last) < STILL * side;
    this.last = found?.quad ?? null;
    this.first ??= this.last;
    if (!found || farthestApart(found.quad, this.first!) > MOVED * side) this.armed = true;
    if (!still || !this.armed) {
      this.since = now;
      this.looks = 0;
      return 0;
    }
    this.looks += 1;
    return Math.min(1, (now - this.since) / WAIT, this.looks / LOOKS);
  }
}
