/**
 * Photos of made-up sheets on made-up tables, with what is true of each: for trying the finding of sheets. A pinhole
 * camera looks at a table; every pixel asks the table, the sheet and the light what it sees. Nothing here is shared
 * with what finds sheets.
 */
import { randomFrom } from '../hand';
import { cameraOf, seenAt, type Camera } from './camera';
import { BLACK, mix, put, type Ground, type Triple } from './colour';
import { outOfFocus, type Plane } from './focus';
import { lightOf, type Lamp } from './light';
import { CORNERS, onSheet, paperOf } from './sheet';
import { TABLES, tableOf, type Table } from './tables';

export type Trouble = 'none' | 'blurred' | 'dark' | 'glare' | 'cut';

export interface SceneWish {
  seed: number;
  table: Table;
  /** No sheet lies on the table. */
  empty?: boolean;
  trouble?: Trouble;
  /** A thumb lies over a corner. */
  thumb?: boolean;
  /** How far the sides bow, in millimetres. */
  curl?: number;
  /** Pixels. */
  width?: number;
  height?: number;
}

export interface Scene {
  data: Uint8ClampedArray;
  width: number;
  height: number;
  /** Where the sheet's corners are, in pixels, clockwise from the sheet's own top left; null without a sheet. */
  corners: { x: number; y: number }[] | null;
}

type Pick = (from: number, to: number) => number;

const SKINS: Triple[] = [
  [224, 172, 140],
  [141, 85, 54],
  [198, 134, 96],
];
/** The brightest that a sensor tells from the next brightest. */
const BRIGHTEST = 400;

function lampOf(trouble: Trouble, random: () => number, pick: Pick): Lamp & { beside: Beside } {
  const lean = { x: pick(-0.28, 0.28), y: pick(-0.28, 0.28) };
  const shade = {
    angle: random() * Math.PI * 2,
    at: pick(-0.2, 0.5),
    depth: random() < 0.5 ? pick(0.12, 0.4) : 0,
    soft: pick(0.05, 0.25),
  };
  const beside = { x: pick(-2.4, 2.4), y: pick(-2.4, 2.4), depth: pick(0.12, 0.4) };
  const exposure = trouble === 'dark' ? pick(0.1, 0.24) : pick(0.78, 1);
  const glare =
    trouble === 'glare' ? { x: pick(-60, 60), y: pick(-90, 90), wide: pick(24, 42), long: pick(30, 60) } : null;
  return { lean, shade, beside, exposure, glare };
}

/** The thin shadow that a sheet throws beside itself. */
interface Beside {
  x: number;
  y: number;
  depth: number;
}

interface Thumb {
  x: number;
  y: number;
  skin: Triple;
}

/** A thumb over one of the corners, if there is to be one. */
function thumbOf(wished: boolean, random: () => number): Thumb | null {
  const corner = wished ? CORNERS[Math.floor(random() * 4)]! : null;
  const skin = SKINS[Math.floor(random() * 3)]!;
  if (!corner) return null;
  return { x: corner[0] - 4 * Math.sign(corner[0]), y: corner[1] - 4 * Math.sign(corner[1]), skin };
}

interface Lying {
  ground: Ground;
  paper: Ground;
  /** Whether a place is on the sheet; nowhere, on an empty table. */
  covered: (x: number, y: number) => boolean;
  beside: Beside;
  thumb: Thumb | null;
}

/** What lies on the table, seen from above, without light. */
function lying({ ground, paper, covered, beside, thumb }: Lying): Ground {
  return (x, y, into) => {
    if (thumb && Math.hypot((x - thumb.x) / 11, (y - thumb.y) / 16) < 1) {
      put(into, thumb.skin[0], thumb.skin[1], thumb.skin[2]);
    } else if (covered(x, y)) {
      paper(x, y, into);
    } else {
      ground(x, y, into);
      if (covered(x - beside.x, y - beside.y)) mix(into, into, BLACK, beside.depth);
    }
  };
}

/** What falls onto the sensor: for each pixel a ray to the table. */
function exposed(camera: Camera, things: Ground, light: ReturnType<typeof lightOf>, plane: Plane): void {
  const { eye, look, right, down, focal, centre } = camera;
  const { values, width, height } = plane;
  const colour: Triple = [0, 0, 0];
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const sx = (column + 0.5 - centre.x) / focal;
      const sy = (row + 0.5 - centre.y) / focal;
      const far = -eye[2] / (look[2] + right[2] * sx + down[2] * sy);
      const x = eye[0] + (look[0] + right[0] * sx + down[0] * sy) * far;
      const y = eye[1] + (look[1] + right[1] * sx + down[1] * sy) * far;
      things(x, y, colour);
      light(colour, (column + 0.5) / width - 0.5, (row + 0.5) / height - 0.5, x, y);
      const index = (row * width + column) * 3;
      values[index] = Math.min(BRIGHTEST, colour[0]);
      values[index + 1] = Math.min(BRIGHTEST, colour[1]);
      values[index + 2] = Math.min(BRIGHTEST, colour[2]);
    }
  }
}

/** The sensor's own noise, `grain` at its usual strongest, and the picture as RGBA. */
function developed({ values, width, height }: Plane, grain: number, random: () => number): Uint8ClampedArray {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    for (let k = 0; k < 3; k++) {
      data[i * 4 + k] = values[i * 3 + k]! + (random() + random() + random() - 1.5) * 2 * grain;
    }
    data[i * 4 + 3] = 255;
  }
  return data;
}

/** Makes the photo. The same wish always gives the same bytes. */
export function makeScene(wish: SceneWish): Scene {
  const { seed, empty = false, trouble = 'none', thumb = false, curl = 0, width = 800, height = 600 } = wish;
  const random = randomFrom(seed * 7919 + 13);
  const pick: Pick = (from, to) => from + random() * (to - from);
  const ground = tableOf(wish.table, random);
  const paper = paperOf(random);
  const camera = cameraOf(width, height, random, pick, trouble === 'cut');
  const { beside, ...lamp } = lampOf(trouble, random, pick);
  const over = thumbOf(thumb, random);
  const onIt = onSheet([1, 1, 1, 1].map(() => pick(-1, 1) * curl));
  const covered = empty ? () => false : onIt;
  const plane: Plane = { values: new Float32Array(width * height * 3), width, height };
  exposed(camera, lying({ ground, paper, covered, beside, thumb: over }), lightOf(lamp), plane);
  const spread = (trouble === 'blurred' ? pick(0.0028, 0.006) : pick(0.0006, 0.0009)) * Math.max(width, height);
  const grain = trouble === 'dark' ? pick(2, 4) : pick(0.8, 3);
  const data = developed(outOfFocus(plane, spread), grain, random);
  return { data, width, height, corners: empty ? null : CORNERS.map(([x, y]) => seenAt(camera, x, y)) };
}

/** Wishes for `count` scenes on all kinds of tables, small enough to try many. */
export const manyScenes = (count: number, firstSeed: number, wish: (i: number) => Partial<SceneWish>): SceneWish[] =>
  Array.from({ length: count }, (_, i) => ({
    seed: firstSeed + i,
    table: TABLES[i % 4]!,
    width: 560,
    height: 420,
    ...wish(i),
  }));
