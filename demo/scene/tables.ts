import { mix, put, smooth, type Ground, type Triple } from './colour';

export const TABLES = ['plain', 'wood', 'pattern', 'light'] as const;
export type Table = (typeof TABLES)[number];

/** Smooth noise on a lattice, −1 to 1. */
function noiseFrom(random: () => number): (x: number, y: number) => number {
  const lattice = Float32Array.from({ length: 4096 }, () => random() * 2 - 1);
  const latticeAt = (i: number, j: number): number => lattice[(i * 73 + j * 151) & 4095]!;
  return (x, y) => {
    const i = Math.floor(x);
    const j = Math.floor(y);
    const u = smooth(0, 1, x - i);
    const v = smooth(0, 1, y - j);
    return (
      (latticeAt(i, j) * (1 - u) + latticeAt(i + 1, j) * u) * (1 - v) +
      (latticeAt(i, j + 1) * (1 - u) + latticeAt(i + 1, j + 1) * u) * v
    );
  };
}

/** The table, with its grain or pattern. */
export function tableOf(kind: Table, random: () => number): Ground {
  const noise = noiseFrom(random);
  const turn = random() * Math.PI;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
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
    return (x, y, into) => {
      const n = noise(x / 3, y / 3) * 3 + noise(x / 90, y / 90) * 5;
      put(into, base[0] + n, base[1] + n, base[2] + n);
    };
  }
  if (kind === 'light') {
    const tone = pick(172, 204);
    const base: Triple = [tone, tone - pick(2, 14), tone - pick(8, 34)];
    return (x, y, into) => {
      const n = noise(x / 60, y / 60) * 4 + noise(x / 2, y / 2) * 1.5;
      put(into, base[0] + n, base[1] + n, base[2] + n);
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
    return (px, py, into) => {
      const x = px * cos + py * sin;
      const y = py * cos - px * sin;
      const which = Math.floor(y / plank);
      const grain = 0.5 + 0.5 * Math.sin((y + noise(x / 60 + which * 7, y / 9) * 9) * 0.9 + noise(x / 200, which) * 4);
      const seam = Math.abs(y / plank - which - 0.5) > 0.494 ? 0.45 : 1;
      const pallor = 0.35 * grain + 0.4 * (0.5 + 0.5 * noise(which * 3.7, 1)) + 0.12 * noise(x / 14, y / 2);
      mix(into, dark, pale, pallor);
      put(into, into[0] * seam, into[1] * seam, into[2] * seam);
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
    return (px, py, into) => {
      const x = px * cos + py * sin;
      const y = py * cos - px * sin;
      const t = ((Math.floor(x / size) & 1) + (Math.floor(y / size) & 1)) / 2;
      mix(into, a, b, t * 0.8 + 0.06 * noise(px / 2, py / 2));
    };
  }
  return (px, py, into) => {
    const x = px * cos + py * sin;
    const y = py * cos - px * sin;
    const u = x / size - Math.floor(x / size) - 0.5;
    const v = y / size - Math.floor(y / size) - 0.5;
    mix(into, a, b, Math.hypot(u, v) < 0.27 ? 0.85 : 0.05 * noise(px / 2, py / 2));
  };
}
