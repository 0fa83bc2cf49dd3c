import { mix, put, type Ground, type Triple } from './colour';

/** An A4 sheet, in millimetres; its middle lies at 0, 0. */
export const SHEET = { width: 210, height: 297 };
const [HALF_WIDTH, HALF_HEIGHT] = [SHEET.width / 2, SHEET.height / 2];

const PRINT: Triple = [34, 34, 38];
const RULE: Triple = [120, 150, 180];

/** Of the sheet's own layout, in millimetres from its top left. */
const TITLE = { left: 22, top: 17, right: 120, bottom: 24 };
const LINES = { left: 22, top: 36, right: 188, height: 230 };

interface Writing {
  rows: number;
  gap: number;
  /** How long each row's words are. */
  words: number[][];
  pen: Triple;
  phase: number;
}

/** How dark it is at a place of a row, 0 to 1, and with what ink: the answer is one object, which is written anew. */
interface Ink {
  darkness: number;
  colour: Triple;
}

function set(ink: Ink, darkness: number, colour: Triple): void {
  ink.darkness = darkness;
  ink.colour = colour;
}

/** Printed words: each a bar with letters scratched out of it. */
function print({ words }: Writing, row: number, x: number, within: number): number {
  let left = LINES.left;
  for (const length of words[row]!) {
    if (x < left + length) {
      const letter = Math.sin(x * 3.9 + row) * Math.sin(within * 2.4 + x) > -0.25;
      return within > 1 && within < 4 && letter ? 0.9 : 0;
    }
    left += length + 2.6;
    if (x < left) break;
  }
  return 0;
}

/** A hand's line on a ruled row. */
function write({ gap, phase, pen }: Writing, row: number, x: number, within: number, ink: Ink): void {
  const height = gap * 0.26;
  const wave = gap * 0.55 - height * Math.sin(x * 0.9 + row * 2 + phase) * (0.6 + 0.4 * Math.sin(x * 0.31));
  const end = 60 + ((row * 53) % 120);
  if (Math.abs(within - wave) < 0.8 && x < end) set(ink, 0.85, pen);
  else set(ink, Math.abs(within - gap + 1) < 0.25 ? 0.25 : 0, RULE);
}

/** Print or handwriting, with a drawing in a box on some sheets. */
function contentOf(random: () => number): (x: number, y: number, ink: Ink) => void {
  const printed = random() < 0.65;
  const rows = 8 + Math.floor(random() * 16);
  const words = Array.from({ length: rows }, () => Array.from({ length: 14 }, () => 4 + random() * 14));
  const pen: Triple = random() < 0.5 ? [24, 44, 120] : [40, 40, 44];
  const box = random() < 0.3 ? { left: 24, top: 150 + random() * 40, right: 186, bottom: 240 } : null;
  const phase = random() * 6;
  const writing: Writing = { rows, gap: LINES.height / rows, words, pen, phase };
  return (x, y, ink) => {
    if (box && x > box.left && x < box.right && y > box.top && y < box.bottom) {
      const rim = Math.min(x - box.left, box.right - x, y - box.top, box.bottom - y);
      const squiggle = Math.abs(y - (box.top + box.bottom) / 2 - 20 * Math.sin(x / 9 + phase) * Math.sin(x / 31));
      if (rim < 0.8) set(ink, 1, PRINT);
      else set(ink, squiggle < 1 ? 0.95 : 0, pen);
      return;
    }
    const row = Math.floor((y - LINES.top) / writing.gap);
    if (row < 0 || row >= rows || x < LINES.left || x > LINES.right) {
      const inTitle = y > TITLE.top && y < TITLE.bottom && x > TITLE.left && x < TITLE.right;
      set(ink, inTitle && Math.sin(x * 1.7) > -0.3 ? 0.95 : 0, PRINT);
      return;
    }
    const within = y - LINES.top - row * writing.gap;
    if (printed) set(ink, print(writing, row, x, within), PRINT);
    else write(writing, row, x, within, ink);
  };
}

/** The sheet's paper and what is on it. */
export function paperOf(random: () => number): Ground {
  const content = contentOf(random);
  const tone = 0.93 + random() * (1 - 0.93);
  const paper: Triple = [246 * tone, 244 * tone, (240 - random() * 12) * tone];
  const ink: Ink = { darkness: 0, colour: PRINT };
  return (x, y, into) => {
    content(x + HALF_WIDTH, y + HALF_HEIGHT, ink);
    if (ink.darkness > 0) mix(into, paper, ink.colour, ink.darkness);
    else put(into, paper[0], paper[1], paper[2]);
  };
}

/** Whether a place is on the sheet, whose left, right, top and bottom bow out by so many millimetres. */
export function onSheet(bows: readonly number[]): (x: number, y: number) => boolean {
  const [left, right, top, bottom] = bows as [number, number, number, number];
  return (x, y) => {
    const bowX = 1 - (y / HALF_HEIGHT) ** 2;
    const bowY = 1 - (x / HALF_WIDTH) ** 2;
    return (
      x > -HALF_WIDTH - left * bowX &&
      x < HALF_WIDTH + right * bowX &&
      y > -HALF_HEIGHT - top * bowY &&
      y < HALF_HEIGHT + bottom * bowY
    );
  };
}

/** The sheet's corners, clockwise from its own top left. */
export const CORNERS: readonly (readonly [x: number, y: number])[] = [
  [-HALF_WIDTH, -HALF_HEIGHT],
  [HALF_WIDTH, -HALF_HEIGHT],
  [HALF_WIDTH, HALF_HEIGHT],
  [-HALF_WIDTH, HALF_HEIGHT],
];
