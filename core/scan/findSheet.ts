/**
 * Finds the outline of a sheet of paper in a photo: straight edges (Hough), four of them at a time as a guess, guesses
 * judged by how much edge lies along their sides and by what is inside and outside of them, the best fitted to the
 * pixel.
 */
import type { Point } from '../math/matrix';
import { findEdges, type Edges } from './edges';
import { judgeGuess, SURE, type FoundSheet } from './judgeGuess';
import { strongestLines, type Line } from './lines';
import { inOrder, isConvex, quadArea, scaleQuad, type Quad } from './quad';
import { lightness, shrink, soften, type Plane, type Rgba } from './raster';
import { LEAST_SHEETLIKE, sheetlike } from './sheetlike';

/** Guesses are made at this size (pixels on the longer side), corners are fitted at that. */
const GUESS_SIDE = 320;
const FIT_SIDE = 1000;
const MOST_LINES = 28;
/** Guesses that are looked into closely. */
const CLOSE_LOOKS = 7;
/** A sheet fills at least this share of the image. */
const LEAST_AREA = 0.1;

/** How much edge lies along a line, summed up so that any stretch of it costs two look-ups. */
class Along {
  private readonly sums: Float32Array;
  private readonly reach: number;
  readonly cos: number;
  readonly sin: number;

  constructor(
    readonly line: Line,
    { width, height, strength, towardsX, towardsY }: Edges,
    weak: number,
  ) {
    this.cos = Math.cos(line.angle);
    this.sin = Math.sin(line.angle);
    this.reach = Math.ceil(Math.hypot(width, height));
    this.sums = new Float32Array(2 * this.reach + 2);
    for (let t = -this.reach; t <= this.reach; t++) {
      let best = 0;
      for (let d = -2; d <= 2; d++) {
        const x = Math.round((line.offset + d) * this.cos - t * this.sin);
        const y = Math.round((line.offset + d) * this.sin + t * this.cos);
        if (x < 1 || y < 1 || x >= width - 1 || y >= height - 1) continue;
        const index = y * width + x;
        const size = strength[index]!;
        if (size < weak / 2 || Math.abs(towardsX[index]! * this.cos + towardsY[index]! * this.sin) < 0.88) continue;
        best = Math.max(best, Math.min(1, size / weak));
      }
      this.sums[t + this.reach + 1] = this.sums[t + this.reach]! + best;
    }
  }

  /** Place of a point along the line. */
  at({ x, y }: Point): number {
    return -x * this.sin + y * this.cos;
  }

  /** Mean support of a stretch, 0 to 1. */
  support(from: number, to: number): number {
    const [a, b] = from < to ? [from, to] : [to, from];
    const index = (t: number): number => Math.max(0, Math.min(2 * this.reach + 1, Math.round(t) + this.reach));
    const [i, j] = [index(a), index(b)];
    return j <= i ? 0 : (this.sums[j]! - this.sums[i]!) / (j - i);
  }
}

function meet(a: Line, b: Line): Point | null {
  const det = Math.sin(b.angle - a.angle);
  if (Math.abs(det) < 0.3) return null;
  return {
    x: (a.offset * Math.sin(b.angle) - b.offset * Math.sin(a.angle)) / det,
    y: (b.offset * Math.cos(a.angle) - a.offset * Math.cos(b.angle)) / det,
  };
}

interface Guess {
  quad: Quad;
  score: number;
  /** How much its sides' edges go on behind the corners, 0 to 1. */
  beyond: number;
}

/** Angle between two lines, 0 to π/2. */
function between(a: Line, b: Line): number {
  const turn = Math.abs(a.angle - b.angle) % Math.PI;
  return Math.min(turn, Math.PI - turn);
}

function guesses(edges: Edges, weak: number): Guess[] {
  const { width, height } = edges;
  const lines = strongestLines(edges, weak, MOST_LINES).map((line) => new Along(line, edges, weak));
  const least = LEAST_AREA * width * height;
  const centre = { x: width / 2, y: height / 2 };
  const pairs: [Along, Along][] = [];
  for (let i = 0; i < lines.length; i++) {
    for (let j = i + 1; j < lines.length; j++) {
      const [a, b] = [lines[i]!, lines[j]!];
      if (between(a.line, b.line) > 0.7) continue;
      // Signed distances of the middle of the image: how far apart they are there.
      const da = centre.x * a.cos + centre.y * a.sin - a.line.offset;
      const db = centre.x * b.cos + centre.y * b.sin - b.line.offset;
      const apart = a.cos * b.cos + a.sin * b.sin > 0 ? Math.abs(da - db) : Math.abs(da + db);
      if (apart > 0.18 * Math.min(width, height)) pairs.push([a, b]);
    }
  }
  const found: Guess[] = [];
  const [rimX, rimY] = [width * 0.12, height * 0.12];
  for (let i = 0; i < pairs.length; i++) {
    for (let j = i + 1; j < pairs.length; j++) {
      const [[a, c], [b, d]] = [pairs[i]!, pairs[j]!];
      if (a === b || a === d || c === b || c === d) continue;
      const sides = [a, b, c, d];
      const corners = sides.map((side, k) => meet(sides[(k + 3) % 4]!.line, side.line));
      if (
        corners.some(
          (corner) =>
            !corner || corner.x < -rimX || corner.y < -rimY || corner.x > width + rimX || corner.y > height + rimY,
        )
      )
        continue;
      const quad = corners as unknown as Quad;
      const area = quadArea(quad);
      if (area < least || !isConvex(quad)) continue;
      let worst = 1,
        sum = 0,
        beyond = 0,
        around = 0;
      for (let k = 0; k < 4; k++) {
        const side = sides[k]!;
        const [from, to] = [side.at(quad[k]!), side.at(quad[(k + 1) % 4]!)];
        const support = side.support(from, to);
        const length = Math.abs(to - from);
        const on = Math.min(14, length * 0.12) * Math.sign(to - from);
        // An edge that goes on behind the corner is a plank's or a table's.
        beyond += side.support(from - on * 1.4, from - on * 0.4) + side.support(to + on * 0.4, to + on * 1.4);
        worst = Math.min(worst, support);
        sum += support * length;
        around += length;
      }
      const score =
        (0.6 * (sum / around) + 0.4 * worst - 0.05 * beyond) * (0.55 + 0.45 * Math.sqrt(area / (width * height)));
      if (worst > 0.25) found.push({ quad, score, beyond: beyond / 8 });
    }
  }
  return distinct(
    found.sort((a, b) => b.score - a.score),
    Math.max(width, height) * 0.02,
  );
}

/** The best guesses, none almost the same as a better one. */
function distinct(sorted: readonly Guess[], apart: number): Guess[] {
  const kept: Guess[] = [];
  for (const candidate of sorted) {
    if (kept.length >= CLOSE_LOOKS) break;
    const guess = { ...candidate, quad: inOrder(candidate.quad) };
    if (
      kept.every(({ quad }) =>
        quad.some((corner, i) => Math.hypot(corner.x - guess.quad[i]!.x, corner.y - guess.quad[i]!.y) > apart),
      )
    )
      kept.push(guess);
  }
  return kept;
}

/** Strengths are counted in steps of this part of one. */
const NOISE_STEPS = 16;

/** What the strength of an ordinary edge is here: a faint sheet on a light table is judged by a finer measure. */
function weakEdge({ strength, crest }: Edges): number {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let i = 0; i < strength.length; i++) {
    if (crest[i] === 0) continue;
    counts[Math.min(255, Math.round(strength[i]! * NOISE_STEPS))]! += 1;
    all += 1;
  }
  let middle = 0;
  for (let seen = 0; middle < 255 && (seen += counts[middle]!) * 2 < all; middle++);
  const noise = all === 0 ? 1 : middle / NOISE_STEPS;
  return Math.max(3, Math.min(14, noise * 3));
}

/** An image as sides are fitted to it: its lightness, softened, and the pixels that come with it. */
export interface Medium {
  image: Rgba;
  plane: Plane;
}

/** Images of up to FIT_SIDE pixels keep their size. */
export function mediumOf(image: Rgba): Medium {
  const medium = shrink(image, FIT_SIDE);
  return { image: medium, plane: soften(lightness(medium)) };
}

/**
 * @param image any size; a photo or a frame of a film
 * @param known the same image made medium, where the caller has that already
 * @returns the sheet, or null where none is seen with a confidence of at least SURE
 */
export function findSheet(image: Rgba, known?: Medium): FoundSheet | null {
  const { image: medium, plane } = known ?? mediumOf(image);
  const small = shrink(medium, GUESS_SIDE);
  const edges = findEdges(small);
  const up = medium.width / small.width;
  let best: FoundSheet | null = null;
  let bestValue = 0;
  for (const { quad, score, beyond } of guesses(edges, weakEdge(edges))) {
    const { share, sign } = sheetlike(small, quad, beyond);
    const most = score * (0.35 + 0.65 * share);
    // A confidence is at most 1: what can't become the best any more is not fitted.
    if (share < LEAST_SHEETLIKE || most <= bestValue) continue;
    const judged = judgeGuess(plane, scaleQuad(quad, up), up, sign);
    if (!judged || most * judged.confidence <= bestValue) continue;
    bestValue = most * judged.confidence;
    best = {
      ...judged,
      quad: scaleQuad(judged.quad, image.width / medium.width),
      confidence: judged.confidence * Math.min(1, 0.4 + share),
    };
  }
  return best && best.confidence >= SURE ? best : null;
}
