import type { Ink } from './ink';

/**
 * A fast hand leaves samples far apart. Between them the line goes as a hand does, in a curve through every sample; where
 * the hand turned sharply it was a corner, and stays one. What was sampled densely stays as it is.
 *
 * Each stretch is a cubic Hermite curve. Its direction at a sample is that of both neighbours, the nearer counting more
 * (as of a parabola through the three), and it leaves a sample no faster than the shorter of its two sides is long: so a
 * long straight side is not bent by a curve that begins at its end.
 */
const CORNER_COS = Math.cos((60 * Math.PI) / 180);
/** A curve that leaves its chord by no more than this, in points, is drawn as the chord: that can't be seen. */
const UNSEEN = 0.12;
/** Its pieces leave it by no more than this. */
const FLAT = 0.03;
const MOST_PIECES = 12;

/** The sides of a stroke between its samples: unit vectors along them, and their lengths in points. Used again. */
let alongX = new Float64Array(512);
let alongY = new Float64Array(512);
let length = new Float64Array(512);
/** Unit vectors at samples, in the direction of the curve; those of ends and corners are none. */
let towardsX = new Float64Array(512);
let towardsY = new Float64Array(512);

function makeRoom(samples: number): void {
  if (samples <= length.length) return;
  const size = samples * 2;
  [alongX, alongY, length] = [new Float64Array(size), new Float64Array(size), new Float64Array(size)];
  [towardsX, towardsY] = [new Float64Array(size), new Float64Array(size)];
}

function measureSides({ x, y }: Ink): void {
  const n = x.length;
  for (let i = 0; i + 1 < n; i++) {
    const dx = x[i + 1]! - x[i]!;
    const dy = y[i + 1]! - y[i]!;
    const side = Math.sqrt(dx * dx + dy * dy);
    length[i] = side;
    alongX[i] = side > 0 ? dx / side : 0;
    alongY[i] = side > 0 ? dy / side : 0;
  }
}

function findDirections(n: number): void {
  towardsX[0] = towardsY[0] = towardsX[n - 1] = towardsY[n - 1] = 0;
  for (let i = 1; i + 1 < n; i++) {
    const turn = alongX[i - 1]! * alongX[i]! + alongY[i - 1]! * alongY[i]!;
    const tx = alongX[i - 1]! * length[i]! + alongX[i]! * length[i - 1]!;
    const ty = alongY[i - 1]! * length[i]! + alongY[i]! * length[i - 1]!;
    const size = Math.sqrt(tx * tx + ty * ty);
    const corner = turn < CORNER_COS || size === 0;
    towardsX[i] = corner ? 0 : tx / size;
    towardsY[i] = corner ? 0 : ty / size;
  }
}

/** How far the direction at a sample is from a side's, as a sine; none at ends and corners. */
const bentAt = (sample: number, side: number): number =>
  Math.abs(towardsX[sample]! * alongY[side]! - towardsY[sample]! * alongX[side]!);

/** How many pieces the curve over a side is drawn in. */
function piecesOf(side: number): number {
  const leaves = (length[side]! * (bentAt(side, side) + bentAt(side + 1, side))) / 8;
  return leaves < UNSEEN ? 1 : Math.min(MOST_PIECES, Math.ceil(Math.sqrt(leaves / FLAT)));
}

/** A stroke whose samples are far apart, as the curve through them. @returns the same ink where there is nothing to add */
export function curveThrough(ink: Ink): Ink {
  const n = ink.x.length;
  if (n < 3) return ink;
  makeRoom(n);
  measureSides(ink);
  findDirections(n);
  let count = n;
  for (let side = 0; side + 1 < n; side++) count += piecesOf(side) - 1;
  return count === n ? ink : curved(ink, count);
}

function curved(ink: Ink, count: number): Ink {
  const { x, y, pressure, time } = ink;
  const n = x.length;
  const out: Ink = {
    x: new Float64Array(count),
    y: new Float64Array(count),
    pressure: new Float32Array(count),
    time: new Float64Array(count),
  };
  let to = 0;
  for (let i = 0; i < n; i++) {
    const pieces = i + 1 < n ? piecesOf(i) : 1;
    for (let piece = 0; piece < pieces; piece++) {
      const t = piece / pieces;
      const [px, py] = piece === 0 ? [x[i]!, y[i]!] : placeOn(ink, i, t);
      const next = Math.min(i + 1, n - 1);
      out.x[to] = px;
      out.y[to] = py;
      out.pressure[to] = pressure[i]! + t * (pressure[next]! - pressure[i]!);
      out.time[to] = time[i]! + t * (time[next]! - time[i]!);
      to += 1;
    }
  }
  return out;
}

/** The direction at a sample, or of the side where it has none, as long as the shorter of the sides that meet there. */
function tangent(sample: number, side: number, other: number): [x: number, y: number] {
  const free = towardsX[sample] === 0 && towardsY[sample] === 0;
  const speed = free ? length[side]! : Math.min(length[side]!, length[other]!);
  return free ? [alongX[side]! * speed, alongY[side]! * speed] : [towardsX[sample]! * speed, towardsY[sample]! * speed];
}

/** A place on the curve over a side, `t` from 0 to 1. */
function placeOn({ x, y }: Ink, side: number, t: number): [x: number, y: number] {
  const [fromX, fromY] = tangent(side, side, side - 1);
  const [toX, toY] = tangent(side + 1, side, side + 1);
  const [t2, t3] = [t * t, t * t * t];
  const [h0, h1, g0, g1] = [2 * t3 - 3 * t2 + 1, -2 * t3 + 3 * t2, t3 - 2 * t2 + t, t3 - t2];
  return [
    h0 * x[side]! + h1 * x[side + 1]! + g0 * fromX + g1 * toX,
    h0 * y[side]! + h1 * y[side + 1]! + g0 * fromY + g1 * toY,
  ];
}
