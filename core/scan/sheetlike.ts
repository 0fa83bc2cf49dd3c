/** Whether what lies within four sides looks like one sheet of paper, and unlike what it lies on. */
import type { Point } from '../math/matrix';
import type { Quad } from './quad';
import { luma, type Rgba } from './raster';

/** What lies in a strip along one side of a guess. */
interface Strip {
  /** Mean red, green and blue; empty where too little of it lies in the image. */
  colour: number[];
  /** How far its lightness strays from an even slope, 0 to 255: paper has a margin, a checked cloth has none. */
  rough: number;
}

const STRIP_PLACES = 40;
/** How far from the side strips lie, as a share of the image's longer side. */
const STRIP_DEPTH = 0.014;

function stripAlong(image: Rgba, from: Point, to: Point, depth: number): Strip {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const out = { x: (to.y - from.y) / length, y: -(to.x - from.x) / length };
  const sums = [0, 0, 0];
  const tones: number[] = [];
  for (let i = 2; i < STRIP_PLACES - 1; i++) {
    const x = Math.round(from.x + ((to.x - from.x) * i) / STRIP_PLACES + out.x * depth);
    const y = Math.round(from.y + ((to.y - from.y) * i) / STRIP_PLACES + out.y * depth);
    if (x < 0 || y < 0 || x >= image.width || y >= image.height) continue;
    const index = (y * image.width + x) * 4;
    for (let k = 0; k < 3; k++) sums[k]! += image.data[index + k]!;
    tones.push(luma(image.data[index]!, image.data[index + 1]!, image.data[index + 2]!));
  }
  if (tones.length < 8) return { colour: [], rough: 0 };
  const half = tones.length >> 1;
  const middles = [median(tones.slice(0, half)), median(tones.slice(-half))] as const;
  const strays = tones.map((tone, i) =>
    Math.abs(tone - middles[0] - ((middles[1] - middles[0]) * (i - half / 2)) / half),
  );
  return { colour: sums.map((sum) => sum / tones.length), rough: median(strays) };
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

const light = ([red = 0, green = 0, blue = 0]: readonly number[]): number => luma(red, green, blue);
/** How coloured: the distance of the channels, as a share of the lightest. */
const coloured = (colour: readonly number[]): number =>
  (Math.max(...colour) - Math.min(...colour)) / Math.max(24, ...colour);

/** 0 up to `from`, 1 from `to` on, evenly between. */
const within = (value: number, from: number, to: number): number =>
  Math.max(0, Math.min(1, (value - from) / (to - from)));

/** What is less like a sheet than this is none. */
export const LEAST_SHEETLIKE = 0.25;

/** How much what is inside looks like one sheet, and unlike what is around it, 0 to 1. */
export function sheetlike(image: Rgba, quad: Quad, beyond: number): { share: number; sign: 1 | -1 } {
  const depth = Math.max(3, Math.max(image.width, image.height) * STRIP_DEPTH);
  const inside: Strip[] = [];
  let differs = 0,
    lighter = 0;
  quad.forEach((from, side) => {
    const to = quad[(side + 1) % 4]!;
    const [inner, beside] = [stripAlong(image, from, to, -depth), stripAlong(image, from, to, depth)];
    if (inner.colour.length === 0 || beside.colour.length === 0) return;
    inside.push(inner);
    differs += Math.min(1, Math.hypot(...inner.colour.map((value, k) => value - beside.colour[k]!)) / 14);
    if (light(inner.colour) > light(beside.colour)) lighter += 1;
  });
  const seen = inside.length;
  if (seen < 2) return { share: 0, sign: 1 };
  const tones = inside.map(({ colour }) => light(colour));
  const even = Math.min(...tones) / Math.max(1, ...tones);
  const plain = 1 - Math.min(1, Math.max(0, Math.max(...inside.map(({ colour }) => coloured(colour))) - 0.22) * 3);
  const sameWay = Math.max(lighter, seen - lighter) / seen;
  // Paper has a plain margin, and its edges end at its corners; the lines of a checked cloth go on, and nothing in it
  // is plain.
  const rough = median(inside.map((strip) => strip.rough));
  const margin = (1 - within(rough, 8, 16)) * (1 - within(beyond, 0.2, 0.4) * within(rough, 4, 9));
  return {
    share: (differs / seen) * Math.min(1, even / 0.55) * (0.5 + 0.5 * plain) * (0.4 + 0.6 * sameWay) * margin,
    sign: lighter * 2 >= seen ? 1 : -1,
  };
}
