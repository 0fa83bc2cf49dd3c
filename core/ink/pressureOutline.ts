/**
 * The outline of a stroke whose width follows its pressure, as perfect-freehand 1.2 draws it (Steve Ruiz, MIT licence)
 * without smoothing of its own: the same corners, but in flat arrays and with the turns of its caps computed once. A
 * page has thousands of strokes, and this is most of the work of opening one. Other than there, a stroke of two samples
 * (a line that was straightened) has its own pressure.
 */
import type { Spot } from './hit';
import type { Ink } from './ink';

export interface OutlineShape {
  /** Full width in points at full pressure and no thinning. */
  size: number;
  /** 0: pressure changes nothing; 1: the lightest touch has no width. */
  thinning: number;
  /** Length in points over which both ends run to a point; 0 for round ends. */
  taper: number;
}

/** Corners nearer to the last than this share of the size are left out. */
const SMOOTHING = 0.4;
/** Samples of the last three points of way, but for the very last, are left out: there the pen is lifted. */
const LIFT = 3;
const HALF_TURN = Math.PI + 1e-4;

const NONE_KEPT = new Uint8Array(0);

interface Turns {
  cos: Float64Array;
  sin: Float64Array;
}

/** Cosines and sines of the angles that a cap or a sharp corner goes through, by the sums of the original. */
function turns(step: number, from: number, goesOn: (share: number) => boolean, times: number): Turns {
  const angles: number[] = [];
  for (let share = from; goesOn(share); share += step) angles.push(HALF_TURN * times * share);
  return { cos: Float64Array.from(angles, Math.cos), sin: Float64Array.from(angles, Math.sin) };
}
const CORNER = turns(1 / 13, 0, (share) => share <= 1, 1);
const START_CAP = turns(1 / 13, 1 / 13, (share) => share <= 1, 1);
const END_CAP = turns(1 / 29, 1 / 29, (share) => share < 1, 3);
const DOT = turns(1 / 13, 1 / 13, (share) => share <= 1, 2);

/** A list of corners that grows and is used again. */
class Corners {
  at = new Float64Array(1_024);
  length = 0;

  push(x: number, y: number): void {
    if (this.length + 2 > this.at.length) {
      const larger = new Float64Array(this.at.length * 2);
      larger.set(this.at);
      this.at = larger;
    }
    this.at[this.length++] = x;
    this.at[this.length++] = y;
  }

  /** A corner turned around a middle, once for each of the turns; `way` −1 turns the other way. */
  turned(corner: Spot, middle: Spot, { cos, sin }: Turns, way = 1): void {
    const [middleX, middleY] = [middle[0], middle[1]];
    const [dx, dy] = [corner[0] - middleX, corner[1] - middleY];
    for (let i = 0; i < cos.length; i++) {
      const [c, s] = [cos[i]!, way * sin[i]!];
      this.push(dx * c - dy * s + middleX, dx * s + dy * c + middleY);
    }
  }
}
const [left, right, ends] = [new Corners(), new Corners(), new Corners()];

/**
 * The places that the outline goes along: those of the samples, but for a first bit of way and repeated ones. Used
 * again by every stroke.
 */
let xs = new Float64Array(512);
let ys = new Float64Array(512);
let press = new Float64Array(512);
/** Unit vector back to the place before. */
let backX = new Float64Array(512);
let backY = new Float64Array(512);
/** Way from the beginning. */
let run = new Float64Array(512);
/** Whether the corners there are kept, however near they are to others. */
let keep = new Uint8Array(512);

function makeRoom(places: number): void {
  if (places <= xs.length) return;
  const size = places * 2;
  keep = new Uint8Array(size);
  [xs, ys, press, backX, backY, run] = [
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
  ];
}

/** A place between two samples, and its pressure. */
const between = ({ x, y, pressure }: Ink, share: number): [number, number, number] => [
  x[0]! + (x[1]! - x[0]!) * share,
  y[0]! + (y[1]! - y[0]!) * share,
  pressure[0]! + (pressure[1]! - pressure[0]!) * share,
];

/** Fills the places. @returns how many there are */
function places(ink: Ink, size: number, kept: Uint8Array): number {
  const n = ink.x.length;
  // A single touch goes one point on, and of two samples three places lie between.
  const few = n === 1 ? 2 : 5;
  const steps = n <= 2 ? few : n;
  makeRoom(steps);
  const [x0, y0] = [ink.x[0]!, ink.y[0]!];
  [xs[0], ys[0], press[0], run[0]] = [x0, y0, ink.pressure[0]!, 0];
  let [count, way, begun] = [1, 0, false];
  for (let i = 1; i < steps; i++) {
    let x: number, y: number, pressure: number;
    if (n === 1) [x, y, pressure] = [x0 + 1, y0 + 1, ink.pressure[0]!];
    else if (n === 2) [x, y, pressure] = between(ink, i / 4);
    else [x, y, pressure] = [ink.x[i]!, ink.y[i]!, ink.pressure[i]!];
    const [dx, dy] = [xs[count - 1]! - x, ys[count - 1]! - y];
    const length = Math.sqrt(dx * dx + dy * dy);
    // Also two places so near that the square of their distance is none.
    if (length === 0) continue;
    way += length;
    if (i < steps - 1 && !begun) {
      if (way < size) continue;
      begun = true;
    }
    xs[count] = x;
    ys[count] = y;
    press[count] = pressure;
    backX[count] = dx / length;
    backY[count] = dy / length;
    run[count] = way;
    keep[count] = kept.length > 0 ? kept[i]! : 0;
    count += 1;
  }
  [backX[0], backY[0]] = count > 1 ? [backX[1]!, backY[1]!] : [0, 0];
  return count;
}

/**
 * @param kept 1 for each sample whose corners are kept, however near they are to others; empty for none
 * @returns corners of a closed polygon in page points: x0, y0, x1, y1, …; empty for an empty ink
 */
export function pressureOutline(
  ink: Ink,
  { size, thinning, taper }: OutlineShape,
  kept: Uint8Array = NONE_KEPT,
): Float64Array {
  if (ink.x.length === 0 || size <= 0) return new Float64Array(0);
  const count = places(ink, size, kept);
  const last = count - 1;
  const total = run[last]!;
  left.length = right.length = ends.length = 0;
  const radiusOf = (pressure: number): number => size * (0.5 - thinning * (0.5 - pressure));
  let radius = radiusOf(press[last]!);
  let firstRadius = NaN;
  const apart = (size * SMOOTHING) ** 2;
  let [beforeX, beforeY] = [backX[0]!, backY[0]!];
  // The last corners that were kept, and the last that were computed, on either side.
  let [keptLX, keptLY, keptRX, keptRY] = [xs[0]!, ys[0]!, xs[0]!, ys[0]!];
  let [hereLX, hereLY, hereRX, hereRY] = [keptLX, keptLY, keptRX, keptRY];
  let wasSharp = false;
  for (let i = 0; i < count; i++) {
    if (i < last && total - run[i]! < LIFT) continue;
    radius = thinning === 0 ? size / 2 : radiusOf(press[i]!);
    if (Number.isNaN(firstRadius)) firstRadius = radius;
    const begins = run[i]! < taper ? run[i]! / taper : 1;
    const left1 = total - run[i]! < taper ? (total - run[i]!) / taper - 1 : 0;
    radius = Math.max(0.01, radius * Math.min(begins * (2 - begins), left1 * left1 * left1 + 1));
    const [x, y, vx, vy] = [xs[i]!, ys[i]!, backX[i]!, backY[i]!];
    const [nextX, nextY] = i === last ? [vx, vy] : [backX[i + 1]!, backY[i + 1]!];
    const onward = i === last ? 1 : vx * nextX + vy * nextY;
    if ((vx * beforeX + vy * beforeY < 0 && !wasSharp) || onward < 0) {
      const [ox, oy] = [beforeY * radius, -beforeX * radius];
      left.turned([x - ox, y - oy], [x, y], CORNER);
      right.turned([x + ox, y + oy], [x, y], CORNER, -1);
      [hereLX, hereLY] = [left.at[left.length - 2]!, left.at[left.length - 1]!];
      [hereRX, hereRY] = [right.at[right.length - 2]!, right.at[right.length - 1]!];
      [keptLX, keptLY, keptRX, keptRY] = [hereLX, hereLY, hereRX, hereRY];
      if (onward < 0) wasSharp = true;
      continue;
    }
    wasSharp = false;
    if (i === last) {
      left.push(x - vy * radius, y + vx * radius);
      right.push(x + vy * radius, y - vx * radius);
      continue;
    }
    const [alongX, alongY] = [nextX + (vx - nextX) * onward, nextY + (vy - nextY) * onward];
    const [ox, oy] = [alongY * radius, -alongX * radius];
    [hereLX, hereLY, hereRX, hereRY] = [x - ox, y - oy, x + ox, y + oy];
    if (i <= 1 || keep[i] || (keptLX - hereLX) ** 2 + (keptLY - hereLY) ** 2 > apart) {
      left.push(hereLX, hereLY);
      [keptLX, keptLY] = [hereLX, hereLY];
    }
    if (i <= 1 || keep[i] || (keptRX - hereRX) ** 2 + (keptRY - hereRY) ** 2 > apart) {
      right.push(hereRX, hereRY);
      [keptRX, keptRY] = [hereRX, hereRY];
    }
    [beforeX, beforeY] = [vx, vy];
  }
  if (count === 1) {
    const reach = (firstRadius || radius) * Math.SQRT1_2;
    ends.turned([xs[0]! + reach, ys[0]! - reach], [xs[0]!, ys[0]!], DOT);
    return ends.at.slice(0, ends.length);
  }
  const [endX, endY] = [xs[last]!, ys[last]!];
  if (taper > 0) ends.push(endX, endY);
  else ends.turned([endX - backY[last]! * radius, endY + backX[last]! * radius], [endX, endY], END_CAP);
  const endLength = ends.length;
  if (taper === 0) ends.turned([right.at[0]!, right.at[1]!], [xs[0]!, ys[0]!], START_CAP);
  // Along the left, around the end, back along the right, around the beginning.
  const outline = new Float64Array(left.length + right.length + ends.length);
  outline.set(left.at.subarray(0, left.length));
  outline.set(ends.at.subarray(0, endLength), left.length);
  let to = left.length + endLength;
  for (let i = right.length - 2; i >= 0; i -= 2) {
    outline[to++] = right.at[i]!;
    outline[to++] = right.at[i + 1]!;
  }
  outline.set(ends.at.subarray(endLength, ends.length), to);
  return outline;
}
