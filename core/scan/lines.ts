import type { Edges } from './edges';

/** All points with x·cos(angle) + y·sin(angle) = offset. */
export interface Line {
  /** Of its normal, in radians, 0 to π. */
  angle: number;
  /** In pixels; may be negative. */
  offset: number;
  /** How much of an edge voted for it. */
  votes: number;
}

/** Steps of the angle: one degree. */
const ANGLES = 180;
/** A crest votes for normals at most so many degrees beside its own. */
const SPREAD = 3;

/**
 * The strongest straight edges, by a Hough transform (Duda and Hart 1972) in which each crest votes only near its own
 * direction (O'Gorman and Clowes 1976).
 * @param weak strength at which a crest counts for half
 */
export function strongestLines(
  { width, height, strength, towardsX, towardsY, crest }: Edges,
  weak: number,
  most: number,
): Line[] {
  const reach = Math.ceil(Math.hypot(width, height));
  const offsets = 2 * reach + 1;
  const votes = new Float32Array(ANGLES * offsets);
  const cos = Float32Array.from({ length: ANGLES }, (_, i) => Math.cos((i * Math.PI) / ANGLES));
  const sin = Float32Array.from({ length: ANGLES }, (_, i) => Math.sin((i * Math.PI) / ANGLES));
  for (let y = 0; y < height; y++) {
    for (let x = 0, index = y * width; x < width; x++, index++) {
      if (crest[index] === 0) continue;
      const size = strength[index]!;
      if (size < weak / 2) continue;
      const weight = size / (size + weak);
      const own = Math.round((Math.atan2(towardsY[index]!, towardsX[index]!) * ANGLES) / Math.PI);
      for (let d = -SPREAD; d <= SPREAD; d++) {
        const angle = (own + d + 2 * ANGLES) % ANGLES;
        const offset = Math.round(x * cos[angle]! + y * sin[angle]!) + reach;
        votes[angle * offsets + offset]! += weight;
      }
    }
  }
  return peaks(votes, offsets, reach, most);
}

/** Peaks of the vote, strongest first, none within four degrees and six pixels of a stronger one. */
function peaks(votes: Float32Array, offsets: number, reach: number, most: number): Line[] {
  const found: { angle: number; offset: number; votes: number }[] = [];
  const near: { angle: number; offset: number; votes: number }[] = [];
  for (let angle = 0; angle < ANGLES; angle++) {
    for (let offset = 1; offset < offsets - 1; offset++) {
      const index = angle * offsets + offset;
      // An edge wobbles between two offsets.
      const here = votes[index]! + 0.5 * (votes[index - 1]! + votes[index + 1]!);
      if (here > 8 && votes[index]! >= votes[index - 1]! && votes[index]! > votes[index + 1]!)
        near.push({ angle, offset: offset - reach, votes: here });
    }
  }
  near.sort((a, b) => b.votes - a.votes);
  for (const peak of near) {
    if (found.length >= most) break;
    const close = found.some((other) => {
      const turn = Math.abs(peak.angle - other.angle);
      const [beside, offset] = turn > ANGLES / 2 ? [ANGLES - turn, -other.offset] : [turn, other.offset];
      return beside <= 4 && Math.abs(peak.offset - offset) <= 6;
    });
    if (!close) found.push(peak);
  }
  return found.map(({ angle, offset, votes: count }) => ({ angle: (angle * Math.PI) / ANGLES, offset, votes: count }));
}
