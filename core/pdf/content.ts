/**
 * What lies on a page as PDF content, in page points (the caller maps those to the PDF's user space). Written at once,
 * as text or as bytes: three thousand strokes are half a million numbers, and an object for each would take seconds.
 */
import { degrees, drawSvgPath, LineCapStyle, PDFHexString, rgb } from 'pdf-lib';
import { strokeOutline } from '../ink/outline';
import { outlinePolygon } from '../ink/outlinePolygon';
import { MARK_EDGE } from '../ink/tools';
import type { PictureShape } from '../page/pictureShape';
import { LINE_HEIGHT } from '../page/geometry';
import type { Fill, PictureItem, Stroke, TextBox, TextMark } from '../page/item';
import { applyTo, type Matrix } from '../math/matrix';
import { PIN_LINE, PIN_NUMBER, PIN_SIGN } from '../page/pinSign';
import { ANCHOR, BASELINE } from '../page/textFaces';
import { A_POINT, type ContentBytes } from './contentBytes';
import { SHAPED } from './shapedFace';
import { FROM_THE_RIGHT, runsOf, type NamedFont, type Run } from './textRuns';

/** Names of the resources that content refers to. */
export interface ContentNames {
  /** The graphics state that multiplies, and the one that multiplies half covering. */
  multiply: string;
  highlight: string;
  /** The graphics state of what others made. */
  faint: string;
}

/** A number with at most two decimals: 1/100 pt. */
const n2 = (value: number): string => String(Math.round(value * 100) / 100);
const n4 = (value: number): string => String(Number(value.toFixed(4)));

const channels = (colour: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255) as [number, number, number];
const fillColour = (colour: string): string => `${channels(colour).map(n4).join(' ')} rg\n`;
const strokeColour = (colour: string): string => `${channels(colour).map(n4).join(' ')} RG\n`;
/** Maps what follows, until the graphics state is taken back. */
export const mapped = (matrix: Matrix): string => `${matrix.map(n4).join(' ')} cm\n`;
export const within = (content: string): string => `q\n${content}Q\n`;

/** Writes what an outline needs, between a saved graphics state and its return. */
function outlined(to: ContentBytes, before: string, polygons: readonly Float64Array[], paint: 'f' | 'f*' | 'B'): void {
  to.text(`q\n${before}`).polygons(polygons).text(`${paint}\nQ\n`);
}

const polygonOf = ({ ink, tool, width }: Stroke): Float64Array => outlinePolygon(strokeOutline(ink, tool, width));

export function putStroke(to: ContentBytes, item: Stroke, names: ContentNames): void {
  const multiplied = item.tool === 'highlighter' ? `/${names.multiply} gs\n` : '';
  outlined(to, multiplied + fillColour(item.colour), [polygonOf(item)], 'f');
}

/** What lies around ink of marks, and below it: filled, and drawn around with joins that are round. */
export function putEdge(to: ContentBytes, item: Stroke): void {
  const { colour, reach } = MARK_EDGE;
  // The line is drawn in the unit of its polygon.
  const line = `${strokeColour(colour)}${n2(2 * reach * A_POINT)} w\n1 j\n`;
  outlined(to, fillColour(colour) + line, [polygonOf(item)], 'B');
}

export function putFill(to: ContentBytes, { colour, rings }: Fill, names: ContentNames): void {
  outlined(to, `/${names.multiply} gs\n${fillColour(colour)}`, rings, 'f*');
}

/** How long a run is, in points. */
function lengthOf({ font, face, text }: Run, size: number): number {
  return SHAPED.test(text)
    ? (face.place(text).reduce((sum, { advance }) => sum + advance, 0) * size) / 1000
    : font.widthOfTextAtSize(text, size);
}

/**
 * Says what shapes mean that stand in another order than is written, or are parts of one letter (PDF 32000-1, 14.9.4).
 */
const meaning = (text: string, shown: string): string =>
  `/Span <</ActualText ${String(PDFHexString.fromText(text))}>> BDC\n${shown}EMC\n`;

/** Shows letters each in its place, by moving the pen between them. */
function placedLetters({ font, face, text }: Run, size: number): string {
  const codes = font.encodeText(text).asString();
  const letters = face.place(text);
  let [rise, behind] = ['0', 0];
  const show = (from: number, to: number): string => {
    let [shown, line] = ['', ''];
    for (let i = from; i < to; i++) {
      const { dx, dy, advance, own } = letters[i]!;
      const up = n2((dy * size) / 1000);
      if (up !== rise) {
        shown += `${line && `[${line}] TJ\n`}${up} Ts\n`;
        [rise, line] = [up, ''];
      }
      // A number in the list moves the pen back.
      const back = n2(behind - dx);
      line += `${back === '0' ? '' : back}<${codes.slice(4 * i, 4 * i + 4)}>`;
      behind = own - (advance - dx);
    }
    return `${shown}[${line}] TJ\n`;
  };
  if (!FROM_THE_RIGHT.test(text)) return meaning(text, show(0, letters.length) + (rise === '0' ? '' : '0 Ts\n'));
  // Readers turn words round that are written from the right: each letter says only what it is itself, and its further
  // parts nothing.
  let shown = '';
  for (let from = 0, to = 1; from < letters.length; from = to++) {
    while (to < letters.length && letters[to]!.letters === '') to++;
    let main = from;
    for (let i = from; i < to; i++) if (letters[i]!.own > letters[main]!.own) main = i;
    for (let i = from; i < to; i++)
      shown += to - from === 1 ? show(i, to) : meaning(i === main ? letters[from]!.letters : '', show(i, i + 1));
  }
  return rise === '0' ? shown : `${shown}0 Ts\n`;
}

/** One line set at a place: page space grows downwards, so letters are set upside down within it. */
function setLine(runs: readonly Run[], x: number, y: number, size: number): string {
  let left = x;
  return runs
    .map((run, i) => {
      const { font, name, text } = run;
      const letters = SHAPED.test(text) ? placedLetters(run, size) : `${String(font.encodeText(text))} Tj\n`;
      const shown = `/${name} ${n2(size)} Tf\n1 0 0 -1 ${n2(left)} ${n2(y)} Tm\n${letters}`;
      // Widths are as much work as letters: none is asked for that nothing follows.
      if (i < runs.length - 1) left += lengthOf(run, size);
      return shown;
    })
    .join('');
}

const widthOf = (runs: readonly Run[], size: number): number => runs.reduce((sum, run) => sum + lengthOf(run, size), 0);
const textOf = (colour: string, lines: string): string => `BT\n${fillColour(colour)}${lines}ET\n`;

export function textContent(item: TextBox, fonts: readonly NamedFont[]): string {
  const { lines, size, width, colour, align, matrix } = item;
  const shown = lines.map((line, i) => {
    const runs = runsOf(line, fonts);
    return setLine(
      runs,
      align === 'left' ? 0 : ANCHOR[align] * (width - widthOf(runs, size)),
      (i * LINE_HEIGHT + BASELINE) * size,
      size,
    );
  });
  return within(mapped(matrix) + textOf(colour, shown.join('')));
}

export function pictureContent(
  { matrix, width, height, crop: [left, top, wide, high] }: Pick<PictureItem, 'matrix' | 'width' | 'height' | 'crop'>,
  imageName: string,
): string {
  const [w, h] = [width / wide, height / high];
  return within(
    `${mapped(matrix)}0 0 ${n2(width)} ${n2(height)} re W n\n${mapped([w, 0, 0, -h, -left * w, h - top * h])}/${imageName} Do\n`,
  );
}

export function markContent({ style, colour, quads }: TextMark, names: ContentNames): string {
  if (style === 'highlight') {
    const boxes = quads.map(
      (q) =>
        `${n2(q[0]!)} ${n2(q[1]!)} m\n${n2(q[2]!)} ${n2(q[3]!)} l\n${n2(q[4]!)} ${n2(q[5]!)} l\n${n2(q[6]!)} ${n2(q[7]!)} l\nh f\n`,
    );
    return within(`/${names.highlight} gs\n${fillColour(colour)}${boxes.join('')}`);
  }
  const lines = quads.map(
    (q) =>
      `${n2((q[0]! + q[6]!) / 2)} ${n2((q[1]! + q[7]!) / 2)} m\n${n2((q[2]! + q[4]!) / 2)} ${n2((q[3]! + q[5]!) / 2)} l S\n`,
  );
  return within(`${strokeColour(colour)}1.5 w\n${lines.join('')}`);
}

/** Half the height of a numeral in a pin, in points. */
const LETTER_HALF = 4;

/** A pin's sign with its number in it. */
export function pinContent(matrix: Matrix, number: number, fonts: readonly NamedFont[]): string {
  const { x, y } = applyTo(matrix, 0, 0);
  const runs = runsOf(String(number), fonts);
  const corners = PIN_SIGN.map(([cornerX, cornerY], i) => `${cornerX} ${cornerY} ${i === 0 ? 'm' : 'l'}\n`);
  const sign = `${corners.join('')}h B\n`;
  return within(
    `${mapped([1, 0, 0, 1, x, y])}${fillColour('#F0AE2E')}${strokeColour('#1C2A33')}${PIN_LINE} ` +
      `w\n${sign}${textOf('#1C2A33', setLine(runs, -widthOf(runs, 11) / 2, PIN_NUMBER.y + LETTER_HALF, 11))}`,
  );
}

export function shapeContent({ d, fill: inner, stroke: line, width = 1 }: PictureShape): string {
  // The library's own path reader; it draws upside down for pages that grow upwards, which ours do not.
  const operators = drawSvgPath(d, {
    x: 0,
    y: 0,
    rotate: degrees(0),
    scale: undefined,
    color: inner ? rgb(...channels(inner)) : undefined,
    borderColor: line ? rgb(...channels(line)) : undefined,
    borderWidth: width,
    borderLineCap: LineCapStyle.Round,
  } as Parameters<typeof drawSvgPath>[1]);
  return within(`${mapped([1, 0, 0, -1, 0, 0])}${operators.map((operator) => `${String(operator)}\n`).join('')}`);
}

/** A run of words that are not on the page itself, in one line at a place. */
export const lineContent = (
  text: string,
  [x, y]: readonly [number, number],
  size: number,
  fonts: readonly NamedFont[],
  colour = '#1C2A33',
): string => textOf(colour, setLine(runsOf(text, fonts), x, y, size));

/** How long such a line is, in points. */
export const lineLength = (text: string, size: number, fonts: readonly NamedFont[]): number =>
  widthOf(runsOf(text, fonts), size);
