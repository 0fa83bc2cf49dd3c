/**
 * The text of a page as words in reading order, from the runs that a PDF parser gives. A PDF says where glyphs stand,
 * not what belongs together: words are put into lines, lines into blocks (columns, boxes), by where they lie, whatever
 * order the file draws them in. Works in the direction each run is written in, so turned pages and texts are the same.
 */
import type { Quad } from '../page/item';
import { compose, type Matrix } from '../math/matrix';

/** A run of text as it is drawn in one go. */
export interface TextRun {
  text: string;
  /** From the run's own space (x along the line, y up, a unit is the font's size) to the PDF's user space. */
  transform: Matrix;
  /** Length of the run in user space units. */
  width: number;
  /** How far letters reach above and below the line, as shares of the font's size; below is negative. */
  ascent: number;
  descent: number;
}

export interface Word {
  text: string;
  /** Corners in page points as the word is read: top left, top right, bottom right, bottom left. */
  quad: Quad;
  /** Which block and which line within it the word belongs to. */
  block: number;
  line: number;
}

/** Words of a page in reading order. */
export type TextFlow = readonly Word[];

/**
 * Rough widths of characters in thousandths of the font's size, after those of common sans-serif faces: runs are cut
 * into words by them, scaled so that the whole is as long as the file says. Of what is not here: the mean.
 */
const WIDTHS: Record<string, number> = Object.fromEntries(
  Object.entries({
    " .,:;'|!ijlI": 265,
    'frt()[]-/"': 345,
    'ckJsvxyz?': 500,
    abdeghnopquL0123456789: 556,
    'ABEFKPSTVXYZ&': 667,
    CDGHNOQRUw: 722,
    'mMW%@': 860,
  }).flatMap(([chars, width]) => [...chars].map((char) => [char, width])),
);
const MEAN_WIDTH = 540;
const widthOf = (text: string): number => [...text].reduce((sum, char) => sum + (WIDTHS[char] ?? MEAN_WIDTH), 0);

/** A word in the frame of its line: u along it, v across it (growing downwards as it is read). */
interface Placed {
  text: string;
  quad: Quad;
  angle: number;
  size: number;
  u0: number;
  u1: number;
  /** Of the base line. */
  v: number;
}

/** Cuts a run at its spaces. */
function placeWords({ text, transform, width, ascent, descent }: TextRun, toPage: Matrix): Placed[] {
  const [a, b, c, d, e, f] = compose(toPage, transform);
  const size = Math.hypot(c, d);
  const along = Math.hypot(a, b);
  const userAlong = Math.hypot(transform[0], transform[1]);
  if (size === 0 || along === 0 || userAlong === 0) return [];
  // Page points per user space unit along the run.
  const length = (width * along) / userAlong;
  const [ux, uy] = [a / along, b / along];
  const [vx, vy] = [c / size, d / size];
  const scale = length / Math.max(1, widthOf(text));
  const placed: Placed[] = [];
  for (const match of text.matchAll(/\S+/g)) {
    const from = widthOf(text.slice(0, match.index)) * scale;
    const to = from + widthOf(match[0]) * scale;
    const corner = (t: number, up: number): [number, number] => [
      e + ux * t + vx * up * size,
      f + uy * t + vy * up * size,
    ];
    const quad = [...corner(from, ascent), ...corner(to, ascent), ...corner(to, descent), ...corner(from, descent)];
    const [u, v] = [e * ux + f * uy, -e * uy + f * ux];
    placed.push({ text: match[0], quad, angle: Math.atan2(uy, ux), size, u0: u + from, u1: u + to, v });
  }
  return placed;
}

interface Segment {
  words: Placed[];
  u0: number;
  u1: number;
  v: number;
  size: number;
}

/** Words that stand on one base line without a gap that would be a column's. */
function segmentsOf(words: readonly Placed[]): Segment[] {
  const segments: Segment[] = [];
  const sorted = [...words].sort((a, b) => a.v - b.v || a.u0 - b.u0);
  const lines: Placed[][] = [];
  for (const word of sorted) {
    const line = lines.at(-1);
    if (line && Math.abs(word.v - line[0]!.v) < 0.45 * Math.min(word.size, line[0]!.size)) line.push(word);
    else lines.push([word]);
  }
  for (const line of lines) {
    let current: Segment | null = null;
    for (const word of line.sort((a, b) => a.u0 - b.u0)) {
      if (current && word.u0 - current.u1 < 1.4 * word.size) {
        current.words.push(word);
        current.u1 = Math.max(current.u1, word.u1);
        current.size = Math.max(current.size, word.size);
      } else {
        current = { words: [word], u0: word.u0, u1: word.u1, v: word.v, size: word.size };
        segments.push(current);
      }
    }
  }
  return segments;
}

interface Block {
  lines: Segment[];
  u0: number;
  u1: number;
  top: number;
}

/** Lines that follow each other closely and lie below each other belong together. */
function blocksOf(segments: readonly Segment[]): Block[] {
  const blocks: Block[] = [];
  for (const segment of [...segments].sort((a, b) => a.v - b.v || a.u0 - b.u0)) {
    const home = blocks.find((block) => {
      const last = block.lines.at(-1)!;
      const gap = segment.v - last.v;
      const overlap = Math.min(block.u1, segment.u1) - Math.max(block.u0, segment.u0);
      return (
        gap > 0 &&
        gap < 2.1 * Math.max(last.size, segment.size) &&
        overlap > 0.3 * Math.min(block.u1 - block.u0, segment.u1 - segment.u0)
      );
    });
    if (home) {
      home.lines.push(segment);
      home.u0 = Math.min(home.u0, segment.u0);
      home.u1 = Math.max(home.u1, segment.u1);
    } else {
      blocks.push({ lines: [segment], u0: segment.u0, u1: segment.u1, top: segment.v });
    }
  }
  return blocks;
}

const bottomOf = ({ lines }: Block): number => lines.at(-1)!.v;
const across = (a: Block, b: Block): boolean => Math.min(a.u1, b.u1) - Math.max(a.u0, b.u0) > 0;

/** Reading order: what stands beside each other is read from the left, what stands above each other from the top. */
function inReadingOrder(blocks: readonly Block[]): Block[] {
  const left = [...blocks].sort((a, b) => a.top - b.top || a.u0 - b.u0);
  const out: Block[] = [];
  while (left.length > 0) {
    // The first with nothing unread above it, nor to its left at the same height.
    const index = left.findIndex((block) => !left.some((other) => other !== block && precedes(other, block)));
    out.push(...left.splice(Math.max(0, index), 1));
  }
  return out;
}

function precedes(other: Block, block: Block): boolean {
  if (across(other, block)) return other.top < block.top;
  const beside = Math.min(bottomOf(other), bottomOf(block)) >= Math.max(other.top, block.top) - 1;
  return beside && other.u0 < block.u0;
}

/**
 * @param toPage from the PDF's user space to page points (with the page's turn and crop worked in)
 */
export function textFlow(runs: readonly TextRun[], toPage: Matrix): TextFlow {
  const byAngle = new Map<number, Placed[]>();
  for (const word of runs.flatMap((run) => placeWords(run, toPage))) {
    const key = Math.round((word.angle * 180) / Math.PI);
    byAngle.set(key, [...(byAngle.get(key) ?? []), word]);
  }
  const flow: Word[] = [];
  let block = 0;
  // The direction in which most is written is read first.
  for (const words of [...byAngle.values()].sort((a, b) => b.length - a.length)) {
    for (const { lines } of inReadingOrder(blocksOf(segmentsOf(words)))) {
      lines.forEach((segment, line) =>
        flow.push(...segment.words.map(({ text, quad }) => ({ text, quad, block, line }))),
      );
      block++;
    }
  }
  return flow;
}

const distanceTo = ({ quad }: Word, x: number, y: number): number => {
  const [x0, y0, x1, y1, , , x3, y3] = quad as [number, number, number, number, number, number, number, number];
  const [w, h] = [Math.hypot(x1 - x0, y1 - y0), Math.hypot(x3 - x0, y3 - y0)];
  const u = ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / Math.max(1e-9, w);
  const v = ((x - x0) * (x3 - x0) + (y - y0) * (y3 - y0)) / Math.max(1e-9, h);
  const [du, dv] = [Math.max(0, -u, u - w), Math.max(0, -v, v - h)];
  // Off the line counts more than beside the word: dragging into a margin stays on the line.
  return Math.hypot(du, 2 * dv);
};

/** Index of the word nearest to a page point, no further than `reach` points; -1 if there is none. */
export function nearestWord(flow: TextFlow, x: number, y: number, reach = Infinity): number {
  let [best, at] = [reach, -1];
  flow.forEach((word, i) => {
    const off = distanceTo(word, x, y);
    if (off <= best && (off < best || at < 0)) [best, at] = [off, i];
  });
  return at;
}

/** The words from one page point to another, in reading order, whichever of the two comes first. */
export function wordsBetween(flow: TextFlow, from: { x: number; y: number }, to: { x: number; y: number }): TextFlow {
  const [a, b] = [nearestWord(flow, from.x, from.y), nearestWord(flow, to.x, to.y)];
  return a < 0 || b < 0 ? [] : flow.slice(Math.min(a, b), Math.max(a, b) + 1);
}

/** One quad for each line that words stand on, and the words as text. */
export function coverWords(words: TextFlow): { quads: Quad[]; text: string } {
  const quads: Quad[] = [];
  let text = '';
  words.forEach((word, i) => {
    const before = words[i - 1];
    const sameLine = before && before.block === word.block && before.line === word.line;
    text += i === 0 ? word.text : `${sameLine ? ' ' : '\n'}${word.text}`;
    const [x0, y0, , , , , x3, y3] = sameLine ? quads.pop()! : word.quad;
    const [, , x1, y1, x2, y2] = word.quad;
    quads.push([x0!, y0!, x1!, y1!, x2!, y2!, x3!, y3!]);
  });
  // A line of the same block is a new line of the page, not of the thought.
  return { quads, text: text.replaceAll('\n', ' ') };
}
