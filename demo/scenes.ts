/**
 * Photos of made-up sheets on made-up tables, with what is true of each: for trying the finding of sheets. A pinhole
 * camera looks at a table; every pixel asks the table, the sheet and the light what it sees. Nothing here is shared
 * with what finds sheets.
 */
import { randomFrom } from './hand';

export const TABLES = ['plain', 'wood', 'pattern', 'light'] as const;
export type Table = (typeof TABLES)[number];
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

type Triple = [number, number, number];

const SHEET = { width: 210, height: 297 };
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (v: Triple): Triple => {
  const size = Math.hypot(...v);
  return [v[0] / size, v[1] / size, v[2] / size];
};
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const mix = (a: Triple, b: Triple, t: number): Triple => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const smooth = (from: number, to: number, x: number): number => {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/** Smooth noise on a lattice, −1 to 1. */
function noiseFrom(random: () => number): (x: number, y: number) => number {
  const lattice = Float32Array.from({ length: 4096 }, () => random() * 2 - 1);
  const at = (i: number, j: number): number => lattice[(((i * 73 + j * 151) % 4096) + 4096) % 4096]!;
  return (x, y) => {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [smooth(0, 1, x - i), smooth(0, 1, y - j)];
    return (at(i, j) * (1 - u) + at(i + 1, j) * u) * (1 - v) + (at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u) * v;
  };
}

/** Colour of the table at a place in millimetres. */
function tableOf(kind: Table, random: () => number): (x: number, y: number) => Triple {
  const noise = noiseFrom(random);
  const turn = random() * Math.PI;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const turned = (x: number, y: number): [number, number] => [x * cos + y * sin, y * cos - x * sin];
  const pick = (from: number, to: number): number => from + random() * (to - from);
  if (kind === 'plain') {
    const colours: Triple[] = [
      [70, 90, 110],
      [120, 70, 60],
      [60, 105, 80],
      [95, 95, 98],
      [45, 45, 52],
      [150, 120, 90],
    ];
    const base = colours[Math.floor(random() * colours.length)]!;
    return (x, y) => {
      const n = noise(x / 3, y / 3) * 3 + noise(x / 90, y / 90) * 5;
      return [base[0] + n, base[1] + n, base[2] + n];
    };
  }
  if (kind === 'light') {
    const tone = pick(172, 204);
    const base: Triple = [tone, tone - pick(2, 14), tone - pick(8, 34)];
    return (x, y) => {
      const n = noise(x / 60, y / 60) * 4 + noise(x / 2, y / 2) * 1.5;
      return [base[0] + n, base[1] + n, base[2] + n];
    };
  }
  if (kind === 'wood') {
    const [dark, pale]: [Triple, Triple] =
      random() < 0.5
        ? [
            [96, 62, 38],
            [150, 104, 66],
          ]
        : [
            [128, 92, 60],
            [178, 140, 98],
          ];
    const plank = pick(70, 140);
    return (px, py) => {
      const [x, y] = turned(px, py);
      const which = Math.floor(y / plank);
      const grain = 0.5 + 0.5 * Math.sin((y + noise(x / 60 + which * 7, y / 9) * 9) * 0.9 + noise(x / 200, which) * 4);
      const seam = Math.abs(y / plank - which - 0.5) > 0.494 ? 0.45 : 1;
      const tone = mix(
        dark,
        pale,
        0.35 * grain + 0.4 * (0.5 + 0.5 * noise(which * 3.7, 1)) + 0.12 * noise(x / 14, y / 2),
      );
      return [tone[0] * seam, tone[1] * seam, tone[2] * seam];
    };
  }
  const [a, b]: [Triple, Triple] =
    random() < 0.5
      ? [
          [150, 40, 48],
          [222, 206, 190],
        ]
      : [
          [48, 84, 120],
          [170, 186, 196],
        ];
  const size = pick(14, 34);
  if (random() < 0.5) {
    return (px, py) => {
      const [x, y] = turned(px, py);
      const t = ((Math.floor(x / size) & 1) + (Math.floor(y / size) & 1)) / 2;
      return mix(a, b, t * 0.8 + 0.06 * noise(px / 2, py / 2));
    };
  }
  return (px, py) => {
    const [x, y] = turned(px, py);
    const [u, v] = [x / size - Math.floor(x / size) - 0.5, y / size - Math.floor(y / size) - 0.5];
    return mix(a, b, Math.hypot(u, v) < 0.27 ? 0.85 : 0.05 * noise(px / 2, py / 2));
  };
}

/** What is on the sheet, as darkness 0 to 1 and a colour, at a place in millimetres from its top left. */
function contentOf(random: () => number): (x: number, y: number) => [number, Triple] {
  const printed = random() < 0.65;
  const rows = 8 + Math.floor(random() * 16);
  const words = Array.from({ length: rows }, () => Array.from({ length: 14 }, () => 4 + random() * 14));
  const pen: Triple = random() < 0.5 ? [24, 44, 120] : [40, 40, 44];
  const box = random() < 0.3 ? { left: 24, top: 150 + random() * 40, right: 186, bottom: 240 } : null;
  const phase = random() * 6;
  const black: Triple = [34, 34, 38];
  return (x, y) => {
    if (box && x > box.left && x < box.right && y > box.top && y < box.bottom) {
      const rim = Math.min(x - box.left, box.right - x, y - box.top, box.bottom - y);
      if (rim < 0.8) return [1, black];
      const squiggle = Math.abs(y - (box.top + box.bottom) / 2 - 20 * Math.sin(x / 9 + phase) * Math.sin(x / 31));
      return [squiggle < 1 ? 0.95 : 0, pen];
    }
    const gap = 230 / rows;
    const row = Math.floor((y - 36) / gap);
    if (row < 0 || row >= rows || x < 22 || x > 188) {
      return [y > 17 && y < 24 && x > 22 && x < 120 && Math.sin(x * 1.7) > -0.3 ? 0.95 : 0, black];
    }
    const within = y - 36 - row * gap;
    if (printed) {
      let at = 22;
      for (const length of words[row]!) {
        if (x < at + length)
          return [
            within > 1 && within < 4 && Math.sin(x * 3.9 + row) * Math.sin(within * 2.4 + x) > -0.25 ? 0.9 : 0,
            black,
          ];
        at += length + 2.6;
        if (x < at) break;
      }
      return [0, black];
    }
    const rule = Math.abs(within - gap + 1) < 0.25 ? 0.25 : 0;
    const height = gap * 0.26;
    const wave = gap * 0.55 - height * Math.sin(x * 0.9 + row * 2 + phase) * (0.6 + 0.4 * Math.sin(x * 0.31));
    const end = 60 + ((row * 53) % 120);
    return Math.abs(within - wave) < 0.8 && x < end ? [0.85, pen] : [rule, [120, 150, 180]];
  };
}

/** Makes the photo. The same wish always gives the same bytes. */
export function makeScene({
  seed,
  table,
  empty = false,
  trouble = 'none',
  thumb = false,
  curl = 0,
  width = 800,
  height = 600,
}: SceneWish): Scene {
  const random = randomFrom(seed * 7919 + 13);
  const pick = (from: number, to: number): number => from + random() * (to - from);
  const ground = tableOf(table, random);
  const content = contentOf(random);
  const tone = pick(0.93, 1);
  const paper: Triple = [246 * tone, 244 * tone, (240 - random() * 12) * tone];

  // The camera: above the middle of the table, tilted, rolled; the sheet lies at the origin, turned a little.
  const lying = width > height ? Math.PI / 2 : 0;
  const roll = lying + pick(-0.3, 0.3);
  const tilt = pick(0.02, 0.5);
  const way = random() * Math.PI * 2;
  const focal = pick(0.95, 1.25) * Math.max(width, height);
  const fill = trouble === 'cut' ? pick(0.8, 0.92) : pick(0.58, 0.8);
  const distance = (focal * SHEET.height) / (Math.max(width, height) * fill);
  const eye: Triple = [
    Math.sin(tilt) * Math.cos(way) * distance,
    Math.sin(tilt) * Math.sin(way) * distance,
    -Math.cos(tilt) * distance,
  ];
  const look = unit([-eye[0], -eye[1], -eye[2]]);
  const right = unit(cross(look, [Math.sin(roll), -Math.cos(roll), 0]));
  const down = unit(cross(look, right));
  const shift = { x: pick(-0.03, 0.03) * width, y: pick(-0.03, 0.03) * height };
  if (trouble === 'cut') {
    const side = Math.floor(random() * 4);
    shift.x += [0.32, -0.32, 0, 0][side]! * width;
    shift.y += [0, 0, 0.36, -0.36][side]! * height;
  }
  const centre = { x: width / 2 + shift.x, y: height / 2 + shift.y };
  const see = (x: number, y: number): { x: number; y: number } => {
    const to: Triple = [x - eye[0], y - eye[1], -eye[2]];
    const far = dot(to, look);
    return { x: centre.x + (focal * dot(to, right)) / far, y: centre.y + (focal * dot(to, down)) / far };
  };
  const [halfW, halfH] = [SHEET.width / 2, SHEET.height / 2];
  const corners = [
    [-halfW, -halfH],
    [halfW, -halfH],
    [halfW, halfH],
    [-halfW, halfH],
  ].map(([x, y]) => see(x!, y!));

  // Light: a lean across the picture, a soft shadow over part of it, a thin one beside the sheet.
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
  const under = thumb ? Math.floor(random() * 4) : -1;
  const skin: Triple = [
    [224, 172, 140],
    [141, 85, 54],
    [198, 134, 96],
  ][Math.floor(random() * 3)] as Triple;
  const bows = [1, 1, 1, 1].map(() => pick(-1, 1) * curl);

  const inSheet = (x: number, y: number): boolean => {
    const [u, v] = [x / halfW, y / halfH];
    const bowX = 1 - v * v,
      bowY = 1 - u * u;
    return (
      x > -halfW - bows[0]! * bowX &&
      x < halfW + bows[1]! * bowX &&
      y > -halfH - bows[2]! * bowY &&
      y < halfH + bows[3]! * bowY
    );
  };
  const thumbAt =
    under < 0 ? null : { x: [-1, 1, 1, -1][under]! * (halfW - 4), y: [-1, -1, 1, 1][under]! * (halfH - 4) };

  const seen = (px: number, py: number): Triple => {
    const [sx, sy] = [(px - centre.x) / focal, (py - centre.y) / focal];
    const ray: Triple = [
      look[0] + right[0] * sx + down[0] * sy,
      look[1] + right[1] * sx + down[1] * sy,
      look[2] + right[2] * sx + down[2] * sy,
    ];
    const t = -eye[2] / ray[2];
    const [x, y] = [eye[0] + ray[0] * t, eye[1] + ray[1] * t];
    let colour: Triple;
    if (thumbAt && Math.hypot((x - thumbAt.x) / 11, (y - thumbAt.y) / 16) < 1) colour = skin;
    else if (!empty && inSheet(x, y)) {
      const [darkness, ink] = content(x + halfW, y + halfH);
      colour = darkness > 0 ? mix(paper, ink, darkness) : paper;
    } else {
      colour = ground(x, y);
      if (!empty && inSheet(x - beside.x, y - beside.y)) colour = mix(colour, [0, 0, 0], beside.depth);
    }
    const [u, v] = [px / width - 0.5, py / height - 0.5];
    let light = exposure * (1 + lean.x * u + lean.y * v) * (1 - 0.35 * (u * u + v * v));
    light *=
      1 -
      shade.depth *
        smooth(shade.at - shade.soft, shade.at + shade.soft, u * Math.cos(shade.angle) + v * Math.sin(shade.angle));
    const shine = glare
      ? 330 * Math.exp(-(((x - glare.x) / glare.wide) ** 2 + ((y - glare.y) / glare.long) ** 2) * 1.4)
      : 0;
    return [colour[0] * light + shine, colour[1] * light + shine, colour[2] * light + shine];
  };

  let planes = [0, 1, 2].map(() => new Float32Array(width * height));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const colour = seen(x + 0.5, y + 0.5);
      for (let k = 0; k < 3; k++) planes[k]![y * width + x] = Math.min(400, colour[k]!);
    }
  }
  const spread = (trouble === 'blurred' ? pick(0.0028, 0.006) : pick(0.0006, 0.0009)) * Math.max(width, height);
  planes = planes.map((plane) => blurred(plane, width, height, spread));
  const grain = trouble === 'dark' ? pick(2, 4) : pick(0.8, 3);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    for (let k = 0; k < 3; k++) data[i * 4 + k] = planes[k]![i]! + (random() + random() + random() - 1.5) * 2 * grain;
    data[i * 4 + 3] = 255;
  }
  return { data, width, height, corners: empty ? null : corners };
}

/** Out of focus: a Gaussian of so many pixels. */
function blurred(plane: Float32Array, width: number, height: number, spread: number): Float32Array<ArrayBuffer> {
  const reach = Math.ceil(spread * 3);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * spread * spread)),
  );
  const all = weights.reduce((sum, each) => sum + each, 0);
  const pass = (
    from: Float32Array,
    step: number,
    size: number,
    lines: number,
    next: number,
  ): Float32Array<ArrayBuffer> => {
    const to = new Float32Array(from.length);
    const row = new Float32Array(size + 2 * reach);
    for (let line = 0; line < lines; line++) {
      for (let i = 0; i < row.length; i++)
        row[i] = from[line * next + Math.max(0, Math.min(size - 1, i - reach)) * step]!;
      for (let i = 0; i < size; i++) {
        let sum = 0;
        for (let k = 0; k < weights.length; k++) sum += weights[k]! * row[i + k]!;
        to[line * next + i * step] = sum / all;
      }
    }
    return to;
  };
  return pass(pass(plane, 1, width, height, width), width, height, width, 1);
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
