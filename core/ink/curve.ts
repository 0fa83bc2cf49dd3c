import type { Ink } from './ink';

/**
 * A fast hand leaves samples far apart. Between them the line goes as a hand does, in a curve through every sample; where
 * the hand turned sharply it was a corner, and stays one. What was sampled densely stays as it is.
 *
 * Each stretch is a cubic Hermite curve. Its direction at a sample is that of both neighbours, the nearer counting more
 * (as of a parabola through the three), and it leaves a sample no faster than the shorter of its two sides is long: so a
 * long straight side is not bent by a curve that begins at its end.
 */
const CORNER = (60 * Math.PI) / 180;
/** A stretch turns by no more than this from one sample to the next, in radians. */
const TURN = 0.14;
/** Stretches shorter than this, in points, are not divided: what they hide can't be seen. */
const SHORT = 2.5;
const MOST_PIECES = 12;

interface Tangent {
  x: number;
  y: number;
}

const unit = (x: number, y: number): Tangent => {
  const length = Math.hypot(x, y) || 1;
  return { x: x / length, y: y / length };
};

/** How far two directions are apart, in radians. */
const angle = (a: Tangent, b: Tangent): number => Math.acos(Math.min(1, Math.max(-1, a.x * b.x + a.y * b.y)));

/** The sides of a stroke between its samples: their directions and lengths in points. */
function sidesOf({ x, y }: Ink): { along: Tangent[]; length: number[] } {
  const along: Tangent[] = [];
  const length: number[] = [];
  for (let i = 0; i + 1 < x.length; i++) {
    const [dx, dy] = [x[i + 1]! - x[i]!, y[i + 1]! - y[i]!];
    along.push(unit(dx, dy));
    length.push(Math.hypot(dx, dy));
  }
  return { along, length };
}

/** The direction at sample i, where the hand did not turn sharply; null at ends and corners. */
function directionAt(i: number, along: readonly Tangent[], length: readonly number[]): Tangent | null {
  const [before, after] = [along[i - 1], along[i]];
  if (!before || !after || angle(before, after) > CORNER) return null;
  const [lb, la] = [length[i - 1]!, length[i]!];
  return unit(before.x * la + after.x * lb, before.y * la + after.y * lb);
}

/** A stroke whose samples are far apart, as the curve through them. @returns the same ink where there is nothing to add */
export function curveThrough(ink: Ink): Ink {
  const n = ink.x.length;
  if (n < 3) return ink;
  const { along, length } = sidesOf(ink);
  const rows: number[] = [];
  for (let i = 0; i + 1 < n; i++) {
    rows.push(ink.x[i]!, ink.y[i]!, ink.pressure[i]!, ink.time[i]!);
    if (length[i]! < SHORT) continue;
    const [begin, end] = [directionAt(i, along, length), directionAt(i + 1, along, length)];
    const turned = angle(begin ?? along[i]!, along[i]!) + angle(end ?? along[i]!, along[i]!);
    const pieces = Math.min(MOST_PIECES, Math.ceil(length[i]! / SHORT), Math.ceil((2 * turned) / TURN));
    if (pieces < 2) continue;
    const from = speed(begin ?? along[i]!, Math.min(length[i]!, begin ? length[i - 1]! : Infinity));
    const to = speed(end ?? along[i]!, Math.min(length[i]!, end ? length[i + 1]! : Infinity));
    for (let piece = 1; piece < pieces; piece++) rows.push(...between(ink, i, piece / pieces, from, to));
  }
  rows.push(ink.x[n - 1]!, ink.y[n - 1]!, ink.pressure[n - 1]!, ink.time[n - 1]!);
  return rows.length === 4 * n ? ink : inkOf(rows);
}

const speed = ({ x, y }: Tangent, length: number): Tangent => ({ x: x * length, y: y * length });

/** A place on the curve from sample i to the next, as a row. */
function between({ x, y, pressure, time }: Ink, i: number, t: number, from: Tangent, to: Tangent): number[] {
  const j = i + 1;
  const [t2, t3] = [t * t, t * t * t];
  const [h0, h1, g0, g1] = [2 * t3 - 3 * t2 + 1, -2 * t3 + 3 * t2, t3 - 2 * t2 + t, t3 - t2];
  return [
    h0 * x[i]! + h1 * x[j]! + g0 * from.x + g1 * to.x,
    h0 * y[i]! + h1 * y[j]! + g0 * from.y + g1 * to.y,
    pressure[i]! + t * (pressure[j]! - pressure[i]!),
    time[i]! + t * (time[j]! - time[i]!),
  ];
}

/** An ink from rows of x, y, pressure and time, one behind the other. */
export function inkOf(rows: readonly number[]): Ink {
  const n = rows.length / 4;
  const ink: Ink = {
    x: new Float64Array(n),
    y: new Float64Array(n),
    pressure: new Float32Array(n),
    time: new Float64Array(n),
  };
  for (let i = 0; i < n; i++) {
    ink.x[i] = rows[4 * i]!;
    ink.y[i] = rows[4 * i + 1]!;
    ink.pressure[i] = rows[4 * i + 2]!;
    ink.time[i] = rows[4 * i + 3]!;
  }
  return ink;
}
