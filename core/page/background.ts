import { INK_COLOURS } from '../ink/tools';
import type { Shot } from '../scan/shot';
import { drawnShapes } from './drawnGround';
import type { JsonItem } from './itemJson';
import type { PictureShape } from './pictureShape';

/** The paper of a page. Distances are points. */
type Paper =
  | { kind: 'blank' }
  | { kind: 'lined'; /** Distance between lines. */ gap: number }
  /** Lines for joined writing: a base line and a line at the height of an x, with a top and a foot line around them. */
  | { kind: 'guides'; /** Height of an x. */ xHeight: number }
  | { kind: 'squared'; gap: number }
  | { kind: 'dotted'; gap: number }
  /** Dots at the corners of even triangles. */
  | { kind: 'isometric'; gap: number }
  /** Music: five lines each. */
  | { kind: 'staves'; /** Distance between two of the five. */ gap: number }
  /** A pair of axes with a grid of `gap`. */
  | { kind: 'axes'; gap: number }
  | { kind: 'picture'; /** Words for those who can't see it. */ alt: string; shapes: PictureShape[] }
  /** A photo, fitted into the page. */
  | { kind: 'photo'; media: string; alt: string; /** How it was made of what a camera saw. */ shot?: Shot }
  /** One page of a PDF; `page` counts from 1. */
  | { kind: 'pdf'; media: string; page: number };

/**
 * What lies under the ink of a page: its paper, and what the teacher has drawn on it. Never part of the learner's work.
 */
export type Background = Paper & { drawn?: JsonItem[] };

export type BackgroundKind = Background['kind'];

/** The papers that a page can be added with, and their words. */
export const PAPERS: readonly { word: string; background: Background }[] = [
  { word: 'Blank', background: { kind: 'blank' } },
  { word: 'Lined', background: { kind: 'lined', gap: 34 } },
  { word: 'Writing lines', background: { kind: 'guides', xHeight: 18 } },
  { word: 'Squared', background: { kind: 'squared', gap: 20 } },
  { word: 'Dotted', background: { kind: 'dotted', gap: 20 } },
  { word: 'Triangle dots', background: { kind: 'isometric', gap: 28 } },
  { word: 'Music', background: { kind: 'staves', gap: 9 } },
  { word: 'Axes', background: { kind: 'axes', gap: 25 } },
];

/** What SVG path data may be made of; anything else (markup, addresses) is not drawn. */
export const PATH_DATA = /^[MmLlHhVvCcSsQqTtAaZz0-9eE\s,.+-]{1,20000}$/;

const RULE = '#BFD3DA';
const MARGIN = '#E3B6A4';
const DOT = '#8FA9B3';
/** Closer together, lines would be a grey field, and a page of them slow. */
const LEAST_GAP = 4;

/** Most squares of a page's grid; the finer ones of a page that is very large come further apart. */
const MOST_SQUARES = 60_000;
/** Most lines of a page. */
const MOST_LINES = 1_500;

/** A gap as wide as it has to be on a page of this size. */
const gapFor = (gap: number, width: number, height: number): number =>
  Math.max(gap, Math.sqrt((width * height) / MOST_SQUARES), Math.max(width, height) / MOST_LINES);

/** Positions from `from` up to `to` in steps of `gap`, rounded to hundredths. */
function steps(from: number, to: number, gap: number): number[] {
  const out: number[] = [];
  for (let i = 0; from + i * gap <= to + 1e-6; i++) out.push(Number((from + i * gap).toFixed(2)));
  return out;
}

const rows = (ys: readonly number[], from: number, to: number): string => ys.map((y) => `M${from} ${y}H${to}`).join('');
const columns = (xs: readonly number[], from: number, to: number): string =>
  xs.map((x) => `M${x} ${from}V${to}`).join('');
/** A dot as a line of no length with round ends. */
const dots = (xs: readonly number[], ys: readonly number[]): string =>
  ys.map((y) => xs.map((x) => `M${x} ${y}h.01`).join('')).join('');

type Maker<K extends BackgroundKind> = (
  background: Extract<Background, { kind: K }>,
  width: number,
  height: number,
) => PictureShape[];

const MAKERS: { [K in BackgroundKind]: Maker<K> } = {
  blank: () => [],
  photo: () => [],
  pdf: () => [],
  lined(background, width, height) {
    const gap = Math.max(8, background.gap);
    const lines = steps(gap * 2, height - gap / 2 - 1e-3, gap).map((y) => ({
      d: `M0 ${y}H${width}`,
      stroke: RULE,
      width: 1,
    }));
    return [...lines, { d: `M${gap * 1.6} 0V${height}`, stroke: MARGIN, width: 1 }];
  },
  guides(background, width, height) {
    const x = Math.max(LEAST_GAP, background.xHeight);
    // Tall letters reach as far above the x as it is high, tails as far below: three spaces a row, and one between
    // rows.
    const bases = steps(x * 3.5, height - x * 1.5, x * 4);
    const [from, to] = [x, width - x];
    return [
      { d: bases.map((y) => `M${from} ${Number((y - x).toFixed(2))}H${to}V${y}H${from}Z`).join(''), fill: '#EEF3EE' },
      {
        d:
          rows(
            bases.map((y) => y - 2 * x),
            from,
            to,
          ) +
          rows(
            bases.map((y) => y + x),
            from,
            to,
          ),
        stroke: RULE,
        width: 0.8,
      },
      {
        d: rows(
          bases.map((y) => y - x),
          from,
          to,
        ),
        stroke: RULE,
        width: 1,
      },
      { d: rows(bases, from, to), stroke: INK_COLOURS.blue, width: 1.4 },
    ];
  },
  squared(background, width, height) {
    const gap = Math.max(LEAST_GAP, background.gap);
    return [
      {
        d: rows(steps(gap, height - 1e-3, gap), 0, width) + columns(steps(gap, width - 1e-3, gap), 0, height),
        stroke: RULE,
        width: 0.8,
      },
    ];
  },
  dotted(background, width, height) {
    const gap = Math.max(LEAST_GAP, background.gap);
    return [{ d: dots(steps(gap, width - 1e-3, gap), steps(gap, height - 1e-3, gap)), stroke: DOT, width: 1.8 }];
  },
  isometric(background, width, height) {
    const gap = Math.max(LEAST_GAP, background.gap);
    const ys = steps(gap / 2, height, (gap * Math.sqrt(3)) / 2);
    return [
      {
        d: ys.map((y, i) => dots(steps(gap / (i % 2 === 0 ? 2 : 1), width - 1e-3, gap), [y])).join(''),
        stroke: DOT,
        width: 1.8,
      },
    ];
  },
  staves(background, width, height) {
    const gap = Math.max(LEAST_GAP, background.gap);
    const margin = gap * 4;
    const tops = steps(margin, height - margin - 4 * gap, gap * 11);
    return [
      {
        d: tops.map((top) => rows(steps(top, top + 4 * gap, gap), margin, width - margin)).join(''),
        stroke: INK_COLOURS.ink,
        width: 0.8,
      },
    ];
  },
  axes(background, width, height) {
    const gap = Math.max(LEAST_GAP, background.gap);
    // The axes lie on whole squares, as near the middle as they can; a square's margin is left for the arrows.
    const across = Math.floor((width / 2 - gap) / gap);
    const down = Math.floor((height / 2 - gap) / gap);
    const [cx, cy] = [width / 2, height / 2];
    const [left, right, top, bottom] = [cx - across * gap, cx + across * gap, cy - down * gap, cy + down * gap];
    const head = gap / 4;
    return [
      {
        d: rows(steps(top, bottom, gap), left, right) + columns(steps(left, right, gap), top, bottom),
        stroke: RULE,
        width: 0.8,
      },
      {
        d:
          `M${left} ${cy}H${right}M${right - head} ${cy - head}L${right} ${cy}L${right - head} ` +
          `${cy + head}M${cx} ${bottom}V${top}M${cx - head} ${top + head}L${cx} ${top}L${cx + head} ` +
          `${top + head}`,
        stroke: INK_COLOURS.ink,
        width: 1.6,
      },
    ];
  },
  picture: ({ shapes }) =>
    shapes
      .filter(({ d }) => PATH_DATA.test(d))
      .map((shape) =>
        shape.fill || shape.stroke ? shape : { ...shape, stroke: INK_COLOURS.ink, width: shape.width ?? 2 },
      ),
};

/**
 * The shapes to draw for a background on a page of `width` × `height` points, back to front. Photos and PDF pages
 * have none but what was drawn on them: they are drawn from their media, below. A kind that is not known is drawn as a blank page.
 */
export function backgroundShapes(background: Background, width: number, height: number): PictureShape[] {
  const make = Object.hasOwn(MAKERS, background.kind)
    ? (MAKERS[background.kind] as Maker<BackgroundKind>)
    : MAKERS.blank;
  const fitting = 'gap' in background ? { ...background, gap: gapFor(background.gap, width, height) } : background;
  return [...make(fitting as never, width, height), ...drawnShapes(background.drawn)];
}

/** The same paper with this drawn on it, in place of whatever was. */
export function withDrawing(background: Background, drawn: JsonItem[] = []): Background {
  const paper = { ...background };
  delete paper.drawn;
  return drawn.length > 0 ? { ...paper, drawn } : paper;
}

/** The words that stand for a background where it can't be seen. */
export const backgroundWords = (background: Background): string => ('alt' in background ? background.alt : '');
