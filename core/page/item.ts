/**
 * What lies on a page. An item is one Y.Map in the page's `items`, by id: its `kind`, a fractional `order` key,
 * the time it was made (`at`), where wanted a `matrix` that places it, and what its kind needs (see below).
 * Whatever is not in shape (written by a broken client) is read as nothing and does not keep the rest from being seen.
 */
import * as Y from 'yjs';
import { generateKeyBetween } from 'fractional-indexing';
import { decodeInk, encodeInk } from '../ink/codec';
import { emptyInk, type Ink } from '../ink/ink';
import { INK_TOOLS, type InkTool } from '../ink/tools';
import { applyTo, IDENTITY, isMatrix, scaleOf, type Matrix } from '../math/matrix';
import { decodeRings, encodeRings, type Rings } from './rings';

export type ItemMap = Y.Map<unknown>;
export type Items = Y.Map<ItemMap>;
/** The stored fields of an item: plain values and byte arrays. */
export type Fields = Record<string, unknown>;

interface ItemBase {
  id: string;
  /** Fractional order key: items are drawn in the order of (order, id) within their layer. */
  order: string;
  /** When it was made, milliseconds since 1970. */
  at: number;
  matrix: Matrix;
  /** Somebody else made it, on a sheet that was filled together: it is shown faintly beside what is the learner's own. */
  others?: boolean;
}

/** A pen stroke; its ink and width are in page points, with the matrix worked in. */
export interface Stroke extends ItemBase {
  kind: 'stroke';
  tool: InkTool;
  /** `#RRGGBB`. */
  colour: string;
  /** Full width in points. */
  width: number;
  ink: Ink;
}

/** A coloured-in area, in page points with the matrix worked in. */
export interface Fill extends ItemBase {
  kind: 'fill';
  colour: string;
  rings: Rings;
}

export const TEXT_FONTS = ['reading', 'interface', 'heading'] as const;
export type TextFont = (typeof TEXT_FONTS)[number];
export const TEXT_ALIGNS = ['left', 'centre', 'right'] as const;
export type TextAlign = (typeof TEXT_ALIGNS)[number];

/** Words in a box whose top left corner is the matrix's origin. */
export interface TextBox extends ItemBase {
  kind: 'text';
  text: string;
  /** The text as it was broken into lines where it was written, so that it is broken so everywhere. */
  lines: readonly string[];
  /** Width of the box in points. */
  width: number;
  /** Size of the letters in points. */
  size: number;
  font: TextFont;
  colour: string;
  align: TextAlign;
  /** The spot it answers, if it answers one. */
  spot: string | null;
}

/** A picture in a box of `width` × `height` points at the matrix's origin. */
export interface PictureItem extends ItemBase {
  kind: 'picture';
  /** Id of its Media. */
  media: string;
  width: number;
  height: number;
  /** The part shown: left, top, width and height as shares of the whole picture. Cropping loses nothing. */
  crop: readonly [number, number, number, number];
  /** Words for those who can't see it. */
  alt: string;
  spot: string | null;
}

export const TEXT_MARK_STYLES = ['highlight', 'strike'] as const;
export type TextMarkStyle = (typeof TEXT_MARK_STYLES)[number];

/**
 * Eight numbers: the corners of a piece of a text line, top left, top right, bottom right, bottom left as it is read.
 */
export type Quad = readonly number[];

/** Words of the page highlighted or struck out. */
export interface TextMark extends ItemBase {
  kind: 'mark';
  style: TextMarkStyle;
  colour: string;
  quads: readonly Quad[];
  /** The words below it; empty on a scan. */
  text: string;
  note: string;
}

/** A note stuck to a place: the matrix's origin. */
export interface Pin extends ItemBase {
  kind: 'pin';
  note: string;
  /** Id of the Media in which it is spoken; null where it is only written. */
  voice: string | null;
}

/** What was filled into a form field of a PDF page. Its id is {@link fieldItemId}. */
export interface FieldValue extends ItemBase {
  kind: 'field';
  name: string;
  /** Text, the chosen option, or 'on' and '' of a box to tick. */
  value: string;
}

export type Item = Stroke | Fill | TextBox | PictureItem | TextMark | Pin | FieldValue;
export type ItemKind = Item['kind'];

export const fieldItemId = (name: string): string => `field:${name}`;

/** Longest text of a box, a note, an alternative text or a field, in characters. */
export const MAX_TEXT = 4_000;
/** Most pieces of lines that one mark can cover. */
const MAX_QUADS = 2_000;
const COLOUR = /^#[0-9A-Fa-f]{6}$/;
const MAX_WIDTH = 200;
const TEXT_SIZES = { least: 5, most: 200 };

const isColour = (value: unknown): value is string => typeof value === 'string' && COLOUR.test(value);
const isNumber = (value: unknown, least: number, most: number): value is number =>
  typeof value === 'number' && value >= least && value <= most;
const isText = (value: unknown): value is string => typeof value === 'string' && value.length <= MAX_TEXT;
const oneOf = <T extends string>(all: readonly T[], value: unknown): value is T => all.includes(value as T);
const spotOf = (value: unknown): string | null => (typeof value === 'string' ? value : null);

const base = (id: string, get: (key: string) => unknown): ItemBase => {
  const [matrix, order, at] = ['matrix', 'order', 'at'].map(get);
  return {
    id,
    order: typeof order === 'string' ? order : '',
    at: typeof at === 'number' && Number.isFinite(at) ? at : 0,
    matrix: isMatrix(matrix) ? matrix : IDENTITY,
    ...(get('others') === true ? { others: true } : {}),
  };
};

function readInk(points: unknown, matrix: Matrix): Ink | null {
  if (!(points instanceof Uint8Array)) return null;
  const ink = decodeInk(points);
  if (ink.x.length === 0) return null;
  return matrix === IDENTITY ? ink : moveInk(ink, matrix);
}

/** The ink with its places mapped. */
export function moveInk(ink: Ink, matrix: Matrix): Ink {
  const moved = {
    ...emptyInk(0),
    x: new Float64Array(ink.x.length),
    y: new Float64Array(ink.x.length),
    pressure: ink.pressure,
    time: ink.time,
  };
  for (let i = 0; i < ink.x.length; i++) ({ x: moved.x[i], y: moved.y[i] } = applyTo(matrix, ink.x[i]!, ink.y[i]!));
  return moved;
}

/** Closed outlines with their corners mapped. */
export function moveRings(rings: Rings, matrix: Matrix): Rings {
  if (matrix === IDENTITY) return rings;
  return rings.map((ring) => {
    const moved = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2)
      ({ x: moved[i], y: moved[i + 1] } = applyTo(matrix, ring[i]!, ring[i + 1]!));
    return moved;
  });
}

const READERS: Record<ItemKind, (common: ItemBase, get: (key: string) => unknown) => Item | null> = {
  stroke(common, get) {
    const [tool, colour, width] = [get('tool'), get('colour'), get('width')];
    if (!oneOf(INK_TOOLS, tool) || !isColour(colour) || !isNumber(width, 1e-3, MAX_WIDTH)) return null;
    const ink = readInk(get('points'), common.matrix);
    return ink && { ...common, kind: 'stroke', tool, colour, width: width * scaleOf(common.matrix), ink };
  },
  fill(common, get) {
    const [colour, path] = [get('colour'), get('path')];
    if (!isColour(colour) || !(path instanceof Uint8Array)) return null;
    return { ...common, kind: 'fill', colour, rings: moveRings(decodeRings(path), common.matrix) };
  },
  text(common, get) {
    const [text, lines, width, size, font, colour, align] = [
      'text',
      'lines',
      'width',
      'size',
      'font',
      'colour',
      'align',
    ].map(get);
    if (
      !isText(text) ||
      !isColour(colour) ||
      !isNumber(width, 1, 10_000) ||
      !isNumber(size, TEXT_SIZES.least, TEXT_SIZES.most)
    )
      return null;
    if (!oneOf(TEXT_FONTS, font) || !oneOf(TEXT_ALIGNS, align)) return null;
    // Lines that say more than the text were not made by breaking it.
    const broken =
      Array.isArray(lines) &&
      lines.every(isText) &&
      lines.join('').length <= text.length &&
      lines.length <= text.length + 1
        ? (lines as string[])
        : text.split('\n');
    return {
      ...common,
      kind: 'text',
      text,
      lines: broken,
      width,
      size,
      font,
      colour,
      align,
      spot: spotOf(get('spot')),
    };
  },
  picture(common, get) {
    const [media, width, height, crop, alt] = ['media', 'width', 'height', 'crop', 'alt'].map(get);
    if (typeof media !== 'string' || !isNumber(width, 1, 10_000) || !isNumber(height, 1, 10_000)) return null;
    const shown =
      Array.isArray(crop) &&
      crop.length === 4 &&
      crop.every((share) => isNumber(share, 0, 1)) &&
      Number(crop[2]) > 0 &&
      Number(crop[3]) > 0;
    return {
      ...common,
      kind: 'picture',
      media,
      width,
      height,
      alt: isText(alt) ? alt : '',
      crop: shown ? (crop as unknown as PictureItem['crop']) : [0, 0, 1, 1],
      spot: spotOf(get('spot')),
    };
  },
  mark(common, get) {
    const [style, colour, quads, text, note] = ['style', 'colour', 'quads', 'text', 'note'].map(get);
    if (!oneOf(TEXT_MARK_STYLES, style) || !isColour(colour) || !Array.isArray(quads) || quads.length > MAX_QUADS)
      return null;
    const isQuad = (quad: unknown): quad is Quad =>
      Array.isArray(quad) && quad.length === 8 && quad.every((coordinate) => isNumber(coordinate, -1e5, 1e5));
    if (!quads.every(isQuad)) return null;
    return {
      ...common,
      kind: 'mark',
      style,
      colour,
      quads,
      text: isText(text) ? text : '',
      note: isText(note) ? note : '',
    };
  },
  pin(common, get) {
    const [note, voice] = ['note', 'voice'].map(get);
    return isText(note) ? { ...common, kind: 'pin', note, voice: typeof voice === 'string' ? voice : null } : null;
  },
  field(common, get) {
    const [name, value] = [get('name'), get('value')];
    return typeof name === 'string' && isText(value) ? { ...common, kind: 'field', name, value } : null;
  },
};

/** Reads an item; null if it is none of those we know, or is damaged. */
export function readItem(id: string, item: unknown): Item | null {
  const map = item as ItemMap | null;
  if (typeof map?.get !== 'function') return null;
  const kind = map.get('kind');
  if (typeof kind !== 'string' || !Object.hasOwn(READERS, kind)) return null;
  const get = (key: string): unknown => map.get(key);
  try {
    return READERS[kind as ItemKind](base(id, get), get);
  } catch {
    // Ink or outlines that can't be decoded: one damaged item must not keep the rest of the page from being seen.
    return null;
  }
}

const LAYER_OF: Record<ItemKind, number> = { fill: 0, mark: 0, picture: 1, field: 1, stroke: 1, text: 1, pin: 2 };

/** The layer an item is drawn in: 0 under the ink, multiplied; 1 the ink and all that covers; 2 pins on top. */
export const layerOf = (item: Item): number =>
  item.kind === 'stroke' && item.tool === 'highlighter' ? 0 : LAYER_OF[item.kind];

/** Which of two keys of order, or ids, comes first: by their characters, the same on every device. */
export function compareKeys(a: string, b: string): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}

/** Drawing order: by layer, then key, then id where two devices chose the same key. */
export function byOrder(a: Item, b: Item): number {
  return layerOf(a) - layerOf(b) || compareKeys(a.order, b.order) || compareKeys(a.id, b.id);
}

/** Most items that are read of one page: what lies on top of these was not made by hand. */
export const MAX_ITEMS = 20_000;

/** All items of a page in drawing order; of more than {@link MAX_ITEMS}, the first that are found. */
export function readItems(items: Items): Item[] {
  const all: Item[] = [];
  for (const [id, item] of items.entries()) {
    const read = readItem(id, item);
    if (read) all.push(read);
    if (all.length === MAX_ITEMS) break;
  }
  return all.sort(byOrder);
}

/**
 * Whether a key can have another put behind it: what is empty or broken, by whomever, must not keep a new item from
 * being drawn.
 */
export function isOrderKey(key: unknown): key is string {
  if (typeof key !== 'string') return false;
  try {
    generateKeyBetween(key, null);
    return true;
  } catch {
    return false;
  }
}

/** The order key that puts a new item on top of `items`. */
export function topOrder(items: Items): string {
  let top: string | null = null;
  items.forEach((item: unknown) => {
    const order = item instanceof Y.Map ? (item.get('order') as unknown) : null;
    if (isOrderKey(order) && (top === null || order > top)) top = order;
  });
  return generateKeyBetween(top, null);
}

/** The fields of a new stroke. @throws InkRangeError if the ink can't be kept (see encodeInk) */
export function strokeFields(stroke: Pick<Stroke, 'tool' | 'colour' | 'width' | 'ink' | 'at' | 'order'>): Fields {
  const { tool, colour, width, ink, at, order } = stroke;
  return { kind: 'stroke', tool, colour, width, points: encodeInk(ink), order, at };
}

/** The fields of a new coloured-in area. @throws RingsError if it has too many corners */
export const fillFields = ({ colour, rings, at, order }: Pick<Fill, 'colour' | 'rings' | 'at' | 'order'>): Fields => ({
  kind: 'fill',
  colour,
  path: encodeRings(rings),
  order,
  at,
});

/** The fields of a text box. */
export const textFields = ({
  text,
  lines,
  width,
  size,
  font,
  colour,
  align,
  spot,
  matrix,
  order,
  at,
}: Omit<TextBox, 'id' | 'kind'>): Fields => ({
  kind: 'text',
  text,
  lines,
  width,
  size,
  font,
  colour,
  align,
  spot,
  matrix,
  order,
  at,
});

/** All strokes of a page in drawing order. */
export const readStrokes = (items: Items): Stroke[] => readItems(items).filter((item) => item.kind === 'stroke');

/**
 * A whole item from fields, with its place in the order; call it within one transaction with all that belongs to it.
 */
export function putItem(items: Items, id: string, fields: Fields): void {
  const item: ItemMap = new Y.Map();
  for (const [key, value] of Object.entries(fields)) item.set(key, value);
  items.set(id, item);
}
