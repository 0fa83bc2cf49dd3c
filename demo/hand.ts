/**
 * A made-up hand: moves a pen along a path the way people do. It slows in bends (the two-thirds power law of
 * P. Viviani and C. Terzuolo, 1982: speed falls with the cube root of curvature), trembles a little, and
 * presses less at both ends. The same seed always draws the same.
 */
import { emptyInk, type Ink } from '@lippet/core/ink/ink';
import { simplifyInk } from '@lippet/core/ink/simplify';
import { INK_COLOURS, TOOL_STYLES, type InkColourName, type InkTool, type WidthName } from '@lippet/core/ink/tools';

export type Spot = readonly [x: number, y: number];

export interface DrawnStroke {
  tool: InkTool;
  colour: string;
  width: number;
  ink: Ink;
  /** Milliseconds from the start of the drawing to the lift. */
  lift: number;
}

export interface Pen {
  tool: InkTool;
  colour: InkColourName;
  width: WidthName;
}

/** How a particular hand is: steadiness and pace grow with age. */
export interface HandManner {
  /** Tremor in points. */
  tremor: number;
  /** Points a second on a straight line. */
  pace: number;
  /** How far lines miss where they aim, in points. */
  miss: number;
}

export const YOUNG_HAND: HandManner = { tremor: 0.9, pace: 260, miss: 5 };
export const OLDER_HAND: HandManner = { tremor: 0.45, pace: 380, miss: 2 };
export const TEACHER_HAND: HandManner = { tremor: 0.3, pace: 480, miss: 1 };

const SAMPLE_MS = 1000 / 120;

/** A small generator of even random numbers (mulberry32). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A point of a Catmull-Rom curve through the spots, `t` from 0 to spots.length - 1. */
function curveAt(spots: readonly Spot[], t: number): Spot {
  const i = Math.min(Math.floor(t), spots.length - 2);
  const u = t - i;
  const spotAt = (k: number): Spot => spots[Math.min(spots.length - 1, Math.max(0, k))]!;
  const [a, b, c, d] = [spotAt(i - 1), spotAt(i), spotAt(i + 1), spotAt(i + 2)];
  const axis = (k: 0 | 1): number =>
    0.5 *
    (2 * b[k] +
      (c[k] - a[k]) * u +
      (2 * a[k] - 5 * b[k] + 4 * c[k] - d[k]) * u * u +
      (3 * b[k] - a[k] - 3 * c[k] + d[k]) * u * u * u);
  return [axis(0), axis(1)];
}

/** The share of a span that is about one point long. */
function stepAt(spots: readonly Spot[], t: number): number {
  const i = Math.min(Math.floor(t), spots.length - 2);
  const [a, b] = [spots[i]!, spots[Math.max(i, 0) + 1]];
  return b ? 1 / Math.min(400, Math.max(12, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1])))) : 1;
}

export class Hand {
  private readonly random: () => number;
  private clock = 0;
  readonly strokes: DrawnStroke[] = [];

  constructor(
    seed: number,
    private readonly manner: HandManner,
  ) {
    this.random = randomFrom(seed);
  }

  /** A number between -1 and 1, most often near 0. */
  private sway(): number {
    return this.random() + this.random() - 1;
  }

  /** Whether something that happens in a share of cases happens now. */
  chance(share: number): boolean {
    return this.random() < share;
  }

  /** Where the hand lands when it aims at a spot. */
  aim([x, y]: Spot, miss = this.manner.miss): Spot {
    return [x + this.sway() * miss, y + this.sway() * miss];
  }

  /** Draws along a smooth curve through the spots. */
  along(pen: Pen, spots: readonly Spot[], { haste = 1 } = {}): this {
    const aimed = spots.map((spot) => this.aim(spot));
    const rows: { x: number; y: number; time: number }[] = [];
    const wobble = [0, 0];
    const last = aimed.length - 1;
    let time = 0;
    let nextSample = 0;
    let before = curveAt(aimed, 0);
    let heading = 0;
    // About one step a point of way: finer than the samples, and no slower than it must be.
    for (let t = 0; t <= last; t += stepAt(aimed, t)) {
      const here = curveAt(aimed, t);
      const length = Math.hypot(here[0] - before[0], here[1] - before[1]);
      const turned = Math.atan2(here[1] - before[1], here[0] - before[0]);
      const bend =
        length > 0 ? Math.abs(Math.atan2(Math.sin(turned - heading), Math.cos(turned - heading))) / length : 0;
      const speed = this.manner.pace * haste * Math.min(1.6, Math.max(0.25, (bend + 0.008) ** (-1 / 3) / 5));
      time += (length / speed) * 1000;
      [before, heading] = [here, turned];
      if (time < nextSample) continue;
      nextSample = time + SAMPLE_MS;
      for (const k of [0, 1]) wobble[k] = wobble[k]! * 0.9 + this.sway() * this.manner.tremor * 0.35;
      rows.push({ x: here[0] + wobble[0]!, y: here[1] + wobble[1]!, time });
    }
    const ink = emptyInk(Math.max(rows.length, 1));
    const firmness = 0.5 + this.sway() * 0.08;
    rows.forEach(({ x, y, time: at }, i) => {
      const share = rows.length > 1 ? i / (rows.length - 1) : 0.5;
      const ends = Math.min(1, Math.min(share, 1 - share) * 9 + 0.45);
      ink.x[i] = x;
      ink.y[i] = y;
      ink.time[i] = at;
      ink.pressure[i] = Math.min(1, Math.max(0.05, firmness * ends + this.sway() * 0.05));
    });
    if (rows.length === 0) [ink.x[0], ink.y[0], ink.pressure[0]] = [aimed[0]![0], aimed[0]![1], firmness];
    this.clock += time + 180 + this.random() * 700;
    const style = TOOL_STYLES[pen.tool];
    this.strokes.push({
      tool: pen.tool,
      colour: INK_COLOURS[pen.colour],
      width: style.widths[pen.width],
      ink: simplifyInk(ink),
      lift: this.clock,
    });
    return this;
  }

  /** A closed ring, a little past its start, as one draws a circle. */
  ring(pen: Pen, [cx, cy]: Spot, rx: number, ry = rx): this {
    const spots: Spot[] = [];
    for (let i = 0; i <= 9; i++) {
      const angle = -Math.PI / 2 + (i / 8) * 2 * Math.PI;
      spots.push([cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)]);
    }
    return this.along(pen, spots);
  }

  /**
   * Colours a shape in with one back-and-forth scribble, as children do.
   *
   * @param inside the shape's left and right edge at a height; null where the shape is not
   */
  colourIn(
    pen: Pen,
    top: number,
    bottom: number,
    inside: (y: number) => readonly [number, number] | null,
    gap: number,
  ): this {
    const spots: Spot[] = [];
    let rightwards = true;
    for (let y = top; y <= bottom; y += gap) {
      const edges = inside(y);
      if (!edges) continue;
      const [left, right] = edges;
      spots.push(rightwards ? [left, y] : [right, y], rightwards ? [right, y + gap * 0.35] : [left, y + gap * 0.35]);
      rightwards = !rightwards;
    }
    return spots.length > 1 ? this.along(pen, spots, { haste: 1.8 }) : this;
  }

  /** Letters from a small set of joined shapes, written on a line; `size` is the height of an x in points. */
  write(pen: Pen, text: string, [x, y]: Spot, size: number): this {
    let left = x;
    for (const letter of text) {
      const shape = LETTERS[letter];
      if (!shape) {
        left += size * 0.7;
        continue;
      }
      for (const stroke of shape.strokes) {
        this.along(
          pen,
          stroke.map(([lx, ly]): Spot => [left + lx * size, y - ly * size]),
          { haste: 0.8 },
        );
      }
      left += shape.advance * size;
    }
    return this;
  }
}

/** Letter shapes in units of x-height, origin on the line, y up: enough for the demo's words. */
const LETTERS: Record<string, { advance: number; strokes: Spot[][] }> = {
  l: {
    advance: 0.62,
    strokes: [
      [
        [0, 0.1],
        [0.3, 0.9],
        [0.38, 1.9],
        [0.22, 1.8],
        [0.2, 0.6],
        [0.3, 0.02],
        [0.6, 0.2],
      ],
    ],
  },
  h: {
    advance: 1.05,
    strokes: [
      [
        [0, 0.1],
        [0.3, 1],
        [0.36, 1.9],
        [0.2, 1.7],
        [0.18, 0],
        [0.24, 0.6],
        [0.5, 0.98],
        [0.7, 0.7],
        [0.7, 0.1],
        [1, 0.2],
      ],
    ],
  },
  k: {
    advance: 1,
    strokes: [
      [
        [0, 0.1],
        [0.3, 1],
        [0.36, 1.9],
        [0.2, 1.7],
        [0.18, 0],
        [0.3, 0.6],
        [0.62, 0.95],
        [0.6, 0.6],
        [0.3, 0.5],
        [0.6, 0.1],
        [0.95, 0.15],
      ],
    ],
  },
  a: {
    advance: 0.95,
    strokes: [
      [
        [0.66, 0.85],
        [0.35, 1],
        [0.05, 0.5],
        [0.3, 0],
        [0.62, 0.4],
        [0.68, 0.9],
        [0.68, 0.1],
        [0.95, 0.2],
      ],
    ],
  },
  e: {
    advance: 0.8,
    strokes: [
      [
        [0.05, 0.45],
        [0.5, 0.6],
        [0.5, 0.95],
        [0.2, 0.95],
        [0.05, 0.4],
        [0.3, 0],
        [0.75, 0.2],
      ],
    ],
  },
  i: {
    advance: 0.5,
    strokes: [
      [
        [0.05, 0.3],
        [0.2, 0.95],
        [0.2, 0.1],
        [0.48, 0.2],
      ],
      [
        [0.2, 1.35],
        [0.23, 1.38],
      ],
    ],
  },
  n: {
    advance: 1,
    strokes: [
      [
        [0.05, 0.9],
        [0.12, 0],
        [0.2, 0.7],
        [0.5, 0.98],
        [0.65, 0.6],
        [0.66, 0.1],
        [0.95, 0.2],
      ],
    ],
  },
  o: {
    advance: 0.9,
    strokes: [
      [
        [0.5, 0.98],
        [0.15, 0.85],
        [0.08, 0.3],
        [0.4, 0],
        [0.72, 0.4],
        [0.6, 0.9],
        [0.88, 0.85],
      ],
    ],
  },
  r: {
    advance: 0.7,
    strokes: [
      [
        [0.05, 0.2],
        [0.2, 1.05],
        [0.35, 0.85],
        [0.55, 0.9],
        [0.48, 0.1],
        [0.68, 0.2],
      ],
    ],
  },
  s: {
    advance: 0.7,
    strokes: [
      [
        [0.05, 0.15],
        [0.4, 1.02],
        [0.35, 0.7],
        [0.55, 0.3],
        [0.3, 0],
        [0.1, 0.1],
      ],
    ],
  },
  t: {
    advance: 0.65,
    strokes: [
      [
        [0.05, 0.3],
        [0.28, 1.5],
        [0.24, 0.2],
        [0.4, 0],
        [0.62, 0.2],
      ],
      [
        [0.05, 1.05],
        [0.5, 1.1],
      ],
    ],
  },
  u: {
    advance: 1,
    strokes: [
      [
        [0.05, 0.9],
        [0.1, 0.2],
        [0.35, 0],
        [0.62, 0.5],
        [0.66, 0.95],
        [0.66, 0.1],
        [0.95, 0.2],
      ],
    ],
  },
  y: {
    advance: 1,
    strokes: [
      [
        [0.05, 0.9],
        [0.15, 0.2],
        [0.45, 0.1],
        [0.66, 0.9],
        [0.62, -0.5],
        [0.35, -0.85],
        [0.25, -0.5],
        [0.95, 0.2],
      ],
    ],
  },
  p: {
    advance: 0.95,
    strokes: [
      [
        [0.05, 0.9],
        [0.18, 0.95],
        [0.14, -0.85],
        [0.2, 0.6],
        [0.5, 0.98],
        [0.72, 0.5],
        [0.4, 0],
        [0.25, 0.15],
        [0.9, 0.2],
      ],
    ],
  },
  d: {
    advance: 0.95,
    strokes: [
      [
        [0.62, 0.8],
        [0.3, 1],
        [0.05, 0.5],
        [0.3, 0],
        [0.6, 0.4],
        [0.7, 1.85],
        [0.66, 0.1],
        [0.92, 0.2],
      ],
    ],
  },
  c: {
    advance: 0.75,
    strokes: [
      [
        [0.6, 0.85],
        [0.35, 1],
        [0.08, 0.5],
        [0.35, 0],
        [0.72, 0.2],
      ],
    ],
  },
  m: {
    advance: 1.4,
    strokes: [
      [
        [0.05, 0.9],
        [0.12, 0],
        [0.2, 0.8],
        [0.42, 0.95],
        [0.5, 0.05],
        [0.6, 0.8],
        [0.85, 0.95],
        [0.95, 0.1],
        [1.3, 0.2],
      ],
    ],
  },
  w: {
    advance: 1.3,
    strokes: [
      [
        [0.05, 0.95],
        [0.15, 0.1],
        [0.45, 0.1],
        [0.58, 0.9],
        [0.65, 0.1],
        [0.95, 0.1],
        [1.05, 0.95],
        [1.25, 0.85],
      ],
    ],
  },
  b: {
    advance: 0.95,
    strokes: [
      [
        [0, 0.1],
        [0.3, 1],
        [0.34, 1.9],
        [0.18, 1.6],
        [0.18, 0.1],
        [0.5, 0],
        [0.7, 0.5],
        [0.5, 0.95],
        [0.9, 0.85],
      ],
    ],
  },
  g: {
    advance: 0.95,
    strokes: [
      [
        [0.66, 0.85],
        [0.35, 1],
        [0.05, 0.5],
        [0.35, 0.05],
        [0.66, 0.5],
        [0.66, -0.5],
        [0.35, -0.85],
        [0.2, -0.5],
        [0.92, 0.2],
      ],
    ],
  },
  '1': {
    advance: 0.7,
    strokes: [
      [
        [0.1, 1.2],
        [0.32, 1.55],
        [0.32, 0],
      ],
    ],
  },
  '2': {
    advance: 0.9,
    strokes: [
      [
        [0.08, 1.2],
        [0.35, 1.55],
        [0.62, 1.2],
        [0.3, 0.5],
        [0.05, 0],
        [0.7, 0.02],
      ],
    ],
  },
  '3': {
    advance: 0.9,
    strokes: [
      [
        [0.1, 1.4],
        [0.45, 1.5],
        [0.55, 1.1],
        [0.25, 0.85],
        [0.62, 0.5],
        [0.4, 0],
        [0.05, 0.15],
      ],
    ],
  },
  '4': {
    advance: 0.9,
    strokes: [
      [
        [0.45, 1.55],
        [0.05, 0.5],
        [0.75, 0.5],
      ],
      [
        [0.52, 1],
        [0.5, 0],
      ],
    ],
  },
  '5': {
    advance: 0.9,
    strokes: [
      [
        [0.6, 1.5],
        [0.18, 1.5],
        [0.12, 0.9],
        [0.55, 0.85],
        [0.62, 0.3],
        [0.3, 0],
        [0.05, 0.15],
      ],
    ],
  },
  '0': {
    advance: 0.9,
    strokes: [
      [
        [0.35, 1.55],
        [0.06, 0.8],
        [0.35, 0],
        [0.66, 0.8],
        [0.38, 1.55],
      ],
    ],
  },
  '+': {
    advance: 0.9,
    strokes: [
      [
        [0.1, 0.7],
        [0.7, 0.7],
      ],
      [
        [0.4, 1.1],
        [0.4, 0.3],
      ],
    ],
  },
  '=': {
    advance: 0.9,
    strokes: [
      [
        [0.1, 0.9],
        [0.7, 0.9],
      ],
      [
        [0.1, 0.5],
        [0.7, 0.5],
      ],
    ],
  },
  ':': {
    advance: 0.4,
    strokes: [
      [
        [0.15, 0.9],
        [0.18, 0.92],
      ],
      [
        [0.15, 0.3],
        [0.18, 0.32],
      ],
    ],
  },
};
